import { carrying, goesBack, kitDifference, withoutSpare } from '@kavrell/core/kit'
import { packingOf } from '@kavrell/core/packing'
import { whereIs } from '@kavrell/core/cards'
import { usedUp } from '@kavrell/core/stores'
import { v7 as uuidv7 } from 'uuid'
import { productionWith } from '../packages/core/src/testing/index.ts'
import { create, type World } from '../soak/world.ts'

export const ITEMS = 5000
const RUNS = 7

/** A production with 5,000 things, 200 of them lenses, in 120 cases; 600 shots in 40 setups with 240 lamps. */
function largeKit() {
  const many = <T>(count: number, of: (i: number) => T) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`${i}`, of(i)])) // prettier-ignore
  const keyed = <T>(name: string, count: number, of: (i: number) => T) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`${name}${i}`, of(i)])) // prettier-ignore
  const lengths = [18, 24, 35, 50, 85, 100]
  return productionWith({
    kitItem: keyed('item', ITEMS, (i) => ({
      name: `Thing number ${i}`,
      serial: `SN-${(i * 7919) % 99_991}`,
      answersTo: i < 200 ? `lens:${lengths[i % 6]!}` : i < 500 ? `lamp:led-300-reflector` : '',
      owned: i % 3,
      rented: i % 4 === 0 ? 1 : 0,
      from: `Hirer ${i % 40}`,
      outOn: '2026-05-13',
      backOn: '2026-05-16',
      dayRateMinor: 500,
      valueMinor: 20_000,
      case: `${i % 120}`,
      kg: 1 + (i % 9),
      perDay: i % 50 === 0 ? 1 : null,
    })),
    kitCase: keyed('case', 120, (i) => ({ label: `${i}`, vehicleId: 'van', rank: i })),
    vehicle: { van: { name: 'Van', carriesKg: 900, rank: 0 } },
    lens: keyed('lens', 200, (i) => ({
      name: `Lens ${i}`,
      focalLengthMm: lengths[i % 6]!,
      longestMm: lengths[i % 6]!,
    })),
    camera: keyed('camera', 4, (i) => ({ letter: 'ABCD'[i]!, name: 'Camera' })),
    setup: keyed('setup', 40, (i) => ({ letter: `S${i}` })),
    lamp: keyed('lamp', 240, (i) => ({ setupId: `setup${i % 40}`, libraryKey: 'led-300-reflector', ownLampId: null })),
    shot: keyed('shot', 600, (i) => ({ code: `${i}A`, focalLengthMm: lengths[i % 6]!, cameraId: `camera${i % 4}`, setupId: `setup${i % 40}`, rig: i % 5 ? 'sticks' : 'slider' })), // prettier-ignore
    orderItem: many(150, (i) => ({ dayId: 'day', shotIds: [0, 1, 2, 3].map((n) => `shot${i * 4 + n}`), rank: i })),
    card: keyed('card', 60, (i) => ({ label: `A${i}`, cameraId: 'camera0', capacityGb: 256 })),
  })
}

/** How long each list of the kit takes, the median of a few, in milliseconds; every one on a production not seen before. */
export function measureKit(): Readonly<Record<string, number>> {
  const lists: Readonly<Record<string, (p: ReturnType<typeof largeKit>) => unknown>> = {
    'what is missing': kitDifference,
    'what goes back': goesBack,
    'what carries what': carrying,
    'packing of a day': (production) => packingOf(production, 'day', 'out'),
    'what has no second': withoutSpare,
    'what is used up': (production) => usedUp(production, '2026-05-14'),
    'where is it, by serial': (production) => whereIs(production, 'SN-43'),
  }
  return Object.fromEntries(
    Object.entries(lists).map(([name, list]) => {
      const took = Array.from({ length: RUNS }, () => {
        const production = largeKit()
        const from = performance.now()
        list(production)
        return performance.now() - from
      }).sort((a, b) => a - b)
      return [name, took[Math.floor(RUNS / 2)]!]
    }),
  )
}

export const PRODUCTIONS = 60

/** How long the server takes to say what somebody has in 60 productions of 84 things each, the median of a few, in milliseconds. */
export async function measureInventory(world: World): Promise<number> {
  for (let i = 0; i < PRODUCTIONS; i++) {
    const made = await world.ask<{ id: string }>(world.servers[0]!, '/productions', { title: `Job ${i}`, mainsHz: 50 })
    const changes = Array.from({ length: 84 }, (_, n) => create('kitItem', { name: `Thing ${n} of ${i}`, owned: 1 }))
    const answer = await world.ask<object>(world.servers[0]!, `/productions/${made!.json.id}/edits`, { id: uuidv7(), label: 'List', changes }) // prettier-ignore
    if (answer?.status !== 201) throw new Error(`List: ${JSON.stringify(answer?.json).slice(0, 200)}`)
  }
  const took: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const from = performance.now()
    const response = await fetch(`${world.servers[0]!.address()}/api/inventory`, {
      headers: { cookie: world.cookie() },
    })
    const items = (await response.json()) as unknown[]
    took.push(performance.now() - from)
    if (items.length < 84) throw new Error(`Only ${items.length} things came.`)
  }
  return took.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!
}
