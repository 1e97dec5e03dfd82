import { type AnyRecord, type Field, type KindName, nameOf, type Names } from '@kavrell/contract'
import { useMemo } from 'react'
import { useProductionStore } from '../store/production.ts'

const NONE: Readonly<Record<string, AnyRecord>> = {}

/** Names of the records a field can point at, in the order people know them. */
export function useNames(field: Field<unknown> | undefined): Names {
  const kind = (field?.column.ref ?? field?.column.refs) as KindName | undefined
  const records = useProductionStore((s) => (kind ? (s.records[kind] ?? NONE) : NONE))
  return useMemo(
    () =>
      new Map(
        Object.values(records)
          .map((record) => [record.id, nameOf(kind ?? '', record)] as const)
          .sort((a, b) => a[1].localeCompare(b[1], 'en', { numeric: true })),
      ),
    [records, kind],
  )
}
