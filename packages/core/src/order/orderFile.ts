import { z } from 'zod'
import { fail, ok, type Outcome, readWith } from '../outcome/index.ts'
import { finishOf, type OrderProblem, type Task } from './problem.ts'
import { type Solved, solve } from './solve.ts'

/*
 * Shots to be put in order as a file, for other programs. Minutes from call; what a change costs is said by kind, as
 * `statement` of the file does. Names are those of the file, not of this code.
 */
const minutes = z.number().min(0).max(100_000)
const FILE = z.object({
  shots: z
    .array(
      z.object({
        id: z.string(),
        location: z.string(),
        lighting: z.string(),
        side: z.string(),
        rig: z.string(),
        duration: minutes,
        window: z.tuple([minutes.nullable(), minutes.nullable()]).nullable().default(null),
      }),
    )
    .max(500),
  precedence: z.array(z.tuple([z.string(), z.string()])).default([]),
  move_cost: z.record(z.string(), z.record(z.string(), minutes)),
  costs: z.object({ relight: minutes, turnaround: minutes, rig: minutes }),
  initial_setup: z.record(z.string(), minutes),
})

export interface OrderFile {
  readonly ids: readonly string[]
  readonly problem: OrderProblem
}

/** Reads such a file; refused with what is wrong and where. */
export function readOrderFile(asked: unknown): Outcome<OrderFile, { readonly says: string }> {
  const read = readWith(FILE, asked)
  if (!read.ok) return read
  const { shots, precedence, move_cost, costs, initial_setup } = read.value
  const ids = shots.map((shot) => shot.id)
  const indexOf = new Map(ids.map((id, i) => [id, i]))
  if (indexOf.size < ids.length) return fail({ says: `shots: ${ids.find((id, i) => indexOf.get(id) !== i)} is there twice.` }) // prettier-ignore
  const strange = precedence.flat().find((id) => !indexOf.has(id))
  if (strange !== undefined) return fail({ says: `precedence: there is no shot ${strange}.` })
  const dark = shots.find((shot) => initial_setup[shot.lighting] === undefined)
  if (dark) return fail({ says: `initial_setup: nothing is said of ${dark.lighting}.` })
  const keyOf = (shot: (typeof shots)[number]) => JSON.stringify([shot.location, shot.lighting, shot.side, shot.rig])
  const stands = [...new Map(shots.map((shot) => [keyOf(shot), shot])).values()]
  const standOf = new Map(stands.map((shot, i) => [keyOf(shot), i]))
  const far = stands.flatMap((a) => stands.flatMap((b) => (a.location !== b.location && move_cost[a.location]?.[b.location] === undefined ? [`${a.location} to ${b.location}`] : [])))[0] // prettier-ignore
  if (far !== undefined) return fail({ says: `move_cost: nothing is said of ${far}.` })
  const change = stands.map((a) =>
    stands.map((b) =>
      a.location !== b.location
        ? move_cost[a.location]![b.location]!
        : Number(a.lighting !== b.lighting) * costs.relight +
          Number(a.side !== b.side) * costs.turnaround +
          Number(a.rig !== b.rig) * costs.rig,
    ),
  )
  const tasks = shots.map((shot): Task => {
    const [from, to] = shot.window ?? [null, null]
    const isOpen = from === null && to === null
    return {
      id: shot.id,
      minutes: shot.duration,
      windows: isOpen ? null : [{ fromMin: from ?? 0, toMin: to ?? Infinity }],
      stand: standOf.get(keyOf(shot))!,
    }
  })
  const before = precedence.map(([a, b]) => [indexOf.get(a)!, indexOf.get(b)!] as const)
  const first = stands.map((shot) => initial_setup[shot.lighting]!)
  return ok({ ids, problem: { startMin: 0, tasks, first, change, before } })
}

const REASONS = {
  precedence_cycle: 'each of these shots is to come before another of them',
  window_conflict: 'the windows of these shots leave no order in which all are met',
  window_precedence_conflict: 'what has to come first leaves these shots no order in which all windows are met',
} as const

/** The answer to such a file: status, order, finish time, lower bound; or why there is no order. */
export function answerOrder({ ids, problem }: OrderFile, solved: Solved = solve(problem)): object {
  if (solved.status === 'not-found') return { status: 'not_found' }
  if (solved.status === 'infeasible') {
    const { conflict } = solved
    return {
      status: 'infeasible',
      reason_code: conflict?.code ?? 'window_conflict',
      conflicting_shots: (conflict?.tasks ?? ids.map((_, i) => i)).map((i) => ids[i]!),
      reason: REASONS[conflict?.code ?? 'window_conflict'],
    }
  }
  const isOptimal = solved.status === 'optimal'
  const finish = finishOf(problem, solved.order)
  return {
    status: isOptimal ? 'optimal' : 'best_known',
    order: solved.order.map((i) => ids[i]!),
    finish_time: finish,
    // As the files of results name it.
    [isOptimal ? 'optimal_finish' : 'best_known_finish']: finish,
    lower_bound: solved.boundMin,
  }
}
