import { type VisitBound, visitBound } from './bound.ts'
import { type CoverProblem, type Intervention, type Kind, handlingSeconds, newBattery, newCard } from './problem.ts'
import { BATTERY, BUSY, CARD, ends, inSteps, PER_CAMERA, RUN, type SteppedCamera, type Steps } from './steps.ts'
import { hasTwinBefore, inOrder } from './twins.ts'

/*
 * Who goes to which camera when, found by labels that are carried forward through the event step by step. A label is
 * what is true at a step: when the clocks of each camera end, whose hands it is in until when, where each attendant is
 * and since when, and how many visits it took. One label makes another needless where its clocks end no sooner, its
 * cameras and people are free no later, and it took no more visits: whatever can still be done from the other can be
 * done from it. A label that cannot come to an end with the visits it may still make, by the bound of `bound.ts`, is given
 * up. What is left are the few ways that differ in something that may still matter, so that nothing that
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
  /** Little is followed, of what is likely to be of use; nothing is proved then. */
  readonly haste?: Haste
  /** By `performance.now()`: given up then, and nothing is proved. */
  readonly untilMs?: number
}

/** How little is followed where a way is wanted soon. */
export interface Haste {
  /**
   * An equal part of what is kept is chosen by each of these shares of the visits that were made already: by all of them,
   * 1, which puts visits off as long as it can, to none, 0, which makes them while there is time.
   */
  readonly shares: readonly number[]
  /** Of all that could begin, those that promise fewest visits are followed: as many times what is kept. */
  readonly likely: number
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
function keep(labels: readonly Label[], { steps, bound }: Prepared, now: number, { visits, width, haste }: Limits) {
  const counts = visits < Infinity
  const promised: { label: Label; state: State; visits: number; worth: number }[] = []
  for (const label of labels) {
    const more = bound.of(label.clocks, now)
    if (label.used + atLeast(more) > visits) continue
    let worth = 0
    for (let i = 0; i < label.clocks.length; i += PER_CAMERA) worth += label.clocks[i]! + label.clocks[i + CARD]! + label.clocks[i + BATTERY]! // prettier-ignore
    promised.push({
      label,
      state: stateOf(label, steps, now),
      visits: Math.max(0, more) + (counts || haste ? label.used : 0),
      worth,
    })
  }
  promised.sort((a, b) => a.visits - b.visits || (counts ? a.label.used - b.label.used : 0) || b.worth - a.worth)
  const kept: Label[] = []
  const states: State[] = []
  const take = (from: typeof promised, most: number): boolean => {
    for (const { label, state } of from) {
      if (states.some((than) => isNeedless(than, state, steps, now, counts))) continue
      if (kept.length === most) return true
      kept.push(label)
      states.push(state)
    }
    return false
  }
  if (!haste) return { kept, wasCut: take(promised, width) }
  let wasCut = false
  for (const [k, share] of haste.shares.entries()) {
    const order = (one: (typeof promised)[number]) => one.visits - (1 - share) * one.label.used
    const next = share === 1 ? promised : promised.toSorted((a, b) => order(a) - order(b) || b.worth - a.worth)
    wasCut = take(next, Math.ceil((width * (k + 1)) / haste.shares.length))
  }
  return { kept, wasCut }
}

/** The step in which a clock that begins at `endS` has run out; the end for one that does not. */
const stepOf = (lastsS: number | null, endS: number, end: number, stepS: number): number =>
  lastsS === null ? end : Math.min(end, Math.floor((endS + lastsS) / stepS))

function begun({ label, c, person, kind }: Opening, { problem, steps }: Prepared, now: number): Label {
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

/** A visit that can begin now, and how many there are at least on a way with it. */
interface Opening {
  readonly label: Label
  readonly c: number
  readonly person: number
  readonly kind: Kind
  readonly visits: number
}

/** Adds what somebody can begin now. */
function open(label: Label, event: Prepared, now: number, limits: Limits, began: Opening[]): void {
  const { problem, steps, bound } = event
  if (label.used >= limits.visits) return
  const more = bound.of(label.clocks, now)
  // A camera in hands is one less: where none can be spared, nobody touches one that records.
  const canSpare = spareAngles(label, steps, now) > 0
  const slack = Math.ceil(limits.slackS / problem.stepS)
  for (let c = 0; c < steps.cameras.length; c++) {
    const camera = steps.cameras[c]!
    const i = c * PER_CAMERA
    if (now < camera.start || label.clocks[i + BUSY]! > now) continue
    if (!canSpare && records(label, steps, c, now)) continue
    if (hasTwinBefore(label.clocks, PER_CAMERA, steps.cameraTwins, c)) continue
    const left = ends(label.clocks, c)
    if (slack > 0 && left < steps.end && left - now < slack) continue
    const regret = bound.regret(label.clocks, c, now)
    // After it no fewer are wanted than these; where the bound is below 0 what it costs takes none from them.
    if (label.used + 1 + atLeast(more + regret - 1) > limits.visits) continue
    for (const kind of camera.kinds) {
      const to = now + camera.hands[kind]
      if (to > steps.end || (limits.haste && !renewsWhatEnds(label, steps, i, kind))) continue
      for (let p = label.lastBegun + 1; p < steps.people.length; p++)
        if (
          !isStandIn(label, steps, p, now) &&
          canBeThere(steps, steps.people[p]!, label.people[p * 2]!, label.people[p * 2 + 1]!, camera, now, to)
        )
          began.push({ label, c, person: p, kind, visits: label.used + Math.max(0, more) + regret })
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

/** An event in steps, and how many visits it takes at least from any state on. */
export interface Prepared {
  readonly problem: CoverProblem
  readonly steps: Steps
  readonly bound: VisitBound
  /** No way through all of it has fewer visits. */
  readonly leastVisits: number
}

/** What searches of one event have in common. More rounds make the bound better. */
export function prepared(problem: CoverProblem, rounds: number): Prepared {
  const steps = inSteps(problem)
  const bound = visitBound(steps, rounds)
  return { problem, steps, bound, leastVisits: atLeast(bound.of(firstClocksOf(steps), 0)) }
}

/** Whole visits, none where a bound is below; what is above one by no more than sums of fractions are wrong is that one. */
const atLeast = (visits: number): number => Math.max(0, Math.ceil(visits - 1e-6))

function firstClocksOf({ cameras }: Steps): Int32Array {
  const clocks = new Int32Array(cameras.length * PER_CAMERA)
  for (const [c, camera] of cameras.entries()) clocks.set([...camera.first, camera.start], c * PER_CAMERA)
  return clocks
}

/** So many at the most of those that promise fewest visits, in the order in which they came. */
function likeliest(began: Opening[], most: number): Opening[] {
  if (began.length <= most) return began
  const promised = new Float64Array(began.length)
  for (let i = 0; i < began.length; i++) promised[i] = began[i]!.visits
  const least = promised.sort()[most - 1]!
  return began.filter(({ visits }) => visits <= least).slice(0, most)
}

/** Looks for a schedule within limits. */
export function search(event: Prepared, limits: Limits): Searched {
  const { problem, steps, leastVisits } = event
  if (limits.visits < leastVisits) return { schedule: null, heldS: 0, longest: [], isExhaustive: true }
  const clocks = firstClocksOf(steps)
  const people = Int32Array.from(steps.people.flatMap(({ place }) => [place, 0]))
  let front: Label[] = [{ clocks, people, used: 0, lastBegun: -1, visited: null }]
  let isExhaustive = !limits.haste
  for (let now = 0; now < steps.end; now++) {
    if (limits.untilMs !== undefined && performance.now() > limits.untilMs)
      return { schedule: null, heldS: now * problem.stepS, longest: visitsOf(front[0]!), isExhaustive: false }
    const held = front.map((label) => atPosts(label, steps, now)).filter((label) => spareAngles(label, steps, now) >= 0)
    for (let from = 0; from < held.length;) {
      const began: Opening[] = []
      for (const last = held.length; from < last; from++) open(held[from]!, event, now, limits, began)
      for (const opening of limits.haste ? likeliest(began, limits.haste.likely * limits.width) : began)
        held.push(begun(opening, event, now))
    }
    const { kept, wasCut } = keep(held, event, now + 1, limits)
    if (kept.length === 0)
      return { schedule: null, heldS: now * problem.stepS, longest: visitsOf(front[0]!), isExhaustive }
    if (wasCut) isExhaustive = false
    front = kept
  }
  const best = visitsOf(front.reduce((a, b) => (b.used < a.used ? b : a)))
  return { schedule: best, heldS: problem.durationS, longest: best, isExhaustive }
}
