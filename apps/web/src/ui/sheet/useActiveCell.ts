import { type RefObject, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { AnyRecord } from '@kavrell/core/records'
import type { Cell } from './CellEditor.tsx'
import type { SheetColumn } from './column.ts'

interface Held {
  readonly id: string
  readonly row: number
  readonly field: string
}

const rangeOf = (active: Cell | null, anchor: number | null): readonly [number, number] =>
  active ? [Math.min(active.row, anchor ?? active.row), Math.max(active.row, anchor ?? active.row)] : [-1, -1]

/**
 * The cell that keys go to, held by its record and field, since rows and columns come and go; the rows taken in with
 * it; and what is being typed there.
 * @param bring brings a record into sight
 */
export function useActiveCell<R extends AnyRecord>(
  grid: RefObject<HTMLDivElement | null>,
  rows: readonly R[],
  columns: readonly SheetColumn<R>[],
  bring: (id: string) => void,
  onSelect?: (id: string) => void,
) {
  const [cell, setCell] = useState<Held | null>(null)
  /** Where taking in rows began; the other end is the active cell. */
  const [anchor, setAnchor] = useState<number | null>(null)
  const [editing, setEditing] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  /** An editor was closed by a key: its cell, or the next one, takes the keys again. */
  const back = useRef(false)
  const found = cell ? rows.findIndex((row) => row.id === cell.id) : -1
  const row = found >= 0 ? found : (cell?.row ?? -1)
  // A column that was put away hands its cell to the first.
  const at = cell ? Math.max(0, columns.findIndex((c) => c.field === cell.field)) : -1 // prettier-ignore
  const active = useMemo(() => (row >= 0 && row < rows.length ? { row, column: at } : null), [row, at, rows.length])
  // Taken away by somebody else while it was typed in: nothing goes into the row that follows.
  if (cell && found < 0 && editing !== null) {
    setEditing(null)
    setSays('This row was just removed; what was typed was not kept.')
  }
  const [from, to] = rangeOf(active, anchor)

  // Before anything is drawn: a key that follows at once finds its cell, not the page.
  useLayoutEffect(() => {
    if (editing !== null || !active) return
    const box = grid.current
    if (back.current || box?.contains(document.activeElement?.closest('.cell') ?? null))
      box?.querySelector<HTMLElement>(`[data-cell="${active.row}:${active.column}"]`)?.focus()
    back.current = false
  }, [active, editing, grid])

  const within = (index: number) => Math.min(rows.length - 1, Math.max(0, index))
  return {
    active,
    column: active ? columns[active.column] : undefined,
    from,
    to,
    taken: rows.slice(Math.max(0, from), to + 1),
    editing,
    says,
    setSays,
    /** To a cell, or the nearest there is; `extend` takes in the rows on the way. */
    go: (toRow: number, toColumn: number, extend = false) => {
      const next = { row: within(toRow), column: Math.min(columns.length - 1, Math.max(0, toColumn)) }
      const record = rows[next.row]
      setAnchor(extend ? (anchor ?? active?.row ?? next.row) : null)
      setCell(record ? { row: next.row, field: columns[next.column]!.field, id: record.id } : null)
      setSays(null)
      if (!record) return
      onSelect?.(record.id)
      bring(record.id)
    },
    /** The keys go to a cell, wherever they were. */
    take(toRow: number, toColumn: number) {
      back.current = true
      this.go(toRow, toColumn)
    },
    /** The rows taken in went so many places down. */
    anchorMoves: (by: number) => setAnchor(anchor === null ? null : within(anchor + by)),
    open: setEditing,
    /** @param byKey then the cell takes the keys again */
    close: (byKey: boolean) => {
      if (byKey) back.current = true
      setEditing(null)
    },
  }
}

export type ActiveCell<R extends AnyRecord> = ReturnType<typeof useActiveCell<R>>
