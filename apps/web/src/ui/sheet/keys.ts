import type { ClipboardEvent, KeyboardEvent } from 'react'
import { type AnyRecord, fieldsOf } from '@kavrell/core/records'
import { say } from '../../store/production.ts'
import type { SheetColumn } from './column.ts'
import type { Edited, SheetEdits } from './edits.ts'

const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}

interface Keyed<R extends AnyRecord> extends Edited<R> {
  readonly edits: SheetEdits<R>
  readonly columns: readonly SheetColumn<R>[]
  /** Every row in its own order: only then rows are moved by hand. */
  readonly isAsItLies: boolean
  readonly onMove?: (records: readonly R[], by: -1 | 1) => void
  readonly onDuplicate?: (records: readonly R[]) => void
  /** Several lines or columns pasted at once. */
  readonly onPaste?: (text: string) => void
}

function moveRows<R extends AnyRecord>({ cell, isAsItLies, onMove }: Keyed<R>, by: -1 | 1) {
  if (!isAsItLies) return cell.setSays('Rows are moved by hand in one list, in their own order and with none left out.')
  onMove!(cell.taken, by)
  cell.anchorMoves(by)
}

/** What a key does in a cell that is not typed in; `undefined` leaves it to the page. */
function actionOf<R extends AnyRecord>(e: KeyboardEvent, sheet: Keyed<R>): (() => void) | undefined {
  const { kind, mayPlan, cell, edits } = sheet
  const active = cell.active!
  const field = fieldsOf(kind)[cell.column!.field]
  const isFlag = field?.input === 'flag' && mayPlan
  const command = e.ctrlKey || e.metaKey
  const key = e.key.length === 1 ? e.key.toLowerCase() : e.key
  const step = MOVES[key]
  if (step && !e.altKey)
    return () => cell.go(active.row + step[0], active.column + step[1], e.shiftKey && step[0] !== 0)
  if (step) return mayPlan && sheet.onMove && step[0] !== 0 ? () => moveRows(sheet, step[0] as -1 | 1) : undefined
  if (key === 'Enter' || key === 'F2') return isFlag ? edits.toggle : () => edits.begin(null)
  if (key === ' ' && isFlag) return edits.toggle
  if (key === 'Backspace' && command && mayPlan) return edits.remove
  if (key === 'd' && command && mayPlan && e.shiftKey && sheet.onDuplicate) return () => sheet.onDuplicate!(cell.taken)
  if (key === 'd' && command && mayPlan && !e.shiftKey) return edits.fillDown
  if (key === 'Delete' && field?.column.nullable === true && mayPlan) return edits.empty
  if (key === 'Escape' && cell.from !== cell.to) return () => cell.go(active.row, active.column)
  if (e.key.length === 1 && !command && !e.altKey) return () => edits.begin(e.key)
  return undefined
}

/** Keys and the clipboard, as a sheet answers them. */
export function sheetKeys<R extends AnyRecord>(sheet: Keyed<R>) {
  const { cell, edits, columns } = sheet
  return {
    onKeyDown: (e: KeyboardEvent) => {
      if (!cell.active || !cell.column || cell.editing !== null || !(e.target as Element).closest('.cell')) return
      const action = actionOf(e, sheet)
      if (!action) return
      e.preventDefault()
      action()
    },
    onCopy: (e: ClipboardEvent) => {
      if (!cell.active || cell.editing !== null) return
      const lines = cell.taken.map((record) =>
        columns.map((c, i) => edits.textOf(record, c, i).replace(/[\t\n]/g, ' ')).join('\t'),
      )
      e.clipboardData.setData('text/plain', [columns.map((c) => c.head).join('\t'), ...lines].join('\n'))
      e.preventDefault()
      say(`Copied ${lines.length === 1 ? 'a row' : `${lines.length} rows`}.`)
    },
    onPaste: (e: ClipboardEvent) => {
      if (!cell.active || cell.editing !== null || !sheet.mayPlan) return
      const text = e.clipboardData.getData('text/plain').replace(/\r?\n$/, '')
      e.preventDefault()
      if (/[\t\n]/.test(text) && sheet.onPaste) sheet.onPaste(text)
      else if (cell.column && !cell.column.fixed) edits.keep(text.split(/[\t\n]/)[0]!, (c) => c)
    },
  }
}
