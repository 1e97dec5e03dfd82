import { clock } from '../formats/index.ts'
import { byId, type OrderItem, type Production, type Shot } from '../production/index.ts'
import type { Finding, Fix } from './finding.ts'
import { daysInOrder, type DayPlan, planDay } from './planDay.ts'

const hours = (minutes: number) => `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')}`

/** What the order of each day does to its windows, its length and its people. */
export function checkDays(production: Production): Finding[] {
  const plans = daysInOrder(production).flatMap((day) => planDay(production, day.id) ?? [])
  return [
    ...plans.flatMap((plan) => [
      ...checkWindows(production, plan),
      ...checkFixedTimes(production, plan),
      ...checkLength(production, plan),
      ...checkMeals(production, plan),
    ]),
    ...checkTwoPlaces(production, plans),
  ]
}

function checkWindows(production: Production, plan: DayPlan): Finding[] {
  return plan.missed.map(({ shot, kind, window, startMin, endMin, outsideMin }) => {
    const from = window.fromMin === null ? 'any time' : clock(window.fromMin),
      to = window.toMin === null ? 'any time' : clock(window.toMin)
    const item = plan.items.find((i) => i.shotIds.includes(shot.id))!
    const fixes =
      endMin > (window.toMin ?? Infinity)
        ? [...earlierPlace(production, plan, item, shot), ...fitOrDrop(item, shot, startMin, window.toMin!)]
        : []
    return {
      check: kind === 'light' ? 'order.outside-light' : 'order.outside-opening-hours',
      severity: 'stop',
      stage: 'order',
      rule: null,
      about: { kind: 'orderItem', id: item.id },
      says: `${shot.code} runs ${clock(startMin)} to ${clock(endMin)}, ${Math.round(outsideMin)} min outside ${from} to ${to} (${window.because}).`,
      evidence: [
        { label: 'planned', value: `${clock(startMin)}–${clock(endMin)}`, unit: '', from: plan.day.title },
        { label: 'window', value: `${from}–${to}`, unit: '', from: window.because },
      ],
      fixes,
    } satisfies Finding
  })
}

/** The latest place earlier in the order from which the shot would end inside its window, tried one by one. */
function earlierPlace(production: Production, plan: DayPlan, item: OrderItem, shot: Shot): Fix[] {
  const at = plan.items.indexOf(item)
  for (let to = at - 1; to >= 0; to--) {
    const before = plan.items[to]!
    const rank = (before.rank + (plan.items[to - 1]?.rank ?? before.rank - 2)) / 2
    const tried = planDay(
      { ...production, orderItem: { ...production.orderItem, [item.id]: { ...item, rank } } },
      plan.day.id,
    )
    if (!tried || tried.missed.length >= plan.missed.length || tried.missed.some((m) => m.shot.id === shot.id)) continue
    const name = before.title || before.shotIds.map((id) => production.shot[id]?.code).join(', ')
    return [
      {
        says: `Shoot ${shot.code} before ${name}`,
        changes: [{ op: 'update', kind: 'orderItem', id: item.id, fields: { rank } }],
      },
    ]
  }
  return []
}

/** Shorter than this is no longer a shot that anybody would start. */
const SHORTEST_MIN = 5

/** Ends in time by being shorter if it starts in time at all; otherwise leaves the day, unless it is a must. */
function fitOrDrop(item: OrderItem, shot: Shot, startMin: number, toMin: number): Fix[] {
  const minutes = Math.floor(toMin - startMin)
  if (minutes >= SHORTEST_MIN)
    return [
      {
        says: `Give ${shot.code} ${minutes} min`,
        changes: [{ op: 'update', kind: 'orderItem', id: item.id, fields: { minutes } }],
      },
    ]
  return shot.mustHave || shot.onceOnly
    ? []
    : [{ says: `Drop ${shot.code} from this day`, changes: [{ op: 'remove', kind: 'orderItem', id: item.id }] }]
}

