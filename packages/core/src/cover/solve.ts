import { follow } from './follow.ts'
import {
  type CoverProblem,
  handlingSeconds,
  type Intervention,
  mostWanted,
  needByStep,
  wantingNoMore,
} from './problem.ts'
import { type Searched, search } from './search.ts'

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
  /** Nobody goes to a camera that lasts longer than this, seconds: a few visits are looked at in place of all. */
  readonly dueWithinS?: number
  /** By `performance.now()`: what is not proved by then is told with the bound that is. */
  readonly untilMs?: number
}

/** Fewest visits, from below: a way with n visits after none with n - 1 is proved. */
function withFewest(problem: CoverProblem, any: readonly Intervention[], effort: Effort) {
  const { width, untilMs } = effort
  if (effort.isHasty) return withFewer(problem, any, effort)
  let leastVisits = 0
  let isProved = true
  for (let visits = 0; visits < any.length; visits++) {
    const found = search(problem, { visits, slackS: 0, width, untilMs })
    if (found.schedule) return { schedule: found.schedule, leastVisits, isProved }
    if (!found.isExhaustive) isProved = false
    if (isProved) leastVisits = visits + 1
  }
  return { schedule: any, leastVisits, isProved }
}

/** Few visits soon: twice as many are allowed each time, until a way is found. */
function withFewer(problem: CoverProblem, any: readonly Intervention[], { width, dueWithinS }: Effort) {
  for (let visits = 0; visits < any.length; visits = 2 * visits || 1) {
    const { schedule } = search(problem, { visits, slackS: 0, width, isHasty: true, dueWithinS })
    if (schedule) return { schedule, leastVisits: 0, isProved: false }
  }
  return { schedule: any, leastVisits: 0, isProved: any.length === 0 }
}

/** The most slack among schedules with so many visits, by halving. */
function withMostSlack(problem: CoverProblem, first: readonly Intervention[], effort: Effort) {
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
    const found = search(problem, { visits: first.length, slackS, width: effort.width, isHasty: effort.isHasty, dueWithinS: effort.dueWithinS, untilMs: effort.untilMs }) // prettier-ignore
    if (found.schedule) best = { schedule: found.schedule, slackS: slackOf(found.schedule) }
    else {
      if (!found.isExhaustive) isProved = false
      above = slackS / problem.stepS
    }
  }
  return { ...best, isProved }
}

function held(problem: CoverProblem, any: Searched, effort: Effort): Held {
  const { schedule, leastVisits, isProved } = withFewest(problem, any.schedule!, effort)
  const slack = withMostSlack(problem, schedule, effort)
  return {
    status: 'held',
    schedule: slack.schedule,
    smallestSlackS: slack.slackS,
    isFewestProved: isProved,
    isSlackProved: isProved && slack.isProved,
    leastVisits,
  }
}

const NARROW = 60

/** Whether it can be held at all: by a narrow search at first, which finds a way sooner where there are many. */
function anyWay(problem: CoverProblem, { width, isHasty, dueWithinS, untilMs }: Effort): Searched {
  const narrow = search(problem, {
    visits: Infinity,
    slackS: 0,
    width: Math.min(width, NARROW),
    isHasty,
    dueWithinS,
    untilMs,
  })
  const isEnough = narrow.schedule !== null || narrow.isExhaustive || width <= NARROW
  return isEnough ? narrow : search(problem, { visits: Infinity, slackS: 0, width, isHasty, dueWithinS, untilMs })
}

/**
 * Who goes to which camera when: first that enough good angles record throughout, then the fewest visits, then the most
 * slack. Where that cannot be, the first second that cannot be held, and the most angles that can.
 */
