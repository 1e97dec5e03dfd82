import { afterAll, beforeAll, expect, test } from 'vitest'
import { logWithDevices } from './devices.ts'
import { faultRound, FAULTS } from './faults.ts'
import { openWorld, type World } from './world.ts'

let world: World
beforeAll(async () => {
  world = await openWorld()
}, 60_000)
afterAll(() => world?.close(), 60_000)

// One seed each; `npm run soak` runs many. A seed that ever failed is added here.
test.each(FAULTS.map((fault, i) => [fault, 1000 + i] as const))(
  '%s: what was answered is there once, and no copy is called what it is not',
  async (fault, seed) => expect((await faultRound(world, seed, fault)).found).toEqual([]),
  120_000,
)

test('devices with wrong clocks, cut off now and then, between two servers: what they were told is what is there', async () => {
  const outcome = await logWithDevices(world, 8, 8, 77, 150)
  expect(outcome.found).toEqual([])
  expect(outcome.answered).toBeGreaterThan(100)
  // Clocks are up to 90 s wrong; what is written down is not.
  expect(outcome.worstClockMs).toBeLessThan(500)
}, 60_000)
