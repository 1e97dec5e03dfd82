import fc from 'fast-check'
import { expect, test } from 'vitest'
import { retryDelayMs } from './retrying.ts'

test('each failure waits longer on the whole, never over twenty seconds, and never all at one moment', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60 }), fc.double({ min: 0, max: 1, noNaN: true }), (failed, chance) => {
      const delay = retryDelayMs(failed, chance)
      expect(delay).toBeGreaterThanOrEqual(250)
      expect(delay).toBeLessThanOrEqual(20_000)
      expect(retryDelayMs(failed + 1, chance)).toBeGreaterThanOrEqual(delay)
      if (chance < 0.9) expect(retryDelayMs(failed, 1)).toBeGreaterThan(delay)
    }),
  ))
