import {
  type Attendant,
  type Clocks,
  clocksAfter,
  type CoverProblem,
  firstClocks,
  handlingSeconds,
  type Intervention,
  needByStep,
} from './problem.ts'

/** How one camera goes through the event: when it records, and the visits it gets. */
export interface CameraCourse {
  readonly recordsS: readonly (readonly [from: number, to: number])[]
  /** When and by which of its clocks it stopped before the end, unless somebody came first. */
  readonly stopsS: readonly { readonly atS: number; readonly by: keyof Clocks }[]
}

/** What a schedule comes to when it is followed to the letter. */
export interface Course {
  readonly cameras: readonly CameraCourse[]
  /** Good angles that record throughout a step, by step. */
  readonly good: readonly number[]
  /** The first second with fewer good angles than are needed; null where there is none. */
  readonly firstUncoveredS: number | null
  /**
   * The least time that was left on any clock when somebody began, of those clocks that would have ended before the
   * event; null where no visit had such a clock.
   */
  readonly smallestSlackS: number | null
  /** What nobody can do of it, each with the visit it is about. */
  readonly impossible: readonly { readonly visit: number; readonly why: Why }[]
}
export type Why = 'before-start' | 'after-end' | 'camera-in-hands' | 'too-far' | 'post'

/** Where an attendant is expected, of which each part needs them at one place. */
interface Stay {
  readonly place: number
  readonly fromS: number
  readonly toS: number
  readonly visit: number | null
}

function walksOf(problem: CoverProblem, attendant: Attendant, visits: readonly (Stay & { visit: number })[]) {
  const wrong: { visit: number; why: Why }[] = []
  const posts = attendant.posts.map((post): Stay => ({ ...post, visit: null }))
  for (const visit of visits)
    if (posts.some((post) => post.place !== visit.place && post.fromS < visit.toS && visit.fromS < post.toS))
      wrong.push({ visit: visit.visit, why: 'post' })
  const stays: readonly Stay[] = [...visits, ...posts].toSorted((a, b) => a.fromS - b.fromS || a.toS - b.toS)
  let [place, freeS, last] = [attendant.place, 0, null as number | null]
  for (const stay of stays) {
    const isHeldTwice = stay.visit !== null && last !== null && stay.fromS < freeS && visits.some((other) => other.visit === last && other.toS > stay.fromS) // prettier-ignore
    if (stay.place === place ? isHeldTwice : freeS + problem.walkS[place]![stay.place]! > stay.fromS)
      wrong.push({ visit: stay.visit ?? last ?? -1, why: stay.visit === null ? 'post' : 'too-far' })
    place = stay.place
    freeS = Math.max(freeS, stay.toS)
    last = stay.visit ?? last
  }
  return wrong.filter(({ visit }) => visit >= 0)
}

/** Follows a schedule second by second, and says what it comes to. Knows nothing of how it was found. */
export function follow(problem: CoverProblem, schedule: readonly Intervention[]): Course {
  const { durationS, stepS } = problem
  const impossible: { visit: number; why: Why }[] = []
  let slackS = Infinity
  const ordered = schedule.map((visit, i) => ({ ...visit, i })).toSorted((a, b) => a.beginS - b.beginS)
  const cameras = problem.cameras.map((camera, c): CameraCourse => {
    let clocks = firstClocks(camera)
    let freeS = camera.startS
    const recordsS: [number, number][] = []
    const stopsS: { atS: number; by: keyof Clocks }[] = []
    const goOn = (untilS: number) => {
      const endS = Math.min(clocks.run, clocks.card, clocks.battery)
      if (Math.min(endS, untilS) > freeS) recordsS.push([freeS, Math.min(endS, untilS)])
      const by = (['run', 'card', 'battery'] as const).find((clock) => clocks[clock] === endS)!
      if (endS < untilS) stopsS.push({ atS: Math.max(endS, freeS), by })
    }
    for (const { beginS, kind, i } of ordered.filter((visit) => visit.camera === c)) {
      const endS = beginS + handlingSeconds(camera, kind)
      if (beginS < camera.startS) impossible.push({ visit: i, why: 'before-start' })
      else if (beginS < freeS) impossible.push({ visit: i, why: 'camera-in-hands' })
      if (endS > durationS) impossible.push({ visit: i, why: 'after-end' })
      const left = [clocks.run, clocks.card, clocks.battery].filter((clock) => clock < durationS)
      if (left.length) slackS = Math.min(slackS, Math.max(0, Math.min(...left) - beginS))
      goOn(beginS)
      clocks = clocksAfter(camera, clocks, kind, endS)
      freeS = endS
    }
    goOn(durationS)
    return { recordsS, stopsS }
  })
  for (const [a, attendant] of problem.attendants.entries()) {
    const visits = ordered
      .filter((visit) => visit.attendant === a)
      .map(({ beginS, camera, kind, i }) => {
        const at = problem.cameras[camera]!
        return { place: at.place, fromS: beginS, toS: beginS + handlingSeconds(at, kind), visit: i }
      })
    impossible.push(...walksOf(problem, attendant, visits))
  }
  const good = Array.from({ length: Math.ceil(durationS / stepS) }, (_, step) => {
    const atS = step * stepS
    return cameras.filter(({ recordsS }, c) => problem.cameras[c]!.isGood && recordsS.some(([from, to]) => from <= atS && Math.min(atS + stepS, durationS) <= to)).length // prettier-ignore
  })
  const need = needByStep(problem)
  const bare = good.findIndex((count, step) => count < need[step]!)
  return {
    cameras,
    good,
    firstUncoveredS: bare < 0 ? null : bare * stepS,
    smallestSlackS: slackS === Infinity ? null : slackS,
    impossible,
  }
}
