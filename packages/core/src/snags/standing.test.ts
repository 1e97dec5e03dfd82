import { callSheet } from '../callSheets/index.ts'
import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { applyChanges, asId, createRecord, NO_RECORDS, productionOf, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { evidenceHash } from './finding.ts'
import { findSnags } from './findSnags.ts'
import { standingOf } from './standing.ts'

const EMPTY = { place: {}, spot: {}, day: {}, setup: {}, shot: {}, orderItem: {}, attendance: {}, person: {} }
const next = (given: Parameters<typeof productionWith>[0], today = '2026-05-01') =>
  standingOf(productionWith(given), today).next

/** A day that nothing stops: one shot of nobody, in the order. */
const planned = {
  shot: { one: { code: '1A', figure: 'none', personIds: [], minutes: 20 } },
  orderItem: { first: { dayId: 'day', shotIds: ['one'], rank: 0 } },
} as const

describe('the next thing to do', () => {
  test('follows the order of the work: a place, then shots, then an order', () => {
    const bare = productionOf(applyChanges(NO_RECORDS, [createRecord('production', {}, asId('p'))], 1))!
    expect(standingOf(bare, '2026-05-01').next.stage).toBe('scout')
    expect(next(EMPTY).stage).toBe('shots')
    expect(next({ shot: { one: { code: '1A' } }, orderItem: {} })).toMatchObject({
      stage: 'order',
      because: '1 shot, no day has any yet.',
    })
  })
  test('is the worst finding while one stops the day, and its sentence says why', () => {
    const production = productionWith({ ...planned, rules: { longestDayMin: 10 } })
    const stops = findSnags(production).filter((f) => f.severity === 'stop')
    expect(stops.length).toBeGreaterThan(0)
    const { next: step, stops: told } = standingOf(production, '2026-05-01')
    expect([step.stage, step.because, told]).toEqual([stops[0]!.stage, stops[0]!.says, stops.length])
  })
  test('does not count what was accepted, until its evidence changes', () => {
    const production = productionWith({ ...planned, rules: { longestDayMin: 10 } })
    const accept = (evidence: (hash: string) => string) =>
      findSnags(production).map((f) =>
        createRecord(
          'acceptance',
          { check: f.check, about: f.about.id, evidence: evidence(evidenceHash(f)), reason: 'It is known.' },
          asId(`${f.check} ${f.about.id}`),
        ),
      )
    expect(
      standingOf(
        tryChanges(
          production,
          accept((hash) => hash),
        ),
        '2026-05-01',
      ),
    ).toMatchObject({ stops: 0, watches: 0 })
    expect(
      standingOf(
        tryChanges(
          production,
          accept((hash) => `${hash}?`),
        ),
        '2026-05-01',
      ).stops,
    ).toBeGreaterThan(0)
  })
  test('is the call sheet until one says what the plan says, and then the day itself', () => {
    const calm = productionWith({ ...planned, rules: { longestDayMin: 1000 } })
    const quiet = tryChanges(
      calm,
      findSnags(calm).map((f) =>
        createRecord(
          'acceptance',
          { check: f.check, about: f.about.id, evidence: evidenceHash(f), reason: 'It is known.' },
          asId(`${f.check} ${f.about.id}`),
        ),
      ),
    )
    expect(standingOf(quiet, '2026-05-01').next).toMatchObject({ stage: 'call', says: 'Send the call sheet' })
    const sent = (fingerprint: string) =>
      tryChanges(quiet, [
        createRecord(
          'sentSheet',
          { dayId: asId('day'), number: 1, fingerprint, sentAt: '2026-05-10T10:00:00Z' },
          asId('s'),
        ),
      ])
    const said = sent(callSheet(quiet, planDay(quiet, 'day')!).fingerprint)
    expect(standingOf(sent('another plan'), '2026-05-13').next.stage).toBe('call')
    expect(standingOf(said, '2026-05-13').next.stage).toBe('order')
    expect(standingOf(said, '2026-05-14').next.stage).toBe('roll')
    expect(standingOf(said, '2026-05-15').next.stage).toBe('wrap')
  })
})

test('its day is the first that is not over, or else the last', () => {
  const production = productionWith({
    day: {
      day: { title: 'One', date: '2026-05-14' },
      two: { title: 'Two', date: '2026-05-16' },
    },
    attendance: {},
    shot: {},
    orderItem: {},
  })
  const day = (today: string) => standingOf(production, today).day?.title
  expect([day('2026-05-01'), day('2026-05-14'), day('2026-05-15'), day('2026-05-16'), day('2026-06-01')]).toEqual([
    'One',
    'One',
    'Two',
    'Two',
    'Two',
  ])
})
