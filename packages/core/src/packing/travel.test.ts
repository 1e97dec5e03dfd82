import fc from 'fast-check'
import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { goneWith } from './travel.ts'

const PLACES = ['van', 'car', 'nobody knows'] as const
const place = fc.constantFrom(...PLACES)

test('what is told to go with a vehicle is gone with it, and what is not told has a place that is elsewhere or not known', () => {
  fc.assert(
    fc.property(
      fc.record({
        card: place,
        s1: place,
        s2: place,
        wiped: fc.boolean(),
        checks: fc.tuple(fc.boolean(), fc.boolean()),
      }),
      ({ card, s1, s2, wiped, checks }) => {
        // prettier-ignore
        const caseFor = (at: (typeof PLACES)[number]) => (at === 'nobody knows' ? '' : `box of ${at}`)
        const drives = [s1, s2]
        const runs = drives.map((_, i) => [`run ${i}`, { version: 2 + i, cardId: 'a', driveId: `d${i}`, medium: `m${i}`, afterSeq: 1, files: 1, bytes: 1e12 }] as const) // prettier-ignore
        const p = productionWith({
          card: { a: { label: 'A1', case: caseFor(card) } },
          drive: Object.fromEntries(drives.map((at, i) => [`d${i}`, { label: `S${i}`, case: caseFor(at) }])),
          vehicle: { van: { name: 'Van' }, car: { name: 'Car' } },
          kitCase: { v: { label: 'Box of VAN', vehicleId: 'van' }, c: { label: 'box of car', vehicleId: 'car' } },
          take: { t: { version: 1, cardIds: ['a'] } },
          copyRun: Object.fromEntries(runs),
          copyCheck: Object.fromEntries(runs.map(([id], i) => [`c${i}`, { version: 10 + i, copyRunId: id, outcome: checks[i] ? 'same' : 'different' }])), // prettier-ignore
          wipe: wiped ? { w: { version: 20, cardId: 'a' } } : {},
        })
        const told = goneWith(p).map(({ vehicleId }) => vehicleId)
        const where = [...drives.filter((_, i) => checks[i]), ...(wiped ? [] : [card])]
        for (const vehicle of ['van', 'car'] as const) {
          const isLost = checks.some(Boolean) && where.every((at) => at === vehicle)
          expect(told.includes(vehicle)).toBe(isLost)
        }
      },
    ),
  )
})
