// npm run soak -- --evenings 500: evenings of copies while servers are killed, until so many kills. Leaves with 1 if anything was found.

import { parseArgs } from 'node:util'
import { eveningRound } from './evenings.ts'
import { openWorld } from './world.ts'

const { values } = parseArgs({
  options: {
    evenings: { type: 'string', default: '500' },
    seed: { type: 'string', default: String(Date.now() % 1_000_000) },
  },
})
const seed = Number(values.seed)
const wanted = Number(values.evenings)
let [rounds, kills, pauses, wiped, found] = [0, 0, 0, 0, 0]
console.log(`Seed ${seed}.`)
const world = await openWorld()
try {
  while (kills < wanted) {
    const round = await eveningRound(world, seed * 1000 + rounds, 12)
    rounds++
    kills += round.kills
    pauses += round.pauses
    wiped += round.wiped
    found += round.found.length
    for (const what of round.found) console.log(`Evening ${rounds}: ${what}`)
    if (rounds % 10 === 0) console.log(`${rounds} evenings, ${kills} kills, ${pauses} pauses`)
  }
} finally {
  await world.close()
}
console.log(`${rounds} evenings, ${kills} kills, ${pauses} pauses; ${wiped} of ${2 * rounds} cards could be wiped.`)
console.log(found === 0 ? 'Nothing was lost and nothing was called safe that was not.' : `${found} problems`)
process.exit(found === 0 ? 0 : 1)
