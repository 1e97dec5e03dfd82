import { seeded } from '../chance/index.ts'
import {
  type Attendant,
  clocksAfter,
  type CoverCamera,
  type CoverProblem,
  firstClocks,
  handlingSeconds,
  type Intervention,
  type Kind,
  solveAtOnce,
} from '../cover/index.ts'

/** Who keeps cameras running: by a rota that is planned anew when something happens, by whoever sees one stop, or nobody. */
export type Keeping = 'rota' | 'by sight' | 'nobody'
/** Why a good angle does not record. */
export type Cause = 'died' | 'card filled early' | 'somebody was late' | 'in hands' | 'nobody came in time'

export interface LiveRun {
  /** Seconds, from the beginning, with fewer good angles than are wanted. */
  readonly bareS: number
  readonly causes: Readonly<Record<Cause, number>>
  /** Seconds with fewer than two sounds. */
  readonly thinSoundS: number
}

const STEP_S = 10
const MINUTE_S = 60
/** Whoever watches sees that one stopped after so long. */
const SEES_AFTER_S = 15
const SOUNDS = 4

const camera = (id: string, place: number, more: Partial<CoverCamera>): CoverCamera => ({ id, place, isGood: true, startS: 0, runLimitS: null, cardFirstS: 100 * MINUTE_S, cardS: 100 * MINUTE_S, batteryFirstS: 120 * MINUTE_S, batteryS: 120 * MINUTE_S, restartS: 10, cardSwapS: 40, batterySwapS: 40, ...more }) // prettier-ignore

/** 38 minutes, six cameras of which two stop themselves and two have cards that end, three people, three places. */
export const LIVE_RECORD: CoverProblem = {
  durationS: 38 * MINUTE_S,
  stepS: STEP_S,
  needGood: 4,
  coverFromS: 0,
  walkS: [
    [0, 60, 150],
    [60, 0, 90],
    [150, 90, 0],
  ],
  cameras: [
    camera('A', 0, { batteryFirstS: 26 * MINUTE_S }),
    camera('B', 0, { cardFirstS: 30 * MINUTE_S }),
    camera('C', 1, { runLimitS: 29.5 * MINUTE_S }),
    camera('D', 1, { runLimitS: 20 * MINUTE_S }),
    camera('E', 2, { cardFirstS: 34 * MINUTE_S }),
    camera('F', 2, { isGood: false }),
  ],
  attendants: [0, 1, 2].map((place): Attendant => ({ id: `p${place}`, place, posts: [] })),
}

/** Three hours on a grid of 5 s: eight cameras, of which three stop by themselves, three people, four places in a row. */
export const LONG_RECORD: CoverProblem = {
  durationS: 180 * MINUTE_S,
  stepS: 5,
  needGood: 5,
  coverFromS: 0,
  walkS: [0, 1, 2, 3].map((a) => [0, 1, 2, 3].map((b) => 25 * Math.abs(a - b))),
  cameras: Array.from({ length: 8 }, (_, i) =>
    camera(`${i}`, i % 4, {
      runLimitS: i % 3 === 0 ? 30 * MINUTE_S - 5 : null,
      cardFirstS: (55 + 5 * i) * MINUTE_S,
      cardS: (60 + 7 * i) * MINUTE_S,
      batteryFirstS: 5000 - 240 * i,
      batteryS: (90 + 5 * i) * MINUTE_S,
      cardSwapS: 50,
      batterySwapS: 60,
    }),
  ),
  attendants: [0, 2, 3].map((place): Attendant => ({ id: `p${place}`, place, posts: [] })),
}

interface Going {
  /** What is believed of its clocks, as ends in seconds. */
  believed: { run: number; card: number; battery: number }
  /** What is true of them. */
  true_: { run: number; card: number; battery: number }
  readonly diesAtS: number
  inHandsUntilS: number
  /** Somebody is expected at it later than was planned. */
  isLate: boolean
}

