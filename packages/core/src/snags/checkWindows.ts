import { type DayPlan, dayPlans, type MissedWindow } from '../day/index.ts'
import { removeRecord, updateRecord, type OrderItem, type Production, type Shot } from '../records/index.ts'
import { stretch } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'
import { earlierPlaces, earlierStarts, fixesThatHold, itemOfShot, missedMusts } from './waysOut.ts'

/** Does the order put a shot outside its light or outside the hours of its place? */
export function checkWindows(production: Production): Finding[] {
  return dayPlans(production).flatMap((dayPlan) => dayPlan.missed.map((missed) => finding(production, dayPlan, missed)))
}

function finding(production: Production, whole: DayPlan, missed: MissedWindow): Finding {
  const { shot, kind, because, window, startMin, endMin, outsideMin } = missed
  const { item, own: dayPlan } = itemOfShot(whole, shot.id)
  const { text } = dayPlan.clock
  const side = (minute: number) => (Number.isFinite(minute) ? text(minute) : 'any time')
  const span = window ? [side(window.fromMin), side(window.toMin)] : null
  return {
    check: kind === 'light' ? 'order.outside-light' : 'order.outside-opening-hours',
    severity: 'stop',
    stage: 'order',
    rule: null,
    about: { kind: 'orderItem', id: item.id },
    says: span
      ? `${shot.code} runs ${text(startMin)} to ${text(endMin)}, ${stretch(outsideMin)} outside ${span.join(' to ')} (${because}).`
      : `${shot.code} asks for the light of ${because}, which never comes here on ${dayPlan.day.title}.`,
    evidence: [
      { label: 'planned', value: `${text(startMin)}–${text(endMin)}`, unit: '', from: dayPlan.day.title },
      { label: 'window', value: span?.join('–') ?? 'never', unit: '', from: because },
    ],
    fixes: !window
      ? fitOrDrop(item, shot, 0, 0)
      : endMin > window.toMin
        ? inTime(production, dayPlan, item, { ...missed, window })
        : laterStart(production, dayPlan, item, { ...missed, window }),
  }
}

type Missed = MissedWindow & { readonly window: NonNullable<MissedWindow['window']> }

/** Earlier in the order, an earlier day, a shorter shot; dropped only when it is neither a must nor once only. */
function inTime(
  production: Production,
  dayPlan: DayPlan,
  item: OrderItem,
  { shot, startMin, endMin, window }: Missed,
): Fix[] {
  const inside = (after: DayPlan) => !after.missed.some((m) => m.shot.id === shot.id)
  const moved = fixesThatHold(
    production,
    dayPlan,
    earlierPlaces(production, dayPlan, item),
    (after) => inside(after) && after.missed.length < dayPlan.missed.length,
  )
  // A must that fits nowhere without cost may push out what is no must.
  const pushing = () =>
    shot.mustHave || shot.onceOnly
      ? fixesThatHold(
          production,
          dayPlan,
          earlierPlaces(production, dayPlan, item),
          (after) => inside(after) && missedMusts(after).length < missedMusts(dayPlan).length,
        )
      : []
  const started = fixesThatHold(
    production,
    dayPlan,
    earlierStarts(dayPlan, endMin - window.toMin),
    (after) => inside(after) && after.missed.length < dayPlan.missed.length,
  )
  return [...(moved.length > 0 ? moved : pushing()), ...started, ...fitOrDrop(item, shot, startMin, window.toMin)]
}

/** Too early for its place to be open: the day begins later. */
function laterStart(
  production: Production,
  dayPlan: DayPlan,
  item: OrderItem,
  { shot, startMin, window }: Missed,
): Fix[] {
  const { clock, timeline } = dayPlan
  const { title, id } = dayPlan.day
  const openMin = Math.ceil(window.fromMin)
  const wait: Fix = {
    says: `Hold ${shot.code} until ${clock.text(openMin)}`,
    changes: [updateRecord('orderItem', item.id, { fixedAtMin: clock.shown(openMin) })],
  }
  const callMin = timeline.startMin + Math.ceil((window.fromMin - startMin) / 5) * 5
  const later: Fix = {
    says: `Start ${title} at ${clock.text(callMin)}`,
    changes: [updateRecord('day', id, { callMin: clock.shown(callMin) })],
  }
  return fixesThatHold(
    production,
    dayPlan,
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
