import { describe, expect, test } from 'vitest'
import { asId } from './ids.ts'
import { blank, schemaOf, withNewFields } from './record.ts'

describe('what an older version of the app wrote', () => {
  const take = blank('take', { dayId: asId('01978a00-0000-7000-8000-000000000001'), slate: '1A', startedAt: '2026-05-14T07:00:00Z' }) // prettier-ignore
  const without = (...names: string[]) =>
    Object.fromEntries(Object.entries(take).filter(([name]) => !names.includes(name)))
  test('is whole with the fields that it did not know', () => {
    const known = withNewFields('take', without('unitId', 'spotId', 'deviceAt'))
    expect(known).toMatchObject({ unitId: null, spotId: null, deviceAt: null })
    expect(schemaOf('take').safeParse(known).success).toBe(true)
  })
  test('is not made up where something has to be said', () => {
    for (const name of ['slate', 'number', 'dayId', 'startedAt', 'wild'])
      expect([name, schemaOf('take').safeParse(withNewFields('take', without(name))).success]).toEqual([name, false])
  })
  test('what was added to a kind later is what it begins with', () => {
    const { wantStops: _, judged: __, ...mark } = blank('mark', { name: 'Chair' })
    expect(withNewFields('mark', mark)).toEqual({ ...mark, wantStops: 0, judged: true })
    expect(schemaOf('mark').safeParse(withNewFields('mark', { name: 'Chair' })).success).toBe(false)
  })
  test('and what is whole stays the very same', () => expect(withNewFields('take', take)).toBe(take))
})
