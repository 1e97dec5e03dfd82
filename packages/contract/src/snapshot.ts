import type { Snapshot } from './endpoints.ts'
import { type AnyRecord, fieldsOf, KIND_NAMES, type KindName, NO_RECORDS, type Tables } from '@kavrell/core/records'

/** Records of a kind without their field names: id, version, then each field in the contract's turn. */
export type Row = readonly [id: string, version: number, ...values: unknown[]]

/** A snapshot as it travels: ten thousand takes would name their fields ten thousand times. */
export type SnapshotOnTheWay = Omit<Snapshot, 'records'> & { readonly rows: Readonly<Record<string, readonly Row[]>> }

/** Records by kind and id out of rows by kind. */
export function tablesOf(rows: SnapshotOnTheWay['rows']): Tables {
  const records = { ...NO_RECORDS } as Record<KindName, Record<string, AnyRecord>>
  for (const kind of KIND_NAMES) {
    const names = Object.keys(fieldsOf(kind))
    const table: Record<string, AnyRecord> = {}
    for (const row of rows[kind] ?? []) {
      const record: Record<string, unknown> & { id: string; version: number } = { id: row[0], version: row[1] }
      for (let i = 0; i < names.length; i++) record[names[i]!] = row[i + 2]
      table[record.id] = Object.freeze(record)
    }
    records[kind] = table
  }
  return records as unknown as Tables
}

/** A snapshot with its records by kind and id. */
export const readSnapshot = ({ rows, ...rest }: SnapshotOnTheWay): Snapshot => ({ ...rest, records: tablesOf(rows) })
