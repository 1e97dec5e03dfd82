import { type DayPlan, dayPlans } from '../day/index.ts'
import { createRecord, asId, byId, type Person, type Production, updateRecord, type Shot } from '../records/index.ts'
import { neededAt, workingAt } from '../shotlist/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Is anybody wanted in two places: on two days of one date at once, or on a day they are not there? */
export function checkPeople(production: Production): Finding[] {
  const plans = dayPlans(production)
  const findings: Finding[] = []
  const wanted = new Map<
    string,
    {
      dayPlan: DayPlan
      codes: string
      shotIds: readonly Shot['id'][]
      startMin: number
      endMin: number
      itemId: string
    }[]
  >()
  for (const dayPlan of plans)
    for (const row of dayPlan.timeline.rows) {
      if (row.kind !== 'shots') continue
      for (const personId of neededAt(production, row.itemId, row.shotIds)) {
        const entry = {
          dayPlan,
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
        (at) => at.personId === personId && at.dayId === a.dayPlan.day.id,
      )
      if (!present)
        findings.push({
          check: 'crew.wanted-but-away',
          severity: 'stop',
          stage: 'crew',
          rule: null,
          about: { kind: 'person', id: personId },
          says: `${person.name} is needed for ${a.codes} on ${a.dayPlan.day.title} but is not down for that day.`,
          evidence: [
            {
              label: 'needed',
              value: `${a.dayPlan.clock.text(a.startMin)}–${a.dayPlan.clock.text(a.endMin)}`,
              unit: '',
              from: `${a.dayPlan.day.title}, ${a.codes}`,
            },
          ],
          fixes: [
            {
              says: `Put ${person.name} down for ${a.dayPlan.day.title}`,
              changes: [createRecord('attendance', { personId: asId(personId), dayId: a.dayPlan.day.id }, asId(''))],
            },
          ],
        })
      for (const b of entries.slice(i + 1)) {
        if (
          a.itemId === b.itemId ||
          a.dayPlan.clock.instant(a.endMin) <= b.dayPlan.clock.instant(b.startMin) ||
          b.dayPlan.clock.instant(b.endMin) <= a.dayPlan.clock.instant(a.startMin)
        )
          continue
        findings.push({
          check: 'crew.wanted-in-two-places',
          severity: 'stop',
          stage: 'crew',
          rule: null,
          about: { kind: 'person', id: personId },
          says: `${person.name} is wanted for ${a.codes} (${a.dayPlan.day.title}) and ${b.codes} (${b.dayPlan.day.title}) at ${a.dayPlan.clock.text(Math.max(a.startMin, b.startMin))}.`,
          evidence: [
            {
              label: a.codes,
              value: `${a.dayPlan.clock.text(a.startMin)}–${a.dayPlan.clock.text(a.endMin)}`,
              unit: '',
              from: a.dayPlan.day.title,
            },
            {
              label: b.codes,
              value: `${b.dayPlan.clock.text(b.startMin)}–${b.dayPlan.clock.text(b.endMin)}`,
              unit: '',
              from: b.dayPlan.day.title,
            },
          ],
          fixes: [a, b].flatMap((entry) => without(production, person, entry)),
        })
      }
    }
  }
  return findings
}

/** An entry done without somebody it names; whoever works a device in it has to be replaced by somebody, not left out. */
function without(
  production: Production,
  person: Person,
  entry: { readonly itemId: string; readonly shotIds: readonly Shot['id'][]; readonly codes: string },
): Fix[] {
  const shots = entry.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
  const item = byId(production.orderItem, entry.itemId)
  if (workingAt(production, shots, item).includes(person.id)) return []
  const others = (ids: readonly Person['id'][]) => ids.filter((id) => id !== person.id)
  return [
    {
      says: `Do ${entry.codes} without ${person.name}`,
      changes: [
        ...shots
          .filter((shot) => shot.personIds.includes(person.id))
          .map((shot) => updateRecord('shot', shot.id, { personIds: others(shot.personIds) })),
        ...(item?.personIds.includes(person.id)
          ? [updateRecord('orderItem', item.id, { personIds: others(item.personIds) })]
          : []),
      ],
    },
  ]
}
