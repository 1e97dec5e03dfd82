import { byId, type CopyHand, type Person, type Production } from '../records/index.ts'
import type { DayPlan } from '../day/index.ts'

/** Sleep and the way there and back: less is no night. */
const NIGHT_MIN = 8 * 60
/** Up so long before a call. */
const UP_MIN = 60
/** Whoever copies is up so long at least once shooting is over, however soon they are called again: nobody sleeps before that. */
const STAYS_MIN = 60
const DAY_MIN = 1440
/** So far ahead an evening is looked at, in seconds from its beginning. */
const AHEAD_S = 72 * 3600

/** Somebody who puts cards in, minutes of the clock of the evening's day. */
export interface Hand {
  /** Null where nobody is down for it: then somebody is reckoned with, as the calls leave them. */
  readonly person: Person | null
  readonly record: CopyHand | null
  readonly fromMin: number
  /** Null where nobody said until when they are up, and no call follows that they have to be rested for. */
  readonly asleepFromMin: number | null
  readonly asleepUntilMin: number | null
  /** Their next call. */
  readonly callMin: number | null
  /** Since when they have been at work on the day; null where they were not called. */
  readonly calledMin: number | null
}

/**
 * Who puts cards in on the evening of a day.
 * @param startMin when copying can begin
 * @param following plans of the days that are worked after it, by date
 */
export function handsOf(
  production: Production,
  dayPlan: DayPlan,
  startMin: number,
  following: readonly DayPlan[],
): readonly Hand[] {
  const { day, clock } = dayPlan
  const called = (plan: DayPlan, personId: string | null) => {
    const own = plan.calls.filter((call) => personId === null || call.personId === personId)
    return own.length > 0 ? Math.min(...own.map(({ callMin }) => callMin)) : null
  }
  const nextCall = (personId: string | null): number | null => {
    for (const plan of following) {
      const min =
        personId === null ? Math.min(plan.day.callMin, called(plan, null) ?? Infinity) : called(plan, personId)
      if (min !== null) return clock.at(plan.clock.instant(min))
    }
    return null
  }
  const handOf = (record: CopyHand | null, person: Person | null): Hand => {
    const callMin = nextCall(person?.id ?? null)
    const written = (minute: number | null | undefined, afterMin: number) =>
      minute === null || minute === undefined ? null : nextAt(dayPlan, minute, afterMin)
    // What was written for a time before the evening is before it, not a day later.
    const earliestMin = startMin - DAY_MIN / 4
    const fromMin = Math.max(startMin, written(record?.fromMin, earliestMin) ?? startMin)
    const asleepFromMin =
      written(record?.asleepFromMin, earliestMin) ??
      (callMin === null ? null : Math.max(callMin - NIGHT_MIN, startMin + STAYS_MIN))
    const asleepUntilMin = asleepFromMin === null ? null : (written(record?.asleepUntilMin, asleepFromMin) ?? (callMin === null ? asleepFromMin + NIGHT_MIN - UP_MIN : Math.max(asleepFromMin, callMin - UP_MIN))) // prettier-ignore
    return { person, record, fromMin, asleepFromMin, asleepUntilMin, callMin, calledMin: person && called(dayPlan, person.id) } // prettier-ignore
  }
  const hands = Object.values(production.copyHand)
    .filter(({ dayId }) => dayId === day.id)
    .map((record) => handOf(record, byId(production.person, record.personId) ?? null))
    .toSorted((a, b) => (a.person?.name ?? '').localeCompare(b.person?.name ?? '', 'en'))
  return hands.length > 0 ? hands : [handOf(null, null)]
}

/** The first moment at or after another at which clocks show a time of day. */
function nextAt({ clock }: DayPlan, shownMin: number, afterMin: number): number {
  const days = Math.ceil((clock.shown(afterMin) - shownMin) / DAY_MIN)
  return clock.elapsed(shownMin + days * DAY_MIN)
}

/** When somebody is there to put cards in, seconds from the beginning of an evening: not asleep, and not at work after a call. */
export function thereS(
  { fromMin, asleepFromMin, asleepUntilMin, callMin }: Hand,
  startMin: number,
): readonly (readonly [number, number])[] {
  const s = (min: number) => (min - startMin) * 60
  const untilS = callMin === null ? AHEAD_S : s(callMin)
  const spans: readonly (readonly [number, number])[] =
    asleepFromMin === null ? [[s(fromMin), untilS]] : [[s(fromMin), Math.min(untilS, s(asleepFromMin))], [Math.max(s(fromMin), s(asleepUntilMin!)), untilS]] // prettier-ignore
  return spans.filter(([from, until]) => until > from)
}
