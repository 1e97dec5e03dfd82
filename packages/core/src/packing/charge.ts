import {
  type BatteryKind,
  ARRIVES,
  changesIn,
  chargeFromSockets,
  type ChargePlan,
  type Night,
  type Slots,
} from '../charging/index.ts'
import { countOf } from '../kit/index.ts'
import { createRecord, type PlainChange, type Production, type RecordOf, updateRecord } from '../records/index.ts'
import { clock, counted } from '../text/index.ts'

/** Something that would have more batteries full in time, as it was tried. */
export interface ChargeWay {
  readonly says: 'more chargers' | 'more sockets' | 'earlier' | 'somebody up'
  /** The charger there would be one more of. */
  readonly charger: RecordOf<'charger'> | null
  /** So many sockets more. */
  readonly sockets: number
  /** By how much earlier, minutes. */
  readonly earlierMin: number
  readonly short: number
  /** When batteries are changed then. */
  readonly changes: readonly number[]
  readonly edit: readonly PlainChange[]
}

/** How the night before a day goes with what there is. */
export interface ChargeTonight {
  readonly night: RecordOf<'chargeNight'>
  /** Its times in minutes from the day's midnight. */
  readonly times: Night
  readonly plan: ChargePlan
  /** When somebody changes batteries, minutes from the day's midnight. */
  readonly changes: readonly number[]
  readonly wanted: number
  /** Batteries, one by one, that are not full in time. */
  readonly short: number
  /** Batteries that no charger takes, by item. */
  readonly homeless: readonly RecordOf<'kitItem'>[]
  /** Chargers that find no socket. */
  readonly unplugged: readonly RecordOf<'charger'>[]
  /** The most that is drawn at one moment, watts. */
  readonly drawW: number
  readonly ways: readonly ChargeWay[]
}

/** A minute of a night as a time of day. */
export const nightClock = (minute: number): string => clock(((minute % DAY) + DAY) % DAY)

/** What a way out of a night that is too short is called. */
export function sayChargeWay({ says, earlierMin, changes, charger, sockets }: ChargeWay): string {
  if (says === 'more sockets') return `A strip with ${counted(sockets, 'socket')} more`
  if (says === 'earlier') return `On charge ${earlierMin} min earlier`
  return says === 'somebody up' ? `Changed in the night too, at ${changes.map(nightClock).join(', ')}` : `One more ${charger!.name}` // prettier-ignore
}

const DAY = 1440
const EARLIER_MIN = 15
/** Steps of so much: four hours. */
const MOST_EARLIER = 16

/** The next time of day after a moment. */
const nextAfter = (moment: number, timeOfDay: number) => timeOfDay + DAY * Math.ceil((moment - timeOfDay) / DAY)

/** A night from its times of day, in minutes from the day's midnight: the evening before is negative. */
export function nightOf({
  fromMin,
  untilMin,
  asleepFromMin,
  asleepUntilMin,
}: Pick<RecordOf<'chargeNight'>, 'fromMin' | 'untilMin' | 'asleepFromMin' | 'asleepUntilMin'>): Night {
  // prettier-ignore
  const until = untilMin % DAY
  const from = nextAfter(until - DAY, fromMin)
  const asleep = nextAfter(from, asleepFromMin)
  return { fromMin: from, untilMin: until, asleepFromMin: asleep, asleepUntilMin: nextAfter(asleep, asleepUntilMin) }
}

const slotsOf = ({ id, slots, watts, takes }: RecordOf<'charger'>): Slots => ({ id, slots, watts, takes: new Set(takes) }) // prettier-ignore
const sumOf = (short: ChargePlan['short']) => [...short.values()].reduce((a, b) => a + b, 0)

/** The most that all chargers draw from the wall at one moment of a plan. */
function peakDraw(plan: ChargePlan, chargers: readonly Slots[]): number {
  const watts = new Map(chargers.map((one) => [one.id, one.watts / ARRIVES]))
  return Math.max(
    0,
    ...plan.charges.map(({ startMin }) =>
      plan.charges
        .filter((one) => one.startMin <= startMin && one.endMin > startMin)
        .reduce((sum, { chargerId }) => sum + watts.get(chargerId)!, 0),
    ),
  )
}

/** What was reckoned of a kit list, with the chargers and nights it was reckoned with: most edits touch none of them. */
const known = new WeakMap<Production['kitItem'], Pick<Production, 'charger' | 'chargeNight'> & { byDay: Map<string, ChargeTonight | null> }>() // prettier-ignore

