import { type DayPlan, dayPlans, type MissedWindow } from '../day/index.ts'
import { removeRecord, updateRecord, type OrderItem, type Production, type Shot } from '../records/index.ts'
import { clock, stretch } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'
import { earlierPlaces, earlierStarts, fixesThatHold, itemOfShot, missedMusts } from './waysOut.ts'

/** Does the order put a shot outside its light or outside the hours of its place? */
export function checkWindows(production: Production): Finding[] {
  return dayPlans(production).flatMap((dayPlan) => dayPlan.missed.map((missed) => finding(production, dayPlan, missed)))
}

function finding(production: Production, dayPlan: DayPlan, missed: MissedWindow): Finding {
  const { shot, kind, window, startMin, endMin, outsideMin } = missed
  const from = window.fromMin === null ? 'any time' : clock(window.fromMin)
  const to = window.toMin === null ? 'any time' : clock(window.toMin)
  const item = itemOfShot(dayPlan, shot.id)
  return {
    check: kind === 'light' ? 'order.outside-light' : 'order.outside-opening-hours',
    severity: 'stop',
    stage: 'order',
    rule: null,
    about: { kind: 'orderItem', id: item.id },
    says: `${shot.code} runs ${clock(startMin)} to ${clock(endMin)}, ${stretch(outsideMin)} outside ${from} to ${to} (${window.because}).`,
    evidence: [
      { label: 'planned', value: `${clock(startMin)}–${clock(endMin)}`, unit: '', from: dayPlan.day.title },
      { label: 'window', value: `${from}–${to}`, unit: '', from: window.because },
    ],
    fixes:
      endMin > (window.toMin ?? Infinity)
        ? inTime(production, dayPlan, item, missed)
        : laterStart(production, dayPlan, item, missed),
  }
}

/** Earlier in the order, an earlier day, a shorter shot; dropped only when it is neither a must nor once only. */
function inTime(
  production: Production,
  dayPlan: DayPlan,
  item: OrderItem,
  { shot, startMin, endMin, window }: MissedWindow,
): Fix[] {
  const inside = (after: DayPlan) => !after.missed.some((m) => m.shot.id === shot.id)
  const moved = fixesThatHold(
    production,
    dayPlan.day.id,
    earlierPlaces(production, dayPlan, item),
    (after) => inside(after) && after.missed.length < dayPlan.missed.length,
  )
  // A must that fits nowhere without cost may push out what is no must.
  const pushing = () =>
    shot.mustHave || shot.onceOnly
      ? fixesThatHold(
          production,
          dayPlan.day.id,
          earlierPlaces(production, dayPlan, item),
          (after) => inside(after) && missedMusts(after).length < missedMusts(dayPlan).length,
        )
      : []
  const started = fixesThatHold(
    production,
    dayPlan.day.id,
    earlierStarts(dayPlan, endMin - window.toMin!),
    (after) => inside(after) && after.missed.length < dayPlan.missed.length,
  )
  return [...(moved.length > 0 ? moved : pushing()), ...started, ...fitOrDrop(item, shot, startMin, window.toMin!)]
}

/** Too early for its place to be open: the day begins later. */
function laterStart(
  production: Production,
  dayPlan: DayPlan,
  item: OrderItem,
  { shot, startMin, window }: MissedWindow,
): Fix[] {
  const by = Math.ceil((window.fromMin! - startMin) / 5) * 5
  const { callMin, title, id } = dayPlan.day
  const wait: Fix = {
    says: `Hold ${shot.code} until ${clock(window.fromMin!)}`,
    changes: [updateRecord('orderItem', item.id, { fixedAtMin: Math.ceil(window.fromMin!) })],
  }
  const later: Fix = {
    says: `Start ${title} at ${clock(callMin + by)}`,
    changes: [updateRecord('day', id, { callMin: callMin + by })],
  }
  return fixesThatHold(
    production,
    id,
    [later, wait],
    (after) => !after.missed.some((m) => m.shot.id === shot.id) && after.missed.length < dayPlan.missed.length,
    2,
  )
}

/** Shorter than this is no longer a shot that anybody would start. */
const SHORTEST_MIN = 5

function fitOrDrop(item: OrderItem, shot: Shot, startMin: number, toMin: number): Fix[] {
  const minutes = Math.floor(toMin - startMin)
  if (minutes >= SHORTEST_MIN)
    return [
      {
        says: `Give ${shot.code} ${minutes} min`,
        changes: [updateRecord('orderItem', item.id, { minutes })],
      },
    ]
  return shot.mustHave || shot.onceOnly
    ? []
    : [{ says: `Drop ${shot.code} from this day`, changes: [removeRecord('orderItem', item.id)] }]
}