function checkFixedTimes(production: Production, plan: DayPlan): Finding[] {
  return plan.timeline.rows.flatMap((row) => {
    if (!('lateMin' in row) || row.lateMin < 1) return []
    const name = row.kind === 'shots' ? row.shotIds.map((id) => production.shot[id]?.code).join(', ') : row.title
    return [
      {
        check: 'order.late-for-fixed-time',
        severity: 'stop',
        stage: 'order',
        rule: null,
        about: { kind: 'orderItem', id: row.itemId },
        says: `${name} is fixed at ${clock(row.startMin - row.lateMin)}; the order only reaches it at ${clock(row.startMin)}, ${Math.round(row.lateMin)} min late.`,
        evidence: [
          { label: 'fixed', value: clock(row.startMin - row.lateMin), unit: '', from: 'order' },
          { label: 'reached', value: clock(row.startMin), unit: '', from: 'running order' },
        ],
        fixes: [],
      } satisfies Finding,
    ]
  })
}

/** What could be dropped: items without a must-have or a once-only shot, those that save the most first. */
function shorterDays(production: Production, plan: DayPlan): Fix[] {
  return plan.items
    .flatMap((item) => {
      const shots = item.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
      if (item.type !== 'shots' || shots.some((shot) => shot.mustHave || shot.onceOnly)) return []
      const { [item.id]: _dropped, ...orderItem } = production.orderItem
      const without = planDay({ ...production, orderItem }, plan.day.id)
      const savedMin = without ? plan.timeline.wrapMin - without.timeline.wrapMin : 0
      return savedMin >= 1
        ? [
            {
              savedMin,
              says: `Drop ${shots.map((s) => s.code).join(', ')}, wrap ${Math.round(savedMin)} min earlier`,
              changes: [{ op: 'remove', kind: 'orderItem', id: item.id } as const],
            },
          ]
        : []
    })
    .sort((a, b) => b.savedMin - a.savedMin)
    .slice(0, 3)
    .map(({ says, changes }) => ({ says, changes }))
}

function checkLength(production: Production, plan: DayPlan): Finding[] {
  const { longestDayMin } = production.production
  const length = plan.timeline.wrapMin - plan.timeline.startMin
  const findings: Finding[] = []
  if (length > longestDayMin)
    findings.push({
      check: 'order.longer-than-longest-day',
      severity: 'stop',
      stage: 'order',
      rule: 'longestDayMin',
      about: { kind: 'day', id: plan.day.id },
      says: `${plan.day.title} lasts ${hours(length)}, wrap at ${clock(plan.timeline.wrapMin)}: ${hours(length - longestDayMin)} over the longest day. Tired people drive home.`,
      evidence: [
        {
          label: 'call to wrap',
          value: hours(length),
          unit: '',
          from: `${clock(plan.timeline.startMin)} to ${clock(plan.timeline.wrapMin)}`,
        },
        { label: 'longest day', value: hours(longestDayMin), unit: '', from: 'house rule' },
      ],
      fixes: shorterDays(production, plan),
    })
  if (plan.day.outByMin !== null && plan.timeline.wrapMin > plan.day.outByMin)
    findings.push({
      check: 'order.wrap-after-out',
      severity: 'stop',
      stage: 'order',
      rule: null,
      about: { kind: 'day', id: plan.day.id },
      says: `Wrap at ${clock(plan.timeline.wrapMin)} is ${Math.round(plan.timeline.wrapMin - plan.day.outByMin)} min after you must be out.`,
      evidence: [
        { label: 'wrap', value: clock(plan.timeline.wrapMin), unit: '', from: 'running order' },
        { label: 'out by', value: clock(plan.day.outByMin), unit: '', from: plan.day.title },
      ],
      fixes: shorterDays(production, plan),
    })
  return findings
}

