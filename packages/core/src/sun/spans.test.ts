import fc from 'fast-check'
import { expect, test } from 'vitest'
import { lightIsThere } from '../testing/index.ts'
import { sunDay } from './sunDay.ts'
import { SUN_LIGHTS, sunSpans } from './sunSpans.ts'

test('light is found where the sun has it, looked at every few minutes, at every latitude', () =>
  fc.assert(
    fc.property(
      fc.double({ min: -89, max: 89, noNaN: true }),
      fc.double({ min: -179, max: 179, noNaN: true }),
      fc.integer({ min: 0, max: 364 }),
      fc.constantFrom(...SUN_LIGHTS),
      (lat, lon, dayOfYear, light) => {
        const startMs = Date.parse('2026-01-01') + dayOfYear * 864e5
        const date = (by: number) => new Date(startMs + by * 864e5).toISOString().slice(0, 10)
        const spans = sunSpans(
          [-1, 0, 1].map((by) => sunDay(date(by), lat, lon, 'UTC')),
          light,
        )
        let wrong = 0
        for (let ms = startMs; ms < startMs + 864e5; ms += 240_000) {
          const near = spans.some((s) => Math.abs(s.fromMs - ms) < 120_000 || Math.abs(s.toMs - ms) < 120_000)
          const found = spans.some((s) => ms >= s.fromMs && ms <= s.toMs)
          if (!near && found !== lightIsThere(light, ms, lat, lon)) wrong++
        }
        expect(wrong).toBe(0)
      },
    ),
    { numRuns: 120 },
  ))

test.each([
  ['dawn', 78, '2026-06-21', 0],
  ['night', 78, '2026-06-21', 0],
  ['daylight', 78, '2026-06-21', 1],
  ['daylight', 78, '2026-12-21', 0],
  ['night', 62, '2026-06-21', 0],
  ['dusk', 62, '2026-06-21', 3],
] as const)('%s at %d° on %s: %d stretches, so never is never', (light, lat, date, count) => {
  const days = [-1, 0, 1].map((by) => sunDay(new Date(Date.parse(date) + by * 864e5).toISOString().slice(0, 10), lat, 15, 'UTC')) // prettier-ignore
  expect(sunSpans(days, light)).toHaveLength(count)
})
