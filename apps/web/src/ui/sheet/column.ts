import type { ReactNode } from 'react'
import { ok, type Outcome } from '@kavrell/core/outcome'
import {
  type AnyRecord,
  fieldsOf,
  type KindName,
  type Names,
  readValue,
  sameValue,
  showValue,
} from '@kavrell/core/records'
import type { Units } from '@kavrell/core/text'

export interface SheetColumn<R> {
  readonly field: string
  readonly head: string
  /** In full, where the head is short. */
  readonly called?: string
  /** In pixels, until somebody draws it wider. */
  readonly width: number
  /** Takes what room is left. */
  readonly grow?: boolean
  readonly align?: 'right'
  readonly mono?: boolean
  /** How the value looks when it is not just the value. */
  readonly show?: (record: R) => ReactNode
  /** What it is typed as and read from, where that is not one field. */
  readonly text?: (record: R) => string
  readonly read?: (typed: string) => ReadFields
  /** Only to look at. */
  readonly fixed?: boolean
  /** Stays at the left while the others pass. */
  readonly pinned?: boolean
  /** Not shown until it is asked for. */
  readonly hidden?: boolean
  /** Rows can be gathered by it; what then stands over those of one value. */
  readonly gathers?: (record: R) => ReactNode
}

/** A column in a list of them. */
export const columnName = <R>(column: SheetColumn<R>): string => column.called ?? column.head

/** The fields that a typed cell means, or what would be right, in a sentence. */
export type ReadFields = Outcome<Readonly<Record<string, unknown>>, string>

/** A cell as it is typed. */
export const cellText = <R extends AnyRecord>(
  kind: KindName,
  record: R,
  column: SheetColumn<R>,
  names: Names,
  units: Units,
): string => column.text?.(record) ?? showValue(fieldsOf(kind)[column.field]!, record[column.field], names, units)

/** What was typed into a cell, as the fields it means. What is shown may be rounded: unchanged text changes nothing. */
export function readCell<R extends AnyRecord>(
  kind: KindName,
  record: R,
  column: SheetColumn<R>,
  typed: string,
  names: Names,
  units: Units,
): ReadFields {
  if (typed === cellText(kind, record, column, names, units)) return ok({})
  if (column.read) return column.read(typed)
  const read = readValue(kind, column.field, typed, names, units)
  return read.ok ? ok({ [column.field]: read.value }) : read
}

/** Whether fields differ from what a record has. */
export const differs = (record: AnyRecord, fields: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(fields).some(([key, value]) => !sameValue(record[key], value))
