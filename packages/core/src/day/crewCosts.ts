import { type Wage, wageOf } from '../money/index.ts'
import { asId, createRecord, lastRank, type Person, type PlainChange, type Production, ranksBetween, updateRecord } from '../records/index.ts' // prettier-ignore
import { dayPlans } from './planDay.ts'

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

/** How the note of a line begins that came from here. */
const FROM_CREW = 'from Crew'
const isOurs = ({ note }: { readonly note: string }) => note.startsWith(FROM_CREW)

const titleOf = ({ name, role }: Person) => [name, role].filter(Boolean).join(', ')

/**
 * What people cost as lines of money: one of each person's rate and one of their overtime. A line that came from here is
 * brought to what it is now, what was really paid stays, and one that somebody wrote under that title is left as it is.
 * @param newId gives ids
 */
export function costsAsLines(production: Production, newId: () => string): PlainChange[] {
  const lines = Object.values(production.moneyLine)
  const wanted = crewCosts(production).flatMap(({ person, days, baseMinor, overtimeMin, overtimeMinor }) => {
    const title = titleOf(person)
    const note = FROM_CREW
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
  const gone = lines.filter((line) => isOurs(line) && line.rateMinor !== 0 && !wanted.some((one) => one.title === line.title)) // prettier-ignore
  return [
    ...wanted.flatMap((line) => {
      const there = lines.find((one) => one.title === line.title)
      if (!there || !isOurs(there)) return []
      const isSame = there.rateMinor === line.rateMinor && there.days === line.days && there.unit === line.unit && there.quantity === line.quantity // prettier-ignore
      return isSame ? [] : [updateRecord('moneyLine', there.id, line)]
    }),
    ...gone.map((line) => updateRecord('moneyLine', line.id, { rateMinor: 0, note: `${FROM_CREW}, none any more` })),
    ...fresh.map((line, i) => createRecord('moneyLine', { ...line, rank: ranks[i]! }, asId(newId()))),
  ]
}
