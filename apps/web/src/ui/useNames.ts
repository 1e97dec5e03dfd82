import { useShallow } from 'zustand/react/shallow'
import { useProductionStore } from '../store/production.ts'
import { type AnyRecord, type Field, type KindName, nameOf, type Names } from '@kavrell/core/records'

type Table = Readonly<Record<string, AnyRecord>>
const NONE: Table = {}
const NO_NAMES: Names = new Map()
const collator = new Intl.Collator('en', { numeric: true })
const known = new WeakMap<Table, Names>()
const latest = new Map<KindName, { readonly table: Table; readonly names: Names }>()

/** Names of a table's records in the order people know them; worked out once for each state of the table. */
function namesOf(kind: KindName, table: Table): Names {
  if (table === NONE) return NO_NAMES
  let names = known.get(table)
  if (!names) {
    // Most changes leave names as they were: then the list before is the list now, and nothing is sorted again.
    const last = latest.get(kind)
    names = last && sameNames(kind, last.table, last.names, table) ? last.names : sortedNames(kind, table)
    known.set(table, names)
    latest.set(kind, { table, names })
  }
  return names
}

const sortedNames = (kind: KindName, table: Table): Names =>
  new Map(
    Object.values(table)
      .map((record) => [record.id, nameOf(kind, record)] as const)
      .sort((a, b) => collator.compare(a[1], b[1])),
  )

function sameNames(kind: KindName, before: Table, names: Names, table: Table): boolean {
  const ids = Object.keys(table)
  if (ids.length !== names.size) return false
  return ids.every((id) => table[id] === before[id] || names.get(id) === nameOf(kind, table[id]))
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
