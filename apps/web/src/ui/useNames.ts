import { type AnyRecord, type Field, type KindName, nameOf, type Names } from '@kavrell/contract'
import { useShallow } from 'zustand/react/shallow'
import { useProductionStore } from '../store/production.ts'

type Table = Readonly<Record<string, AnyRecord>>
const NONE: Table = {}
const NO_NAMES: Names = new Map()
const collator = new Intl.Collator('en', { numeric: true })
const known = new WeakMap<Table, Names>()
const latest = new Map<KindName, Names>()

/** Names of a table's records in the order people know them; worked out once for each state of the table. */
function namesOf(kind: KindName, table: Table): Names {
  if (table === NONE) return NO_NAMES
  let names = known.get(table)
  if (!names) {
    const entries = Object.values(table).map((record) => [record.id, nameOf(kind, record)] as const)
    // Most changes leave names as they were: then the list before is the list now, and nothing is sorted again.
    const last = latest.get(kind)
    const same = last?.size === entries.length && entries.every(([id, name]) => last.get(id) === name)
    names = same ? last : new Map(entries.sort((a, b) => collator.compare(a[1], b[1])))
    known.set(table, names)
    latest.set(kind, names)
  }
  return names
}

const kindOf = (field: Field<unknown> | undefined) => (field?.column.ref ?? field?.column.refs) as KindName | undefined

/** Names of the records a field can point at. */
export function useNames(field: Field<unknown> | undefined): Names {
  const kind = kindOf(field)
  const table = useProductionStore((s) => (kind ? (s.records[kind] ?? NONE) : NONE))
  return kind ? namesOf(kind, table) : NO_NAMES
}

/** The same for several fields at once. */
export function useNamesOf(fields: readonly (Field<unknown> | undefined)[]): readonly Names[] {
  const kinds = fields.map(kindOf)
  const tables = useProductionStore(useShallow((s) => kinds.map((kind) => (kind ? (s.records[kind] ?? NONE) : NONE))))
  return kinds.map((kind, i) => (kind ? namesOf(kind, tables[i]!) : NO_NAMES))
}
