import { allRows, type DayPlan, dayPlans, forUnit } from '../day/index.ts'
import { createRecord, asId, byId, type Person, type Production, updateRecord, type Shot } from '../records/index.ts'
import { neededAt, workingAt } from '../shotlist/index.ts'
import type { Finding, Fix } from './finding.ts'
import { fixesThatHold, noWorse, otherPlaces } from './waysOut.ts'

/** An entry that wants somebody, and when. */
interface Wanted {
  readonly dayPlan: DayPlan
  readonly codes: string
  readonly shotIds: readonly Shot['id'][]
  readonly startMin: number
  readonly endMin: number
  readonly itemId: string
}

/** Is anybody wanted in two places: on two days of one date at once, or on a day they are not there? */
export function checkPeople(production: Production): Finding[] {
  const plans = dayPlans(production)
  const findings: Finding[] = []
  const wanted = new Map<string, Wanted[]>()
  for (const dayPlan of plans)
    for (const row of allRows(dayPlan)) {
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
          says: `${person.name} is wanted for ${a.codes} (${whose(production, a)}) and ${b.codes} (${whose(production, b)}) at ${a.dayPlan.clock.text(Math.max(a.startMin, b.startMin))}.`,
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
          fixes: [
            ...[b, a].flatMap((entry) => otherTimes(production, person, entry)),
            ...[a, b].flatMap((entry) => inTheirPlace(production, person, entry)),
            ...[a, b].flatMap((entry) => without(production, person, entry)),
          ],
        })
      }
    }
  }
  return findings
}

/** On which day, and by which unit where there are several. */
const whose = (production: Production, { dayPlan, itemId }: Wanted): string =>
  dayPlan.beside.length === 0
    ? dayPlan.day.title
    : `${dayPlan.day.title}, ${byId(production.unit, production.orderItem[itemId]?.unitId)?.name ?? 'main unit'}`

/** How often people are wanted in two places at once on a day. */
const clashesOn = (production: Production, after: DayPlan): number => {
  const rows = allRows(after).filter((row) => row.kind === 'shots')
  const wanted = rows.map((row) => new Set<string>(neededAt(production, row.itemId, row.shotIds)))
  let clashes = 0
  for (const [i, a] of rows.entries())
    for (const [k, b] of rows.entries())
      if (k > i && a.startMin < b.endMin && b.startMin < a.endMin)
        for (const id of wanted[i]!) if (wanted[k]!.has(id)) clashes++
  return clashes
}

/** The same entry at another place of its unit's order, the nearest first: nobody then is wanted twice more than now, and nothing else misses its time. */
function otherTimes(production: Production, person: Person, entry: Wanted): Fix[] {
  const plan = forUnit(entry.dayPlan, production.orderItem[entry.itemId]?.unitId ?? null)
  if (plan.beside.length === 0) return []
  const item = plan.items.find((one) => one.id === entry.itemId)
  if (!item) return []
  const before = clashesOn(production, plan)
  const isFree = (after: DayPlan) => {
    const rows = allRows(after).filter((row) => row.kind === 'shots')
    const own = rows.find((row) => row.itemId === entry.itemId)
    const clash = rows.some(
      (row) =>
        own &&
        row !== own &&
        row.startMin < own.endMin &&
        own.startMin < row.endMin &&
        neededAt(production, row.itemId, row.shotIds).includes(person.id),
    )
    return !clash && clashesOn(production, after) < before && noWorse(after, plan)
  }
  return fixesThatHold(production, plan, otherPlaces(production, plan, item), isFree)
}

/** Somebody else in an entry: who stands in for them or holds the same role, is there that day and free then. */
function inTheirPlace(production: Production, person: Person, entry: Wanted): Fix[] {
  const { dayPlan, startMin, endMin } = entry
  const shots = entry.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
  const item = byId(production.orderItem, entry.itemId)
  if (workingAt(production, shots, item).includes(person.id)) return []
  const isThere = (other: Person) =>
    Object.values(production.attendance).some((at) => at.personId === other.id && at.dayId === dayPlan.day.id)
  const isBusy = (other: Person) =>
    allRows(dayPlan).some(
      (row) =>
        row.kind === 'shots' &&
        row.startMin < endMin &&
        startMin < row.endMin &&
        neededAt(production, row.itemId, row.shotIds).includes(other.id),
    )
  const named = [...shots.filter((shot) => shot.personIds.includes(person.id))]
  // Who is seen cannot be anybody else, but for a stand-in.
  const mayBe = (other: Person) =>
    other.standInForId === person.id ||
    (named.length === 0 && person.role !== '' && other.role.toLowerCase() === person.role.toLowerCase())
  const swap = (ids: readonly Person['id'][], to: Person) => [...new Set(ids.map((id) => (id === person.id ? to.id : id)))] // prettier-ignore
  return Object.values(production.person)
    .filter((other) => other.id !== person.id && mayBe(other) && isThere(other) && !isBusy(other))
    .slice(0, 2)
    .map((other) => ({
      says: `${other.name} for ${person.name} in ${entry.codes}`,
      changes: [
        ...named.map((shot) => updateRecord('shot', shot.id, { personIds: swap(shot.personIds, other) })),
        ...(item?.personIds.includes(person.id)
          ? [updateRecord('orderItem', item.id, { personIds: swap(item.personIds, other) })]
          : []),
      ],
    }))
}

/** An entry done without somebody it names; whoever works a device in it has to be replaced by somebody, not left out. */
function without(production: Production, person: Person, entry: Wanted): Fix[] {
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
