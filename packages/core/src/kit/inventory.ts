import type { KitItem, Production } from '../records/index.ts'
import { gathered } from '../takes/index.ts'

/** How many of a thing can be used: what does not work, is gone or went back cannot. */
export function usable(item: KitItem): { readonly owned: number; readonly rented: number } {
  if (item.state === 'does not work' || item.state === 'gone' || item.returnedOn !== null) return { owned: 0, rented: 0 } // prettier-ignore
  return { owned: item.owned + item.borrowed, rented: item.rented }
}

/** The same, whoever it belongs to. */
export const countOf = (item: KitItem): number => usable(item).owned + usable(item).rented

const DAY_MS = 86_400_000

/** Days that a thing is paid for, the first and the last counted; null while it is not said when it goes out and back. */
export function rentalDays({ outOn, backOn, returnedOn }: KitItem): number | null {
  const end = returnedOn ?? backOn
  if (outOn === null || end === null) return null
  return Math.max(1, Math.round((Date.parse(end) - Date.parse(outOn)) / DAY_MS) + 1)
}

/** What renting a thing comes to beside buying it. Money in the smallest unit of the production's currency. */
export interface RentOrOwn {
  readonly days: number
  readonly rentMinor: number
  readonly buyMinor: number
  /** From this many rented days on buying costs no more; upkeep, storing and insurance are not in it. */
  readonly evenAfterDays: number
}

/** Null while its price, its worth or its days are not said. */
export function rentOrOwn(item: KitItem): RentOrOwn | null {
  const days = rentalDays(item)
  const many = Math.max(1, item.rented)
  if (days === null || item.dayRateMinor <= 0 || item.valueMinor <= 0) return null
  return {
    days,
    rentMinor: item.dayRateMinor * many * days,
    buyMinor: item.valueMinor * many,
    evenAfterDays: Math.ceil(item.valueMinor / item.dayRateMinor),
  }
}

/** Things that go back to somebody, together. */
export interface FromSomebody {
  readonly from: string
  readonly items: readonly KitItem[]
  /** The day by which the first of them has to be back; null where none is said. */
  readonly firstBackOn: string | null
  readonly rentMinor: number
  /** Rented things of which price or days are not said: what they cost is not in the sum. */
  readonly unpriced: number
  readonly worthMinor: number
}

/** What is rented or borrowed, by whom it goes back to, by name; what went back already is not in it. */
export function goesBack(production: Production): FromSomebody[] {
  const back = Object.values(production.kitItem).filter((item) => item.returnedOn === null && item.rented + item.borrowed > 0) // prettier-ignore
  return Array.from(
    gathered(back, (item) => item.from.trim()),
    ([from, items]): FromSomebody => {
      const costs = items.map((item) => (item.rented === 0 ? 0 : rentalDays(item) === null || item.dayRateMinor <= 0 ? null : item.dayRateMinor * item.rented * rentalDays(item)!)) // prettier-ignore
      const dates = items.flatMap(({ backOn }) => backOn ?? []).sort()
      return {
        from,
        items,
        firstBackOn: dates[0] ?? null,
        rentMinor: costs.reduce<number>((sum, cost) => sum + (cost ?? 0), 0),
        unpriced: costs.filter((cost) => cost === null).length,
        worthMinor: items.reduce((sum, item) => sum + item.valueMinor * (item.rented + item.borrowed), 0),
      }
    },
  ).sort((a, b) => a.from.localeCompare(b.from))
}