export function solveCover(problem: CoverProblem, effort: Effort = { width: 4000 }): Rota {
  const any = anyWay(problem, effort)
  if (any.schedule) return held(problem, any, effort)
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
 * The same in a time: a rota at once first, then proofs for so many milliseconds, as far as they come. What is not
 * proved by then is told with the fewest visits that any rota can have.
 */
export function solveWithin(problem: CoverProblem, patienceMs: number, effort: Effort = { width: 4000 }): Rota {
  const soon = solveAtOnce(problem)
  const timed = { ...effort, untilMs: performance.now() + patienceMs }
  if (soon.status === 'held') {
    const { schedule } = soon
    return held(problem, { schedule, heldS: problem.durationS, longest: schedule, isExhaustive: false }, timed)
  }
  const rota = solveCover(problem, timed)
  if (rota.status === 'held') return rota
  const most = soon.most.good > rota.most.good ? soon.most : rota.most
  // A search that ran out of time says how far it had come, which is less than what can be held.
  const { firstUncoveredS, longest } = !rota.isProved && soon.firstUncoveredS > rota.firstUncoveredS ? soon : rota
  return { ...rota, most, firstUncoveredS, longest }
}

type Most = Extract<Rota, { status: 'cannot' }>['most']

/** The most good angles that can be held throughout, where it cannot be all. */
function mostOf(problem: CoverProblem, effort: Effort): Most {
  const { good, way } = mostGood(problem, effort)
  const schedule = good ? withFewest(wantingNoMore(problem, good), way, effort).schedule : way
  return { good, visits: schedule.length, schedule }
}

function mostGood(problem: CoverProblem, effort: Effort): { good: number; way: readonly Intervention[] } {
  let [low, above] = [0, mostWanted(problem)]
  let best: readonly Intervention[] = []
  while (above - low > 1) {
    const good = (low + above) >> 1
    const way = anyWay(wantingNoMore(problem, good), effort).schedule
    if (way) [low, best] = [good, way]
    else above = good
  }
  return { good: low, way: best }
}

/** While an event goes on a rota is wanted within a second: looked for on a coarse grid at first, as narrow as holds. */
const LIVE: Effort = { width: 16, slackTries: 3, isHasty: true }
const LIVE_STEP_S = 30
/** Of a long event only cameras that end so soon are gone to at first: time for all of them, and little to choose from. */
const DUE_WITHIN_S = 600
const LONG_S = 3600

/**
 * A rota at once, for an event that goes on: as valid as any, but nothing is proved of it. A coarse grid is tried first;
 * where that cannot hold it, whether the event's own grid can.
 */
export function solveAtOnce(problem: CoverProblem): Rota {
  const isCoarse = problem.stepS < LIVE_STEP_S && problem.durationS > 10 * LIVE_STEP_S
  const durationS = Math.ceil(problem.durationS / LIVE_STEP_S) * LIVE_STEP_S
  const coarse = { ...problem, stepS: LIVE_STEP_S, durationS }
  const first = isCoarse ? waySoon(coarse) : null
  if (first?.any.schedule) {
    const rota = held(coarse, first.any, first.effort)
    const schedule = within(problem, rota.schedule)
    const { firstUncoveredS, impossible } = follow(problem, schedule)
    if (firstUncoveredS === null && impossible.length === 0) return thinnedRota(problem, { ...rota, schedule })
  }
  const { any, effort } = waySoon(problem)
  if (any.schedule) return thinnedRota(problem, held(problem, any, effort))
  const most = mostOf(first && !first.any.schedule ? coarse : problem, LIVE)
  return cannot(any, restarted(problem, { ...most, schedule: within(problem, most.schedule) }))
}

/**
 * Of a long event at first only by cameras that end soon, else by all of them; with the effort that found it. In a short
 * one all are looked at in time, and who comes early has more to spare when something fails.
 */
function waySoon(problem: CoverProblem): { any: Searched; effort: Effort } {
  const effort = { ...LIVE, dueWithinS: DUE_WITHIN_S }
  const due = problem.durationS > LONG_S ? anyWay(problem, effort) : null
  return due?.schedule ? { any: due, effort } : { any: anyWay(problem, LIVE), effort: LIVE }
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
  const { schedule, heldS } = anyWay(problem, effort)
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
