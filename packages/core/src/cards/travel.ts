import { byId, type Id, inOrder, type Production } from '../records/index.ts'
import { type CardContents, contentsOf } from './contents.ts'
import { cardHeld } from './cardHeld.ts'
import { vehiclesByPerson } from './riding.ts'

/*
 * How cards and drives go home: so that no one vehicle and no one bag holds all there is of anything. What counts is a
 * checked copy, and a card that was not emptied.
 */

/** With whom things can travel: in a vehicle with who rides in it, or in the bag of somebody who rides in none. */
export interface Carrier {
  readonly id: string
  readonly name: string
  /** Who has what goes there: the driver; null where nobody drives it yet. */
  readonly personId: Id<'person'> | null
  readonly isVehicle: boolean
  /** Who goes with it: whoever of them has a thing need not hand it over. */
  readonly aboard: readonly string[]
}

/** A drive or card on its way. */
export interface Travelling {
  readonly id: string
  readonly label: string
  readonly isCard: boolean
  readonly goesWith: Carrier
  /** Who has it now; null where nobody wrote that down. */
  readonly heldBy: Id<'person'> | null
  /** It has to be handed over first, or nobody knows who has it. */
  readonly isMove: boolean
}

export interface TravelPlan {
  readonly carriers: readonly Carrier[]
  readonly things: readonly Travelling[]
  /** Contents that no way of travelling keeps apart: there is one drive or card of it, or one carrier. */
  readonly together: readonly CardContents[]
  /** Nothing was found with fewer hand-overs, all ways having been tried. */
  readonly isProven: boolean
}

/** So many ways are tried one by one; beyond, it is improved thing by thing. */
const MOST_WAYS = 200_000

/** Vehicles with who rides in them, then those who hold something and ride in none that is written down. */
function carriersOf(production: Production, holders: readonly (Id<'person'> | null)[]): readonly Carrier[] {
  const rides = vehiclesByPerson(production)
  const vehicles = inOrder(production.vehicle).map((one): Carrier => {
    const driver = byId(production.person, one.driverId)?.name
    return {
      id: one.id,
      name: driver ? `${one.name}, with ${driver}` : one.name,
      personId: one.driverId,
      isVehicle: true,
      aboard: [...rides].flatMap(([personId, vehicleId]) => (vehicleId === one.id ? [personId] : [])),
    }
  })
  const bags = [...new Set(holders)].flatMap((id): Carrier[] => {
    const person = id && !rides.has(id) ? byId(production.person, id) : undefined
    return person
      ? [{ id: person.id, name: `${person.name}’s bag`, personId: person.id, isVehicle: false, aboard: [person.id] }]
      : []
  })
  return [...vehicles, ...bags]
}

/**
 * How everything goes home with the fewest hand-overs so that as little as can be is all in one place. Null where there
 * is nothing to carry, or nobody to carry it.
 */
export function travelPlan(production: Production, contents = contentsOf(production)): TravelPlan | null {
  const things = new Map<string, { id: string; label: string; isCard: boolean; heldBy: Id<'person'> | null }>()
  const lies = contents.map(({ card, isOnCard, copies }) => {
    const carried = copies.filter(({ isFar }) => !isFar)
    for (const copy of carried) things.set(copy.medium, { id: copy.driveId, label: copy.label, isCard: false, heldBy: copy.personId as Id<'person'> | null }) // prettier-ignore
    if (isOnCard) things.set(`card ${card.id}`, { id: card.id, label: card.label, isCard: true, heldBy: cardHeld(production, card.id).personId as Id<'person'> | null }) // prettier-ignore
    // What is far away as well is never all in one place.
    const apart = carried.length < copies.length
    return apart ? [] : [...new Set([...carried.map(({ medium }) => medium), ...(isOnCard ? [`card ${card.id}`] : [])])]
  })
  const list = [...things.values()]
  const index = new Map([...things.keys()].map((key, i) => [key, i]))
  const carriers = carriersOf(production, list.map(({ heldBy }) => heldBy)) // prettier-ignore
  if (list.length === 0 || carriers.length === 0) return null
  const sets = lies.filter((media) => media.length > 0).map((media) => media.map((key) => index.get(key)!))
  const now = list.map(({ heldBy }) =>
    heldBy === null ? -1 : carriers.findIndex(({ aboard }) => aboard.includes(heldBy)),
  )
  const costOf = (way: readonly number[]) => {
    const isTogether = (set: readonly number[]) => set.every((thing) => way[thing] === way[set[0]!])
    const moves = way.reduce((sum, carrier, i) => sum + (carrier === now[i] ? 0 : 1), 0)
    return sets.filter(isTogether).length * 1000 + moves
  }
  const isProven = carriers.length ** list.length <= MOST_WAYS
  const way = isProven ? allWays(list.length, carriers.length, costOf) : improved(now, carriers.length, costOf)
  return {
    carriers,
    things: list.map((thing, i): Travelling => ({ ...thing, goesWith: carriers[way[i]!]!, isMove: way[i] !== now[i] })),
    together: contents.filter((_, c) => {
      const media = lies[c]!.map((key) => way[index.get(key)!])
      return media.length > 0 && media.every((carrier) => carrier === media[0])
    }),
    isProven,
  }
}

type Cost = (way: readonly number[]) => number

function allWays(things: number, carriers: number, costOf: Cost): readonly number[] {
  const way = Array<number>(things).fill(0)
  let best = { way: [...way], cost: costOf(way) }
  for (;;) {
    let i = 0
    while (i < things && way[i] === carriers - 1) way[i++] = 0
    if (i === things) return best.way
    way[i]!++
    const cost = costOf(way)
    if (cost < best.cost) best = { way: [...way], cost }
  }
}

/** From how things are held now: whatever one or two changes make better, until none does. */
function improved(now: readonly number[], carriers: number, costOf: Cost): readonly number[] {
  const way = now.map((carrier) => Math.max(0, carrier))
  let cost = costOf(way)
  const tryWith = (changes: readonly (readonly [number, number])[]): boolean => {
    const before = changes.map(([i]) => way[i]!)
    for (const [i, carrier] of changes) way[i] = carrier
    const its = costOf(way)
    if (its < cost) {
      cost = its
      return true
    }
    for (const [c, [i]] of changes.entries()) way[i] = before[c]!
    return false
  }
  for (let isBetter = true; isBetter;) {
    isBetter = false
    for (let i = 0; i < way.length; i++)
      for (let a = 0; a < carriers; a++) {
        if (tryWith([[i, a]])) isBetter = true
        for (let j = 0; j < i; j++) for (let b = 0; b < carriers; b++) if (tryWith([[i, a], [j, b]])) isBetter = true // prettier-ignore
      }
  }
  return way
}
