// npm run soak -- --drives 500: what happens to drives while they are copied to. Leaves with 1 if anything was found.

import { parseArgs } from 'node:util'
import { DRIVE_FAULTS, driveRound, openDrives } from './drives.ts'
import { seeded } from './world.ts'

const { values } = parseArgs({
  options: {
    drives: { type: 'string', default: '500' },
    seed: { type: 'string', default: String(Date.now() % 1_000_000) },
  },
})
const seed = Number(values.seed)
const chance = seeded(seed)
const rounds = Number(values.drives)
let found = 0
const tally = new Map<string, { rounds: number; kills: number; reservations: number }>()
const drives = await openDrives()
console.log(`Seed ${seed}. The drive without hard links: ${drives.how}.`)
try {
  for (let i = 0; i < rounds; i++) {
    const fault = DRIVE_FAULTS[i] ?? chance.of(DRIVE_FAULTS)
    const round = await driveRound(drives, seed * 1000 + i, fault)
    const line = tally.get(fault) ?? { rounds: 0, kills: 0, reservations: 0 }
    line.rounds++
    line.kills += round.kills
    line.reservations += round.reservations
    tally.set(fault, line)
    for (const what of round.found) console.log(`Round ${i} (${fault}): ${what}`)
    found += round.found.length
    if ((i + 1) % 50 === 0) console.log(`${i + 1} of ${rounds} rounds`)
  }
} finally {
  await drives.close()
}
console.table(Object.fromEntries(tally))
console.log(found === 0 ? 'Nothing was lost, left half-written or taken from others.' : `${found} problems`)
process.exit(found === 0 ? 0 : 1)
