import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { loadingOf, loadTimesOf } from './index.ts'

const at = (clock: string) => `2026-05-14T${clock}:00.000Z`
const with_ = (...entries: readonly (readonly [state: 'begun' | 'over', clock: string, own?: object])[]) =>
  productionWith({ loading: Object.fromEntries(entries.map(([state, clock, own], i) => [`l${i}`, { state, happenedAt: at(clock), ...own }])) }) // prettier-ignore
const minutes = (production: ReturnType<typeof with_>) => loadingOf(production, 'day', 'place', 'in').minutes

test('loading in takes from the last time it was begun to its end, whatever came in between and in which turn it arrived', () => {
  expect(minutes(with_(['begun', '06:00'], ['over', '06:34']))).toBe(34)
  expect(minutes(with_(['over', '06:34'], ['begun', '06:00']))).toBe(34)
  expect(minutes(with_(['begun', '05:00'], ['begun', '06:00'], ['over', '06:34']))).toBe(34)
})

test('no length is told while it goes on, where it never began, where a key was forgotten, nor of another place or way', () => {
  expect(minutes(with_(['begun', '06:00']))).toBeNull()
  expect(minutes(with_(['begun', '06:00'], ['over', '06:34'], ['begun', '07:00']))).toBeNull()
  expect(minutes(with_(['over', '06:34']))).toBeNull()
  expect(minutes(with_(['begun', '06:00'], ['over', '18:00']))).toBeNull()
  expect(minutes(with_(['begun', '06:00'], ['over', '06:34', { placeId: 'attic' }]))).toBeNull()
  expect(minutes(with_(['begun', '06:00'], ['over', '06:34', { way: 'out' }]))).toBeNull()
})

test('days are told from the newest on, those with both keys', () => {
  const day = { day: { date: '2026-05-14' }, next: { date: '2026-05-15' }, last: { date: '2026-05-16' } }
  const loading = {
    a: { dayId: 'day', state: 'begun', happenedAt: at('06:00') },
    b: { dayId: 'day', state: 'over', happenedAt: at('06:20') },
    c: { dayId: 'next', state: 'begun', happenedAt: at('06:00') },
    d: { dayId: 'next', state: 'over', happenedAt: at('06:21') },
  } as const
  expect(loadTimesOf(productionWith({ day, loading }), 'place', 'in').map((one) => [one.day.date, one.minutes])).toEqual([['2026-05-15', 21], ['2026-05-14', 20]]) // prettier-ignore
})
