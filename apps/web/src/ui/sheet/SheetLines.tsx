import type { RefObject } from 'react'
import type { AnyRecord, KindName, Names } from '@kavrell/core/records'
import { counted, type Units } from '@kavrell/core/text'
import type { SheetColumn } from './column.ts'
import type { Line } from './lines.ts'
import { SheetGroup } from './SheetGroup.tsx'
import { type SheetHands, SheetRow } from './SheetRow.tsx'
import type { ActiveCell } from './useActiveCell.ts'
import type { useLongList } from './useLongList.ts'
import type { useSheetTable } from './useSheetTable.ts'

/** Rows that rush by say where they are, by what stays at their left. */
const NONE_IN_SIGHT = [0, -1] as const

interface Props<R extends AnyRecord> {
  readonly kind: KindName
  readonly table: ReturnType<typeof useSheetTable<R>>['table']
  readonly lines: readonly Line<R>[]
  readonly rows: readonly R[]
  /** Those that are shown, and all there are. */
  readonly columns: readonly SheetColumn<R>[]
  readonly all: readonly SheetColumn<R>[]
  readonly names: readonly Names[]
  readonly units: Units
  readonly list: Omit<ReturnType<typeof useLongList>, 'bring'>
  readonly cell: ActiveCell<R>
  readonly hands: RefObject<SheetHands>
  readonly rowHeight: number
  readonly selectedId?: string | null
  readonly sum?: (records: readonly R[]) => string
}

/** The lines of a sheet that are in sight, rows and what stands over a group of them. */
export function SheetLines<R extends AnyRecord>(props: Props<R>) {
  const { table, lines, rows, list, cell, selectedId } = props
  const { active, from, to } = cell
  const rowOf = new Map(rows.map((record, row) => [record.id, row]))
  const groupedBy = props.all.find((c) => c.field === table.state.grouping[0])
  // Rows that leave a long list become those that come: their elements are filled anew, not made anew. Large
  // enough for any window, so that it never changes under a cell that is being typed in.
  const pool = Math.max(96, list.drawn.length)
  return (
    <>
      {list.above > 0 && <div style={{ height: list.above }} aria-hidden="true" />}
      {list.drawn.map((index) => {
        const line = lines[index]!
        if (line.is === 'group')
          return (
            <SheetGroup
              key={line.id}
              says={groupedBy?.gathers?.(line.records[0]!)}
              note={counted(line.records.length, 'row')}
              sum={props.sum?.(line.records)}
              folded={line.folded}
              onFold={() => table.getRow(line.id, true).toggleExpanded()}
            />
          )
        const { record } = line
        const row = rowOf.get(record.id)!
        const here = active?.row === row
        return (
          <SheetRow
            key={list.long ? index % pool : record.id}
            kind={props.kind}
            record={record}
            row={row}
            columns={props.columns}
            names={props.names}
            units={props.units}
            minHeight={props.rowHeight}
            selected={record.id === selectedId}
            inRange={from !== to && row >= from && row <= to}
            activeColumn={here ? active.column : null}
            first={!active && row === 0}
            editing={here ? cell.editing : null}
            hands={props.hands}
            fixed={list.long}
            inSight={list.rushes ? NONE_IN_SIGHT : list.inSight}
            pinned={table.state.columnPinning.start}
          />
        )
      })}
      {list.below > 0 && <div style={{ height: list.below }} aria-hidden="true" />}
    </>
  )
}
