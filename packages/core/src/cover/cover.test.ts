import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { LIVE_RECORD, LONG_RECORD } from '../testing/index.ts'
import {
  answerCover,
  type CoverProblem,
  follow,
  howFarHeld,
  type Intervention,
  readCoverFile,
  solveAtOnce,
  solveCover,
  solveWithin,
} from './index.ts'
import { handlingSeconds, KINDS, mostWanted, needByStep, newBattery, newCard, wantingNoMore } from './problem.ts'
import { type Prepared, prepared } from './search.ts'

interface Row {
  readonly id: string
  readonly input: unknown
  readonly expected: Record<string, unknown>
}
const { rows } = JSON.parse(readFileSync(new URL('../../vectors/rota.json', import.meta.url), 'utf8')) as {
  rows: readonly Row[]
}

const problemOf = (input: unknown): CoverProblem => {
  const file = readCoverFile(input)
  if (!file.ok) throw new Error(file.error.says)
  return file.value.problem
}

describe('a rota', () => {
  it.each(rows.map((row) => [row.id, row] as const))('%s is as other programs found it', (_, { input, expected }) => {
    const problem = problemOf(input)
    const rota = solveWithin(problem, 60_000)
    const answer = answerCover({ problem }, rota) as Record<string, unknown>
    for (const key of [
      'status',
      'interventions',
      'smallest_slack_s',
      'first_uncovered_s',
      'largest_n',
      'interventions_for_largest_n',
    ])
      // prettier-ignore
      if (expected[key] !== undefined) expect({ [key]: answer[key] }).toEqual({ [key]: expected[key] })
    if (rota.status === 'held') {
      const course = follow(problem, rota.schedule)
      expect(course).toMatchObject({ firstUncoveredS: null, smallestSlackS: rota.smallestSlackS, impossible: [] })
    } else
      expect(follow(problem, rota.longest)).toMatchObject({ firstUncoveredS: rota.firstUncoveredS, impossible: [] })
  })

  it('is as good as trying everything, in small events', () => {
    const random = seeded(7)
    const seen = new Set<string>()
    for (let round = 0; round < 24; round++) {
      const problem = smallEvent(random)
      seen.add(heldAsTruly(problem))
    }
    expect([...seen].toSorted()).toEqual(['cannot', 'held'])
  })

  it('is as good with cameras and people that are alike, which are followed once for all of them', () => {
    const random = seeded(23)
    const seen = new Set<string>()
    for (let round = 0; round < 8; round++) {
      const one = { ...smallEvent(random), durationS: 100 }
      const [a] = one.cameras as [CoverProblem['cameras'][number]]
      // The same camera and the same person twice; in half of the rounds one of them begins with less on its card.
      const b = { ...a, id: 'camera 1', cardFirstS: round % 2 ? a.cardFirstS : Math.max(40, a.cardFirstS - 30) }
      const problem = {
        ...one,
        cameras: [a, b],
        attendants: [...one.attendants, { ...one.attendants[0]!, id: 'twin' }],
      }
      seen.add(heldAsTruly(problem))
    }
    expect([...seen].toSorted()).toEqual(['cannot', 'held'])
  })

  it('of five cameras that are alike and two people is proved, and at once has no needless visit', () => {
    const [alike] = crowd(1, 1, 4500).cameras as [CoverProblem['cameras'][number]]
    const cameras = Array.from({ length: 5 }, (_, i) => ({ ...alike, id: `${i}`, runLimitS: null, cardFirstS: 3600, cardS: 3600, batteryFirstS: 5400, batteryS: 5400 })) // prettier-ignore
    const problem = { ...crowd(1, 2, 4500), needGood: 3, cameras }
    const proved = solveCover(problem, { width: 300 })
    expect(proved).toMatchObject({ status: 'held', isFewestProved: true, isSlackProved: true })
    const soon = solveAtOnce(problem)
    if (proved.status !== 'held' || soon.status !== 'held') throw new Error('It can be held.')
    expect([proved.schedule.length, soon.schedule.length]).toEqual([3, 3])
    expect(follow(problem, soon.schedule)).toMatchObject({ firstUncoveredS: null, smallestSlackS: soon.smallestSlackS, impossible: [] }) // prettier-ignore
  })

  it('says how far it can be held without looking for few visits', () => {
    const problem = { ...crowd(3, 1, 1000), needGood: 3 }
    const effort = { width: 400 }
    for (const more of [{}, { attendants: [] }, { needGood: 2, attendants: [] }, { coverFromS: 990 }]) {
      const rota = solveCover({ ...problem, ...more }, effort)
      const far = howFarHeld({ ...problem, ...more }, effort)
      const wanted = rota.status === 'held' ? { good: mostWanted({ ...problem, ...more }), firstUncoveredS: null } : { good: rota.most.good, firstUncoveredS: rota.firstUncoveredS } // prettier-ignore
      expect(far).toEqual(wanted)
    }
  })

  it('holds at every second, also where limits and hands fall between its steps', () => {
    const random = seeded(17)
    let held = 0
    for (let round = 0; round < 40; round++) {
      const even = smallEvent(random)
      const odd = (seconds: number) => Math.max(1, seconds - Math.floor(random() * 10))
      const problem = { ...even, cameras: even.cameras.map((camera) => ({ ...camera, startS: Math.floor(random() * 9), runLimitS: camera.runLimitS === null ? null : odd(camera.runLimitS), cardFirstS: odd(camera.cardFirstS), cardS: odd(camera.cardS), restartS: odd(camera.restartS), cardSwapS: 10 + odd(camera.cardSwapS) })) } // prettier-ignore
      const rota = solveCover(problem)
      if (rota.status !== 'held') continue
      held++
      expect(follow({ ...problem, stepS: 1 }, rota.schedule)).toMatchObject({ firstUncoveredS: null, impossible: [] })
    }
    expect(held).toBeGreaterThan(5)
  })

  it('of one person for twelve cameras says when it can no longer be held', () => {
    const problem = crowd(12, 1, 1500)
    const rota = solveCover({ ...problem, needGood: 12 }, { width: 60 })
    expect(rota.status).toBe('cannot')
    if (rota.status === 'cannot') expect(rota.firstUncoveredS).toBeLessThanOrEqual(900)
  })

  it('refuses what it cannot read with where it is', () => {
    const { input } = rows[0] as { input: Record<string, unknown> }
    expect(readCoverFile({ ...input, step_s: 0 })).toMatchObject({ error: { says: expect.stringContaining('step_s') as string } }) // prettier-ignore
    expect(readCoverFile({ ...input, places: ['stage'] })).toEqual({ ok: false, error: { says: 'places: there is no place balcony.' } }) // prettier-ignore
  })
})

