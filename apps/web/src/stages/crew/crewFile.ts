import ICAL from 'ical.js'
import Papa from 'papaparse'
import { DIRECTORY_FIELDS, type DirectoryEntry, readPeople } from '@kavrell/core/beginnings'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'

/** People as a file has them, and what of it could not be taken, in words. */
export interface CrewFile {
  readonly entries: readonly DirectoryEntry[]
  readonly unread: readonly string[]
}

const EMPTY: DirectoryEntry = { name: '', role: '', phone: '', email: '', diet: '', travel: '', note: '' }

/** What columns of tables are called, small and without spaces. */
const COLUMNS: Readonly<Record<(typeof DIRECTORY_FIELDS)[number], readonly string[]>> = {
  name: ['name', 'fullname', 'displayname', 'who'],
  role: ['role', 'does', 'job', 'jobtitle', 'position', 'department'],
  phone: ['phone', 'mobile', 'mobilephone', 'tel', 'telephone', 'number'],
  email: ['mail', 'email', 'emailaddress'],
  diet: ['eats', 'diet', 'dietary', 'allergies', 'food'],
  travel: ['travels', 'travel', 'transport', 'drives'],
  note: ['note', 'notes', 'remarks'],
}
const WRITTEN: Readonly<Record<(typeof DIRECTORY_FIELDS)[number], string>> = {
  name: 'name',
  role: 'role',
  phone: 'phone',
  email: 'mail',
  diet: 'eats',
  travel: 'travels',
  note: 'note',
}

const MAIL = /^[^@\s]+@[^@\s]+\.[^@\s]+$/
const PHONE = /^\+?[\d\s()-]{5,24}$/
const MOST_LETTERS = 200

/** An entry as it can be kept; what cannot is named. */
function kept(found: DirectoryEntry, unread: string[]): DirectoryEntry {
  const name = found.name.trim()
  const phone = found.phone
    .replace(/^tel:/i, '')
    .replace(/[./\u2010-\u2015]/g, '-')
    .trim()
  const email = found.email.replace(/^mailto:/i, '').trim()
  if (phone !== '' && !PHONE.test(phone)) unread.push(`${name}: “${phone}” is no phone number.`)
  if (email !== '' && !MAIL.test(email)) unread.push(`${name}: “${email}” is no mail address.`)
  const short = (text: string) => text.replace(/\s+/g, ' ').trim().slice(0, MOST_LETTERS)
  return {
    name: short(name),
    role: short(found.role),
    phone: PHONE.test(phone) ? phone : '',
    email: MAIL.test(email) ? email : '',
    diet: short(found.diet),
    travel: short(found.travel),
    note: short(found.note),
  }
}

type JCard = [string, unknown[], unknown[]]

function readCards(text: string): Outcome<CrewFile, string> {
  const unread: string[] = []
  // One that is damaged takes no other with it.
  const cards = text.split(/(?=^BEGIN:VCARD\s*$)/im).filter((part) => /^BEGIN:VCARD/i.test(part.trim()))
  const entries = cards.flatMap((part, i): DirectoryEntry[] => {
    let card: ICAL.Component
    try {
      card = new ICAL.Component(ICAL.parse(part.trim()) as JCard)
    } catch {
      unread.push(`Card ${i + 1} could not be read.`)
      return []
    }
    const value = (name: string) => {
      const first: unknown = card.getFirstPropertyValue(name)
      return typeof first === 'string' ? first : Array.isArray(first) ? first.flat().filter(Boolean).join(' ') : ''
    }
    const parts: unknown = card.getFirstPropertyValue('n')
    const called = Array.isArray(parts) ? [parts[1], parts[0]].flat().filter(Boolean).join(' ') : ''
    const name = value('fn') || called
    if (name.trim() === '') {
      unread.push(`Card ${i + 1} has no name.`)
      return []
    }
    return [kept({ ...EMPTY, name, role: value('title') || value('role'), phone: value('tel'), email: value('email'), note: value('note') }, unread)] // prettier-ignore
  })
  return entries.length > 0 || unread.length > 0 ? ok({ entries, unread }) : fail('There is no card in this file.')
}

const plain = (head: string) => head.toLocaleLowerCase().replace(/[^\p{L}]/gu, '')

function readTable(text: string): Outcome<CrewFile, string> {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' })
  const heads = (data[0] ?? []).map(plain)
  const at = (field: (typeof DIRECTORY_FIELDS)[number]) => heads.findIndex((head) => COLUMNS[field].includes(head))
  if (at('name') < 0) {
    const people = readPeople(text)
    return people.ok
      ? ok({ entries: people.value.map((person) => ({ ...EMPTY, ...person })), unread: [] })
      : fail(people.error)
  }
  const unread: string[] = []
  const entries = data.slice(1).flatMap((row, i): DirectoryEntry[] => {
    const cell = (field: (typeof DIRECTORY_FIELDS)[number]) => (at(field) < 0 ? '' : (row[at(field)] ?? ''))
    if (cell('name').trim() === '') {
      unread.push(`Row ${i + 2} has no name.`)
      return []
    }
    return [kept(Object.fromEntries(DIRECTORY_FIELDS.map((f) => [f, cell(f)])) as unknown as DirectoryEntry, unread)]
  })
  return ok({ entries, unread })
}

/** People out of a file: address cards (vCard 3 and 4), a table with a row of names above it, or a list as in a message. */
export function readCrewFile(text: string): Outcome<CrewFile, string> {
  const clean = text.replace(/^\uFEFF/, '')
  if (clean.trim() === '') return fail('The file is empty.')
  return /^\s*BEGIN:VCARD/i.test(clean) ? readCards(clean) : readTable(clean)
}

/** People as a table, with a row of names above it (RFC 4180). */
export const crewTable = (people: readonly DirectoryEntry[]): string =>
  Papa.unparse({
    fields: DIRECTORY_FIELDS.map((field) => WRITTEN[field]),
    data: people.map((person) => DIRECTORY_FIELDS.map((field) => person[field])),
  })

/** People as address cards (vCard 4.0, RFC 6350). What they eat and how they travel is nobody else's business. */
export const crewCards = (people: readonly DirectoryEntry[]): string =>
  people
    .map(({ name, role, phone, email, note }) => {
      const card = new ICAL.Component('vcard')
      const add = (property: string, value: string) => value && card.addPropertyWithValue(property, value)
      add('version', '4.0')
      add('fn', name)
      add('title', role)
      add('tel', phone)
      add('email', email)
      add('note', note)
      return `${card.toString()}\r\n`
    })
    .join('')
