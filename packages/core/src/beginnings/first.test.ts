import { describe, expect, test } from 'vitest'
import { callSheet } from '../callSheets/index.ts'
import { planDay } from '../day/index.ts'
import { applyChanges, createRecord, productionOf, type Change, schemaOf, tablesOf } from '../records/index.ts'
import { asId } from '../records/index.ts'
import { findSnags } from '../snags/index.ts'
import { productionWith } from '../testing/index.ts'
import { firstDay, firstSetup, readPeople } from './first.ts'

let made = 0
const newId = () => `00000000-0000-7000-8000-${String(++made).padStart(12, '0')}`
const empty = productionWith({})
const nothing = { ...empty, place: {}, spot: {}, setup: {}, day: {}, person: {}, attendance: {} }
const after = (changes: readonly Change[]) => productionOf(applyChanges(tablesOf(nothing), changes, 2))!

describe('people as they stand in a message', () => {
  test('are read by name, what they do, and numbers wherever they are', () => {
    expect(
      readPeople(
        'Ana Kovač, focus, +44 7700 900123\n\n佐藤 花子; gaffer; hanako@example.org; 020 7946 0000\nمريم, talent',
      ),
    ).toEqual({
      ok: true,
      value: [
        { name: 'Ana Kovač', role: 'focus', phone: '+44 7700 900123', email: '' },
        { name: '佐藤 花子', role: 'gaffer', phone: '020 7946 0000', email: 'hanako@example.org' },
        { name: 'مريم', role: 'talent', phone: '', email: '' },
      ],
    })
  })
  test('a line without a name is told, nothing of it is guessed', () =>
    expect(readPeople('Ana\n+44 7700 900123')).toMatchObject({ ok: false, error: expect.stringContaining('Line 2') }))
})

describe('a day begun where nothing is', () => {
  const read = readPeople('Ana Kovač, focus\nBo, sound')
  const people = read.ok ? read.value : []
  const asked = { date: '2026-12-01', callMin: 480, place: { name: '', address: '' }, timeZone: 'Asia/Seoul', people }

  test('has records that can be kept, a call for everybody, and a sheet that claims no sun', () => {
    const { dayId, changes } = firstDay(nothing, asked, newId)
    for (const change of changes)
      if (change.op === 'create') expect(schemaOf(change.kind).safeParse(change.fields).error).toBeUndefined()
    const production = after(changes)
    const plan = planDay(production, dayId)!
    expect(plan.sun).toBeNull()
    expect(plan.calls).toHaveLength(2)
    const sheet = callSheet(production, plan)
    expect(sheet.people.map((one) => [one.name, one.call])).toEqual([['Ana Kovač', '08:00'], ['Bo', '08:00']]) // prettier-ignore
    expect(sheet.sun).toContain('not known')
  })
  test('a second one takes the place and the people there are', () => {
    const first = firstDay(nothing, asked, newId)
    const production = after(first.changes)
    const placeId = Object.values(production.place)[0]!.id
    const second = firstDay(production, { ...asked, place: { id: placeId }, people: [] }, newId)
    expect(second.changes.map((change) => change.kind)).toEqual(['day', 'attendance', 'attendance'])
    expect(second.changes[0]).toMatchObject({ fields: { title: 'Day 2', placeId } })
  })
  test('a shot that waits for the sun is told to wait for what nobody knows, and is never called on time', () => {
    const { dayId, changes } = firstDay(nothing, asked, newId)
    const sceneId = asId<'scene'>(newId())
    const shotId = asId<'shot'>(newId())
    const production = after([
      ...changes,
      createRecord('scene', { number: '1' }, sceneId),
      createRecord('shot', { sceneId, code: '1A', window: 'dawn', onceOnly: true }, shotId),
      createRecord('orderItem', { dayId, shotIds: [shotId] }, asId(newId())),
    ])
    const told = findSnags(production).find((finding) => finding.check === 'scout.no-position')
    expect(told).toMatchObject({ severity: 'stop', says: expect.stringContaining('1A waits for the light of the sun') })
    expect(planDay(production, dayId)!.missed).toEqual([])
  })
})

test('a setup begins in a room nobody has measured, and in the first spot once there is one', () => {
  const lone = firstSetup(nothing, { letter: 'A', colour: 0, timeZone: 'Europe/Paris' }, newId)
  expect(lone.changes.map((change) => change.kind)).toEqual(['place', 'spot', 'setup'])
  const production = after(lone.changes)
  const next = firstSetup(production, { letter: 'B', colour: 1, timeZone: 'Europe/Paris' }, newId)
  expect(next.changes).toHaveLength(1)
  expect(next.changes[0]).toMatchObject({ fields: { spotId: Object.keys(production.spot)[0] } })
})

test('mains that run otherwise where a place is are told, with one way out that holds', () => {
  const seoul = { ...Object.values(empty.place)[0]!, timeZone: 'Asia/Seoul' }
  const production = { ...empty, place: { [seoul.id]: seoul } }
  const [told] = findSnags(production).filter((finding) => finding.check === 'scout.other-mains')
  expect(told!.says).toContain('220 V at 60 Hz')
  const mended = productionOf(applyChanges(tablesOf(production), told!.fixes[0]!.changes, 9))!
  expect(findSnags(mended).some((finding) => finding.check === 'scout.other-mains')).toBe(false)
})