describe('following a schedule', () => {
  const problem = crowd(2, 1, 1000)
  const visit = (beginS: number, camera: number): Intervention => ({ beginS, attendant: 0, camera, kind: 'restart' })

  it('tells what nobody can do', () => {
    expect(follow(problem, [visit(100, 0), visit(110, 1)]).impossible).toEqual([{ visit: 1, why: 'too-far' }])
    expect(follow(problem, [visit(990, 0)]).impossible).toEqual([{ visit: 0, why: 'after-end' }])
    const posted = { ...problem, attendants: [{ id: 'a', place: 0, posts: [{ place: 1, fromS: 90, toS: 400 }] }] }
    expect(follow(posted, [visit(100, 0)]).impossible).toContainEqual({ visit: 0, why: 'post' })
    expect(follow(posted, [visit(100, 1)]).impossible).toEqual([])
  })

  it('knows when a camera has stopped by itself, and by what', () => {
    expect(follow(problem, []).cameras[0]).toEqual({ recordsS: [[0, 600]], stopsS: [{ atS: 600, by: 'run' }] })
    expect(follow(problem, [visit(500, 0)]).cameras[0]!.recordsS).toEqual([[0, 500], [520, 1000]]) // prettier-ignore
  })
})

describe('a number that is wanted', () => {
  const phased = { ...crowd(3, 1, 1000), coverFromS: 100, phases: [{ fromS: 400, needGood: 3 }, { fromS: 505, needGood: 0 }] } // prettier-ignore
  it('changes from phase to phase; a step wants the most of any of its seconds', () => {
    const need = needByStep(phased)
    expect([9, 10, 39, 40, 49, 50, 51, 99].map((step) => need[step])).toEqual([0, 1, 1, 3, 3, 3, 0, 0])
    expect(mostWanted(phased)).toBe(3)
    expect(needByStep(wantingNoMore(phased, 2))[40]).toBe(2)
  })

  it('is missing only while it is wanted, and nobody goes for what is not', () => {
    expect(follow({ ...phased, cameras: phased.cameras.slice(0, 2) }, []).firstUncoveredS).toBe(400)
    expect(solveCover(phased)).toMatchObject({ status: 'held', schedule: [] })
    expect(solveCover({ ...phased, phases: [{ fromS: 500, needGood: 3 }] })).toMatchObject({ status: 'held', schedule: [{ kind: 'restart' }, {}, {}] }) // prettier-ignore
    expect(solveCover({ ...phased, cameras: phased.cameras.slice(0, 2) })).toMatchObject({ status: 'cannot', firstUncoveredS: 400, most: { good: 2 } }) // prettier-ignore
  })
})

