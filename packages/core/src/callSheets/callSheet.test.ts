import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { asId, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { callSheet } from './callSheet.ts'
import { callSheetChanges, noLongerCalled } from './changes.ts'
import { LOCAL_RULES, LONG_DAY_LINE } from './cautions.ts'

const base = productionWith({
  place: {
    place: { hazards: 'slippery slip', hospital: 'Sennet General', parking: 'by the gate', opensMin: 360 },
    loft: { name: 'Loft', address: 'Quay 2' },
    unused: { name: 'Never used' },
  },
  spot: { spot: {}, loft: { placeId: 'loft', name: 'Sail loft' } },
  setup: {
    a: { letter: 'A', buildMin: 20, cautions: ['water', 'cable'] },
    b: { letter: 'B', buildMin: 15, spotId: 'loft', cautions: ['water'] },
    c: { letter: 'C', cautions: ['fire'] },
  },
  lamp: {
    k: { setupId: 'a', name: 'Lamp 300 W' },
    f: { setupId: 'a', name: 'Lamp 300 W', role: 'fill' },
    g: { setupId: 'b', name: 'Lamp 300 W' },
    h: { setupId: 'b', name: 'Tube' },
    z: { setupId: 'c', name: 'Candle' },
  },
  person: {
    edda: { role: 'boatbuilder', phone: '+44 7700 900114', leadMin: 30 },
    maren: { name: 'Maren Tolley', needed: 'all-day' },
    away: { name: 'Not here' },
  },
  attendance: { a: { personId: 'edda' }, b: { personId: 'maren' } },
  fixedEvent: { tide: { title: 'High water', startMin: 840 }, other: { dayId: 'elsewhere', title: 'No' } },
  shot: {
    s1: { code: '1A', sees: 'Door', setupId: 'a', minutes: 30 },
    s2: { code: '1B', sees: 'Edda planes', setupId: 'a', minutes: 25, personIds: ['edda'], quiet: true },
    s3: { code: '2A', setupId: 'b', onceOnly: true, personIds: ['edda'] },
    s4: { code: '2B', setupId: 'b' },
  },
  orderItem: {
    i1: { shotIds: ['s1'], rank: 0 },
    i2: { shotIds: ['s2'], rank: 1 },
    meal: { type: 'meal', minutes: 45, rank: 2 },
    i3: { shotIds: ['s3', 's4'], rank: 3 },
  },
})
const sheetOf = (production = base) => callSheet(production, planDay(production, 'day')!)

describe('a call sheet', () => {
  const sheet = sheetOf()
  test('says the day in clock times, in order, with what has to be done between', () =>
    expect(sheet.rows.map((r) => [r.time, r.shot || r.what, r.minutes])).toEqual([
      ['08:00', 'Build A', 20],
      ['08:20', '1A', 30],
      ['08:50', '1B', 25],
      ['09:15', 'Meal', 45],
      ['10:00', 'Move to Sail loft, build B', 75],
      ['11:15', '2A–B', 20],
    ]))
  test('says what is special about a shot, who is in it and in which light', () => {
    expect(sheet.rows[2]).toMatchObject({ what: 'Edda planes, quiet', who: 'Edda', setup: 'A' })
    expect(sheet.rows[5]).toMatchObject({ what: 'once only', setup: 'B' })
  })
  test('calls people on their own time, the earliest first, and nobody who is not there', () =>
    expect(sheet.people).toMatchObject([
      {
        personId: 'maren',
        name: 'Maren Tolley',
        role: '',
        call: '08:00',
        phone: '',
        callAt: '2026-05-14T07:00:00.000Z',
      },
      { personId: 'edda', name: 'Edda Marsh', role: 'boatbuilder', call: '08:20', phone: '+44 7700 900114' },
    ]))
  test('names the places that the day goes to, with the way and the hospital', () => {
    expect(sheet.places.map((p) => p.name)).toEqual(['Yard', 'Loft'])
    expect(sheet.places[0]).toMatchObject({ hospital: 'Sennet General', parking: 'by the gate' })
  })
  test('carries each caution once, hazards of places, and who decides, last', () => {
    expect(sheet.cautions.filter((line) => line.startsWith('Water'))).toHaveLength(1)
    expect(sheet.cautions.some((line) => line.startsWith('Fire'))).toBe(false)
    expect(sheet.cautions).toContain('Yard: slippery slip')
    expect(sheet.cautions.at(-1)).toBe(LOCAL_RULES)
  })
  test('counts kit as the most that stands at one time', () =>
    expect(sheet.kit).toEqual(['2 × Lamp 300 W', '1 × Tube']))
  test('has the meal, the fixed events of its day, wrap and the sun', () => {
    expect(sheet).toMatchObject({
      meals: ['09:15'],
      fixedEvents: ['High water 14:00'],
      wrap: '11:35',
      firstShot: '08:20',
      unitCall: '08:00',
    })
    expect(sheet.sun).toMatch(/^Sun up 05:\d\d, down 20:\d\d$/)
  })
  test('a long day says so', () => {
    const long = tryChanges(base, [{ op: 'update', kind: 'shot', id: asId('s1'), fields: { minutes: 500 } }])
    expect(sheetOf(long).cautions).toContain(LONG_DAY_LINE)
    expect(sheet.cautions).not.toContain(LONG_DAY_LINE)
  })
  test('where the sun stays up or stays away it says that', () => {
    const at = (latitudeDeg: number, date: string) =>
      sheetOf({
        ...base,
        place: { ...base.place, place: { ...base.place.place!, latitudeDeg } },
        day: { day: { ...base.day.day!, date } },
      }).sun
    expect(at(78, '2026-06-21')).toBe('The sun does not set.')
    expect(at(78, '2026-12-21')).toBe('The sun does not rise.')
  })
  test('an empty day has no first shot, and when it is over nobody knows', () =>
    expect(sheetOf(productionWith({}))).toMatchObject({ firstShot: null, wrap: '', rows: [], people: [] }))
})

test('who is no longer called is found by who they are, not by their name', () => {
  const older = sheetOf()
  const newer = { ...older, people: older.people.map((p) => (p.name === 'Edda Marsh' ? { ...p, personId: 'x' } : p)) }
  expect(noLongerCalled(older, newer)).toEqual([expect.objectContaining({ personId: 'edda', call: '08:20' })])
  expect(noLongerCalled(older, { ...newer, people: older.people })).toEqual([])
})

describe('what a newer sheet changes', () => {
  const changes = (edit: Parameters<typeof tryChanges>[1]) =>
    callSheetChanges(sheetOf(), sheetOf(tryChanges(base, edit)))
  test('nothing, when nothing changed', () => expect(changes([])).toEqual([]))
  test('a longer first shot moves everything after it, and the people in that', () =>
    expect(changes([{ op: 'update', kind: 'shot', id: asId('s1'), fields: { minutes: 40 } }])).toEqual([
      { what: 'Edda Marsh', was: '08:20', now: '08:30', personId: 'edda' },
      { what: 'Meal', was: '09:15', now: '09:25', personId: null },
      { what: 'Wrap', was: '11:35', now: '11:45', personId: null },
      { what: '1B', was: '08:50', now: '09:00', personId: null },
      { what: '2A–B', was: '11:15', now: '11:25', personId: null },
    ]))
  test('somebody no longer called, and shots dropped and added, are named', () => {
    const found = changes([
      { op: 'remove', kind: 'attendance', id: asId('a') },
      { op: 'update', kind: 'orderItem', id: asId('i1'), fields: { shotIds: [] } },
      { op: 'update', kind: 'orderItem', id: asId('i3'), fields: { shotIds: [asId('s3')] } },
    ])
    expect(found).toContainEqual({ what: 'Edda Marsh', was: '08:20', now: 'not called', personId: 'edda' })
    expect(found).toContainEqual({ what: '1A', was: '08:20', now: 'dropped', personId: null })
    expect(found).toContainEqual(expect.objectContaining({ what: '2A', was: 'not planned' }))
  })
})
