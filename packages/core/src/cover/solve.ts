import { follow } from './follow.ts'
import {
  type CoverProblem,
  handlingSeconds,
  type Intervention,
  mostWanted,
  needByStep,
  wantingNoMore,
} from './problem.ts'
import { type Haste, type Prepared, prepared, type Searched, search } from './search.ts'

export type Rota =
  | {
      readonly status: 'held'
      readonly schedule: readonly Intervention[]
      readonly smallestSlackS: number | null
      /** No schedule has fewer visits. */
      readonly isFewestProved: boolean
      /** No schedule with as few visits has more slack. */
      readonly isSlackProved: boolean
      /** No schedule has fewer visits than these. */
      readonly leastVisits: number
    }
  | {
      readonly status: 'cannot'
      /** Nobody can hold it longer than until this second, where that is proved; else how far what was tried holds it. */
      readonly firstUncoveredS: number
      readonly isProved: boolean
      /** The most good angles that can be held wherever as many are wanted, and how; 0 where not even one can. */
      readonly most: { readonly good: number; readonly visits: number; readonly schedule: readonly Intervention[] }
      readonly longest: readonly Intervention[]
    }

type Held = Extract<Rota, { status: 'held' }>

export interface Effort {
  /** Labels that are kept at a step; more proves more and takes longer. */
  readonly width: number
  /** How often more slack is tried for; as often as it takes where this is not said. */
  readonly slackTries?: number
  /** An answer soon is worth more than a proof. */
  readonly isHasty?: boolean
  /** By `performance.now()`: what is not proved by then is told with the bound that is. */
  readonly untilMs?: number
}

/** While an event goes on a rota is wanted within a second: looked for on a coarse grid at first, as narrow as holds. */
const LIVE: Effort = { width: 16, slackTries: 3, isHasty: true }
const LIVE_STEP_S = 30

/** How often the bound of visits is improved: what a search saves by a better one, and what the rounds cost. */
const ROUNDS = 300
const HASTY_ROUNDS = 60
const preparedFor = (problem: CoverProblem, { isHasty }: Effort) => prepared(problem, isHasty ? HASTY_ROUNDS : ROUNDS)

/**
 * Ways to hurry, one after another until one comes through: the first is quick and ends near the bound, the others are
 * wider or make their visits early, which holds more where many cameras end at once.
 */
const HASTES: readonly [Haste & { readonly wider: number }, ...(Haste & { readonly wider: number })[]] = [
  { shares: [1, 0.9, 0.7, 0.4, 0], likely: 2, wider: 1 },
  { shares: [1, 0.7, 0.4, 0], likely: 4, wider: 1 },
  { shares: [1, 0.9, 0.7, 0.4, 0], likely: 4, wider: 4 },
  { shares: [0], likely: 2, wider: 1 },
]

/** Fewest visits, from below: a way with n visits after none with n - 1 is proved. */
function withFewest(event: Prepared, any: readonly Intervention[], effort: Effort) {
  const { width, untilMs } = effort
  if (effort.isHasty) return withFewer(event, any, effort)
  let { leastVisits } = event
  let isProved = true
  for (let visits = leastVisits; visits < any.length; visits++) {
    const found = search(event, { visits, slackS: 0, width, untilMs })
    if (found.schedule) return { schedule: found.schedule, leastVisits, isProved }
    if (!found.isExhaustive) isProved = false
    if (isProved) leastVisits = visits + 1
  }
  return { schedule: any, leastVisits, isProved }
}

/** Few visits soon: one less each time, as long as a way is found. */
function withFewer(event: Prepared, any: readonly Intervention[], { untilMs }: Effort, haste = HASTES[0]) {
  const { leastVisits } = event
  let schedule = any
  while (schedule.length > leastVisits) {
    const limits = { visits: schedule.length - 1, slackS: 0, width: haste.wider * LIVE.width, haste, untilMs }
    const fewer = search(event, limits).schedule
    if (!fewer) break
    schedule = fewer
  }
  return { schedule, leastVisits, isProved: schedule.length <= leastVisits }
}

