import { Button } from '../parts.tsx'
import type { AnyRecord } from '@kavrell/core/records'
import { columnName, type SheetColumn } from './column.ts'
import type { SheetTable } from './useSheetTable.ts'

interface Props<R extends AnyRecord> {
  readonly table: SheetTable<R>
  readonly columns: readonly SheetColumn<R>[]
  readonly onMenu: (column: string, from: HTMLElement) => void
}

const SORTED = { asc: 'ascending', desc: 'descending' } as const

/** What the columns are; each head opens what can be done with its column, its edge is drawn wider. */
export function SheetHeads<R extends AnyRecord>({ table, columns, onMenu }: Props<R>) {
  const headers = new Map(table.getLeafHeaders().map((header) => [header.column.id, header]))
  return (
    <div role="row" className="heads">
      {columns.map((c, at) => {
        const header = headers.get(c.field)
        const sorted = header?.column.getIsSorted()
        const pinned = header?.column.getIsPinned()
        const grip = header?.getResizeHandler()
        return (
          <div
            role="columnheader"
            key={c.field}
            data-at={at}
            aria-sort={sorted ? SORTED[sorted] : undefined}
            className={`${c.align ?? ''}${pinned ? ' pinned' : ''}`}
            style={pinned ? { left: `var(--at-${c.field})` } : undefined}
          >
            <Button
              kind="bare"
              className="head"
              aria-haspopup="menu"
              title={columnName(c)}
              onClick={(e) => onMenu(c.field, e.currentTarget)}
            >
              {c.head}
              {sorted && <span aria-hidden="true">{sorted === 'asc' ? ' ↑' : ' ↓'}</span>}
            </Button>
            <span
              className={`grip${header?.column.getIsResizing() ? ' drawn' : ''}`}
              aria-hidden="true"
              onMouseDown={grip}
              onTouchStart={grip}
              onDoubleClick={() => header?.column.resetSize()}
            />
          </div>
        )
      })}
    </div>
  )
}
