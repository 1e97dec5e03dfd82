import { describe, expect, test } from 'vitest'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { type DirectoryEntry, mergePeople } from './index.ts'

const entry = (fields: Partial<DirectoryEntry>): DirectoryEntry => ({ name: 'Ana', role: '', phone: '', email: '', diet: '', travel: '', note: '', ...fields }) // prettier-ignore
const production = () =>
  productionWith({
    person: {
      ana: { name: 'Ana Reis', email: 'ana@mail.example', phone: '+351 900 100' },
      bo: { name: 'Bo', email: '' },
    },
    day: { one: { date: '2026-05-14' }, two: { date: '2026-05-15' } },
  })
const merge = (entries: readonly DirectoryEntry[]) => {
  let n = 0
  const p = production()
  const merged = mergePeople(p, entries, () => `new${n++}`)
  return { ...merged, then: tryChanges(p, merged.changes) }
}

describe('people of a directory', () => {
  test('who is not there is added, and down for all days', () => {
    const { then, added } = merge([entry({ name: 'أمل', diet: 'no nuts' })])
    expect(added).toBe(1)
    expect(then.person['new0']).toMatchObject({ name: 'أمل', diet: 'no nuts' })
    expect(Object.values(then.attendance).filter((one) => (one.personId as string) === 'new0')).toHaveLength(
      Object.values(then.day).length,
    )
  })
  test('of who is there only what nobody knew is filled in, by mail whatever the name', () => {
    const { then, filledIn } = merge([entry({ name: 'A. Reis', email: 'ANA@mail.example', phone: '1 2 3 4 5', role: 'Gaffer' })]) // prettier-ignore
    expect(filledIn).toBe(1)
    expect(then.person['ana']).toMatchObject({ name: 'Ana Reis', phone: '+351 900 100', role: 'Gaffer' })
  })
  test('a name that is there is the same person, unless mails speak against it', () => {
    expect(merge([entry({ name: 'bo ', email: 'bo@mail.example' })]).then.person['bo']!.email).toBe('bo@mail.example')
    expect(merge([entry({ name: 'Ana Reis', email: 'other@mail.example' })]).added).toBe(1)
  })
  test('one person twice in a file is one, and who is known whole stays as they are', () => {
    const { added, asTheyWere } = merge([entry({ name: 'Cy' }), entry({ name: 'cy' }), entry({ name: 'Ana Reis', email: 'ana@mail.example' })]) // prettier-ignore
    expect([added, asTheyWere]).toEqual([1, 2])
  })
})
