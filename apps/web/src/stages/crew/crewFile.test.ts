import { describe, expect, test } from 'vitest'
import { crewCards, crewTable, readCrewFile } from './crewFile.ts'

const ANA = { name: 'Ana Reis, Mª', role: 'Gaffer', phone: '+351 900 100', email: 'ana@mail.example', diet: 'no nuts', travel: 'van', note: 'line; one, "two"' } // prettier-ignore
const AMAL = { name: 'أمل الحداد', role: '', phone: '', email: '', diet: '', travel: '', note: '' }
const read = (text: string) => {
  const found = readCrewFile(text)
  if (!found.ok) throw new Error(found.error)
  return found.value
}

describe('people go out and come back as they were', () => {
  test('as a table', () => expect(read(crewTable([ANA, AMAL]))).toEqual({ entries: [ANA, AMAL], unread: [] }))
  test('as address cards, without what they eat and how they travel', () =>
    expect(read(crewCards([ANA, AMAL])).entries).toEqual([{ ...ANA, diet: '', travel: '' }, AMAL]))
})

describe('what others write is read', () => {
  test('cards of version 3 with folded lines, kinds of numbers and a name in parts', () => {
    const card = 'BEGIN:VCARD\r\nVERSION:3.0\r\nN:Їжак;Богдан;;;\r\nFN:Богдан Їжак\r\nTEL;TYPE=CELL:tel:+380-44-123-45\r\nEMAIL;TYPE=INTERNET:bohdan@mail.ex\r\n ample\r\nTITLE:Grip\r\nEND:VCARD\r\n' // prettier-ignore
    expect(read(card).entries[0]).toMatchObject({ name: 'Богдан Їжак', phone: '+380-44-123-45', email: 'bohdan@mail.example', role: 'Grip' }) // prettier-ignore
  })
  test('one card that is damaged takes no other with it', () => {
    const { entries, unread } = read(`BEGIN:VCARD\r\nVERSION:4.0\r\nthis is none\r\nEND:VCARD\r\n${crewCards([AMAL])}`)
    expect(entries.map(({ name }) => name)).toEqual([AMAL.name])
    expect(unread).toHaveLength(1)
  })
  test('a table with semicolons and other heads in another turn', () => {
    const { entries, unread } = read('Job Title;Full name;E-mail;Mobile\nDrone;Ren;ren@mail.example;12 34 56\n;;;\nLoader;;x;y\nSound;Ida;nobody;call me\n') // prettier-ignore
    expect(entries.map(({ name, role, phone, email }) => [name, role, phone, email])).toEqual([
      ['Ren', 'Drone', '12 34 56', 'ren@mail.example'],
      ['Ida', 'Sound', '', ''],
    ])
    expect(unread).toEqual(['Row 3 has no name.', 'Ida: “call me” is no phone number.', 'Ida: “nobody” is no mail address.']) // prettier-ignore
  })
  test('a list as it stands in a message', () => {
    expect(read('Edda, boatbuilder, +44 7700 900114\nCorin').entries.map(({ name }) => name)).toEqual(['Edda', 'Corin'])
  })
  test('nothing, and cards that are none, are said to be', () => {
    expect(readCrewFile(' \n')).toEqual({ ok: false, error: 'The file is empty.' })
  })
})
