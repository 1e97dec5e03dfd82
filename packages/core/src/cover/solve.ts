import { follow } from './follow.ts'
import type { CoverProblem, Intervention } from './problem.ts'
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
      /** Nobody can hold it longer than until this second. */
      readonly firstUncoveredS: number
      readonly isProved: boolean
      /** The most good angles that can be held throughout, and how; 0 where not even one can. */
      readonly most: { readonly good: number; readonly visits: number; readonly schedule: readonly Intervention[] }
      readonly longest: readonly Intervention[]
    }

export interface Effort {
  /** Labels that are kept at a step; more proves more and takes longer. */
  readonly width: number
}

/** Fewest visits, from below: a way with n visits after none with n - 1 is proved. */
function withFewest(problem: CoverProblem, any: readonly Intervention[], { width }: Effort) {
  let leastVisits = 0
  let isProved = true
  for (let visits = 0; visits < any.length; visits++) {
    const found = search(problem, { visits, slackS: 0, width })
    if (found.schedule) return { schedule: found.schedule, leastVisits, isProved }
    if (!found.isExhaustive) isProved = false
    if (isProved) leastVisits = visits + 1
  }
  return { schedule: any, leastVisits, isProved }
}

/** The most slack among schedules with so many visits, by halving. */
function withMostSlack(problem: CoverProblem, first: readonly Intervention[], effort: Effort) {
  const slackOf = (schedule: readonly Intervention[]) => follow(problem, schedule).smallestSlackS
  let best = { schedule: first, slackS: slackOf(first) }
  if (best.slackS === null) return { ...best, isProved: true }
  let isProved = true
  let above = Math.floor(problem.durationS / problem.stepS) + 1
  const inSteps = (seconds: number) => Math.floor(seconds / problem.stepS)
  while (best.slackS !== null && above - inSteps(best.slackS) > 1) {
    const middle = inSteps(best.slackS) + Math.ceil((above - inSteps(best.slackS)) / 2)
    const slackS = Math.min(middle, above - 1) * problem.stepS
    const found = search(problem, { visits: first.length, slackS, width: effort.width })
    if (found.schedule) best = { schedule: found.schedule, slackS: slackOf(found.schedule) }
    else {
      if (!found.isExhaustive) isProved = false
      above = slackS / problem.stepS
    }
  }
  return { ...best, isProved }
}

function held(problem: CoverProblem, any: Searched, effort: Effort): Rota {
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

/** Whether it can be held at all: by a narrow search at first, which finds a way sooner where there are many. */
function anyWay(problem: CoverProblem, { width }: Effort): Searched {
  const narrow = search(problem, { visits: Infinity, slackS: 0, width: Math.min(width, 60) })
  return narrow.schedule || narrow.isExhaustive ? narrow : search(problem, { visits: Infinity, slackS: 0, width })
}

/**
 * Who goes to which camera when: first that enough good angles record throughout, then the fewest visits, then the most
 * slack. Where that cannot be, the first second that cannot be held, and the most angles that can.
 */
export function solveCover(problem: CoverProblem, effort: Effort = { width: 4000 }): Rota {
  const any = anyWay(problem, effort)
  if (any.schedule) return held(problem, any, effort)
  let [low, above] = [0, problem.needGood]
  let best: readonly Intervention[] = []
  while (above - low > 1) {
    const good = (low + above) >> 1
    const way = anyWay({ ...problem, needGood: good }, effort).schedule
    if (way) [low, best] = [good, way]
    else above = good
  }
  if (low) best = withFewest({ ...problem, needGood: low }, best, effort).schedule
  return cannot(any, { good: low, visits: best.length, schedule: best })
}

const cannot = (any: Searched, most: Extract<Rota, { status: 'cannot' }>['most']): Rota => ({
  status: 'cannot',
  firstUncoveredS: any.heldS,
  isProved: any.isExhaustive,
  most,
  longest: any.longest,
})
