import {
  asId,
  createRecord,
  type Day,
  type Person,
  type PlainChange,
  type Production,
  type RecordFields,
  updateRecord,
} from '../records/index.ts'

/** Somebody of a directory: what others may know of a person, and nothing of one production. */
export type DirectoryEntry = Pick<
  RecordFields<'person'>,
  'name' | 'role' | 'phone' | 'email' | 'diet' | 'travel' | 'note'
>
export const DIRECTORY_FIELDS = ['name', 'role', 'phone', 'email', 'diet', 'travel', 'note'] as const

/** What a directory makes of the people of a production. */
export interface Merged {
  readonly changes: readonly PlainChange[]
  readonly added: number
  /** People there already of whom something was not known. */
  readonly filledIn: number
  readonly asTheyWere: number
}

const same = (a: string, b: string) => a.trim().toLocaleLowerCase() === b.trim().toLocaleLowerCase()

/** Who of a production an entry is: by mail, else by name where no other mail speaks against it; one alone. */
function knownAs(people: readonly Person[], entry: DirectoryEntry): Person | undefined {
  const byMail = entry.email === '' ? [] : people.filter((person) => same(person.email, entry.email))
  if (byMail.length > 0) return byMail[0]
  const byName = people.filter((person) => same(person.name, entry.name) && (person.email === '' || entry.email === ''))
  return byName.length === 1 ? byName[0] : undefined
}

/**
 * The people of a directory put into a production: who is not there yet is added and down for all days; of who is, only
 * what nobody knew is filled in. What is known already is never overwritten.
 * @param newId gives ids
 */
export function mergePeople(
  production: Pick<Production, 'person' | 'day'>,
  entries: readonly DirectoryEntry[],
  newId: () => string,
): Merged {
  const people = Object.values(production.person)
  const days: readonly Day[] = Object.values(production.day)
  const changes: PlainChange[] = []
  const seen = new Set<string>()
  let added = 0
  let filledIn = 0
  let asTheyWere = 0
  for (const entry of entries) {
    const person = knownAs(people, entry)
    if (person) {
      const fields = Object.fromEntries(
        DIRECTORY_FIELDS.flatMap((field) =>
          person[field] === '' && entry[field] !== '' ? [[field, entry[field]]] : [],
        ),
      )
      if (Object.keys(fields).length > 0 && !seen.has(person.id)) {
        changes.push(updateRecord('person', person.id, fields))
        filledIn++
      } else asTheyWere++
      seen.add(person.id)
      continue
    }
    const key = `${entry.name.trim().toLocaleLowerCase()} ${entry.email.toLocaleLowerCase()}`
    // One person twice in a file is one person.
    if (seen.has(key)) {
      asTheyWere++
      continue
    }
    seen.add(key)
    const personId = asId<'person'>(newId())
    changes.push(createRecord('person', entry, personId))
    for (const day of days) changes.push(createRecord('attendance', { personId, dayId: day.id }, asId(newId())))
    added++
  }
  return { changes, added, filledIn, asTheyWere }
}