/** The most slack among schedules with so many visits, by halving. */
function withMostSlack(event: Prepared, first: readonly Intervention[], effort: Effort) {
  const { problem } = event
  const slackOf = (schedule: readonly Intervention[]) => follow(problem, schedule).smallestSlackS
  let best = { schedule: first, slackS: slackOf(first) }
  if (best.slackS === null) return { ...best, isProved: true }
  let isProved = true
  let above = Math.floor(problem.durationS / problem.stepS) + 1
  const inSteps = (seconds: number) => Math.floor(seconds / problem.stepS)
  for (let tries = effort.slackTries ?? Infinity; best.slackS !== null && above - inSteps(best.slackS) > 1; tries--) {
    if (tries <= 0) return { ...best, isProved: false }
    const middle = inSteps(best.slackS) + Math.ceil((above - inSteps(best.slackS)) / 2)
    const slackS = Math.min(middle, above - 1) * problem.stepS
    const found = search(event, { visits: first.length, slackS, width: effort.width, haste: effort.isHasty ? HASTES[0] : undefined, untilMs: effort.untilMs }) // prettier-ignore
    if (found.schedule) best = { schedule: found.schedule, slackS: slackOf(found.schedule) }
    else {
      if (!found.isExhaustive) isProved = false
      above = slackS / problem.stepS
    }
  }
  return { ...best, isProved }
}

function held(event: Prepared, any: Searched, effort: Effort): Held {
  const { schedule, leastVisits, isProved } = withFewest(event, any.schedule!, effort)
  const slack = withMostSlack(event, schedule, effort)
  return {
    status: 'held',
    schedule: slack.schedule,
    smallestSlackS: slack.slackS,
    isFewestProved: isProved,
    isSlackProved: isProved && slack.isProved,
    leastVisits,
  }
}

/** Whether it can be held at all: in haste at first, which finds a way sooner where there are many. */
function anyWay(event: Prepared, { width, isHasty, untilMs }: Effort): Searched {
  const limits = { visits: Infinity, slackS: 0, untilMs }
  let farthest: Searched | null = null
  for (const haste of HASTES) {
    const soon = search(event, { ...limits, width: haste.wider * LIVE.width, haste })
    if (soon.schedule) return soon
    if (!farthest || soon.heldS > farthest.heldS) farthest = soon
  }
  return isHasty ? farthest! : search(event, { ...limits, width })
}

/**
 * Who goes to which camera when: first that enough good angles record throughout, then the fewest visits, then the most
 * slack. Where that cannot be, the first second that cannot be held, and the most angles that can.
 */
export function solveCover(problem: CoverProblem, effort: Effort = { width: 4000 }): Rota {
  const event = preparedFor(problem, effort)
  const any = anyWay(event, effort)
  if (any.schedule) return held(event, any, effort)
  return cannot(any, mostOf(problem, effort))
}

/** Without the visits that nothing is lost by leaving out, one after another from the beginning. */
function thinned(problem: CoverProblem, schedule: readonly Intervention[]): readonly Intervention[] {
  const holds = (visits: readonly Intervention[]) => {
    const { firstUncoveredS, impossible } = follow(problem, visits)
    return impossible.length === 0 && firstUncoveredS === null
  }
  let kept = schedule
  for (let isFewer = true; isFewer;) {
    isFewer = false
    for (const visit of kept) {
      const without = kept.filter((one) => one !== visit)
      if (!holds(without)) continue
      kept = without
      isFewer = true
    }
  }
  return kept
}

/**
 * The same in a time: a rota at once first, then for so many milliseconds one with fewer visits and proofs, as far as they
 * come. What is not proved by then is told with the fewest visits that any rota can have.
 */
