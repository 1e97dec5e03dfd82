import { dayPlans, unitPlans, writtenMin } from '../day/index.ts'
import type { Production } from '../records/index.ts'
import { stretch } from '../text/index.ts'
import type { Finding } from './finding.ts'
import { droppable, earlierPlaces, earlierStarts, fixesThatHold, lateMinOf, nameOfItem, noWorse } from './waysOut.ts'

/** Does the order reach everything that has a fixed time by that time? */
export function checkFixedTimes(production: Production): Finding[] {
  return dayPlans(production)
    .flatMap(unitPlans)
    .flatMap((dayPlan) =>
      dayPlan.items.flatMap((item, at) => {
        const lateMin = lateMinOf(dayPlan, item.id)
        if (item.fixedAtMin === null || lateMin < 1) return []
        const name = nameOfItem(production, item)
        const onTime = (after: typeof dayPlan) => lateMinOf(after, item.id) < 1 && noWorse(after, dayPlan)
        const { clock } = dayPlan
        const fixedMin = writtenMin(clock, dayPlan.day, item.fixedAtMin)
        const reached = clock.text(fixedMin + lateMin)
        const fixed = clock.text(fixedMin)
        return [
          {
            check: 'order.late-for-fixed-time',
            severity: 'stop',
            stage: 'order',
            rule: null,
            about: { kind: 'orderItem', id: item.id },
            says: `${name} is fixed at ${fixed}; the order only reaches it at ${reached}, ${stretch(lateMin)} late.`,
            evidence: [
              { label: 'fixed', value: fixed, unit: '', from: 'order' },
              { label: 'reached', value: reached, unit: '', from: 'running order' },
            ],
            fixes: [
              ...fixesThatHold(production, dayPlan, earlierPlaces(production, dayPlan, item, 'Put'), onTime),
              ...fixesThatHold(production, dayPlan, earlierStarts(dayPlan, lateMin), onTime),
              ...fixesThatHold(production, dayPlan, droppable(production, dayPlan.items.slice(0, at)), onTime, 2).map(
                ({ says, changes }) => ({ says, changes }),
              ),
            ],
          } satisfies Finding,
        ]
      }),
    )
}
