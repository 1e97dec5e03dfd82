import {
  type CoverCamera,
  type CoverProblem,
  type Intervention,
  type Kind,
  KINDS,
  handlingSeconds,
  needByStep,
  newBattery,
  newCard,
} from './problem.ts'
import { hasTwinBefore, inOrder, twinsBy } from './twins.ts'

/*
 * Who goes to which camera when, found by labels that are carried forward through the event step by step. A label is
 * what is true at a step: when the clocks of each camera end, whose hands it is in until when, where each attendant is
 * and since when, and how many visits it took. One label makes another needless where its clocks end no sooner, its
 * cameras and people are free no later, and it took no more visits: whatever can still be done from the other can be
 * done from it. What is left are the few ways that differ in something that may still matter, so that nothing that
 * could be best is lost, and the first step without a label is the first second that nobody can hold.
 *
 * Labels in resource-constrained shortest paths: Irnich and Desaulniers, "Shortest Path Problems with Resource
 * Constraints", in: Column Generation, Springer 2005.
 */

interface Visited {
  readonly visit: Intervention
  readonly before: Visited | null
}

interface Label {
  /** Per good camera: ends of run, card and battery, and until when it is in somebody's hands. Steps. */
  readonly clocks: Int32Array
  /** Per attendant: place, and the step since when they have nothing to do there. */
  readonly people: Int32Array
  readonly used: number
  /** Who began something at this very step, so that two who begin together are tried in one order only. */
  readonly lastBegun: number
  readonly visited: Visited | null
}

export interface Limits {
  /** No more visits than these; Infinity where it does not matter. */
  readonly visits: number
  /** Every visit begins with at least so much left on each clock that would end before the event, seconds. */
  readonly slackS: number
  /** No more labels are kept at a step: with fewer than would be needed, nothing is proved. */
  readonly width: number
  /** Visits that are hardly ever of use are passed over; nothing is proved then. */
  readonly isHasty?: boolean
  /** Nobody goes to a camera that lasts longer than this, seconds; nothing is proved then. */
  readonly dueWithinS?: number
  /** By `performance.now()`: given up then, and nothing is proved. */
  readonly untilMs?: number
}

export interface Searched {
  /** Null where no way was found. */
  readonly schedule: readonly Intervention[] | null
  /** How far any way came: the event's end where there is one. */
  readonly heldS: number
  /** The visits of a way that came so far. */
  readonly longest: readonly Intervention[]
  /** Whether nothing was left out on the way. */
  readonly isExhaustive: boolean
}

/** The problem in steps, with the cameras that count only. */
interface Steps {
  readonly end: number
  /** The first step in which any is wanted. */
  readonly from: number
  /** Good angles that are wanted, by step. */
  readonly need: readonly number[]
  /** The sum of what is wanted from each step on. */
  readonly needLeft: readonly number[]
  readonly walk: readonly (readonly number[])[]
  /** The longest of the walks. */
  readonly farthest: number
  readonly cameras: readonly SteppedCamera[]
  /** Cameras that differ in nothing that may still matter, and people likewise. */
  readonly cameraTwins: readonly (readonly number[])[]
  readonly personTwins: readonly (readonly number[])[]
  readonly people: readonly {
    readonly place: number
    readonly posts: readonly { readonly place: number; readonly from: number; readonly to: number }[]
  }[]
}
interface SteppedCamera {
  readonly index: number
  readonly place: number
  readonly start: number
  readonly camera: CoverCamera
  readonly hands: Readonly<Record<Kind, number>>
  /**
   * What may be done to it: nobody changes a card or a battery that lasts from the first to the end. One that was
   * changed before may be changed again though it would last: longer hands can mean a later end.
   */
  readonly kinds: readonly Kind[]
  /** The longest it can record after one visit. */
  readonly mostPerVisit: number
  readonly first: readonly [run: number, card: number, battery: number]
}

/** All of a camera that its clocks do not say; the first of each are in them. */
const likenessOf = ({ place, start, hands, kinds, camera }: SteppedCamera): string =>
  JSON.stringify([place, start, hands, kinds, camera.runLimitS, camera.cardS, camera.batteryS, camera.restartS, camera.cardSwapS, camera.batterySwapS]) // prettier-ignore

const [RUN, CARD, BATTERY, BUSY, PER_CAMERA] = [0, 1, 2, 3, 4]

