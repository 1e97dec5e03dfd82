import { describe, expect, test } from 'vitest'
import { screenLightByClock } from './screenLightByClock.ts'

const at = (iso: string) => Date.parse(iso)
const SLIP = { latitudeDeg: 54.35, longitudeDeg: -3.1 }

describe('by the clock of the day', () => {
  test.each([
    ['noon in May', '2026-05-12T12:00:00Z', 'desk'],
    ['an hour before sunrise, when one can read', '2026-05-12T03:45:00Z', 'desk'],
    ['the middle of the night', '2026-05-12T00:30:00Z', 'set'],
    ['five in the afternoon in December', '2026-12-20T17:00:00Z', 'set'],
    ['five in the afternoon in May', '2026-05-12T17:00:00Z', 'desk'],
  ])('%s', (_, iso, light) => {
    expect(screenLightByClock(at(iso), SLIP)).toBe(light)
  })
  test('in a polar night it stays dark at noon, in a polar summer light at midnight', () => {
    const north = { latitudeDeg: 78.2, longitudeDeg: 15.6 }
    expect(screenLightByClock(at('2026-12-20T11:00:00Z'), north)).toBe('set')
    expect(screenLightByClock(at('2026-06-20T23:00:00Z'), north)).toBe('desk')
  })
  test('the sun of the place counts, not the hour of the device', () => {
    const antipode = { latitudeDeg: -41.3, longitudeDeg: 174.8 }
    expect(screenLightByClock(at('2026-05-12T12:00:00Z'), antipode)).toBe('set')
  })
  test('with no place the hour of the device decides', () => {
    const hour = (h: number) => new Date(2026, 4, 12, h, 30).getTime()
    expect([5, 6, 12, 20, 21, 23].map((h) => screenLightByClock(hour(h), null))).toEqual([
      'set',
      'desk',
      'desk',
      'desk',
      'set',
      'set',
    ])
  })
  test('it never chooses the light for outdoors', () => {
    for (let h = 0; h < 24; h++)
      expect(screenLightByClock(at('2026-06-20T00:00:00Z') + h * 3_600_000, SLIP)).not.toBe('sun')
  })
})
