import Papa from 'papaparse'
import { createRecord, type PlainChange, readValue, type RecordOf, updateRecord } from '@kavrell/core/records'
import { newId } from '../../store/newId.ts'

/** What columns of other tables are called. */
const HEADS: Readonly<Record<string, keyof RecordOf<'kitItem'>>> = {
  thing: 'name',
  name: 'name',
  item: 'name',
  owned: 'owned',
  count: 'owned',
  quantity: 'owned',
  qty: 'owned',
  rented: 'rented',
  borrowed: 'borrowed',
  serial: 'serial',
  from: 'from',
  hirer: 'from',
  'out on': 'outOn',
  'back by': 'backOn',
  'a day': 'dayRateMinor',
  worth: 'valueMinor',
  value: 'valueMinor',
  insured: 'insurance',
  state: 'state',
  case: 'case',
  box: 'case',
  kg: 'kg',
  'kg each': 'kg',
  weight: 'kg',
  wh: 'wh',
  nd: 'ndStops',
  'nd stops': 'ndStops',
  note: 'note',
}
/** Without a head: what it is, how many, in which case, how heavy one is. */
const PLAIN = ['name', 'owned', 'case', 'kg'] as const

export interface KitTable {
  readonly changes: readonly PlainChange[]
  /** Lines that were not taken, and why. */
  readonly refused: readonly string[]
}

const key = (words: string) => words.trim().toLocaleLowerCase('en')

/** Things out of a pasted table; those that are listed under that name already get what the table says of them. */
export function readKitTable(text: string, items: readonly RecordOf<'kitItem'>[]): KitTable {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' })
  const head = (data[0] ?? []).map((cell) => HEADS[key(cell)])
  const hasHead = head.includes('name')
  const fields = hasHead ? head : PLAIN
  const refused: string[] = []
  const changes: PlainChange[] = []
  const listed = new Map(items.map((item) => [key(item.name), item.id]))
  for (const [i, cells] of data.entries()) {
    if (hasHead && i === 0) continue
    const values: Record<string, unknown> = {}
    let says = ''
    for (const [c, cell] of cells.entries()) {
      const field = fields[c]
      if (!field || cell.trim() === '') continue
      const read = readValue('kitItem', field, cell, new Map())
      if (read.ok) values[field] = read.value
      else says ||= read.error
    }
    if (!says && !values['name']) says = 'It has no name.'
    if (says) refused.push(`Line ${i + 1}: ${says}`)
    else {
      const name = key(values['name'] as string)
      const known = listed.get(name)
      // A second line of one name is a second thing, as in another case.
      listed.delete(name)
      changes.push(known ? updateRecord('kitItem', known, values) : createRecord('kitItem', { owned: 1, ...values }, newId())) // prettier-ignore
    }
  }
  return { changes, refused }
}
