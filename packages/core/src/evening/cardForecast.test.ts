import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { cardForecast } from './index.ts'

type Given = Parameters<typeof productionWith>[0]
const GB = 1e9
/** Three shots of one camera, 100 GB each by the plan: 1000 s at 800 Mb/s. */
const made = (given: Given = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 } },
    card: {
      A1: { label: 'A1', cameraId: 'A', capacityGb: 150 },
      A2: { label: 'A2', cameraId: 'A', capacityGb: 150 },
    },
    shot: Object.fromEntries(['a', 'b', 'c'].map((id) => [id, { code: `1${id.toUpperCase()}`, cameraId: 'A', takeSeconds: 500, takesExpected: 2 }])), // prettier-ignore
    orderItem: Object.fromEntries(['a', 'b', 'c'].map((id, rank) => [`i${id}`, { shotIds: [id], rank }])),
    ...given,
  })
const forecast = (given: Given = {}) => {
  const production = made(given)
  return cardForecast(production, planDay(production, 'day')!, 0)
}
/** A good take of 1A that ran so many seconds onto A1. */
const rolled = (seconds: number): Given => {
  const stop = new Date(Date.parse('2026-05-14T09:00:00.000Z') + seconds * 1000)
  const label = `${String(10 + Math.floor(seconds / 3600)).padStart(2, '0')}:${String(Math.floor(seconds / 60) % 60).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}:00` // prettier-ignore
  return {
    take: { t: { shotIds: ['a'], cameraIds: ['A'], startedAt: '2026-05-14T09:00:00.000Z' } },
    takeEvent: { g: { takeId: 't', type: 'good', timecode: '', happenedAt: stop.toISOString() } },
    run: { r: { takeId: 't', cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } }, // prettier-ignore
    runStop: { s: { runId: 'r', timecode: label, happenedAt: stop.toISOString() } },
  }
}

describe('cards for the rest of a day', () => {
  test('one after the other fills, in the entry in which it does; enough is enough to the byte', () => {
    const [a] = forecast().devices
    expect(a!.comingBytes).toBe(300 * GB)
    expect(a!.fills.map(({ card, item }) => [card.label, item.id])).toEqual([['A1', 'ib']])
    expect(a!.lacks).toBeNull()
  })
  test('where there is none left it says from which entry on and how much has none', () => {
    const one = { A1: { label: 'A1', cameraId: 'A', capacityGb: 150 } } as const
    const [a] = forecast({ card: one }).devices
    expect(a!.lacks).toMatchObject({ item: { id: 'ib' }, bytes: 150 * GB })
    expect(forecast({ card: {} }).devices[0]!.lacks).toMatchObject({ item: { id: 'ia' }, bytes: 300 * GB })
  })
  test('a card that holds recordings is no empty one, whatever may become of it', () => {
    const held = { run: { r: { cameraId: 'A', cardId: 'A2', startTimecode: '10:00:00:00', startedAt: '2026-05-13T09:00:00.000Z' } } } // prettier-ignore
    const moved = { m: { cardId: 'A1', cameraId: 'A', type: 'in', happenedAt: '2026-05-14T06:00:00.000Z' } } as const
    const [a] = forecast({ ...held, cardMove: moved }).devices
    expect(a!.cards.map((card) => card.label)).toEqual(['A1'])
    expect(a!.lacks).toMatchObject({ item: { id: 'ib' } })
  })
  test('what is done records no more; takes that ran longer are believed by as many as were seen', () => {
    const usual = forecast(rolled(1000))
    expect(usual).toMatchObject({ runsLonger: 1, seen: 1 })
    expect(usual.devices[0]!.comingBytes).toBeCloseTo(200 * GB, -3)
    // Twice as long once, against three that went as planned.
    const longer = forecast(rolled(2000))
    expect(longer.runsLonger).toBeCloseTo(5 / 4, 9)
    expect(longer.devices[0]!.comingBytes).toBeCloseTo(250 * GB, -3)
  })
})