function inSteps(problem: CoverProblem): Steps {
  const { stepS } = problem
  const end = Math.floor(problem.durationS / stepS)
  const down = (seconds: number | null) => (seconds === null ? end : Math.min(end, Math.floor(seconds / stepS)))
  const up = (seconds: number) => Math.ceil(seconds / stepS)
  const cameras = problem.cameras.flatMap((camera, index): SteppedCamera[] => {
    if (!camera.isGood) return []
    const start = up(camera.startS)
    const run = down(camera.runLimitS)
    const hands = Object.fromEntries(KINDS.map((kind) => [kind, up(handlingSeconds(camera, kind))])) as Record<Kind, number> // prettier-ignore
    const [card, battery] = [down(camera.cardS), down(camera.batteryS)]
    // A clock that ends within a step has ended when it begins: what is promised of a step is held through it.
    const until = (seconds: number | null) => (seconds === null ? end : down(camera.startS + seconds))
    const first = [
      until(camera.runFirstS ?? camera.runLimitS),
      until(camera.cardFirstS),
      until(camera.batteryFirstS),
    ] as const
    const mostPerVisit = Math.min(run, Math.max(card, down(camera.cardFirstS)), Math.max(battery, down(camera.batteryFirstS))) // prettier-ignore
    const [runs, cards, batteries] = first.map((ends_) => ends_ < end)
    const kinds = KINDS.filter((kind) => (kind === 'restart' ? runs : (!newCard(kind) || cards) && (!newBattery(kind) || batteries))) // prettier-ignore
    return [{ index, place: camera.place, start, camera, hands, kinds, mostPerVisit, first }]
  })
  const need = needByStep(problem).slice(0, end)
  const needLeft = [0]
  for (const wanted of need.toReversed()) needLeft.unshift(needLeft[0]! + wanted)
  const first = need.findIndex((wanted) => wanted > 0)
  return {
    end,
    from: first < 0 ? end : first,
    need,
    needLeft,
    walk: problem.walkS.map((row) => row.map(up)),
    farthest: Math.max(0, ...problem.walkS.flat().map(up)),
    cameras,
    cameraTwins: twinsBy(cameras, likenessOf),
    personTwins: twinsBy(problem.attendants, ({ posts }) => JSON.stringify(posts)),
    people: problem.attendants.map(({ place, posts }) => ({
      place,
      posts: posts
        .map((post) => ({ place: post.place, from: Math.floor(post.fromS / stepS), to: up(post.toS) }))
        .toSorted((a, b) => a.from - b.from),
    })),
  }
}

/** Whether somebody who is free at `place` since `since` can handle a camera from `at` to `to`, and what they owe then. */
function canBeThere(
  steps: Steps,
  person: Steps['people'][number],
  place: number,
  since: number,
  camera: SteppedCamera,
  at: number,
  to: number,
): boolean {
  // prettier-ignore
  let [where, free] = [place, since]
  for (const post of person.posts) {
    if (post.to <= free && post.to <= at) continue
    if (post.to <= at) {
      // A post that is over before the visit begins.
      where = post.place
      free = post.to
    } else if (post.from < to) {
      // One that goes on, or begins, meanwhile.
      if (post.place !== camera.place) return false
      if (post.from <= at) {
        where = post.place
        free = Math.max(free, Math.min(post.from, at))
      }
    } else
      return free + steps.walk[where]![camera.place]! <= at && to + steps.walk[camera.place]![post.place]! <= post.from
  }
  return free + steps.walk[where]![camera.place]! <= at
}

const ends = (clocks: Int32Array, c: number) => {
  const i = c * PER_CAMERA
  return Math.min(clocks[i + RUN]!, clocks[i + CARD]!, clocks[i + BATTERY]!)
}

/** No fewer visits can hold what is left, even with a pair of hands at every camera. */
function fewestVisits(steps: Steps, { clocks }: Label, now: number): number {
  const from = Math.max(now, steps.from)
  let missing = steps.needLeft[from] ?? 0
  let most = 1
  for (const [c, camera] of steps.cameras.entries()) {
    const begins = Math.max(from, clocks[c * PER_CAMERA + BUSY]!, camera.start)
    missing -= Math.max(0, ends(clocks, c) - begins)
    most = Math.max(most, camera.mostPerVisit)
  }
  return missing <= 0 ? 0 : Math.ceil(missing / most)
}

/** Whether somebody comes to every place no later by one label than by another. Who is idle may be on the way already. */
function isNoFurther(than: State, label: State, steps: Steps, now: number, p: number): boolean {
  const [place, since] = [than.people[p * 2]!, than.people[p * 2 + 1]!]
  const [placeB, sinceB] = [label.people[p * 2]!, label.people[p * 2 + 1]!]
  if (place === placeB && since <= sinceB) return true
  for (let x = 0; x < steps.walk.length; x++) {
    const there = since + steps.walk[place]![x]!
    if (there > now && there > sinceB + steps.walk[placeB]![x]!) return false
  }
  return (
    place === placeB || !steps.people[p]!.posts.some((post) => post.to > since && post.from < Math.max(now, sinceB))
  )
}

