import { describe, expect, test } from 'vitest'
import { KIND_NAMES } from './kinds/kinds.ts'
import { fieldsOf } from './record.ts'
import { nameOf, readValue, showValue, unitOf } from './values.ts'

const NONE = new Map<string, string>()
const people = new Map([
  ['11111111-1111-4111-8111-111111111111', 'Edda Marsh'],
  ['22222222-2222-4222-8222-222222222222', 'Corin Marsh'],
])
const read = (kind: Parameters<typeof readValue>[0], field: string, typed: string, names = NONE) =>
  readValue(kind, field, typed, names)

describe('what people type into a cell', () => {
  test.each([
    ['shot', 'focalLengthMm', '85', 85],
    ['shot', 'focalLengthMm', '85 mm', 85],
    ['shot', 'tStop', 'T2.8', 2.8],
    ['shot', 'tStop', 'f 4', 4],
    ['shot', 'tStop', '2,8', 2.8],
    ['shot', 'distanceM', '210 cm', 2.1],
    ['shot', 'iso', '800', 800],
    ['shot', 'mustHave', 'x', true],
    ['shot', 'mustHave', '', false],
    ['day', 'callMin', '6:55', 415],
    ['day', 'outByMin', '', null],
    ['day', 'outByMin', '00:30 +1', 1470],
    ['shot', 'sees', '  the door  ', 'the door'],
  ] as const)('%s %s: %j', (kind, field, typed, value) => expect(read(kind, field, typed)).toEqual({ ok: true, value }))
  test.each([
    ['shot', 'focalLengthMm', '0', /more than 0 mm/],
    ['shot', 'focalLengthMm', 'wide', /more than 0 mm/],
    ['shot', 'tStop', 'T0', /between T0.7 and T64/],
    ['shot', 'distanceM', '-2', /more than 0 m/],
    ['shot', 'distanceM', 'over there', /more than 0 m/],
    ['shot', 'shutterDeg', '400', /between 1° and 360°/],
    ['shot', 'iso', '', /between 25 and 409600/],
    ['day', 'callMin', '25:61', /time of day such as 06:55/],
    ['day', 'date', '2026-02-30', /date such as/],
    ['place', 'latitudeDeg', '91', /between −90/],
    ['place', 'timeZone', 'Mars/North', /such as Europe\/London/],
  ] as const)('%s %s: %j is answered with what would be right', (kind, field, typed, says) => {
    const answer = read(kind, field, typed)
    expect(answer.ok).toBe(false)
    expect(!answer.ok && answer.error).toMatch(says)
  })
  test('names are found by their beginning, or by any word of them', () => {
    expect(read('shot', 'personIds', 'cor, edda', people)).toEqual({
      ok: true,
      value: [...people.keys()].reverse(),
    })
    expect(read('camera', 'operatorId', 'marsh', people)).toMatchObject({ ok: true, value: [...people.keys()][0] })
  })
  test('a name that is nobody’s is told with those that there are', () => {
    const answer = read('shot', 'personIds', 'Juno', people)
    expect(!answer.ok && answer.error).toBe('Who: there is no “Juno”. There is Edda Marsh, Corin Marsh.')
  })
  test('somebody named twice is there once', () =>
    expect(read('shot', 'personIds', 'edda; Edda Marsh', people)).toMatchObject({ value: [[...people.keys()][0]] }))
})

describe('feet', () => {
  const distance = fieldsOf('shot').distanceM!
  test('only lengths are in feet; what is typed with another unit means that unit', () => {
    expect(unitOf(distance, 'feet')).toBe('ft')
    expect(unitOf(fieldsOf('shot').focalLengthMm!, 'feet')).toBe('mm')
    expect(showValue(distance, 2.06, NONE, 'feet')).toBe(`6' 9"`)
    expect(readValue('shot', 'distanceM', '7', NONE, 'feet')).toMatchObject({ value: 7 * 0.3048 })
    expect(readValue('shot', 'distanceM', '2 m', NONE, 'feet')).toMatchObject({ value: 2 })
  })
})

test('what every field starts with can be shown, and read again unless it must be chosen', () => {
  for (const kind of KIND_NAMES)
    for (const [name, field] of Object.entries(fieldsOf(kind))) {
      if (field.input === 'none' || field.input === 'ref' || field.initial === '') continue
      const shown = showValue(field, field.initial, NONE)
      expect([kind, name, readValue(kind, name, shown, NONE)]).toEqual([kind, name, { ok: true, value: field.initial }])
    }
})

test.each([
  ['setup', { letter: 'B', name: 'Shavings' }, 'B Shavings'],
  ['scene', { number: '3', title: 'Loft' }, '3 Loft'],
  ['shot', { code: '3C' }, '3C'],
  ['drive', { label: 'S1' }, 'S1'],
  ['fixedEvent', { title: 'High water' }, 'High water'],
  ['place', undefined, ''],
] as const)('a %s is called by what people call it', (kind, record, name) =>
  expect(nameOf(kind, record && { id: 'x', version: 1, ...record })).toBe(name),
)

test('a list of names may have spaces between, where no name is meant by the whole', () => {
  const names = new Map([
    ['a', '4A'],
    ['b', '4B'],
    ['c', 'Ada Brent'],
  ])
  expect(readValue('orderItem', 'shotIds', '4A 4B', names)).toMatchObject({ ok: false })
  expect(readValue('orderItem', 'shotIds', '4A 4X', names)).toMatchObject({ error: expect.stringContaining('“4X”') })
})