export function solveWithin(problem: CoverProblem, patienceMs: number, effort: Effort = { width: 4000 }): Rota {
  const soon = solveAtOnce(problem)
  const now = performance.now()
  const timed = { ...effort, untilMs: now + patienceMs }
  if (soon.status === 'held') {
    const schedule = fewerInTime(problem, soon.schedule, now + patienceMs / 2)
    const any = { schedule, heldS: problem.durationS, longest: schedule, isExhaustive: false }
    return held(preparedFor(problem, timed), any, timed)
  }
  const rota = solveCover(problem, timed)
  if (rota.status === 'held') return rota
  const most = soon.most.good > rota.most.good ? soon.most : rota.most
  // A search that ran out of time says how far it had come, which is less than what can be held.
  const { firstUncoveredS, longest } = !rota.isProved && soon.firstUncoveredS > rota.firstUncoveredS ? soon : rota
  return { ...rota, most, firstUncoveredS, longest }
}

/** By the widest of the hasty ways: fewer visits where many cameras end at once. */
function fewerInTime(problem: CoverProblem, schedule: readonly Intervention[], untilMs: number) {
  const event = preparedFor(coarser(problem) ?? problem, { width: LIVE.width })
  const widest = HASTES.reduce((a, b) => (b.wider > a.wider ? b : a))
  const fewer = withFewer(event, schedule, { ...LIVE, untilMs }, widest).schedule
  return (fewer === schedule ? null : onOwnGrid(problem, fewer)) ?? schedule
}

type Most = Extract<Rota, { status: 'cannot' }>['most']

/** The most good angles that can be held throughout, where it cannot be all. */
function mostOf(problem: CoverProblem, effort: Effort): Most {
  const { good, way } = mostGood(problem, effort)
  const event = preparedFor(wantingNoMore(problem, good), effort)
  const schedule = good ? withFewest(event, way, effort).schedule : way
  return { good, visits: schedule.length, schedule }
}

function mostGood(problem: CoverProblem, effort: Effort): { good: number; way: readonly Intervention[] } {
  let [low, above] = [0, mostWanted(problem)]
  let best: readonly Intervention[] = []
  while (above - low > 1) {
    const good = (low + above) >> 1
    const way = anyWay(preparedFor(wantingNoMore(problem, good), effort), effort).schedule
    if (way) [low, best] = [good, way]
    else above = good
  }
  return { good: low, way: best }
}

/** The grid on which a way is found soon; null where the event's own is no finer, or hardly longer. */
function coarser(problem: CoverProblem): CoverProblem | null {
  if (problem.stepS >= LIVE_STEP_S || problem.durationS <= 10 * LIVE_STEP_S) return null
  return { ...problem, stepS: LIVE_STEP_S, durationS: Math.ceil(problem.durationS / LIVE_STEP_S) * LIVE_STEP_S }
}

/** A schedule of the coarser grid on the event's own; null where it does not hold there. */
function onOwnGrid(problem: CoverProblem, coarse: readonly Intervention[]): readonly Intervention[] | null {
  const schedule = within(problem, coarse)
  const { firstUncoveredS, impossible } = follow(problem, schedule)
  return firstUncoveredS === null && impossible.length === 0 ? schedule : null
}

/**
 * A rota at once, for an event that goes on: as valid as any. A coarse grid is tried first, of which nothing is proved;
 * where that cannot hold it, whether the event's own grid can. The same on every machine, however slow.
 */
