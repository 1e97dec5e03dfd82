import { callSheet, newestSheet, saysTheSame } from '../callSheets/index.ts'
import { allItems, type DayPlan, dayPlans, fieldsOfItem, planDay } from '../day/index.ts'
import {
  createRecord,
  type Day,
  type OrderItem,
  type PlainChange,
  type Production,
  removeRecord,
  type SentSheet,
  tryChanges,
  updateRecord,
} from '../records/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Does the newest call sheet that was sent still say what the order says? */
export function checkCallSheets(production: Production): Finding[] {
  return dayPlans(production).flatMap((dayPlan) => {
    const sent = newestSheet(production, dayPlan.day.id)
    if (!sent) return []
    const now = callSheet(production, dayPlan)
    if (saysTheSame(sent, now)) return []
    return [
      {
        check: 'call.older-than-order',
        severity: 'stop',
        stage: 'call',
        rule: null,
        about: { kind: 'day', id: dayPlan.day.id },
        says: `Call sheet ${sent.number} for ${dayPlan.day.title} no longer says what the plan says. Issue version ${sent.number + 1}, or go back to what was sent.`,
        evidence: [
          { label: 'sheet', value: sent.fingerprint, unit: '', from: `version ${sent.number}` },
          { label: 'plan', value: now.fingerprint, unit: '', from: 'as it would be printed now' },
        ],
        fixes: asSent(production, dayPlan, sent).filter((fix) => {
          const back = tryChanges(production, fix.changes)
          const after = planDay(back, dayPlan.day.id)
          return after !== undefined && saysTheSame(sent, callSheet(back, after))
        }),
      } satisfies Finding,
    ]
  })
}

const sameItem = (a: Omit<OrderItem, 'version'>, b: Omit<OrderItem, 'version'>) => {
  const { id: _a, ...x } = fieldsOfItem(a)
  const { id: _b, ...y } = fieldsOfItem(b)
  return JSON.stringify(x) === JSON.stringify(y)
}

/** The order put back as it was sent. What else changed since, such as a shot's minutes, stays. */
function asSent(production: Production, dayPlan: DayPlan, sent: SentSheet): Fix[] {
  const was = sent.content.order
  if (!was) return []
  const day: Day = dayPlan.day
  const changes: PlainChange[] =
    day.callMin === was.callMin ? [] : [updateRecord('day', day.id, { callMin: was.callMin })]
  for (const item of was.items) {
    const now = production.orderItem[item.id]
    const { id, ...fields } = { ...item, shotIds: item.shotIds.filter((shotId) => production.shot[shotId]) }
    if (!now) changes.push(createRecord('orderItem', fields, id))
    else if (!sameItem(now, item)) changes.push(updateRecord('orderItem', id, fields))
  }
  for (const item of allItems(dayPlan))
    if (!was.items.some((other) => other.id === item.id)) changes.push(removeRecord('orderItem', item.id))
  return changes.length === 0 ? [] : [{ says: `Go back to the order of sheet ${sent.number}`, changes }]
}
