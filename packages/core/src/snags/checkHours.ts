import { type DayPlan, dayPlans, planDay } from '../day/index.ts'
import {
  updateRecord,
  createRecord,
  asId,
  byId,
  type PlainChange,
  type Production,
  tryChanges,
  rankBetween,
} from '../records/index.ts'
import { clock, hours, stretch } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'
import { earlierPlaces, fixesThatHold, nameOfItem, shorterDays } from './waysOut.ts'

/** How long people work, without food and without sleep. */
export function checkHours(production: Production): Finding[] {
  const plans = dayPlans(production)
  return [
    ...plans.flatMap((dayPlan) => [...checkLength(production, dayPlan), ...checkMeals(production, dayPlan)]),
    ...plans.slice(1).flatMap((dayPlan, i) => checkRest(production, plans[i]!, dayPlan)),
  ]
}

function checkLength(production: Production, dayPlan: DayPlan): Finding[] {
  const { longestDayMin } = production.production
  const length = dayPlan.timeline.wrapMin - dayPlan.timeline.startMin
  const findings: Finding[] = []
  if (length > longestDayMin)
    findings.push({
      check: 'order.longer-than-longest-day',
      severity: 'stop',
      stage: 'order',
      rule: 'longestDayMin',
      about: { kind: 'day', id: dayPlan.day.id },
      says: `${dayPlan.day.title} lasts ${hours(length)}, wrap at ${clock(dayPlan.timeline.wrapMin)}: ${hours(length - longestDayMin)} over the longest day. Tired people drive home.`,
      evidence: [
        {
          label: 'call to wrap',
          value: hours(length),
          unit: '',
          from: `${clock(dayPlan.timeline.startMin)} to ${clock(dayPlan.timeline.wrapMin)}`,
        },
        { label: 'longest day', value: hours(longestDayMin), unit: '', from: 'house rule' },
      ],
      fixes: shorterDays(production, dayPlan),
    })
  if (dayPlan.day.outByMin !== null && dayPlan.timeline.wrapMin > dayPlan.day.outByMin)
    findings.push({
      check: 'order.wrap-after-out',
      severity: 'stop',
      stage: 'order',
      rule: null,
      about: { kind: 'day', id: dayPlan.day.id },
      says: `Wrap at ${clock(dayPlan.timeline.wrapMin)} is ${stretch(dayPlan.timeline.wrapMin - dayPlan.day.outByMin)} after you must be out.`,
      evidence: [
        { label: 'wrap', value: clock(dayPlan.timeline.wrapMin), unit: '', from: 'running order' },
        { label: 'out by', value: clock(dayPlan.day.outByMin), unit: '', from: dayPlan.day.title },
      ],
      fixes: shorterDays(production, dayPlan),
    })
  return findings
}

interface Stretch {
  readonly startMin: number
  readonly endMin: number
}

/** The stretches of a day between call, meals and the end of the last shot. */
function withoutMeal({ timeline }: DayPlan): Stretch[] {
  const meals = timeline.rows.filter((row) => row.kind === 'meal')
  const starts = [timeline.startMin, ...meals.map((row) => row.endMin)]
  const ends = [...meals.map((row) => row.startMin), timeline.lastEndMin]
  return starts.map((startMin, i) => ({ startMin, endMin: ends[i]! }))
}

/** A meal break that nobody has named is as long as this. */
const MEAL_MIN = 45

function checkMeals(production: Production, dayPlan: DayPlan): Finding[] {
  const { mealEveryMin } = production.production
  const tooLong = (of: DayPlan) => withoutMeal(of).filter((s) => s.endMin - s.startMin > mealEveryMin)
  return tooLong(dayPlan).map(({ startMin, endMin }) => {
    const stretch = endMin - startMin
    const fed = (after: DayPlan) =>
      tooLong(after).length < tooLong(dayPlan).length && after.missed.length <= dayPlan.missed.length
    const meal = dayPlan.items.find(
      (item) =>
        item.type === 'meal' &&
        dayPlan.timeline.rows.some((r) => 'itemId' in r && r.itemId === item.id && r.startMin === endMin),
    )
    const moved = meal
      ? fixesThatHold(production, dayPlan.day.id, earlierPlaces(production, dayPlan, meal, 'Take'), fed)
      : []
    return {
      check: 'order.meal-too-late',
      severity: 'watch',
      stage: 'order',
      rule: 'mealEveryMin',
      about: { kind: 'day', id: dayPlan.day.id },
      says: `${hours(stretch)} without a meal from ${clock(startMin)} to ${clock(endMin)}; the house rule is ${hours(mealEveryMin)}.`,
      evidence: [
        { label: 'without a meal', value: hours(stretch), unit: '', from: 'running order' },
        { label: 'at most', value: hours(mealEveryMin), unit: '', from: 'house rule' },
      ],
      fixes: [
        ...moved,
        ...fixesThatHold(production, dayPlan.day.id, addedMeals(production, dayPlan, { startMin, endMin }), fed),
      ],
    } satisfies Finding
  })
}