function crowd(cameras: number, people: number, durationS: number): CoverProblem {
  return {
    durationS,
    stepS: 10,
    needGood: 1,
    coverFromS: 0,
    walkS: Array.from({ length: cameras }, (_, a) => Array.from({ length: cameras }, (__, b) => (a === b ? 0 : 30))),
    cameras: Array.from({ length: cameras }, (_, place) => ({
      id: `camera ${place}`,
      place,
      isGood: true,
      startS: 0,
      runLimitS: 600 + 50 * place,
      cardFirstS: 5000,
      cardS: 5000,
      batteryFirstS: 5000,
      batteryS: 5000,
      restartS: 20,
      cardSwapS: 40,
      batterySwapS: 40,
    })),
    attendants: Array.from({ length: people }, (_, a) => ({ id: `person ${a}`, place: 0, posts: [] })),
  }
}

function smallEvent(random: () => number): CoverProblem {
  const between = (a: number, b: number) => (a + Math.floor(random() * (b - a + 1))) * 10
  return {
    durationS: 130,
    stepS: 10,
    needGood: 1 + Number(random() < 0.3),
    coverFromS: 10,
    phases: random() < 0.5 ? [{ fromS: between(2, 8), needGood: Math.floor(random() * 3) }] : [],
    walkS: [[0, 20], [20, 0]], // prettier-ignore
    cameras: Array.from({ length: 2 }, (_, i) => ({
      id: `camera ${i}`,
      place: i,
      isGood: true,
      startS: between(0, 1),
      runLimitS: random() < 0.5 ? between(4, 8) : null,
      cardFirstS: between(5, 16),
      cardS: between(5, 16),
      batteryFirstS: between(5, 16),
      batteryS: between(5, 16),
      restartS: 10,
      cardSwapS: between(1, 2),
      batterySwapS: between(1, 2),
    })),
    attendants: [{ id: 'person', place: 0, posts: random() < 0.4 ? [{ place: 1, fromS: 60, toS: 90 }] : [] }],
  }
}