/** The charging of the night before a day; null where nobody has planned one. All batteries are taken as empty. */
export function chargeTonight(production: Production, dayId: string): ChargeTonight | null {
  const { kitItem, charger, chargeNight: nights } = production
  let kept = known.get(kitItem)
  if (kept?.charger !== charger || kept.chargeNight !== nights) known.set(kitItem, (kept = { charger, chargeNight: nights, byDay: new Map() })) // prettier-ignore
  if (!kept.byDay.has(dayId)) kept.byDay.set(dayId, reckon(production, dayId))
  return kept.byDay.get(dayId)!
}

function reckon(production: Production, dayId: string): ChargeTonight | null {
  const night = Object.values(production.chargeNight).find((one) => one.dayId === dayId)
  if (!night) return null
  const items = Object.values(production.kitItem).filter((item) => item.wh > 0 && countOf(item) > 0)
  const kinds = items.map((item): BatteryKind => ({ id: item.id, wh: item.wh, count: countOf(item) }))
  const records = Object.values(production.charger)
  const chargers = records.map(slotsOf)
  const times = nightOf(night)
  const { plan, out } = chargeFromSockets(kinds, chargers, times, night.sockets)
  const short = sumOf(plan.short)
  return {
    night,
    times,
    plan,
    changes: changesIn(plan, times),
    wanted: kinds.reduce((sum, { count }) => sum + count, 0),
    short,
    homeless: items.filter(({ id }) => !chargers.some(({ takes }) => takes.has(id))),
    unplugged: records.filter(({ id }) => out.has(id)),
    drawW: peakDraw(plan, chargers),
    ways: short > 0 ? waysOut(kinds, records, night, short) : [],
  }
}

/** One more charger of each kind, an earlier start, or somebody who gets up: those that help, what helps most first. */
function waysOut(
  kinds: readonly BatteryKind[],
  records: readonly RecordOf<'charger'>[],
  night: RecordOf<'chargeNight'>,
  short: number,
): readonly ChargeWay[] {
  // prettier-ignore
  const chargers = records.map(slotsOf)
  const times = nightOf(night)
  const tried = (
    says: ChargeWay['says'],
    given: readonly Slots[],
    at: Night,
    edit: readonly PlainChange[],
    more: Partial<ChargeWay> = {},
  ): ChargeWay => {
    const sockets = night.sockets === null ? null : night.sockets + (more.sockets ?? 0)
    const { plan } = chargeFromSockets(kinds, given, at, sockets)
    return {
      says,
      charger: null,
      earlierMin: 0,
      sockets: 0,
      ...more,
      short: sumOf(plan.short),
      changes: changesIn(plan, at),
      edit,
    }
  }
  const up = { ...times, asleepUntilMin: times.asleepFromMin }
  const ways = [
    tried('somebody up', chargers, up, [
      updateRecord('chargeNight', night.id, { asleepUntilMin: night.asleepFromMin }),
    ]),
    ...records.map((charger) => {
      const { name, slots, watts, takes, rank } = charger
      const edit = [createRecord('charger', { name: `${name}, one more`, slots, watts, takes, rank })]
      return tried('more chargers', [...chargers, { ...slotsOf(charger), id: 'one more' }], times, edit, { charger })
    }),
  ]
  const missing = night.sockets === null ? 0 : records.length - night.sockets
  if (missing > 0) ways.push(tried('more sockets', chargers, times, [updateRecord('chargeNight', night.id, { sockets: records.length })], { sockets: missing })) // prettier-ignore
  const earlier = (steps: number) => {
    const earlierMin = steps * EARLIER_MIN
    const at = { ...night, fromMin: (((night.fromMin - earlierMin) % DAY) + DAY) % DAY }
    return tried('earlier', chargers, nightOf(at), [updateRecord('chargeNight', night.id, { fromMin: at.fromMin })], { earlierMin }) // prettier-ignore
  }
  // Twice as early at a time until it is early enough, then halfway back: the least that has as many full.
  let [low, high] = [0, 1]
  let way = earlier(high)
  while (way.short > 0 && high < MOST_EARLIER) [low, high, way] = [high, 2 * high, earlier(2 * high)]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    const between = earlier(middle)
    if (between.short <= way.short) [high, way] = [middle, between]
    else low = middle
  }
  ways.push(way)
  const best = Math.min(...ways.map((way) => way.short))
  return ways.filter((way) => way.short < short && way.short === best).sort((a, b) => a.earlierMin - b.earlierMin)
}