/** One record with failures of its own: a device dies, somebody is late, a card fills early. */
export function liveRun(problem: CoverProblem, keeping: Keeping, seed: number): LiveRun {
  // Each has chances of its own, so that the same failures meet every way of keeping.
  const chance = (what: number) => seeded(seed * 1009 + what)
  const { durationS, cameras, walkS } = problem
  const early = (c: number, n: number) => {
    const random = chance(100 + c * 10 + n)
    return random() < 0.3 ? 0.75 + 0.25 * random() : 1
  }
  const going = cameras.map((one, c): Going => {
    const random = chance(c)
    const diesAtS = random() < 0.08 ? random() * durationS : Infinity
    const believed = { ...firstClocks(one) }
    return { believed, true_: { ...believed, card: one.startS + one.cardFirstS * early(c, 0) }, diesAtS, inHandsUntilS: one.startS, isLate: false } // prettier-ignore
  })
  const people = problem.attendants.map(({ place }) => ({ place, freeS: 0, doing: null as null | { camera: number; kind: Kind; beginS: number } })) // prettier-ignore
  const soundsDieS = Array.from({ length: SOUNDS }, (_, i) => { const random = chance(50 + i); return random() < 0.05 ? random() * durationS : Infinity }) // prettier-ignore
  const causes: Record<Cause, number> = { died: 0, 'card filled early': 0, 'somebody was late': 0, 'in hands': 0, 'nobody came in time': 0 } // prettier-ignore
  let [visits, cards, bareS, thinSoundS] = [0, 0, 0, 0]
  let schedule: Intervention[] = []
  let plansAnew = keeping === 'rota'
  const known = new Set<number>()
  const ends = ({ run, card, battery }: Going['true_']) => Math.min(run, card, battery)
  const isRecording = (c: number, nowS: number) => { const { diesAtS, inHandsUntilS, true_ } = going[c]!; return nowS < diesAtS && nowS >= inHandsUntilS && nowS < ends(true_) } // prettier-ignore
  const plan = (nowS: number): Intervention[] => {
    const alive = cameras.flatMap((_, c) => (going[c]!.diesAtS > nowS ? c : []))
    const left = (endS: number, startS: number) => Math.max(0, endS - nowS - startS)
    const now: CoverProblem = {
      ...problem,
      durationS: durationS - nowS,
      cameras: alive.map((c) => {
        const { believed, inHandsUntilS } = going[c]!
        const startS = Math.ceil(Math.max(0, inHandsUntilS - nowS) / STEP_S) * STEP_S
        const floor = (seconds: number) => Math.floor(seconds / STEP_S) * STEP_S
        return { ...cameras[c]!, startS, runFirstS: cameras[c]!.runLimitS === null ? null : floor(left(believed.run, startS)), cardFirstS: floor(left(believed.card, startS)), batteryFirstS: floor(left(believed.battery, startS)) } // prettier-ignore
      }),
      attendants: people.map(({ place, freeS }, i) => ({
        id: String(i),
        place,
        posts: freeS > nowS ? [{ place, fromS: 0, toS: Math.ceil((freeS - nowS) / STEP_S) * STEP_S }] : [],
      })),
    }
    const rota = solveAtOnce(now)
    const found = rota.status === 'held' ? rota.schedule : rota.most.schedule
    return found.map((visit) => ({ ...visit, beginS: visit.beginS + nowS, camera: alive[visit.camera]! }))
  }
  const begin = (p: number, c: number, kind: Kind, beginS: number) => {
    const one = cameras[c]!
    const endS = beginS + handlingSeconds(one, kind)
    const state = going[c]!
    people[p]!.place = one.place
    people[p]!.freeS = endS
    state.inHandsUntilS = endS
    state.isLate = false
    state.believed = clocksAfter(one, state.believed, kind, endS)
    const after = clocksAfter(one, state.true_, kind, endS)
    state.true_ = kind === 'card' || kind === 'both' ? { ...after, card: endS + one.cardS * early(c, ++cards) } : after
  }
  for (let nowS = 0; nowS < durationS; nowS += STEP_S) {
    for (const [c, { diesAtS, true_, believed }] of going.entries()) {
      if (diesAtS <= nowS && !known.has(c)) {
        known.add(c)
        plansAnew = true
      }
      // It stopped before it should: whoever watches sees it, and what was believed of it is put right.
      if (ends(true_) + SEES_AFTER_S <= nowS && ends(believed) > nowS) {
        going[c]!.believed = { ...true_ }
        plansAnew = true
      }
    }
    if (keeping === 'rota' && plansAnew) {
      schedule = plan(nowS).filter(({ attendant }) => people[attendant]!.doing === null)
      plansAnew = false
    }
    for (const [p, person] of people.entries()) {
      if (person.doing && nowS >= person.doing.beginS) {
        const { camera: c, kind, beginS } = person.doing
        person.doing = null
        if (going[c]!.diesAtS > nowS) begin(p, c, kind, beginS)
        plansAnew = plansAnew || keeping === 'rota'
      }
      if (person.doing || person.freeS > nowS) continue
      if (keeping === 'rota') {
        const next = schedule.filter(({ attendant }) => attendant === p).toSorted((a, b) => a.beginS - b.beginS)[0]
        if (!next || next.beginS > nowS) continue
        schedule = schedule.filter((visit) => visit !== next)
        const random = chance(1000 + visits++)
        const lateS = random() < 0.2 ? 30 + 210 * random() : 0
        going[next.camera]!.isLate = lateS > 0
        if (lateS === 0) begin(p, next.camera, next.kind, next.beginS)
        else
          person.doing = { camera: next.camera, kind: next.kind, beginS: Math.ceil((nowS + lateS) / STEP_S) * STEP_S }
      } else if (keeping === 'by sight') {
        const stopped = cameras.flatMap((one, c) => (going[c]!.diesAtS > nowS && ends(going[c]!.true_) + SEES_AFTER_S <= nowS && going[c]!.inHandsUntilS <= nowS && !people.some(({ doing }) => doing?.camera === c) ? [{ c, walk: walkS[person.place]![one.place]! }] : [])) // prettier-ignore
        const [next] = stopped.toSorted((a, b) => a.walk - b.walk)
        if (!next) continue
        const { card, battery } = going[next.c]!.true_
        const kind: Kind = card <= nowS ? (battery <= nowS ? 'both' : 'card') : battery <= nowS ? 'battery' : 'restart'
        const random = chance(1000 + visits++)
        const lateS = random() < 0.2 ? 30 + 210 * random() : 0
        going[next.c]!.isLate = lateS > 0
        person.doing = { camera: next.c, kind, beginS: Math.ceil((nowS + next.walk + lateS) / STEP_S) * STEP_S }
      }
    }
    const good = cameras.flatMap(({ isGood }, c) => (isGood ? c : []))
    const off = good.filter((c) => !isRecording(c, nowS))
    if (soundsDieS.filter((diesS) => diesS > nowS).length < 2) thinSoundS += STEP_S
    if (good.length - off.length >= problem.needGood) continue
    bareS += STEP_S
    for (const c of off) causes[causeOf(going[c]!, nowS)] += STEP_S / off.length
  }
  return { bareS, causes, thinSoundS }
}

