import {
  asId,
  byId,
  createRecord,
  type Id,
  type OrderItem,
  type PlainChange,
  type Production,
  updateRecord,
} from '../records/index.ts'
import { neededAt, shotsOfItem, spotOfShot } from '../shotlist/index.ts'
import { standingBy } from './dayView.ts'
import { type GiveRanks, moveEntries } from './moving.ts'
import type { DayPlan } from './planDay.ts'

/** Whether an entry is out in the weather: some shot of it is at a spot out of doors. */
export const isOutside = (production: Production, item: OrderItem): boolean =>
  shotsOfItem(production, item).some((shot) => spotOfShot(production, shot)?.outdoors === true)

/** What the weather can turn round on a day: what is still to come of it, and what stands by. */
export interface WeatherTurn {
  /** Of what is to come, the entries out of doors. */
  readonly outside: readonly OrderItem[]
  /** Entries within doors that stand by: the cover set. */
  readonly cover: readonly OrderItem[]
  /** Entries out of doors that stand by: what was put by when the weather came. */
  readonly putBy: readonly OrderItem[]
}

/** @param doneCount so many of the day's first entries are done or begun, and stay */
export function weatherTurn(production: Production, { day, items }: DayPlan, doneCount: number): WeatherTurn {
  const waiting = standingBy(production, day.id)
  return {
    outside: items.slice(doneCount).filter((item) => isOutside(production, item)),
    cover: waiting.filter((item) => !isOutside(production, item)),
    putBy: waiting.filter((item) => isOutside(production, item)),
  }
}

/**
 * One lot of entries put by and another put in where the first of them was; behind all where none was.
 * @returns nothing where there is nothing to put in or by
 */
export function turnedRound(
  production: Production,
  { day, items }: DayPlan,
  out: readonly OrderItem[],
  into: readonly OrderItem[],
  giveRanks: GiveRanks,
): PlainChange[] {
  const gone = new Set<string>(out.map((item) => item.id))
  const first = items.findIndex((item) => gone.has(item.id))
  const at = first < 0 ? items.length : first
  const ranks = giveRanks(items[at - 1]?.rank ?? null, items[at]?.rank ?? null, into.length)
  return [
    ...out.map((item) => updateRecord('orderItem', item.id, { standsBy: true })),
    ...into.map((item, i) =>
      updateRecord('orderItem', item.id, {
        standsBy: false,
        rank: ranks[i]!,
        ...(item.dayId === day.id ? {} : { dayId: day.id }),
      }),
    ),
  ]
}

/** The day that stands in for another, should its weather be bad. */
export const weatherDayOf = (production: Pick<Production, 'day'>, dayId: string) =>
  Object.values(production.day)
    .filter((day) => day.weatherDayOf === dayId)
    .sort((a, b) => (a.date < b.date ? -1 : 1))[0]

/**
 * What is still to come of a day put at the end of its weather day: all of it, or only what is out of doors.
 * Who is down for the day and needed for what moves, and whoever is there all day, is put down for the other. Whether
 * they can come nobody knows by that: it has to be asked.
 * @param doneCount so many of its first entries are done or begun, and stay
 * @param newId gives ids
 */
export function calledOff(
  production: Production,
  dayPlan: DayPlan,
  to: Id<'day'>,
  doneCount: number,
  giveRanks: GiveRanks,
  newId: () => string,
  onlyOutside = false,
): PlainChange[] {
  const left = dayPlan.items.slice(doneCount).filter((item) => !onlyOutside || isOutside(production, item))
  const there = Object.values(production.orderItem).filter((item) => item.dayId === to && !item.standsBy).length
  if (!byId(production.day, to)) return []
  // What other units have not begun goes along, each to its own.
  const rolled = new Set<string>(Object.values(production.take).flatMap((take) => (take.dayId === dayPlan.day.id ? take.shotIds : []))) // prettier-ignore
  const others = dayPlan.beside
    .flatMap(({ items }) => items)
    .filter((item) => !item.shotIds.some((id) => rolled.has(id)) && (!onlyOutside || isOutside(production, item)))
  return [...moveEntries(production, left.map(({ id }) => id), to, there, giveRanks), ...others.map((item) => updateRecord('orderItem', item.id, { dayId: to })), ...whoGoesAlong(production, [...left, ...others], dayPlan.day.id, to, newId)] // prettier-ignore
}

function whoGoesAlong(
  production: Production,
  items: readonly OrderItem[],
  from: string,
  to: Id<'day'>,
  newId: () => string,
): PlainChange[] {
  if (items.length === 0) return []
  const down = (dayId: string) => new Set(Object.values(production.attendance).flatMap((one) => (one.dayId === dayId ? [one.personId as string] : []))) // prettier-ignore
  const [here, there] = [down(from), down(to)]
  const needed = new Set<string>(items.flatMap((item) => neededAt(production, item.id, item.shotIds)))
  return Object.values(production.person)
    .filter(
      (person) =>
        here.has(person.id) && !there.has(person.id) && (needed.has(person.id) || person.needed === 'all-day'),
    )
    .map((person) => createRecord('attendance', { personId: person.id, dayId: to }, asId(newId())))
}
