import { countOf } from './inventory.ts'
import type { Production } from '../records/index.ts'

/** The neutral density that is there, filter by filter, in stops, the strongest first. */
export const filterStock = ({ kitItem }: Pick<Production, 'kitItem'>): number[] =>
  Object.values(kitItem)
    .flatMap((item) => (item.ndStops > 0 ? Array<number>(countOf(item)).fill(item.ndStops) : []))
    .sort((a, b) => b - a)

/**
 * One filter or two of a stock that come nearest to some stops; more glass than that shows.
 * @returns what they take together, stops; 0 where leaving all out is nearest
 */
export function nearestStack(stock: readonly number[], wantedStops: number): number {
  const sums = [0, ...stock, ...stock.flatMap((one, i) => stock.slice(i + 1).map((other) => one + other))]
  return sums.reduce((best, sum) => (Math.abs(sum - wantedStops) < Math.abs(best - wantedStops) ? sum : best))
}
