import fc from 'fast-check'
import { expect, test } from 'vitest'
import { asId, type RecordFields } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { cardHistory } from './cardHistory.ts'

const camera = asId<'camera'>('a')
const recorder = asId<'recorder'>('r')
const card = asId<'card'>('card')
const at = (second: number) => new Date(Date.parse('2026-05-14T08:00:00Z') + second * 1000).toISOString()
const code = (second: number) => `08:${String(Math.floor(second / 60)).padStart(2, '0')}:${String(second % 60).padStart(2, '0')}:00` // prettier-ignore

/** A card with runs of so many seconds, each of a take of its own. */
const withRuns = (seconds: readonly number[], run: Partial<RecordFields<'run'>>, extra: object = {}) =>
  productionWith({
    camera: { a: { letter: 'A', dataRateMbps: 480 } },
    recorder: { r: { letter: 'R', tracks: 8 } },
    card: { card: {} },
    day: { day: {} },
    take: Object.fromEntries(seconds.map((_, i) => [`t${i}`, { dayId: asId('day'), version: 10 + i }])),
    run: Object.fromEntries(seconds.map((_, i) => [`n${i}`, { dayId: asId('day'), takeId: asId(`t${i}`), cardId: card, startTimecode: code(0), startedAt: at(i * 600), version: 20 + i, ...run }])), // prettier-ignore
    runStop: Object.fromEntries(seconds.map((length, i) => [`s${i}`, { runId: asId(`n${i}`), timecode: code(length), happenedAt: at(i * 600 + length), version: 40 + i }])), // prettier-ignore
    ...extra,
  })

test('a camera is expected to leave its rate times what it ran, and a fifth of that at the least', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 6 }), (seconds) => {
      const { expected } = cardHistory(withRuns(seconds, { cameraId: camera, recorderId: null }), 'card')
      const whole = seconds.reduce((sum, length) => sum + length, 0)
      expect(expected.recordings).toBe(seconds.length)
      expect(expected.seconds).toBeCloseTo(whole, 6)
      expect(expected.bytes).toBeCloseTo(whole * 60e6, -1)
      expect(expected.leastBytes).toBeCloseTo(whole * 12e6, -1)
    }),
  ))
test('of a recorder one armed track of small samples is enough', () => {
  const { expected } = cardHistory(withRuns([100], { cameraId: null, recorderId: recorder }), 'card')
  expect(expected.leastBytes).toBeCloseTo(100 * 48_000 * 1.5, 3)
  expect(expected.bytes).toBeCloseTo(100 * 48_000 * 3 * 8, 3)
})
test('after a wipe nothing of before is expected, and a run nobody stopped is not counted', () => {
  const wiped = withRuns([100], { cameraId: camera, recorderId: null }, { wipe: { w: { cardId: card, version: 90 } } })
  expect(cardHistory(wiped, 'card').expected.recordings).toBe(0)
  const open = withRuns([100], { cameraId: camera, recorderId: null }, { runStop: {} })
  expect(cardHistory(open, 'card').expected.recordings).toBe(0)
})