/** What of a label is compared: its twins in order, and nobody busy until a step that has passed. */
type State = Pick<Label, 'clocks' | 'people' | 'used'>

function stateOf({ clocks, people, used }: Label, steps: Steps, now: number): State {
  if (steps.cameraTwins.length === 0 && steps.personTwins.length === 0) return { clocks, people, used }
  const passed = clocks.slice()
  for (let i = BUSY; i < passed.length; i += PER_CAMERA) passed[i] = Math.max(now, passed[i]!)
  return { clocks: inOrder(passed, PER_CAMERA, steps.cameraTwins), people: inOrder(people, 2, steps.personTwins), used }
}

function isNeedless(than: State, label: State, steps: Steps, now: number, counts: boolean): boolean {
  if (counts && than.used > label.used) return false
  const [a, b] = [than.clocks, label.clocks]
  for (let i = 0; i < a.length; i += PER_CAMERA) {
    if (a[i]! < b[i]! || a[i + CARD]! < b[i + CARD]! || a[i + BATTERY]! < b[i + BATTERY]!) return false
    if (a[i + BUSY]! > now && a[i + BUSY]! > b[i + BUSY]!) return false
  }
  for (let p = 0; p < steps.people.length; p++) if (!isNoFurther(than, label, steps, now, p)) return false
  return true
}

/**
 * Those that nothing makes needless, the most promising first; no more than `width`. Whatever makes another needless
 * promises no less, so that it stands before it.
 */
function keep(labels: readonly Label[], steps: Steps, now: number, { visits, width }: Limits) {
  const counts = visits < Infinity
  const promised = labels.map((label) => {
    let worth = 0
    for (let i = 0; i < label.clocks.length; i += PER_CAMERA) worth += label.clocks[i]! + label.clocks[i + CARD]! + label.clocks[i + BATTERY]! // prettier-ignore
    return {
      label,
      state: stateOf(label, steps, now),
      visits: fewestVisits(steps, label, now) + (counts ? label.used : 0),
      worth,
    }
  })
  promised.sort((a, b) => a.visits - b.visits || (counts ? a.label.used - b.label.used : 0) || b.worth - a.worth)
  const kept: Label[] = []
  const states: State[] = []
  for (const { label, state } of promised) {
    if (states.some((than) => isNeedless(than, state, steps, now, counts))) continue
    if (kept.length === width) return { kept, wasCut: true }
    kept.push(label)
    states.push(state)
  }
  return { kept, wasCut: false }
}

/** The step in which a clock that begins at `endS` has run out; the end for one that does not. */
const stepOf = (lastsS: number | null, endS: number, end: number, stepS: number): number =>
  lastsS === null ? end : Math.min(end, Math.floor((endS + lastsS) / stepS))

function begun(label: Label, problem: CoverProblem, steps: Steps, c: number, person: number, kind: Kind, now: number) {
  const camera = steps.cameras[c]!
  const to = now + camera.hands[kind]
  const clocks = label.clocks.slice()
  const i = c * PER_CAMERA
  const endS = now * problem.stepS + handlingSeconds(camera.camera, kind)
  clocks[i + RUN] = stepOf(camera.camera.runLimitS, endS, steps.end, problem.stepS)
  if (newCard(kind)) clocks[i + CARD] = stepOf(camera.camera.cardS, endS, steps.end, problem.stepS)
  if (newBattery(kind)) clocks[i + BATTERY] = stepOf(camera.camera.batteryS, endS, steps.end, problem.stepS)
  clocks[i + BUSY] = to
  const people = label.people.slice()
  people[person * 2] = camera.place
  people[person * 2 + 1] = to
  const visit: Intervention = { beginS: now * problem.stepS, attendant: person, camera: camera.index, kind }
  return { clocks, people, used: label.used + 1, lastBegun: person, visited: { visit, before: label.visited } }
}

/**
 * Whether a visit renews nothing that lasts to the end anyway. One that does is hardly ever of use: only where its longer
 * handling lets another clock begin so much later that it lasts.
 */
function renewsWhatEnds({ clocks }: Label, { end }: Steps, i: number, kind: Kind): boolean {
  if (kind === 'restart') return clocks[i + RUN]! < end
  return (!newCard(kind) || clocks[i + CARD]! < end) && (!newBattery(kind) || clocks[i + BATTERY]! < end)
}

/** Of two people who stand at one place, are free and have no posts, it makes no difference who goes: the first does. */
function isStandIn({ people }: Label, steps: Steps, p: number, now: number): boolean {
  if (steps.people[p]!.posts.length > 0) return false
  const since = (q: number) => (people[q * 2 + 1]! + steps.farthest <= now ? -1 : people[q * 2 + 1]!)
  for (let q = 0; q < p; q++)
    if (people[q * 2] === people[p * 2] && since(q) === since(p) && steps.people[q]!.posts.length === 0) return true
  return false
}

