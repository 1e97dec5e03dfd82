/** A span of the day, in minutes since some midnight. */
export interface Window {
  /** Nothing in it starts before. */
  readonly fromMin: number
  /** All of it is over by then. */
  readonly toMin: number
}

/** Something to be put in order that stays in one piece: a shot, some that roll together, a meal. */
export interface Task {
  readonly id: string
  readonly minutes: number
  /** When it can be done, earliest first, apart from one another; null is at any time. */
  readonly windows: readonly Window[] | null
  /** Which stand of camera, lamps and crew it needs; null takes it as it finds it, as a meal does. */
  readonly stand: number | null
}

/**
 * What order to do some tasks in, so that the last is over as early as can be. Between two tasks the stand is changed;
 * then a task waits for its window. Waiting is allowed and is time.
 */
export interface OrderProblem {
  readonly startMin: number
  readonly tasks: readonly Task[]
  /** Minutes to have a stand ready when it is the first. */
  readonly first: readonly number[]
  /** Minutes from one stand to another, `change[from][to]`; from a stand to itself 0. */
  readonly change: readonly (readonly number[])[]
  /** Tasks, by index, of which the one has to be done some time before the other. */
  readonly before: readonly (readonly [earlier: number, later: number])[]
}

/** No stand yet. */
export const NOWHERE = -1

/** Where things stand after some tasks. */
export interface Moment {
  readonly endMin: number
  readonly stand: number
}

/** When a task ends that could begin at a time; Infinity where no window takes it any more. */
export function endOf({ minutes, windows }: Task, readyMin: number): number {
  if (!windows) return readyMin + minutes
  for (const { fromMin, toMin } of windows) {
    const end = Math.max(readyMin, fromMin) + minutes
    if (end <= toMin) return end
  }
  return Infinity
}

/** When a task can begin at the earliest coming from a stand, before it waits for its window. */
export const readyAt = ({ first, change }: OrderProblem, task: Task, endMin: number, stand: number): number =>
  task.stand === null ? endMin : endMin + (stand === NOWHERE ? first[task.stand]! : change[stand]![task.stand]!)

/** When the last of an order ends; Infinity where one misses its window. Precedence is not looked at. */
export function finishOf(problem: OrderProblem, order: readonly number[]): number {
  let end = problem.startMin
  let stand = NOWHERE
  for (const i of order) {
    const task = problem.tasks[i]!
    end = endOf(task, readyAt(problem, task, end, stand))
    if (end === Infinity) return Infinity
    stand = task.stand ?? stand
  }
  return end
}

/** Whether each earlier task comes before its later one. */
export function keepsBefore({ before }: OrderProblem, order: readonly number[]): boolean {
  const at = new Map(order.map((task, i) => [task, i]))
  return before.every(([a, b]) => !at.has(a) || !at.has(b) || at.get(a)! < at.get(b)!)
}

/** The same tasks in part, with what has to come before what between them. */
export function partOf(problem: OrderProblem, indices: readonly number[]): OrderProblem {
  const to = new Map(indices.map((old, i) => [old, i]))
  const before = problem.before.flatMap(([a, b]) => (to.has(a) && to.has(b) ? [[to.get(a)!, to.get(b)!] as const] : []))
  return { ...problem, tasks: indices.map((i) => problem.tasks[i]!), before }
}
