import { Box, Text } from '@chakra-ui/react'
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { type AnyRecord, fieldsOf, type KindName } from '@kavrell/core/records'
import { useDesk } from '../../store/desk.ts'
import { useFresh } from '../../store/fresh.ts'
import { useRights, useUnits } from '../../store/selectors.ts'
import { Button } from '../parts.tsx'
import { useNamesOf } from '../useNames.ts'
import { columnName, type SheetColumn } from './column.ts'
import { EditBar } from './EditBar.tsx'
import { sheetEdits } from './edits.ts'
import { HeadMenu, type OpenedMenu } from './HeadMenu.tsx'
import { sheetKeys } from './keys.ts'
import { SheetHeads } from './SheetHeads.tsx'
import { SheetLines } from './SheetLines.tsx'
import type { SheetHands } from './SheetRow.tsx'
import { SheetTools } from './SheetTools.tsx'
import { SHEET_CSS } from './style.ts'
import { useActiveCell } from './useActiveCell.ts'
import { useHeldLines } from './useHeldLines.ts'
import { useLongList, useOverflow } from './useLongList.ts'
import { useSheetTable } from './useSheetTable.ts'

interface Props<R> {
  readonly kind: KindName
  readonly name: string
  readonly rows: readonly R[]
  readonly columns: readonly SheetColumn<R>[]
  readonly selectedId?: string | null
  readonly onSelect?: (id: string) => void
  readonly onAdd?: () => void
  /** Several lines or columns pasted at once. */
  readonly onPaste?: (text: string) => void
  readonly onDuplicate?: (records: readonly R[]) => void
  readonly onMove?: (records: readonly R[], by: -1 | 1) => void
  readonly rowHeight?: number
  /** What rows that are gathered or taken in come to, as in minutes. */
  readonly sum?: (records: readonly R[]) => string
}

/**
 * Production as a sheet: arrows move, with Shift they take in more rows; typing or Enter edits what is taken in, Enter
 * and Tab keep, Escape drops, Delete empties an optional value. Ctrl+D fills down, Ctrl+C and Ctrl+V go to and from
 * spreadsheets, Ctrl+Backspace removes rows.
 */
export function Sheet<R extends AnyRecord>(props: Props<R>) {
  // Each person looks at it as they left it.
  const person = useDesk((s) => s.person)
  return <PersonsSheet key={person} person={person} {...props} />
}

/** The table, and those of its columns that are shown, each with the names its cells can have. */
function useShownColumns<R extends AnyRecord>({ kind, name, rows, columns: all, person }: PersonsProps<R>) {
  const units = useUnits()
  const fields = fieldsOf(kind)
  const namesOfAll = useNamesOf(all.map((c) => fields[c.field]))
  // The same list as long as its names are the same, so that rows keep what they drew.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const names = useMemo(() => namesOfAll, namesOfAll)
  const sheet = useSheetTable({ kind, name: `${person}.${name}`, rows, columns: all, names, units })
  const shown = sheet.shown.join()
  const columns = useMemo(() => {
    const at = shown === '' ? [] : shown.split(',').map(Number)
    return { columns: at.map((i) => all[i]!), names: at.map((i) => names[i]!) }
  }, [shown, all, names])
  return { sheet, units, ...columns }
}

type PersonsProps<R> = Props<R> & { readonly person: string }

