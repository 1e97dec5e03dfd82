import type { Production } from '../production/index.ts'
import type { Finding } from './finding.ts'
import { daysInOrder, planDay } from './planDay.ts'

/** Does the newest call sheet that was sent still say what the order says? */
export function checkCallSheets(production: Production): Finding[] {
  return daysInOrder(production).flatMap((day) => {
    const sheets = Object.values(production.sentSheet)
      .filter((sheet) => sheet.dayId === day.id)
      .sort((a, b) => b.number - a.number)
    const sent = sheets[0]
    const plan = planDay(production, day.id)
    if (!sent || !plan || sent.fingerprint === plan.fingerprint) return []
    return [
      {
        check: 'call.older-than-order',
        severity: 'stop',
        stage: 'call',
        rule: null,
        about: { kind: 'day', id: day.id },
        says: `Call sheet ${sent.number} for ${day.title} is older than the order it shows. Issue version ${sent.number + 1}.`,
        evidence: [
          { label: 'sheet', value: sent.fingerprint, unit: '', from: `version ${sent.number}` },
          { label: 'order', value: plan.fingerprint, unit: '', from: 'running order now' },
        ],
        fixes: [],
      } satisfies Finding,
    ]
  })
}
