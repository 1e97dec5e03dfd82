import { asId, type Change, createRecord, type Id, type Production, type RecordFields } from '../records/index.ts'
import { fail, ok, type Outcome } from '../outcome/index.ts'

export type NewPerson = Pick<RecordFields<'person'>, 'name' | 'role' | 'phone' | 'email'>

/** What is known of a day when it is begun; the rest is asked for once something needs it. */
export interface FirstDay {
  readonly date: string
  readonly callMin: number
  /** Where; an empty name while nobody knows yet. */
  readonly place: { readonly id: Id<'place'> } | { readonly name: string; readonly address: string }
  /** Of a place that is made for it. */
  readonly timeZone: string
  readonly people: readonly NewPerson[]
}

/** What a place is called that nobody has named yet. */
const UNNAMED_PLACE = 'Place not known yet'

const MAIL = /^[^@\s]+@[^@\s]+\.[^@\s]+$/
const PHONE = /^\+?[\d\s()-]{5,24}$/

/**
 * People as they are listed in a message: one a line, name first, then what they do; numbers and mail addresses are
 * known by their form, wherever they stand. Refused with the line that has no name.
 */
export function readPeople(text: string): Outcome<readonly NewPerson[], string> {
  const people: NewPerson[] = []
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    const parts = line
      .split(/[,;\t·|]/)
      .map((part) => part.trim())
      .filter(Boolean)
    if (parts.length === 0) continue
    const email = parts.find((part) => MAIL.test(part)) ?? ''
    const phone = parts.find((part) => PHONE.test(part)) ?? ''
    const [name, ...rest] = parts.filter((part) => part !== email && part !== phone)
    if (!name) return fail(`Line ${index + 1} has no name: ${line.trim()}`)
    people.push({ name, role: rest.join(', '), phone, email })
  }
  return ok(people)
}

/**
 * A day with what it takes to have one: a place, if there is none to choose, and everybody down for it.
 * @param newId gives ids
 */
export function firstDay(
  production: Pick<Production, 'day' | 'person'>,
  { date, callMin, place, timeZone, people }: FirstDay,
  newId: () => string,
): { readonly dayId: Id<'day'>; readonly changes: readonly Change[] } {
  const dayId = asId<'day'>(newId())
  const changes: Change[] = []
  let placeId: Id<'place'>
  if ('id' in place) placeId = place.id
  else {
    placeId = asId(newId())
    changes.push(
      createRecord(
        'place',
        { name: place.name.trim() || UNNAMED_PLACE, address: place.address.trim(), timeZone },
        placeId,
      ),
    )
  }
  const titles = new Set(Object.values(production.day).map((day) => day.title))
  let number = 1
  while (titles.has(`Day ${number}`)) number++
  changes.push(createRecord('day', { title: `Day ${number}`, placeId, date, callMin }, dayId))
  const made = people.map((person) => {
    const id = asId<'person'>(newId())
    changes.push(createRecord('person', person, id))
    return id
  })
  for (const personId of [...Object.values(production.person).map((person) => person.id), ...made])
    changes.push(createRecord('attendance', { personId, dayId }, asId(newId())))
  return { dayId, changes }
}

/** What a room is called that nobody has measured: its size is a usual one until then. */
const UNMEASURED_ROOM = 'Room not measured yet'

/** What a spot is called once its walls were measured: its own name, unless that says that they were not. */
export const nameOnceMeasured = (name: string): string => (name === UNMEASURED_ROOM ? 'Room' : name)

/**
 * A setup where one stands: in the first spot there is, else in a room that nobody has measured, of a place that
 * nobody has named.
 * @param newId gives ids
 */
export function firstSetup(
  production: Pick<Production, 'spot' | 'place'>,
  { timeZone, ...setup }: Pick<RecordFields<'setup'>, 'letter' | 'colour'> & { readonly timeZone: string },
  newId: () => string,
): { readonly id: Id<'setup'>; readonly changes: readonly Change[] } {
  const changes: Change[] = []
  const oldest = <T extends { readonly id: string }>(records: Readonly<Record<string, T>>) =>
    Object.values(records).sort((a, b) => (a.id < b.id ? -1 : 1))[0]?.id
  let spotId = oldest(production.spot) as Id<'spot'> | undefined
  if (!spotId) {
    let placeId = oldest(production.place) as Id<'place'> | undefined
    if (!placeId) {
      placeId = asId(newId())
      changes.push(createRecord('place', { name: UNNAMED_PLACE, timeZone }, placeId))
    }
    spotId = asId(newId())
    changes.push(createRecord('spot', { placeId, name: UNMEASURED_ROOM }, spotId))
  }
  const id = asId<'setup'>(newId())
  changes.push(createRecord('setup', { ...setup, spotId }, id))
  return { id, changes }
}
