import { memo, type RefObject } from 'react'
import { type Cell, CellEditor } from './CellEditor.tsx'
import type { SheetColumn } from './column.ts'
import { type AnyRecord, fieldsOf, type KindName, type Names, showValue } from '@kavrell/core/records'
import type { Units } from '@kavrell/core/text'

/** What a row calls back; one object for the life of the sheet, so that rows that did not change are not drawn again. */
export interface SheetHands {
  readonly go: (row: number, column: number, extend?: boolean) => void
  readonly begin: () => void
  readonly keep: (text: string, move: ((cell: Cell) => Cell) | null) => void
  readonly drop: () => void
}

interface Props<R> {
  readonly kind: KindName
  readonly record: R
  readonly row: number
  readonly columns: readonly SheetColumn<R>[]
  readonly names: readonly Names[]
  readonly units: Units
  readonly minHeight: number
  readonly selected: boolean
  readonly inRange: boolean
  /** The column of the cell that keys go to, if it is in this row. */
  readonly activeColumn: number | null
  /** Takes the focus when nothing is chosen yet. */
  readonly first: boolean
  readonly editing: string | null
  readonly hands: RefObject<SheetHands>
  /** Of one height, so that a long list need not be measured. */
  readonly fixed: boolean
  /** Columns that stay in sight. */
  readonly pinned: readonly string[]
  /** First and last column in sight; in a long list the others are not drawn. */
  readonly inSight: readonly [number, number]
}

/** Plain elements, styled by the sheet round them: a long list draws hundreds of cells while it is scrolled. */
function Row<R extends AnyRecord>(props: Props<R>) {
  const { kind, record, row, columns, names, units, selected, activeColumn, editing, hands } = props
  const fields = fieldsOf(kind)
  return (
    <div
      role="row"
      data-thing={record.id}
      className={`row${selected ? ' selected' : ''}${props.inRange ? ' taken' : ''}`}
      aria-rowindex={row + 2}
      data-index={row}
      data-row={record.id}
      aria-selected={selected}
      style={{
        [props.fixed ? 'height' : 'minHeight']: props.minHeight + (props.fixed ? 1 : 0),
        ...(props.fixed ? { contain: 'layout paint', overflow: 'clip' } : {}),
      }}
    >
      {columns.map((column, at) => {
        const here = activeColumn === at
        const pinned = props.pinned.includes(column.field)
        if (props.fixed && !here && !pinned && (at < props.inSight[0] || at > props.inSight[1])) return null
        const isEditing = here && editing !== null
        return (
          <div
            role="gridcell"
            key={column.field + column.head}
            className={`cell${pinned ? ' pinned' : ''}${column.align === 'right' ? ' right' : ''}${column.mono ? ' mono' : ''}${here ? ' here' : ''}`}
            style={{
              ...(props.fixed ? { gridColumn: at + 1 } : {}),
              ...(pinned ? { left: `var(--at-${column.field})` } : {}),
            }}
            data-cell={`${row}:${at}`}
            data-field={column.field}
            tabIndex={here || (props.first && at === 0) ? 0 : -1}
            onClick={(e) => {
              if (!isEditing) hands.current.go(row, at, e.shiftKey)
            }}
            onDoubleClick={() => hands.current.begin()}
            onFocus={() => {
              if (!here) hands.current.go(row, at)
            }}
          >
            {isEditing ? (
              <CellEditor
                initial={editing}
                field={fields[column.field]}
                names={names[at]!}
                label={column.head}
                onKeep={(text, move) => hands.current.keep(text, move)}
                onDrop={() => hands.current.drop()}
              />
            ) : column.show ? (
              column.show(record)
            ) : (
              <span className="text">{showValue(fields[column.field]!, record[column.field], names[at]!, units)}</span>
            )}
          </div>
        )
      })}
    </div>
  )
}

export const SheetRow = memo(Row) as typeof Row