/** A meal added before each item of a stretch, the latest first. */
function* addedMeals(production: Production, dayPlan: DayPlan, stretch: Stretch): Generator<Fix> {
  const within = dayPlan.items.filter((item) => {
    const row = dayPlan.timeline.rows.find((r) => 'itemId' in r && r.itemId === item.id)
    return row && row.startMin > stretch.startMin && row.startMin <= stretch.endMin && item.type !== 'meal'
  })
  for (const before of within.reverse()) {
    const at = dayPlan.items.indexOf(before)
    const rank = rankBetween(dayPlan.items[at - 1]?.rank ?? null, before.rank)
    yield {
      says: `Add a meal of ${MEAL_MIN} min before ${nameOfItem(production, before)}`,
      changes: [
        createRecord(
          'orderItem',
          {
            dayId: dayPlan.day.id,
            rank,
            type: 'meal',
            shotIds: [],
            recorderIds: [],
            title: '',
            minutes: MEAL_MIN,
            fixedAtMin: null,
          },
          asId(''),
        ),
      ],
    }
  }
}

const MINUTES_A_DAY = 1440
const daysApart = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)

/** Does everybody sleep between two days? Judged per person, from their release to their next call. */
function checkRest(production: Production, before: DayPlan, after: DayPlan): Finding[] {
  const { shortestRestMin } = production.production
  const gap = daysApart(before.day.date, after.day.date) * MINUTES_A_DAY
  const restOf = (first: DayPlan, next: DayPlan) =>
    next.calls.flatMap((call) => {
      const last = first.calls.find((c) => c.personId === call.personId)
      return last
        ? [
            {
              personId: call.personId,
              rest: gap + call.callMin - last.releaseMin,
              callMin: call.callMin,
              releaseMin: last.releaseMin,
            },
          ]
        : []
    })
  const short = restOf(before, after)
    .filter((r) => r.rest < shortestRestMin)
    .sort((a, b) => a.rest - b.rest)
  const worst = short[0]
  if (gap <= 0 || !worst) return []
  const rested = (p: Production) => {
    const [a, b] = [planDay(p, before.day.id), planDay(p, after.day.id)]
    return (
      a &&
      b &&
      b.missed.length <= after.missed.length &&
      a.missed.length <= before.missed.length &&
      restOf(a, b).every((r) => r.rest >= shortestRestMin)
    )
  }
  const later = after.day.callMin + Math.ceil((shortestRestMin - worst.rest) / 5) * 5
  const candidates: Fix[] = [
    {
      says: `Call ${after.day.title} at ${clock(later)}`,
      changes: [updateRecord('day', after.day.id, { callMin: later }) satisfies PlainChange],
    },
    ...shorterDays(production, before, 9),
  ]
  const names = short.map((r) => byId(production.person, r.personId)?.name ?? 'somebody')
  return [
    {
      check: 'crew.rest-too-short',
      severity: 'stop',
      stage: 'order',
      rule: 'shortestRestMin',
      about: { kind: 'day', id: after.day.id },
      says: `${names[0]} has ${hours(worst.rest)} between ${before.day.title} (${clock(worst.releaseMin)}) and ${after.day.title} (${clock(worst.callMin)}); the house rule is ${hours(shortestRestMin)}.${names.length > 1 ? ` So do ${names.length - 1} more.` : ''}`,
      evidence: [
        { label: 'rest', value: hours(worst.rest), unit: '', from: `${names[0]}, release to call` },
        { label: 'shortest rest', value: hours(shortestRestMin), unit: '', from: 'house rule' },
        { label: 'too short for', value: names.length, unit: 'people', from: names.slice(0, 4).join(', ') },
      ],
      fixes: candidates.filter((fix) => rested(tryChanges(production, fix.changes))).slice(0, 3),
    },
  ]
}