export function solveAtOnce(problem: CoverProblem): Rota {
  const coarse = coarser(problem)
  const first = coarse && preparedFor(coarse, LIVE)
  const soon = first && anyWay(first, LIVE)
  if (first && soon?.schedule) {
    const rota = held(first, soon, LIVE)
    const schedule = onOwnGrid(problem, rota.schedule)
    // On its own grid there may be a way with fewer.
    const unproved = { isFewestProved: schedule?.length === 0, isSlackProved: false, leastVisits: 0 }
    if (schedule) return thinnedRota(problem, { ...rota, ...unproved, schedule })
  }
  const event = preparedFor(problem, LIVE)
  const any = anyWay(event, LIVE)
  if (any.schedule) return thinnedRota(problem, held(event, any, LIVE))
  const most = mostOf(coarse && !soon?.schedule ? coarse : problem, LIVE)
  return cannot(any, restarted(problem, { ...most, schedule: within(problem, most.schedule) }))
}

/** The same without needless visits; the slack is that of what is left. */
function thinnedRota(problem: CoverProblem, rota: Held): Held {
  const schedule = thinned(problem, rota.schedule)
  if (schedule.length === rota.schedule.length) return rota
  return { ...rota, schedule, smallestSlackS: follow(problem, schedule).smallestSlackS }
}

/**
 * How many good angles can be held throughout, and the first second with fewer than are wanted; null where none has.
 * Nobody's way is told, so that few visits need not be looked for. What is searched is as narrow as its effort.
 */
export function howFarHeld(problem: CoverProblem, effort: Effort): { good: number; firstUncoveredS: number | null } {
  const { schedule, heldS } = anyWay(preparedFor(problem, effort), effort)
  if (schedule) return { good: mostWanted(problem), firstUncoveredS: null }
  return { good: mostGood(problem, effort).good, firstUncoveredS: heldS }
}

/** The coarse grid ends a little later: what only that little more asks for is left out. */
const within = ({ durationS, cameras }: CoverProblem, schedule: readonly Intervention[]) =>
  schedule.filter(({ beginS, camera, kind }) => beginS + handlingSeconds(cameras[camera]!, kind) <= durationS)

/** Visits begin at the most so long after a camera stopped to be tried, and so often one is added, seconds and times. */
const TRIED_AFTER_S = 300
const MOST_ADDED = 12

/**
 * Where not all angles can be held those that stop are started again all the same: visits are added one by one, each as
 * soon as somebody can be there, and first the one after which fewest steps lack an angle; as long as nobody is sent where they cannot be and no more steps than before
 * have fewer than what can be held.
 */
function restarted(problem: CoverProblem, most: Most): Most {
  const need = needByStep(problem)
  const lacking = (good: readonly number[]) => good.reduce((sum, count, i) => sum + Math.max(0, need[i]! - count), 0)
  const below = (good: readonly number[]) => good.filter((count, i) => count < Math.min(need[i]!, most.good)).length
  let best = { schedule: most.schedule, course: follow(problem, most.schedule) }
  const isLow = below(best.course.good)
  for (let added = 0; added < MOST_ADDED; added++) {
    const stops = best.course.cameras.flatMap(({ stopsS }, camera) => (problem.cameras[camera]!.isGood ? stopsS.map((stop) => ({ camera, ...stop })) : [])) // prettier-ignore
    let better: typeof best | null = null
    for (const { camera, atS, by } of stops)
      for (const attendant of problem.attendants.keys())
        for (let afterS = 0; afterS <= TRIED_AFTER_S; afterS += problem.stepS) {
          const beginS = Math.ceil(atS / problem.stepS) * problem.stepS + afterS
          const schedule = [...best.schedule, { beginS, attendant, camera, kind: by === 'run' ? ('restart' as const) : by }]
          const course = follow(problem, schedule)
          if (course.impossible.length > 0 || below(course.good) > isLow) continue
          if (lacking(course.good) < lacking((better ?? best).course.good)) better = { schedule, course }
          break
        }
    if (!better) break
    best = better
  }
  return { ...most, visits: best.schedule.length, schedule: best.schedule }
} // prettier-ignore

const cannot = (any: Searched, most: Most): Rota => ({
  status: 'cannot',
  firstUncoveredS: any.heldS,
  isProved: any.isExhaustive,
  most,
  longest: any.longest,
})
