/**
 * An event that happens once, the cameras that see it, and the people who keep them running. Whole seconds from its
 * beginning; every time is a multiple of the step.
 */
export interface CoverProblem {
  readonly durationS: number
  readonly stepS: number
  /** At least so many good angles are to record at every second from `coverFromS` on. */
  readonly needGood: number
  readonly coverFromS: number
  /** Where another number is wanted: from which second, until the next of them. In order; what is before the first wants `needGood`. */
  readonly phases?: readonly NeedFrom[]
  /** Seconds from place to place; symmetric, no detour is shorter. Places are known by their index. */
  readonly walkS: readonly (readonly number[])[]
  readonly cameras: readonly CoverCamera[]
  readonly attendants: readonly Attendant[]
}

export interface NeedFrom {
  readonly fromS: number
  readonly needGood: number
}

/** Good angles that are wanted in each step: the most that is wanted at any second of it, none before `coverFromS`. */
export function needByStep({ durationS, stepS, needGood, coverFromS, phases = [] }: CoverProblem): readonly number[] {
  const first = Math.ceil(coverFromS / stepS)
  return Array.from({ length: Math.ceil(durationS / stepS) }, (_, step) => {
    if (step < first) return 0
    const before = phases.findLast(({ fromS }) => fromS <= step * stepS)?.needGood ?? needGood
    const within = phases.filter(({ fromS }) => fromS > step * stepS && fromS < (step + 1) * stepS)
    return Math.max(before, ...within.map((phase) => phase.needGood))
  })
}

/** The most good angles that are wanted at once. */
export const mostWanted = (problem: CoverProblem): number => Math.max(0, ...needByStep(problem))

/** The same, content with so many where more are wanted. */
export const wantingNoMore = (problem: CoverProblem, good: number): CoverProblem => ({
  ...problem,
  needGood: Math.min(problem.needGood, good),
  phases: problem.phases?.map((phase) => ({ ...phase, needGood: Math.min(phase.needGood, good) })),
})

/**
 * A camera starts by itself at `startS` and has three clocks that run by the wall once they are set, whether it records
 * or not: the cautious reading for cards. It records until the first of them has ended.
 */
export interface CoverCamera {
  readonly id: string
  readonly place: number
  readonly isGood: boolean
  readonly startS: number
  /** How long it records before it stops by itself; null where it does not. */
  readonly runLimitS: number | null
  /** How long the run that is on at `startS` still goes; as `runLimitS` if not said. */
  readonly runFirstS?: number | null
  readonly cardFirstS: number
  readonly cardS: number
  readonly batteryFirstS: number
  readonly batteryS: number
  readonly restartS: number
  readonly cardSwapS: number
  readonly batterySwapS: number
}

export interface Attendant {
  readonly id: string
  readonly place: number
  /** Where somebody has to be in between; a camera that stands there may be handled meanwhile. */
  readonly posts: readonly { readonly place: number; readonly fromS: number; readonly toS: number }[]
}

/** What can be done to a camera in one visit. Each starts it afresh. */
export const KINDS = ['restart', 'card', 'battery', 'both'] as const
export type Kind = (typeof KINDS)[number]

/** One attendant handles one camera without a break; it does not record meanwhile. */
export interface Intervention {
  readonly beginS: number
  readonly attendant: number
  readonly camera: number
  readonly kind: Kind
}

/** Whether a visit puts a new card in. */
export const newCard = (kind: Kind) => kind === 'card' || kind === 'both'
/** Whether a visit puts a new battery in. */
export const newBattery = (kind: Kind) => kind === 'battery' || kind === 'both'

/** How long a visit keeps a camera from recording, in seconds. */
export function handlingSeconds(camera: CoverCamera, kind: Kind): number {
  if (kind === 'restart') return camera.restartS
  return (newCard(kind) ? camera.cardSwapS : 0) + (newBattery(kind) ? camera.batterySwapS : 0)
}

/** When each of a camera's three clocks ends, in seconds. */
export interface Clocks {
  readonly run: number
  readonly card: number
  readonly battery: number
}

/** Ends of the clocks as the camera starts, seconds. */
export const firstClocks = (camera: CoverCamera): Clocks => ({
  run: camera.startS + (camera.runFirstS ?? camera.runLimitS ?? Infinity),
  card: camera.startS + camera.cardFirstS,
  battery: camera.startS + camera.batteryFirstS,
})

/** Ends of the clocks after a visit that ended at `endS`, seconds: what it renewed begins anew, the rest goes on. */
export const clocksAfter = (camera: CoverCamera, before: Clocks, kind: Kind, endS: number): Clocks => ({
  run: endS + (camera.runLimitS ?? Infinity),
  card: newCard(kind) ? endS + camera.cardS : before.card,
  battery: newBattery(kind) ? endS + camera.batteryS : before.battery,
})