function checkMeals(production: Production, plan: DayPlan): Finding[] {
  const { mealEveryMin } = production.production
  const meals = plan.timeline.rows.filter((row) => row.kind === 'meal')
  const breaks = [plan.timeline.startMin, ...meals.map((row) => row.startMin)]
  const ends = [...meals.map((row) => row.startMin), plan.timeline.lastEndMin]
  const starts = [plan.timeline.startMin, ...meals.map((row) => row.endMin)]
  return breaks.flatMap((_, i) => {
    const stretch = ends[i]! - starts[i]!
    if (stretch <= mealEveryMin) return []
    return [
      {
        check: 'order.meal-too-late',
        severity: 'watch',
        stage: 'order',
        rule: 'mealEveryMin',
        about: { kind: 'day', id: plan.day.id },
        says: `${hours(stretch)} without a meal from ${clock(starts[i]!)} to ${clock(ends[i]!)}; the house rule is ${hours(mealEveryMin)}.`,
        evidence: [
          { label: 'without a meal', value: hours(stretch), unit: '', from: 'running order' },
          { label: 'at most', value: hours(mealEveryMin), unit: '', from: 'house rule' },
        ],
        fixes: [],
      } satisfies Finding,
    ]
  })
}

/** Is anybody wanted in two places: on two days of one date at once, or on a day they are not there? */
function checkTwoPlaces(production: Production, plans: readonly DayPlan[]): Finding[] {
  const findings: Finding[] = []
  const wanted = new Map<
    string,
    { plan: DayPlan; codes: string; shotIds: readonly string[]; startMin: number; endMin: number; itemId: string }[]
  >()
  for (const plan of plans)
    for (const row of plan.timeline.rows) {
      if (row.kind !== 'shots') continue
      for (const personId of new Set(row.shotIds.flatMap((id) => byId(production.shot, id)?.personIds ?? []))) {
        const entry = {
          plan,
          shotIds: row.shotIds,
          codes: row.shotIds.map((id) => production.shot[id]!.code).join(', '),
          startMin: row.startMin,
          endMin: row.endMin,
          itemId: row.itemId,
        }
        wanted.set(personId, [...(wanted.get(personId) ?? []), entry])
      }
    }
  for (const [personId, entries] of wanted) {
    const person = production.person[personId]
    if (!person) continue
    for (const [i, a] of entries.entries()) {
      const present = Object.values(production.attendance).some(
        (at) => at.personId === personId && at.dayId === a.plan.day.id,
      )
      if (!present)
        findings.push({
          check: 'crew.wanted-but-away',
          severity: 'stop',
          stage: 'crew',
          rule: null,
          about: { kind: 'person', id: personId },
          says: `${person.name} is needed for ${a.codes} on ${a.plan.day.title} but is not down for that day.`,
          evidence: [
            {
              label: 'needed',
              value: `${clock(a.startMin)}–${clock(a.endMin)}`,
              unit: '',
              from: `${a.plan.day.title}, ${a.codes}`,
            },
          ],
          fixes: [
            {
              says: `Put ${person.name} down for ${a.plan.day.title}`,
              changes: [{ op: 'create', kind: 'attendance', id: '', fields: { personId, dayId: a.plan.day.id } }],
            },
          ],
        })
      for (const b of entries.slice(i + 1)) {
        if (
          a.plan.day.date !== b.plan.day.date ||
          a.itemId === b.itemId ||
          a.endMin <= b.startMin ||
          b.endMin <= a.startMin
        )
          continue
        findings.push({
          check: 'crew.wanted-in-two-places',
          severity: 'stop',
          stage: 'crew',
          rule: null,
          about: { kind: 'person', id: personId },
          says: `${person.name} is wanted for ${a.codes} (${a.plan.day.title}) and ${b.codes} (${b.plan.day.title}) at ${clock(Math.max(a.startMin, b.startMin))}.`,
          evidence: [
            { label: a.codes, value: `${clock(a.startMin)}–${clock(a.endMin)}`, unit: '', from: a.plan.day.title },
            { label: b.codes, value: `${clock(b.startMin)}–${clock(b.endMin)}`, unit: '', from: b.plan.day.title },
          ],
          fixes: [a, b].map((entry) => ({
            says: `Do ${entry.codes} without ${person.name}`,
            changes: entry.shotIds.flatMap((id) => {
              const shot = production.shot[id]!
              return shot.personIds.includes(personId)
                ? [
                    {
                      op: 'update',
                      kind: 'shot',
                      id,
                      fields: { personIds: shot.personIds.filter((p) => p !== personId) },
                    } as const,
                  ]
                : []
            }),
          })),
        })
      }
    }
  }
  return findings
}
