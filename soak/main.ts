// npm run soak: faults at random moments, then devices that log, then phones of units that log days. Leaves with 1 if anything was found.

import { parseArgs } from 'node:util'
import { logWithDevices } from './devices.ts'
import { faultRound, FAULTS } from './faults.ts'
import { logWithPhones } from './phones.ts'
import { openWorld, seeded } from './world.ts'

const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '110' },
    seed: { type: 'string', default: String(Date.now() % 1_000_000) },
    devices: { type: 'string', default: '25' },
    minutes: { type: 'string', default: '10' },
    phones: { type: 'string', default: '20' },
  },
})
const seed = Number(values.seed)
const chance = seeded(seed)
const problems: string[] = []
console.log(`Seed ${seed}. The same again: npm run soak -- --seed ${seed}`)

const world = await openWorld()
try {
  const tally = new Map<string, { rounds: number; complete: number; incomplete: number }>()
  const rounds = Number(values.rounds)
  for (let i = 0; i < rounds; i++) {
    const fault = i < FAULTS.length ? FAULTS[i]! : chance.of(FAULTS)
    const round = await faultRound(world, seed * 1000 + i, fault)
    const line = tally.get(fault) ?? { rounds: 0, complete: 0, incomplete: 0 }
    line.rounds++
    line.complete += round.complete
    line.incomplete += round.incomplete
    tally.set(fault, line)
    problems.push(...round.found.map((what) => `Round ${i} (${fault}): ${what}`))
    for (const what of round.found) console.log(`Round ${i} (${fault}): ${what}`)
    if ((i + 1) % 10 === 0) console.log(`${i + 1} of ${rounds} rounds`)
  }
  console.table(Object.fromEntries(tally))
  const minutes = Number(values.minutes)
  if (minutes > 0) {
    const outcome = await logWithDevices(world, Number(values.devices), minutes * 60, seed)
    const sorted = [...outcome.roundTripMs].sort((a, b) => a - b)
    const at = (share: number) => sorted[Math.floor(sorted.length * share)]?.toFixed(0)
    console.log(
      `${outcome.devices} devices for ${minutes} min: ${outcome.answered} edits answered, ${outcome.cuts} cuts, round trip p50 ${at(0.5)} ms, p99 ${at(0.99)} ms, worst corrected clock ${outcome.worstClockMs} ms off`,
    )
    problems.push(...outcome.found)
    for (const what of outcome.found) console.log(what)
  }
  for (let i = 0; i < Number(values.phones); i++) {
    const day = await logWithPhones(world, 12, 2, 30, seed + i)
    console.log(
      `Day ${i + 1}, 12 phones of 2 units for 30 min: ${day.takes} takes in ${day.edits} edits, ${day.timesAway} times away, ${day.twins} told twice, ${day.renumbered} renumbered, begins within ${day.worstMs} ms`,
    )
    problems.push(...day.found)
    for (const what of day.found) console.log(`Day ${i + 1} (seed ${seed + i}): ${what}`)
  }
} finally {
  await world.close()
}
console.log(
  problems.length === 0 ? 'Nothing was lost and nothing was called what it is not.' : `${problems.length} problems`,
)
process.exit(problems.length === 0 ? 0 : 1)