function causeOf({ diesAtS, inHandsUntilS, true_, believed, isLate }: Going, nowS: number): Cause {
  if (diesAtS <= nowS) return 'died'
  if (nowS < inHandsUntilS) return 'in hands'
  if (isLate) return 'somebody was late'
  return true_.card <= nowS && (believed.card > nowS || true_.card < believed.card) ? 'card filled early' : 'nobody came in time' // prettier-ignore
}

/** Shares of many records: seconds with too few good angles by way of keeping, and why, in hundredths of all seconds. */
export function liveRuns(keeping: Keeping, runs: number, problem = LIVE_RECORD) {
  const all = Array.from({ length: runs }, (_, seed) => liveRun(problem, keeping, seed + 1))
  const share = (seconds: number) => (seconds / (runs * problem.durationS)) * 100
  const sum = (of: (run: LiveRun) => number) => all.reduce((total, run) => total + of(run), 0)
  const names = Object.keys(all[0]!.causes) as Cause[]
  return {
    bare: share(sum(({ bareS }) => bareS)),
    withoutAny: (all.filter(({ bareS }) => bareS === 0).length / runs) * 100,
    thinSound: share(sum(({ thinSoundS }) => thinSoundS)),
    causes: Object.fromEntries(names.map((name) => [name, share(sum(({ causes }) => causes[name]))])) as Record<Cause, number>, // prettier-ignore
  }
}
