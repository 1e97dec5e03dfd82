import { ok, type Outcome } from '@kavrell/core/outcome'
import {
  type AnyRecord,
  asId,
  type KindName,
  nameOf,
  type Names,
  type PlainChange,
  removalOf,
  usesOf,
  updateRecord,
} from '@kavrell/core/records'
import type { Units } from '@kavrell/core/text'
import { commit, say, useProductionStore } from '../../store/production.ts'
import { askRemoval } from '../../store/removing.ts'
import type { Cell } from './CellEditor.tsx'
import { cellText, columnName, differs, readCell, type SheetColumn } from './column.ts'
import type { ActiveCell } from './useActiveCell.ts'

export interface Edited<R extends AnyRecord> {
  readonly kind: KindName
  readonly rows: readonly R[]
  readonly names: readonly Names[]
  readonly units: Units
  readonly mayPlan: boolean
  readonly cell: ActiveCell<R>
}

type Given = Readonly<Record<string, unknown>>

/** "3A", or "4 rows". */
const called = (kind: KindName, records: readonly AnyRecord[]) =>
  records.length === 1 ? nameOf(kind, records[0]) : `${records.length} rows`

/** The same fields into records of one kind, as one edit; those that have them already are left alone. */
function writeFields<R extends AnyRecord>(
  kind: KindName,
  column: SheetColumn<R>,
  records: readonly R[],
  given: Given,
): Outcome<void, string> {
  const changed = records.filter((record) => differs(record, given))
  return commit(
    `Change ${columnName(column)} of ${called(kind, changed)}`,
    changed.map((record): PlainChange => updateRecord(kind, asId(record.id), given)),
  )
}

/** What hands do to the cell that keys go to, and to the rows taken in with it. */
export function sheetEdits<R extends AnyRecord>({ kind, rows, names, units, mayPlan, cell }: Edited<R>) {
  const { active, column, from, to, taken } = cell
  const textOf = (record: R, of: SheetColumn<R>, at: number) => cellText(kind, record, of, names[at]!, units)
  const tell = (done: Outcome<void, string>) => cell.setSays(done.ok ? null : done.error)
  const write = (records: readonly R[], given: Given) => writeFields(kind, column!, records, given)
  return {
    textOf,
    /** Opens the editor with what the cell has, or with the key that was pressed. */
    begin: (text: string | null) => {
      if (!active || !column || column.fixed || !mayPlan) return
      cell.open(text ?? textOf(rows[active.row]!, column, active.column))
    },
    /** What was typed, kept; then on to the next cell, unless the cell was left already. */
    keep: (text: string, move: ((cell: Cell) => Cell) | null) => {
      if (!active || !column) return
      const read = readCell(kind, rows[active.row]!, column, text, names[active.column]!, units)
      const done = read.ok ? write(taken, read.value) : read
      if (!done.ok) return cell.setSays(done.error)
      cell.close(move !== null)
      if (!move) return
      const next = move(active)
      cell.go(next.row, next.column)
    },
    /** One row takes its value from the row above; several from the first of them. */
    fillDown: () => {
      if (!active || !column || column.fixed) return
      const single = from === to
      const source = rows[single ? from - 1 : from]
      if (!source) return
      const given = column.read
        ? column.read(textOf(source, column, active.column))
        : ok({ [column.field]: source[column.field] })
      if (given.ok) tell(write(single ? taken : taken.slice(1), given.value))
    },
    remove: () => {
      const what = called(kind, taken)
      const ids = taken.map((record) => record.id)
      const { records } = useProductionStore.getState()
      if (usesOf(records, kind, ids).length > 0) return askRemoval({ kind, ids, name: what })
      const done = commit(`Remove ${what}`, removalOf(records, kind, ids))
      tell(done)
      if (done.ok) say(`Removed ${what}.`, 'info', true)
    },
    toggle: () => tell(write(taken, { [column!.field]: rows[active!.row]![column!.field] !== true })),
    empty: () => tell(write(taken, { [column!.field]: null })),
  }
}

export type SheetEdits<R extends AnyRecord> = ReturnType<typeof sheetEdits<R>>
