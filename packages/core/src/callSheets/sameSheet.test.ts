import fc from 'fast-check'
import { expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import type { Production, SentSheet } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { type CallSheet, callSheet, type PrintedCallSheet, saysTheSame } from './callSheet.ts'
import { callSheetChanges } from './changes.ts'

const base = productionWith({
  production: { title: 'A job' },
  place: { place: { address: 'Quay 1', hospital: 'Sennet General' }, farm: { name: 'Farm', hospital: 'Dale General' } },
  spot: { spot: {}, barn: { placeId: 'farm', name: 'Barn' } },
  scene: { scene: {}, indoors: { spotId: 'barn' } },
  person: { edda: { phone: '1', needed: 'all-day' }, corin: { name: 'Corin Marsh' } },
  attendance: { a: { personId: 'edda' }, b: { personId: 'corin' } },
  shot: { a: { code: '1A' }, b: { code: '1B', sceneId: 'indoors', personIds: ['corin'] }, c: { code: '1C' }, d: { code: '1D' } }, // prettier-ignore
  orderItem: Object.fromEntries(['a', 'b', 'c', 'd'].map((id, rank) => [id, { shotIds: [id], rank }])),
} as never)
const sheetOf = (p: Production): CallSheet => callSheet(p, planDay(p, 'day')!)
/** As a database gives it back: keys in another turn. */
const stored = (sheet: CallSheet): SentSheet => {
  const turned = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(turned)
      : value && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).reverse().map(([k, v]) => [k, turned(v)])) // prettier-ignore
        : value
  return { content: turned(JSON.parse(JSON.stringify(sheet))), fingerprint: 'x' } as unknown as SentSheet
}
const issued = stored(sheetOf(base))
const change = <K extends 'day' | 'place' | 'person' | 'shot'>(kind: K, id: string, fields: object): Production => ({
  ...base,
  [kind]: { ...base[kind], [id]: { ...base[kind][id], ...fields } },
})

test('a sheet says the same until something changes that is printed, whatever a database made of it', () => {
  expect(saysTheSame(issued, sheetOf(base))).toBe(true)
  expect(saysTheSame(issued, sheetOf(change('shot', 'a', { lens: 85 })))).toBe(true)
})

test.each([
  ['the date', change('day', 'day', { date: '2026-05-28' })],
  ['the weather', change('day', 'day', { weather: 'gale' })],
  ['the note', change('day', 'day', { note: 'bring boots' })],
  ['the name of the day', change('day', 'day', { title: 'Day one' })],
  ['the address', change('place', 'place', { address: 'Quay 2' })],
  ['the hospital', change('place', 'farm', { hospital: 'Vale General' })],
  ['a telephone number', change('person', 'edda', { phone: '2' })],
  ['what somebody does', change('person', 'edda', { role: 'grip' })],
  ['what a shot sees', change('shot', 'a', { sees: 'the other boat' })],
  ['the title', { ...base, production: { ...base.production, title: 'Another' } }],
] as const)('%s is printed, so the sheet no longer says the same, and the next one says so', (_, p) => {
  expect(saysTheSame(issued, sheetOf(p))).toBe(false)
  expect(callSheetChanges(sheetOf(base), sheetOf(p))).not.toEqual([])
})

test('a sheet lists where the day begins and every place it goes to, each with its own hospital', () =>
  expect(sheetOf(base).places.map((p) => [p.name, p.hospital])).toEqual([
    [base.place.place!.name, 'Sennet General'],
    ['Farm', 'Dale General'],
  ]))

test('a call half an hour later is told in a few lines, the weightiest first', () => {
  const changes = callSheetChanges(sheetOf(base), sheetOf(change('day', 'day', { callMin: 510, date: '2026-05-15' })))
  expect(changes.map((c) => c.what)).toEqual(['Date', 'Unit call', 'Edda Marsh', 'Corin Marsh', 'Wrap', '4 shots, 1A to 1D', 'Also changed']) // prettier-ignore
  expect(changes[0]).toMatchObject({ was: expect.stringMatching(/^Thu 14 May 2026$/), now: 'Fri 15 May 2026' })
  expect(changes.at(-2)!.now).toBe('30 min later')
  expect(changes.at(-1)!.now).toBe('sun and fixed events')
})

test('whatever is printed and differs is told, and nothing is told where nothing differs', () => {
  const words = fc.constantFrom('', 'a', 'b')
  const sheets = fc
    .record({ callMin: fc.integer({ min: 0, max: 1400 }), weather: words, note: words, address: words })
    .map(({ callMin, weather, note, address }) => {
      const p = change('day', 'day', { callMin, weather, note })
      return sheetOf({ ...p, place: { ...p.place, place: { ...p.place.place!, address } } })
    })
  fc.assert(
    fc.property(sheets, sheets, (a, b) => {
      const same = saysTheSame(stored(a), b)
      expect(callSheetChanges(a as PrintedCallSheet, b).length === 0).toBe(same)
    }),
  )
})
