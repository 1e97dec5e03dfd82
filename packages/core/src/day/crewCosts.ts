import { type Wage, wageOf } from '../money/index.ts'
import { asId, createRecord, lastRank, type Person, type PlainChange, type Production, ranksBetween, updateRecord } from '../records/index.ts' // prettier-ignore
import { type DayPlan, dayPlans } from './planDay.ts'

/** What somebody costs over all days that they are called to, by the order as it stands. */
export interface PersonCost extends Wage {
  readonly person: Person
  readonly days: number
  /** From call to release, all days together. */
  readonly minutes: number
}

/** What each person with a rate costs, the dearest first; waiting is paid as work is. */
export function crewCosts(production: Production): PersonCost[] {
  const plans = dayPlans(production)
  return Object.values(production.person)
    .filter((person) => person.rateMinor !== 0)
    .map((person): PersonCost => {
      const calls = plans.flatMap((plan) => plan.calls.filter((call) => call.personId === person.id))
      const wages = calls.map((call, i) => wageOf(person, call.releaseMin - call.callMin, i === 0))
      const sum = (of: (wage: Wage) => number) => wages.reduce((all, wage) => all + of(wage), 0)
      return {
        person,
        days: calls.length,
        minutes: calls.reduce((all, call) => all + call.releaseMin - call.callMin, 0),
        baseMinor: sum((wage) => wage.baseMinor),
        overtimeMin: sum((wage) => wage.overtimeMin),
        overtimeMinor: sum((wage) => wage.overtimeMinor),
      }
    })
    .sort((a, b) => b.baseMinor + b.overtimeMinor - (a.baseMinor + a.overtimeMinor))
}

/** What a day costs of everybody, overtime apart; null where nobody has a rate. */
export function dayCost(
  production: Production,
  plan: DayPlan,
): { readonly baseMinor: number; readonly overtimeMinor: number } | null {
  const plans = dayPlans(production)
  const paid = plan.calls.flatMap((call) => {
    const person = production.person[call.personId]
    if (!person || person.rateMinor === 0) return []
    const first = plans.find((one) => one.calls.some((other) => other.personId === call.personId))
    return [wageOf(person, call.releaseMin - call.callMin, first?.day.id === plan.day.id)]
  })
  if (paid.length === 0) return null
  return {
    baseMinor: paid.reduce((sum, wage) => sum + wage.baseMinor, 0),
    overtimeMinor: paid.reduce((sum, wage) => sum + wage.overtimeMinor, 0),
  }
}

const titleOf = ({ name, role }: Person) => [name, role].filter(Boolean).join(', ')

/**
 * What people cost as lines of money: one of each person's rate and one of their overtime. A line of that title that is
 * there already is brought to what it is now, and what was really paid stays.
 * @param newId gives ids
 */
export function costsAsLines(production: Production, newId: () => string): PlainChange[] {
  const lines = Object.values(production.moneyLine)
  const wanted = crewCosts(production).flatMap(({ person, days, baseMinor, overtimeMin, overtimeMinor }) => {
    const title = titleOf(person)
    const note = 'from Crew'
    const base =
      person.rateFor === 'day' || person.rateFor === 'half day'
        ? { unit: 'day' as const, days, rateMinor: person.rateMinor }
        : { unit: 'job' as const, days: 1, rateMinor: baseMinor }
    return [
      ...(days > 0 ? [{ title, basis: 'fee' as const, quantity: 1, note, ...base }] : []),
      ...(overtimeMinor !== 0
        ? [{ title: `${title}, overtime`, basis: 'fee' as const, quantity: 1, note: `${note}, ${Math.round(overtimeMin)} min`, unit: 'job' as const, days: 1, rateMinor: overtimeMinor }] // prettier-ignore
        : []),
    ]
  })
  const fresh = wanted.filter((line) => !lines.some((one) => one.title === line.title))
  const ranks = ranksBetween(lastRank(lines), null, fresh.length)
  const gone = lines.filter((line) => line.note.startsWith('from Crew') && line.title.endsWith(', overtime') && !wanted.some((one) => one.title === line.title)) // prettier-ignore
  return [
    ...wanted.flatMap((line) => {
      const there = lines.find((one) => one.title === line.title)
      if (!there) return []
      const isSame = there.rateMinor === line.rateMinor && there.days === line.days && there.unit === line.unit && there.quantity === line.quantity // prettier-ignore
      return isSame ? [] : [updateRecord('moneyLine', there.id, line)]
    }),
    ...gone.map((line) => updateRecord('moneyLine', line.id, { rateMinor: 0, note: 'from Crew, none any more' })),
    ...fresh.map((line, i) => createRecord('moneyLine', { ...line, rank: ranks[i]! }, asId(newId()))),
  ]
}
