import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { logWithDevices } from './devices.ts'
import { driveRound, type Drives, openDrives } from './drives.ts'
import { eveningRound } from './evenings.ts'
import { faultRound, FAULTS } from './faults.ts'
import { logWithPhones } from './phones.ts'
import { openWorld, type World } from './world.ts'

let world: World
beforeAll(async () => {
  world = await openWorld()
})
afterAll(() => world?.close(), 60_000)

// One seed each; `npm run soak` runs many. A seed that ever failed is added here.
test.each(FAULTS.map((fault, i) => [fault, 1000 + i] as const))(
  '%s: what was answered is there once, and no copy is called what it is not',
  async (fault, seed) => expect((await faultRound(world, seed, fault)).found).toEqual([]),
  120_000,
)

test.each([11, 12])(
  'an evening of copies while servers are killed and jobs are paused: what is called a checked copy is one',
  async (seed) => expect((await eveningRound(world, seed, 2)).found).toEqual([]),
  120_000,
)

describe('drives that are written to', () => {
  let drives: Drives
  beforeAll(async () => {
    drives = await openDrives(false)
  })
  afterAll(() => drives?.close())
  test.each([
    ['kill', 3],
    ['pull', 4],
    ['flip', 5],
    ['two at once', 6],
    ['a name is taken', 7],
  ] as const)('%s: nothing has a name that is not whole, nothing of others is touched', async (fault, seed) =>
    expect((await driveRound(drives, seed, fault)).found).toEqual([]),
  )
})

test('devices with wrong clocks, cut off now and then, between two servers: what they were told is what is there', async () => {
  const outcome = await logWithDevices(world, 8, 8, 77, 150)
  expect(outcome.found).toEqual([])
  expect(outcome.answered).toBeGreaterThan(100)
  // Clocks are up to 90 s wrong; what is written down is not.
  expect(outcome.worstClockMs).toBeLessThan(500)
})

test('twelve phones of two units, away now and then, with wrong clocks: every take is there once, under its slate', async () => {
  const outcome = await logWithPhones(world, 12, 2, 15, 5)
  expect(outcome.found).toEqual([])
  expect(outcome.takes).toBeGreaterThan(12)
  expect(outcome.twins).toBeGreaterThan(0)
})
