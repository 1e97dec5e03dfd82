/** Something that wants current, and where it hangs now. */
export interface Load {
  readonly id: string
  readonly amperes: number
  readonly circuitId: string | null
}

/** A circuit, and what it has left beside its other load within the house rule. */
export interface Room {
  readonly id: string
  readonly leftA: number
}

export type Placement =
  /** Circuit by load; what hangs where it may stays there, wherever that can be. */
  | { readonly to: ReadonlyMap<string, string>; readonly moved: number }
  /** Every way was tried: there is none. */
  | { readonly to: null; readonly isProven: boolean }

/** So many ways are looked at; a van's lamps on a house's circuits need far fewer. */
const MOST_LOOKS = 400_000
const SLACK_A = 1e-9

/**
 * Puts loads on circuits so that none is over what it has left, moving as few as can be. Exact: the heaviest first,
 * every circuit in turn, given up where more would be moved than in the best way so far.
 */
export function placeLoads(loads: readonly Load[], rooms: readonly Room[]): Placement {
  const heaviest = [...loads].sort((a, b) => b.amperes - a.amperes)
  const left = rooms.map((room) => room.leftA)
  const at: number[] = []
  let best: { at: readonly number[]; moved: number } | null = null
  let looks = 0
  const isAtHome = (load: Load, k: number) => load.circuitId === rooms[k]!.id
  const place = (i: number, moved: number): void => {
    if (looks++ > MOST_LOOKS || (best && moved >= best.moved)) return
    const load = heaviest[i]
    if (!load) {
      best = { at: [...at], moved }
      return
    }
    const tried = new Set<number>()
    // Where it hangs first, so that the first way found moves little.
    const order = rooms.map((_, k) => k).sort((a, b) => Number(isAtHome(load, b)) - Number(isAtHome(load, a)))
    for (const k of order) {
      if (left[k]! + SLACK_A < load.amperes) continue
      const home = isAtHome(load, k)
      // Two circuits with as much left that nothing hangs on yet are the same.
      const isBare = !home && !loads.some((other) => other.circuitId === rooms[k]!.id) && !at.includes(k)
      if (isBare && tried.has(left[k]!)) continue
      if (isBare) tried.add(left[k]!)
      left[k]! -= load.amperes
      at.push(k)
      place(i + 1, moved + Number(!home))
      at.pop()
      left[k]! += load.amperes
    }
  }
  place(0, 0)
  const found = best as { at: readonly number[]; moved: number } | null
  if (!found) return { to: null, isProven: looks <= MOST_LOOKS }
  return { to: new Map(heaviest.map((load, i) => [load.id, rooms[found.at[i]!]!.id])), moved: found.moved }
}

/** Apparent power of a generator that runs so many amperes at a share of what it can, kVA. */
export const generatorKva = (amperes: number, volts: number, headroomPct: number): number =>
  (amperes * volts) / 1000 / (headroomPct / 100)
