import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { cardsWanted } from './index.ts'

/** Two days of one camera: 300 GB on the first, 200 GB on the second, by the plan. */
const made = (cards: readonly number[], more: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 } },
    day: { day: { date: '2026-05-14' }, next: { date: '2026-05-15' } },
    card: Object.fromEntries(cards.map((capacityGb, i) => [`A${i}`, { label: `A${i}`, cameraId: 'A', capacityGb, valueMinor: 9000 }])), // prettier-ignore
    shot: Object.fromEntries(['a', 'b', 'c', 'd', 'e'].map((id) => [id, { code: `1${id}`, cameraId: 'A', takeSeconds: 500, takesExpected: 2 }])), // prettier-ignore
    orderItem: Object.fromEntries(['a', 'b', 'c', 'd', 'e'].map((id, rank) => [id, { dayId: rank < 3 ? 'day' : 'next', shotIds: [id], rank }])), // prettier-ignore
    ...more,
  })
const told = (cards: readonly number[], from = '2026-05-14', more = {}) => cardsWanted(made(cards, more), from, 0).map(({ wiping, keeping }) => [wiping, keeping]) // prettier-ignore

describe('cards more that the two schools want', () => {
  test('wiping goes by the worst day, keeping by all of them; enough is enough to the byte', () => {
    expect(told([300])).toEqual([[0, 1]])
    expect(told([250])).toEqual([[1, 1]])
    expect(told([250, 250])).toEqual([[0, 0]])
    expect(told([100])).toEqual([[2, 4]])
  })

  test('days that are over want nothing; a device without cards or without work is not judged', () => {
    expect(told([200], '2026-05-15')).toEqual([[0, 0]])
    expect(told([200], '2026-05-16')).toEqual([])
    expect(told([])).toEqual([])
  })

  test('what lies on a card takes room from today in both, and from later days only where nobody wipes', () => {
    const full = { take: { t: { shotIds: [], cameraIds: ['A'] } }, run: { r: { takeId: 't', cameraId: 'A', cardId: 'A0', startTimecode: '08:00:00:00', startedAt: '2026-05-13T07:00:00.000Z' } }, runStop: { s: { runId: 'r', timecode: '08:50:00:00', happenedAt: '2026-05-13T07:50:00.000Z' } } } // prettier-ignore
    // 3000 s at 800 Mb/s fill it.
    expect(told([300], '2026-05-15', full)).toEqual([[1, 1]])
    expect(told([300], '2026-05-14', full)).toEqual([[1, 2]])
  })

  test('are priced by one as large as the largest, where somebody has said what that costs', () => {
    const priced = (valueMinor: number) => cardsWanted(made([], { card: { s: { label: 'S', cameraId: 'A', capacityGb: 100, valueMinor: 50 }, l: { label: 'L', cameraId: 'A', capacityGb: 200, valueMinor } } }), '2026-05-14', 0)[0]!.priceMinor // prettier-ignore
    expect([priced(7000), priced(0)]).toEqual([7000, null])
  })
})