function* beginnings(label: Label, problem: CoverProblem, steps: Steps, now: number, limits: Limits): Generator<Label> {
  if (label.used >= limits.visits) return
  // A camera in hands is one less: where none can be spared, nobody touches one that records.
  const canSpare = spareAngles(label, steps, now) > 0
  const slack = Math.ceil(limits.slackS / problem.stepS)
  const due = (limits.dueWithinS ?? Infinity) / problem.stepS
  for (let c = 0; c < steps.cameras.length; c++) {
    const camera = steps.cameras[c]!
    const i = c * PER_CAMERA
    if (now < camera.start || label.clocks[i + BUSY]! > now) continue
    if (!canSpare && records(label, steps, c, now)) continue
    if (hasTwinBefore(label.clocks, PER_CAMERA, steps.cameraTwins, c)) continue
    const left = ends(label.clocks, c)
    if (slack > 0 && left < steps.end && left - now < slack) continue
    if (left - now > due) continue
    for (const kind of camera.kinds) {
      const to = now + camera.hands[kind]
      if (to > steps.end || (limits.isHasty && !renewsWhatEnds(label, steps, i, kind))) continue
      for (let p = label.lastBegun + 1; p < steps.people.length; p++)
        if (
          !isStandIn(label, steps, p, now) &&
          canBeThere(steps, steps.people[p]!, label.people[p * 2]!, label.people[p * 2 + 1]!, camera, now, to)
        )
          yield begun(label, problem, steps, c, p, kind, now)
    }
  }
}

const records = (label: Label, steps: Steps, c: number, now: number) =>
  now >= steps.cameras[c]!.start && label.clocks[c * PER_CAMERA + BUSY]! <= now && now < ends(label.clocks, c)

/** How many good angles more record than are needed; below 0 too few do. */
function spareAngles(label: Label, steps: Steps, now: number): number {
  if (steps.need[now] === 0) return Infinity
  let count = 0
  for (let c = 0; c < steps.cameras.length; c++) if (records(label, steps, c, now)) count++
  return count - steps.need[now]!
}

/** Once a post has begun, its attendant is there. */
function atPosts(label: Label, steps: Steps, now: number): Label {
  let people: Int32Array | null = null
  for (const [p, { posts }] of steps.people.entries())
    for (const post of posts)
      if (post.from <= now && now < post.to && label.people[p * 2] !== post.place) {
        people ??= label.people.slice()
        people[p * 2] = post.place
        people[p * 2 + 1] = post.from
      }
  return people ? { ...label, people, lastBegun: -1 } : label.lastBegun === -1 ? label : { ...label, lastBegun: -1 }
}

function visitsOf({ visited }: Label): readonly Intervention[] {
  const visits: Intervention[] = []
  for (let at = visited; at; at = at.before) visits.unshift(at.visit)
  return visits
}

/** Looks for a schedule within limits. */
export function search(problem: CoverProblem, limits: Limits): Searched {
  const steps = inSteps(problem)
  const clocks = new Int32Array(steps.cameras.length * PER_CAMERA)
  for (const [c, camera] of steps.cameras.entries()) clocks.set([...camera.first, camera.start], c * PER_CAMERA)
  const people = Int32Array.from(steps.people.flatMap(({ place }) => [place, 0]))
  let front: Label[] = [{ clocks, people, used: 0, lastBegun: -1, visited: null }]
  let isExhaustive = !limits.isHasty && limits.dueWithinS === undefined
  for (let now = 0; now < steps.end; now++) {
    if (limits.untilMs !== undefined && performance.now() > limits.untilMs)
      return { schedule: null, heldS: now * problem.stepS, longest: visitsOf(front[0]!), isExhaustive: false }
    const held = front.map((label) => atPosts(label, steps, now)).filter((label) => spareAngles(label, steps, now) >= 0)
    for (let i = 0; i < held.length; i++) held.push(...beginnings(held[i]!, problem, steps, now, limits))
    const hopeful = held.filter((label) => label.used + fewestVisits(steps, label, now + 1) <= limits.visits)
    if (!hopeful.length)
      return { schedule: null, heldS: now * problem.stepS, longest: visitsOf(front[0]!), isExhaustive }
    const { kept, wasCut } = keep(hopeful, steps, now + 1, limits)
    if (wasCut) isExhaustive = false
    front = kept
  }
  const best = visitsOf(front.reduce((a, b) => (b.used < a.used ? b : a)))
  return { schedule: best, heldS: problem.durationS, longest: best, isExhaustive }
}
