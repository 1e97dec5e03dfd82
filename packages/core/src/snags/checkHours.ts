import { type DayPlan, dayPlans, planDay, unitPlans, writtenMin } from '../day/index.ts'
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
import { hours, stretch } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'
import { earlierPlaces, fixesThatHold, nameOfItem, shorterDays } from './waysOut.ts'

/** How long people work, without food and without sleep. */
export function checkHours(production: Production): Finding[] {
  const plans = dayPlans(production)
  return [
    ...plans.flatMap((dayPlan) => checkLength(production, dayPlan)),
    ...plans.flatMap(unitPlans).flatMap((dayPlan) => checkMeals(production, dayPlan)),
    ...plans.flatMap((dayPlan, i) => checkRest(production, plans.slice(0, i), dayPlan)),
  ]
}

function checkLength(production: Production, dayPlan: DayPlan): Finding[] {
  const { longestDayMin } = production.production
  const { text } = dayPlan.clock
  const { outByMin } = dayPlan.day
  const outMin = outByMin === null ? Infinity : writtenMin(dayPlan.clock, dayPlan.day, outByMin)
  const length = dayPlan.timeline.wrapMin - dayPlan.timeline.startMin
  const findings: Finding[] = []
  if (length > longestDayMin)
    findings.push({
      check: 'order.longer-than-longest-day',
      severity: 'stop',
      stage: 'order',
      rule: 'longestDayMin',
      about: { kind: 'day', id: dayPlan.day.id },
      says: `${dayPlan.day.title} lasts ${hours(length)}, wrap at ${text(dayPlan.timeline.wrapMin)}: ${hours(length - longestDayMin)} over the longest day. Tired people drive home.`,
      evidence: [
        {
          label: 'call to wrap',
          value: hours(length),
          unit: '',
          from: `${text(dayPlan.timeline.startMin)} to ${text(dayPlan.timeline.wrapMin)}`,
        },
        { label: 'longest day', value: hours(longestDayMin), unit: '', from: 'house rule' },
      ],
      fixes: shorterDays(production, dayPlan),
    })
  if (dayPlan.timeline.wrapMin > outMin)
    findings.push({
      check: 'order.wrap-after-out',
      severity: 'stop',
      stage: 'order',
      rule: null,
      about: { kind: 'day', id: dayPlan.day.id },
      says: `Wrap at ${text(dayPlan.timeline.wrapMin)} is ${stretch(dayPlan.timeline.wrapMin - outMin)} after you must be out.`,
      evidence: [
        { label: 'wrap', value: text(dayPlan.timeline.wrapMin), unit: '', from: 'running order' },
        { label: 'out by', value: text(outMin), unit: '', from: dayPlan.day.title },
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
    const moved = meal ? fixesThatHold(production, dayPlan, earlierPlaces(production, dayPlan, meal, 'Take'), fed) : []
    return {
      check: 'order.meal-too-late',
      severity: 'watch',
      stage: 'order',
      rule: 'mealEveryMin',
      about: { kind: 'day', id: dayPlan.day.id },
      says: `${dayPlan.unit ? `${dayPlan.unit.name}: ` : ''}${hours(stretch)} without a meal from ${dayPlan.clock.text(startMin)} to ${dayPlan.clock.text(endMin)}; the house rule is ${hours(mealEveryMin)}.`,
      evidence: [
        { label: 'without a meal', value: hours(stretch), unit: '', from: 'running order' },
        { label: 'at most', value: hours(mealEveryMin), unit: '', from: 'house rule' },
      ],
      fixes: [
        ...moved,
        ...fixesThatHold(production, dayPlan, addedMeals(production, dayPlan, { startMin, endMin }), fed),
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
            personIds: [],
            title: '',
            minutes: MEAL_MIN,
            fixedAtMin: null,
            unitId: dayPlan.unit?.id ?? null,
          },
          asId(''),
        ),
      ],
    }
  }
}

/** The stretches of rest that a day is the end of: from the last day that each of its people worked before it. */
interface Rest {
  readonly personId: string
  readonly restMin: number
  readonly callMin: number
  readonly releaseMin: number
}

/** Rest of those whom both days call, in minutes that go by: the night on which clocks change is as long as it is. */
const restsBetween = (first: DayPlan, next: DayPlan): Rest[] =>
  next.calls.flatMap(({ personId, callMin }) => {
    const last = first.calls.find((c) => c.personId === personId)
    if (!last) return []
    const restMin = (next.clock.instant(callMin) - first.clock.instant(last.releaseMin)) / 60_000
    return [{ personId, restMin, callMin, releaseMin: last.releaseMin }]
  })

/** Does everybody sleep before a day? Judged per person, from their last release to their next call. */
function checkRest(production: Production, earlier: readonly DayPlan[], after: DayPlan): Finding[] {
  const judged = new Set<string>()
  return [...earlier].reverse().flatMap((before) => {
    if (before.day.date === after.day.date) return []
    // Whoever worked on a later day before this one has had their rest judged from there.
    const people = new Set(before.calls.map((c) => c.personId).filter((id) => !judged.has(id)))
    for (const id of people) judged.add(id)
    return restFinding(production, before, after, people)
  })
}

function restFinding(production: Production, before: DayPlan, after: DayPlan, people: ReadonlySet<string>): Finding[] {
  const { shortestRestMin } = production.production
  const shortIn = (first: DayPlan, next: DayPlan) =>
    restsBetween(first, next).filter((r) => people.has(r.personId) && r.restMin < shortestRestMin)
  const short = shortIn(before, after).sort((a, b) => a.restMin - b.restMin)
  const worst = short[0]
  if (!worst) return []
  const rested = (p: Production) => {
    const [a, b] = [planDay(p, before.day.id), planDay(p, after.day.id)]
    return (
      a &&
      b &&
      b.missed.length <= after.missed.length &&
      a.missed.length <= before.missed.length &&
      shortIn(a, b).length === 0
    )
  }
  const later = after.timeline.startMin + Math.ceil((shortestRestMin - worst.restMin) / 5) * 5
  const candidates: Fix[] = [
    {
      says: `Call ${after.day.title} at ${after.clock.text(later)}`,
      changes: [updateRecord('day', after.day.id, { callMin: after.clock.shown(later) }) satisfies PlainChange],
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
      says: `${names[0]} has ${hours(worst.restMin)} between ${before.day.title} (${before.clock.text(worst.releaseMin)}) and ${after.day.title} (${after.clock.text(worst.callMin)}); the house rule is ${hours(shortestRestMin)}.${names.length > 1 ? ` So do ${names.length - 1} more.` : ''}`,
      evidence: [
        { label: 'rest', value: hours(worst.restMin), unit: '', from: `${names[0]}, release to call` },
        { label: 'shortest rest', value: hours(shortestRestMin), unit: '', from: 'house rule' },
        { label: 'too short for', value: names.length, unit: 'people', from: names.slice(0, 4).join(', ') },
      ],
      fixes: candidates.filter((fix) => rested(tryChanges(production, fix.changes))).slice(0, 3),
    },
  ]
}
