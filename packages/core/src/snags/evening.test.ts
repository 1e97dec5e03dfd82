import { expect, test } from 'vitest'
import { type Production, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkEvening } from './checkEvening.ts'
import { findSnags } from './findSnags.ts'
import { wayHolds } from './wayHolds.ts'

type Given = Parameters<typeof productionWith>[0]
/** 180 GB on two cards of A after 21:00; Maren copies and is called at 10:00 the day after. */
const made = (hand: object | null, given: Given = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 } },
    card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 128 }, B1: { label: 'B1', cameraId: 'A', capacityGb: 128 } },
    drive: { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' } },
    shot: { a: { code: '1A', cameraId: 'A', takeSeconds: 900, takesExpected: 2 } },
    orderItem: { first: { shotIds: ['a'], minutes: 120 } },
    day: { day: { title: 'Day 1', date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin: 600 } },
    person: { maren: { name: 'Maren', needed: 'all-day' } },
    attendance: { one: { personId: 'maren', dayId: 'day' }, two: { personId: 'maren', dayId: 'next' } },
    ...(hand && { copyHand: { h: { personId: 'maren', ...hand } } }),
    ...given,
  })
const found = (production: Production) => checkEvening(production).map(({ check, severity, about }) => [check, severity, about.id]) // prettier-ignore

test('an evening that ends before sleep, or needs nobody after it, is no snag; one that waits is to be watched, one too late stops', () => {
  const late = (asleepFromMin: number, asleepUntilMin = 390) => found(made({ asleepFromMin, asleepUntilMin })).filter(([check]) => check === 'media.evening-too-late') // prettier-ignore
  expect([late(60), late(1275)]).toEqual([[], []])
  expect(late(1200)).toEqual([['media.evening-too-late', 'watch', 'day']])
  expect(late(1200, 599)).toEqual([['media.evening-too-late', 'stop', 'day']])
  expect(checkEvening(made({ asleepFromMin: 1200, asleepUntilMin: 600 }))[0]!.says).toBe('The evening of Day 1: not safe before the call at 10:00 +1: nobody is up to put A1, B1 in.') // prettier-ignore
})

test('drives of which nobody said yet who holds them are to be watched; too few are a stop', () => {
  const of = (rules: object) => found(made({ asleepFromMin: 60 }, { rules })).filter(([check]) => check === 'media.evening-too-late') // prettier-ignore
  expect(of({ holdersBeforeWipe: 2 })).toEqual([['media.evening-too-late', 'watch', 'day']])
  const held = { one: { driveId: 'S1', personId: 'maren' }, two: { driveId: 'S2', personId: 'maren' } }
  expect(found(made({ asleepFromMin: 60 }, { rules: { copiesBeforeWipe: 3 }, custody: held }))).toEqual([['media.evening-too-late', 'stop', 'day']]) // prettier-ignore
})

test('who stays up is a way out that holds, and none where nobody is down to copy', () => {
  const production = made({ asleepFromMin: 1262, asleepUntilMin: 390 })
  const [snag] = checkEvening(production)
  expect(snag!.severity).toBe('watch')
  expect(snag!.fixes.map(({ says }) => says)).toEqual([expect.stringMatching(/^Maren stays up until 2[12]:\d[05]$/)])
  const [fix] = snag!.fixes
  expect(found(tryChanges(production, fix!.changes)).filter(([check]) => check === 'media.evening-too-late')).toEqual(
    [],
  )
  expect(wayHolds(production, findSnags(production), snag!, fix!.changes, () => 'new')).toBe(true)
  // Also where they are up again only for the call.
  const never = made({ asleepFromMin: 1262, asleepUntilMin: 600 })
  const [stop] = checkEvening(never)
  expect([stop!.severity, stop!.fixes.length]).toEqual(['stop', 1])
  expect(wayHolds(never, findSnags(never), stop!, stop!.fixes[0]!.changes, () => 'new')).toBe(true)
  const nobody = made(null, { day: { day: { title: 'Day 1', date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin: 330 } } }) // prettier-ignore
  expect(checkEvening(nobody).flatMap(({ fixes }) => fixes)).toEqual([])
})

test('a rest that copying makes too short is told by the house rule', () => {
  const rest = (shortestRestMin: number) => checkEvening(made({ asleepFromMin: 60 }, { rules: { shortestRestMin } })).find(({ check }) => check === 'media.evening-too-long')?.says // prettier-ignore
  expect(rest(660)).toBeUndefined()
  expect(rest(800)).toMatch(/That leaves Maren 12 h \d\d before the next call; the house rule is 13 h 20\./)
})

test('what is on cards already counts for the first evening to come, not again for the ones after it', () => {
  const shots = { a: { code: '1A', cameraId: 'A', takeSeconds: 900, takesExpected: 2 }, b: { code: '1B', cameraId: 'A', takeSeconds: 10, takesExpected: 1 } } // prettier-ignore
  const run = { one: { dayId: 'day', cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T19:00:00.000Z' } } // prettier-ignore
  const runStop = { one: { runId: 'one', timecode: '10:30:00:00', happenedAt: '2026-05-14T19:30:00.000Z' } }
  // Nobody is up on the second night long enough for the first day's card.
  const copyHand = { h: { personId: 'maren', asleepFromMin: 60 }, i: { dayId: 'next', personId: 'maren', asleepFromMin: 60 } } // prettier-ignore
  const drive = { S1: { label: 'S1', speed: 'fast', capacityGb: 230 }, S2: { label: 'S2', speed: 'fast', capacityGb: 230 } } as const // prettier-ignore
  const of = (more: Given) => found(made(null, { shot: shots, orderItem: { second: { dayId: 'next', shotIds: ['b'] } }, copyHand, drive, ...more })) // prettier-ignore
  expect(of({})).toEqual([])
  expect(of({ run, runStop })).toEqual([])
  // Twice as long does not fit onto the drives, and is said of the evening it is copied in alone.
  expect(of({ run, runStop: { one: { ...runStop.one, timecode: '10:50:00:00' } } })).toEqual([['media.evening-too-late', 'stop', 'day']]) // prettier-ignore
})
