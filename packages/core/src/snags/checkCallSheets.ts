import { type Day, fieldsOfItem, type OrderItem, type Production, type SentSheet } from '../production/index.ts'
import type { Finding, Fix, PlainChange } from './finding.ts'
import { type DayPlan, dayPlans } from './planDay.ts'
import { fixesThatHold } from './waysOut.ts'

/** The newest sheet sent for a day, if any was. */
export const newestSheet = (production: Production, dayId: string): SentSheet | undefined =>
  Object.values(production.sentSheet)
    .filter((sheet) => sheet.dayId === dayId)
    .sort((a, b) => b.number - a.number)[0]

/** Does the newest call sheet that was sent still say what the order says? */
export function checkCallSheets(production: Production): Finding[] {
  return dayPlans(production).flatMap((plan) => {
    const sent = newestSheet(production, plan.day.id)
    if (!sent || sent.fingerprint === plan.fingerprint) return []
    return [
      {
        check: 'call.older-than-order',
        severity: 'stop',
        stage: 'call',
        rule: null,
        about: { kind: 'day', id: plan.day.id },
        says: `Call sheet ${sent.number} for ${plan.day.title} is older than the order it shows. Issue version ${sent.number + 1}, or go back to what was sent.`,
        evidence: [
          { label: 'sheet', value: sent.fingerprint, unit: '', from: `version ${sent.number}` },
          { label: 'order', value: plan.fingerprint, unit: '', from: 'running order now' },
        ],
        fixes: fixesThatHold(
          production,
          plan.day.id,
          asSent(production, plan, sent),
          (after) => after.fingerprint === sent.fingerprint,
        ),
      } satisfies Finding,
    ]
  })
}

const sameItem = (a: OrderItem, b: OrderItem) => {
  const { id: _a, ...x } = fieldsOfItem(a)
  const { id: _b, ...y } = fieldsOfItem(b)
  return JSON.stringify(x) === JSON.stringify(y)
}

/** The order put back as it was sent. What else changed since, such as a shot's minutes, stays. */
function asSent(production: Production, plan: DayPlan, sent: SentSheet): Fix[] {
  const was = sent.content.order
  if (!was) return []
  const day: Day = plan.day
  const changes: PlainChange[] = day.callMin === was.callMin ? [] : [update('day', day.id, { callMin: was.callMin })]
  for (const item of was.items) {
    const now = production.orderItem[item.id]
    const { id, ...fields } = { ...item, shotIds: item.shotIds.filter((shotId) => production.shot[shotId]) }
    if (!now) changes.push({ op: 'create', kind: 'orderItem', id, fields })
    else if (!sameItem(now, item)) changes.push(update('orderItem', id, fields))
  }
  for (const item of plan.items)
    if (!was.items.some((other) => other.id === item.id)) changes.push({ op: 'remove', kind: 'orderItem', id: item.id })
  return changes.length === 0 ? [] : [{ says: `Go back to the order of sheet ${sent.number}`, changes }]
}

const update = (kind: string, id: string, fields: Readonly<Record<string, unknown>>): PlainChange => ({
  op: 'update',
  kind,
  id,
  fields,
})
