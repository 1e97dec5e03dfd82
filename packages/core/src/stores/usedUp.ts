import { countOf } from '../kit/index.ts'
import type { Production, RecordOf } from '../records/index.ts'

/** Something that is used up, against the days that are left. */
export interface UsedUp {
  readonly item: RecordOf<'kitItem'>
  readonly there: number
  /** How much the days that are left want of it. */
  readonly wanted: number
  readonly short: number
  /** The date of the day on which there is not enough of it; null where there is for all of them. */
  readonly shortOn: string | null
}

/** Days of work from a date on, in order: a day that is kept in case of weather counts once something stands on it. */
export function daysLeft(
  { day, orderItem }: Pick<Production, 'day' | 'orderItem'>,
  fromDate: string,
): readonly RecordOf<'day'>[] {
  // prettier-ignore
  const worked = new Set(Object.values(orderItem).filter(({ standsBy }) => !standsBy).map(({ dayId }) => dayId as string)) // prettier-ignore
  return Object.values(day)
    .filter(({ id, date, weatherDayOf }) => date >= fromDate && (weatherDayOf === null || worked.has(id)))
    .toSorted((a, b) => (a.date < b.date ? -1 : 1))
}

/**
 * What is used up, what runs out first at the top. Amounts are what is there now: whoever counts anew changes them.
 * @param fromDate the day it is, as its people write it; it is counted as a whole
 */
export function usedUp(
  production: Pick<Production, 'kitItem' | 'day' | 'orderItem'>,
  fromDate: string,
): readonly UsedUp[] {
  // prettier-ignore
  const days = daysLeft(production, fromDate)
  return Object.values(production.kitItem)
    .flatMap((item): UsedUp[] => {
      if (item.perDay === null) return []
      const there = countOf(item)
      const wanted = item.perDay * days.length
      // Tenths that add up to a whole are a whole.
      const lastsDays = Math.floor(there / item.perDay + 1e-9)
      return [{ item, there, wanted, short: Math.max(0, Math.ceil(wanted - there - 1e-9)), shortOn: days[lastsDays]?.date ?? null }] // prettier-ignore
    })
    .toSorted((a, b) => (a.shortOn ?? '9').localeCompare(b.shortOn ?? '9') || a.item.name.localeCompare(b.item.name))
}