function PersonsSheet<R extends AnyRecord>(props: PersonsProps<R>) {
  const { kind, name, selectedId, onAdd, sum, rowHeight = 34 } = props
  const grid = useRef<HTMLDivElement>(null)
  const mayPlan = useRights().plan
  const { sheet, units, columns, names } = useShownColumns(props)
  const { table, isAsItLies } = sheet
  // Where rows are moved by hand nothing that is typed moves them.
  const isHeld = props.onMove === undefined || !isAsItLies
  const { lines, ...holding } = useHeldLines(sheet.lines, props.rows, sheet.view, isHeld)
  const rows = useMemo(() => lines.flatMap((line) => (line.is === 'row' ? [line.record] : [])), [lines])
  const passes = useOverflow(grid)
  const [menu, setMenu] = useState<OpenedMenu | null>(null)
  const { bring, ...list } = useLongList(grid, lines, rowHeight)
  const bringRecord = (id: string, align?: 'center') => bring(lines.findIndex((line) => line.id === id), align) // prettier-ignore
  const cell = useActiveCell(grid, rows, columns, bringRecord, props.onSelect)
  const edited = { kind, rows, names, units, mayPlan, cell }
  const edits = sheetEdits(edited)
  const { onMove, onDuplicate, onPaste } = props
  const keys = sheetKeys({ ...edited, edits, columns, isAsItLies, onMove, onDuplicate, onPaste })

  // A row chosen elsewhere, as on the ribbon, comes into sight.
  useEffect(() => {
    if (selectedId && !grid.current?.querySelector(`[data-row="${selectedId}"]`)) bringRecord(selectedId, 'center')
    // Only a new choice moves the page, not every change of a row.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selectedId])

  const fresh = useFresh((s) => s.id)
  useEffect(() => {
    const row = fresh ? rows.findIndex((record) => record.id === fresh) : -1
    if (row < 0) return
    useFresh.setState({ id: null })
    const typed = columns.findIndex((c) => !c.fixed && fieldsOf(kind)[c.field]?.input === 'line')
    cell.take(row, Math.max(0, typed))
  }, [fresh, rows, columns, kind, cell])

  const hands = useRef<SheetHands>(null!)
  // Rows hold on to this one object; what it does is always the newest.
  useLayoutEffect(() => {
    hands.current = {
      go: cell.go,
      begin: () => edits.begin(null),
      keep: edits.keep,
      drop: () => {
        cell.close(true)
        cell.setSays(null)
      },
    }
  })

  const { active, column, taken } = cell
  return (
    <Box>
      <SheetTools
        name={name}
        table={table}
        columns={props.columns}
        total={props.rows.length}
        found={rows.length}
        onMenu={(from) => setMenu({ column: null, from })}
      />
      <Box
        ref={grid}
        role="grid"
        aria-label={name}
        aria-rowcount={rows.length + 1}
        aria-multiselectable="true"
        css={SHEET_CSS}
        className={passes ? 'passes' : undefined}
        style={sheet.style}
        {...keys}
        {...holding}
      >
        <SheetHeads table={table} columns={columns} onMenu={(column, from) => setMenu({ column, from })} />
        <SheetLines
          {...{ kind, table, lines, rows, columns, names, units, list, cell, hands, rowHeight, selectedId, sum }}
          all={props.columns}
        />
      </Box>
      {cell.says && (
        <Text role="alert" color="stop" fontSize="small" mt="6px">
          {cell.says}
        </Text>
      )}
      {menu && (
        <HeadMenu
          kind={kind}
          table={table}
          columns={props.columns}
          opened={menu}
          onClose={() => setMenu(null)}
          onFilter={(field) => table.getColumn(field)?.setFilterValue({})}
          asItWas={sheet.asItWas}
        />
      )}
      {taken.length > 1 && mayPlan && column && (
        <EditBar
          count={taken.length}
          sum={sum?.(taken)}
          head={columnName(column)}
          values={[...new Set(taken.map((record) => edits.textOf(record, column, active!.column)))]}
          onDuplicate={onDuplicate && (() => onDuplicate(taken))}
          onRemove={edits.remove}
          onLetGo={() => cell.go(active!.row, active!.column)}
        />
      )}
      {onAdd && mayPlan && (
        <Box mt="8px">
          <Button kind="bare" color="action" fontWeight={600} cursor="pointer" fontSize="small" onClick={onAdd}>
            Add {name.toLowerCase().replace(/(?<=[sx])es$|s$/, '')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
