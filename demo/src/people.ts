import type { RecordFields } from '@kavrell/core/records'
import type { Builder } from './builder.ts'
import type { Role } from '@kavrell/contract'

/** Those who may be entered as, with what they may do. */
export const DEMO_PEOPLE: readonly { readonly name: string; readonly role: Role }[] = [
  { name: 'Maren Tolley', role: 'owner' },
  { name: 'Juno Brask', role: 'planner' },
  { name: 'Sadie Quill', role: 'logger' },
  { name: 'Edda Marsh', role: 'reader' },
]

/** What people are paid by, in minor units; of the school's own nobody is. */
const PAID: Readonly<Partial<Record<string, Partial<RecordFields<'person'>>>>> = {
  maren: { rateMinor: 52_000, rateMin: 660, terms: 'whole job; use of her own camera is a line of its own' },
  pell: { rateMinor: 38_000, rateMin: 600 },
  juno: { rateMinor: 31_000, rateMin: 600 },
  idris: { rateMinor: 36_000, rateMin: 600, terms: 'with his own kit' },
  tobias: { rateMinor: 22_000, rateFor: 'half day', rateMin: 300 },
  sadie: { rateMinor: 2600, rateFor: 'hour', rateMin: 480 },
}

export function addPeople(b: Builder): void {
  const people = [
    ['maren', 'Maren Tolley', 'photography', '+44 7700 900101', 'maren@marlhythe.example', 'all-day', 0],
    ['pell', 'Pell Ansah', 'light', '+44 7700 900102', 'pell@marlhythe.example', 'all-day', 0],
    ['juno', 'Juno Brask', 'first assistant', '+44 7700 900114', 'juno@marlhythe.example', 'all-day', 15],
    ['idris', 'Idris Vance', 'sound', '+44 7700 900104', 'idris@marlhythe.example', 'by-shots', 40],
    ['tobias', 'Tobias Wren', 'camera B', '+44 7700 900105', 'tobias@marlhythe.example', 'by-shots', 45],
    ['sadie', 'Sadie Quill', 'media', '+44 7700 900106', 'sadie@bounce.example', 'by-shots', 30],
    ['hollis', 'Hollis Reed', 'grip', '', '', 'by-shots', 30],
    ['edda', 'Edda Marsh', 'boatbuilder', '+44 7700 900108', 'edda@marlhythe.example', 'by-shots', 20],
    ['corin', 'Corin Marsh', 'apprentice', '+44 7700 900109', 'corin@marlhythe.example', 'by-shots', 30],
  ] as const
  for (const [key, name, role, phone, email, needed, leadMin] of people)
    b.add('person', key, { name, role, phone, email, needed, leadMin, ...PAID[key] })
  const days = {
    'day 1': people.map(([key]) => key),
    'day 2': people.map(([key]) => key).filter((key) => key !== 'corin'),
  }
  for (const [day, keys] of Object.entries(days))
    for (const key of keys)
      b.add('attendance', `${day} ${key}`, { personId: b.id('person', key), dayId: b.id('day', day) })
}