/** Solves it, holds what was found against trying everything, and tells what it is. */
function heldAsTruly(problem: CoverProblem): string {
  const rota = solveCover(problem)
  const truth = tryEverything(problem)
  if (rota.status === 'held') {
    expect(follow(problem, rota.schedule)).toMatchObject({ firstUncoveredS: null, impossible: [] })
    expect({ visits: rota.schedule.length, slackS: rota.smallestSlackS, isProved: rota.isSlackProved }).toEqual({ ...truth, isProved: true }) // prettier-ignore
  } else expect(truth).toBeNull()
  return rota.status
}

/** Every schedule of up to two visits, run through `follow`, which knows nothing of the search. */
function tryEverything(problem: CoverProblem): { visits: number; slackS: number | null } | null {
  const lasts = problem.cameras.map(({ startS, runLimitS, cardFirstS, batteryFirstS }) => ({
    restart: runLimitS === null || startS + runLimitS >= problem.durationS,
    card: startS + cardFirstS >= problem.durationS,
    battery: startS + batteryFirstS >= problem.durationS,
  }))
  const visits: Intervention[] = []
  for (let beginS = 0; beginS < problem.durationS; beginS += problem.stepS)
    for (const camera of [0, 1])
      for (const kind of KINDS)
        for (const attendant of problem.attendants.keys()) {
          const last = lasts[camera]!
          if (kind === 'both' ? last.card || last.battery : last[kind]) continue
          visits.push({ beginS, attendant, camera, kind })
        }
  const better = (found: readonly { slackS: number | null }[]) =>
    found.reduce<number | null>((most, { slackS }) => (most === null || slackS === null ? null : Math.max(most, slackS)), -1) // prettier-ignore
  for (const schedules of [
    [[]],
    visits.map((v) => [v]),
    visits.flatMap((v, i) => visits.slice(i).map((w) => [v, w])),
    threes(visits, problem.attendants.length > 1 ? 0 : problem.stepS),
  ]) {
    // prettier-ignore
    const held: { slackS: number | null }[] = []
    for (const schedule of schedules) {
      const course = follow(problem, schedule)
      if (course.firstUncoveredS === null && !course.impossible.length) held.push({ slackS: course.smallestSlackS })
    }
    const [first] = [...schedules].slice(0, 1)
    if (held.length) return { visits: first!.length, slackS: better(held) }
  }
  return null
}

/** Three visits, each so many seconds after the one before at the least. */
function threes(visits: readonly Intervention[], apartS: number): Intervention[][] {
  const all: Intervention[][] = []
  for (const [i, a] of visits.entries())
    for (const [j, b] of visits.entries()) {
      if (j <= i || b.beginS < a.beginS + apartS) continue
      for (const c of visits.slice(j + 1)) if (c.beginS >= b.beginS + apartS) all.push([a, b, c])
    }
  return all
}

describe('a rota of eight cameras, three people and three hours', () => {
  const least = prepared(LONG_RECORD, 300).leastVisits

  it('at once is one that holds, with few visits more than any needs', () => {
    for (const needGood of [4, 5, 6]) {
      const problem = { ...LONG_RECORD, needGood }
      const rota = solveAtOnce(problem)
      if (rota.status !== 'held') throw new Error('It can be held.')
      expect(follow(problem, rota.schedule)).toMatchObject({ firstUncoveredS: null, impossible: [] })
      expect(rota.schedule.length).toBeLessThan(1.6 * prepared(problem, 300).leastVisits)
    }
  })

  it('in a time is told with the bound that is proved', () => {
    const rota = solveWithin(LONG_RECORD, 1500)
    if (rota.status !== 'held') throw new Error('It can be held.')
    expect(follow(LONG_RECORD, rota.schedule)).toMatchObject({ firstUncoveredS: null, impossible: [] })
    expect(rota.leastVisits).toBeGreaterThanOrEqual(least)
    expect(rota.schedule.length).toBeGreaterThanOrEqual(rota.leastVisits)
  })

  it('has a bound that knows more than how long all of them last together', () => {
    // What lasts from the beginning, shared out, would ask for five.
    expect(least).toBeGreaterThanOrEqual(9)
    expect(prepared(LONG_RECORD, 1).leastVisits).toBeLessThanOrEqual(5)
  })
})

describe('the fewest visits from below', () => {
  it('are no more than any schedule has that holds, from the beginning or from the middle of it', () => {
    const random = seeded(31)
    let [tight, held] = [0, 0]
    for (let round = 0; round < 40; round++) {
      const people = 1 + Math.floor(random() * 2)
      const problem: CoverProblem = {
        ...LIVE_RECORD,
        durationS: 1200 + 10 * Math.floor(random() * 120),
        needGood: 2 + Math.floor(random() * 2),
        phases: random() < 0.5 ? [{ fromS: 10 * Math.floor(random() * 90), needGood: Math.floor(random() * 4) }] : [],
        coverFromS: 60,
        cameras: LIVE_RECORD.cameras.map((camera) => ({ ...camera, startS: 10 * Math.floor(random() * 6), runLimitS: random() < 0.4 ? 600 + Math.floor(random() * 600) : null, cardFirstS: 400 + Math.floor(random() * 2600), cardS: 900 + Math.floor(random() * 1500) })), // prettier-ignore
        attendants: LIVE_RECORD.attendants.slice(0, people),
      }
      const event = prepared(problem, 1 + Math.floor(random() * 120))
      const rota = solveAtOnce(problem)
      if (rota.status !== 'held') continue
      held++
      // Every state on its way, as the search sees it, is asked for what is left of it.
      for (const { clocks, now, left, begins } of statesAlong(event, rota.schedule)) {
        const bound = event.bound.of(clocks, now)
        expect(Math.ceil(bound - 1e-6)).toBeLessThanOrEqual(left)
        if (left > 0 && Math.ceil(bound - 1e-6) === left) tight++
        // Nor does a visit that is made cost more than it can, also where more is recorded than is wanted.
        for (const c of begins)
          expect(1 + Math.ceil(Math.max(0, bound + event.bound.regret(clocks, c, now) - 1) - 1e-6)).toBeLessThanOrEqual(
            left,
          )
      }
    }
    expect([held > 20, tight > 200]).toEqual([true, true])
  })
})

/** The clocks of the good cameras at each step of a schedule, and how many visits it still has from there on. */
function* statesAlong({ problem, steps }: Prepared, schedule: readonly Intervention[]) {
  const clocks = Int32Array.from(steps.cameras.flatMap(({ first, start }) => [...first, start]))
  const step = (seconds: number) => Math.min(steps.end, Math.floor(seconds / problem.stepS))
  const ordered = schedule.toSorted((a, b) => a.beginS - b.beginS)
  for (let now = 0; now < steps.end; now++) {
    const begins = ordered.flatMap(({ beginS, camera }) => (beginS === now * problem.stepS && steps.cameras.some(({ index }) => index === camera) ? steps.cameras.findIndex(({ index }) => index === camera) : [])) // prettier-ignore
    yield {
      clocks,
      now,
      left: ordered.filter(({ beginS }) => beginS >= now * problem.stepS).length,
      begins: begins.length === 1 ? begins : [],
    }
    for (const { beginS, camera, kind } of ordered.filter((visit) => visit.beginS === now * problem.stepS)) {
      const c = steps.cameras.findIndex(({ index }) => index === camera)
      if (c < 0) continue
      const { camera: given, hands } = steps.cameras[c]!
      const endS = beginS + handlingSeconds(given, kind)
      clocks[4 * c] = given.runLimitS === null ? steps.end : step(endS + given.runLimitS)
      if (newCard(kind)) clocks[4 * c + 1] = step(endS + given.cardS)
      if (newBattery(kind)) clocks[4 * c + 2] = step(endS + given.batteryS)
      clocks[4 * c + 3] = now + hands[kind]
    }
  }
}
