import { ok, type Outcome } from '@kavrell/core/outcome'
import { Button } from '../parts.tsx'
import { Box, Text } from '@chakra-ui/react'
import { type ClipboardEvent, type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { commit, say } from '../../store/production.ts'
import { useDesk } from '../../store/desk.ts'
import { useRights, useUnits } from '../../store/selectors.ts'
import { useNamesOf } from '../useNames.ts'
import type { Cell } from './CellEditor.tsx'
import { type SheetHands, SheetRow } from './SheetRow.tsx'
import { EditBar } from './EditBar.tsx'
import { HeadMenu, type OpenedMenu } from './HeadMenu.tsx'
import { SheetGroup } from './SheetGroup.tsx'
import { SheetHeads } from './SheetHeads.tsx'
import { SheetTools } from './SheetTools.tsx'
import { useHeldLines } from './useHeldLines.ts'
import { useLongList, useOverflow } from './useLongList.ts'
import { useSheetTable } from './useSheetTable.ts'
import { cellText, columnName, differs, readCell, type SheetColumn } from './column.ts'
import { SHEET_CSS } from './style.ts'
import {
  removeRecord,
  updateRecord,
  asId,
  type AnyRecord,
  fieldsOf,
  type KindName,
  nameOf,
  type PlainChange,
} from '@kavrell/core/records'

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

const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
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

function PersonsSheet<R extends AnyRecord>(props: Props<R> & { readonly person: string }) {
  const { kind, name, columns: all, selectedId, onSelect, onAdd, rowHeight = 34 } = props
  const grid = useRef<HTMLDivElement>(null)
  const rights = useRights()
  const units = useUnits()
  const fields = fieldsOf(kind)
  const namesOfAll = useNamesOf(all.map((c) => fields[c.field]))
  // The same list as long as its names are the same, so that rows keep what they drew.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const steadyNames = useMemo(() => namesOfAll, namesOfAll)
  const sheet = useSheetTable({
    kind,
    name: `${props.person}.${name}`,
    rows: props.rows,
    columns: all,
    names: steadyNames,
    units,
  })
  const { table, isAsItLies } = sheet
  const shown = sheet.shown.join()
  const [columns, names] = useMemo(() => {
    const at = shown === '' ? [] : shown.split(',').map(Number)
    return [at.map((i) => all[i]!), at.map((i) => steadyNames[i]!)]
  }, [shown, all, steadyNames])
  // Where rows are moved by hand nothing that is typed moves them.
  const { lines, ...holding } = useHeldLines(
    sheet.lines,
    props.rows,
    sheet.view,
    props.onMove === undefined || !isAsItLies,
  )
  const rows = useMemo(() => lines.flatMap((line) => (line.is === 'row' ? [line.record] : [])), [lines])
  const passes = useOverflow(grid)
  const [menu, setMenu] = useState<OpenedMenu | null>(null)
  /** The active cell, held by its record: rows come and go above it. */
  const [cell, setCell] = useState<{ readonly id: string; readonly row: number; readonly field: string } | null>(null)
  /** Where taking in rows began; the other end is the active cell. */
  const [anchor, setAnchor] = useState<number | null>(null)
  const [editing, setEditing] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  /** An editor was closed by a key: its cell, or the next one, takes the keys again. */
  const back = useRef(false)
  const found = cell ? rows.findIndex((row) => row.id === cell.id) : -1
  const activeRow = found >= 0 ? found : (cell?.row ?? -1)
  // A column that was put away hands its cell to the first.
  const activeColumn = cell
    ? Math.max(
        0,
        columns.findIndex((c) => c.field === cell.field),
      )
    : -1
  const active = useMemo(
    () => (activeRow >= 0 && activeRow < rows.length ? { row: activeRow, column: activeColumn } : null),
    [activeRow, activeColumn, rows.length],
  )
  // Taken away by somebody else while it was typed in: nothing goes into the row that follows.
  if (cell && found < 0 && editing !== null) {
    setEditing(null)
    setSays('This row was just removed; what was typed was not kept.')
  }
  const column = active ? columns[active.column] : undefined
  const [from, to] = active
    ? [Math.min(active.row, anchor ?? active.row), Math.max(active.row, anchor ?? active.row)]
    : [-1, -1]
  const taken = rows.slice(Math.max(0, from), to + 1)

  const { long, drawn, above, below, inSight, bring } = useLongList(grid, lines, rowHeight)

  // Before anything is drawn: a key that follows at once finds its cell, not the page.
  useLayoutEffect(() => {
    if (editing !== null || !active) return
    if (back.current || grid.current?.contains(document.activeElement?.closest('.cell') ?? null)) focusCell(active)
    back.current = false
  }, [active, editing])

  // A row chosen elsewhere, as on the ribbon, comes into sight.
  useEffect(() => {
    if (selectedId && !grid.current?.querySelector(`[data-row="${selectedId}"]`))
      bring(
        lines.findIndex((line) => line.id === selectedId),
        'center',
      )
    // Only a new choice moves the page, not every change of a row.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selectedId])

  const focusCell = ({ row, column: at }: Cell) =>
    grid.current?.querySelector<HTMLElement>(`[data-cell="${row}:${at}"]`)?.focus()
  const go = (row: number, at: number, extend = false) => {
    const next = {
      row: Math.min(rows.length - 1, Math.max(0, row)),
      column: Math.min(columns.length - 1, Math.max(0, at)),
    }
    setAnchor(extend ? (anchor ?? active?.row ?? next.row) : null)
    const record = rows[next.row]
    setCell(record ? { row: next.row, field: columns[next.column]!.field, id: record.id } : null)
    setSays(null)
    if (record) onSelect?.(record.id)
    if (record) bring(lines.findIndex((line) => line.id === record.id))
  }
  const begin = (text: string | null) => {
    if (!active || !column || column.fixed || !rights.plan) return
    setEditing(text ?? cellText(kind, rows[active.row]!, column, names[active.column]!, units))
  }
  /** The same fields into every row that is taken in, as one edit. */
  const write = (records: readonly R[], given: Readonly<Record<string, unknown>>): Outcome<void, string> => {
    const changes = records
      .filter((record) => differs(record, given))
      .map((record): PlainChange => updateRecord(kind, asId(record.id), given))
    const of =
      changes.length === 1
        ? nameOf(
            kind,
            records.find((r) => r.id === changes[0]!.id),
          )
        : `${changes.length} rows`
    return commit(`Change ${column!.head} of ${of}`, changes)
  }
  const tell = (done: Outcome<void, string>) => setSays(done.ok ? null : done.error)
  /** What was typed, kept; then on to the next cell, unless the cell was left already. */
  const keep = (text: string, move: ((cell: Cell) => Cell) | null) => {
    if (!active || !column) return
    const record = rows[active.row]!
    const read = readCell(kind, record, column, text, names[active.column]!, units)
    const done = read.ok ? write(taken, read.value) : read
    if (!done.ok) return setSays(done.error)
    setEditing(null)
    if (!move) return
    back.current = true
    const next = move(active)
    go(next.row, next.column)
  }
  const fillDown = () => {
    if (!active || !column || column.fixed) return
    const single = from === to
    const source = rows[single ? from - 1 : from]
    if (!source) return
    const given = column.read
      ? column.read(cellText(kind, source, column, names[active.column]!, units))
      : ok({ [column.field]: source[column.field] })
    if (given.ok) tell(write(single ? taken : taken.slice(1), given.value))
  }
  const removeTaken = () => {
    const what = taken.length === 1 ? nameOf(kind, taken[0]) : `${taken.length} rows`
    const done = commit(
      `Remove ${what}`,
      taken.map((record): PlainChange => removeRecord(kind, asId(record.id))),
    )
    tell(done)
    if (done.ok) say(`Removed ${what}.`, 'info', true)
  }
  const toggle = () => tell(write(taken, { [column!.field]: rows[active!.row]![column!.field] !== true }))

  const onKey = (e: KeyboardEvent) => {
    if (!active || !column || editing !== null || !(e.target as Element).closest('.cell')) return
    const command = e.ctrlKey || e.metaKey
    const isFlag = fields[column.field]?.input === 'flag'
    const step = MOVES[e.key]
    const plan = rights.plan
    const actions: (readonly [boolean, () => void])[] = [
      [
        step !== undefined && e.altKey && plan && props.onMove !== undefined && step[0] !== 0,
        () => {
          if (!isAsItLies)
            return setSays('Rows are moved by hand in one list, in their own order and with none left out.')
          props.onMove!(taken, step![0] as -1 | 1)
          setAnchor(anchor === null ? null : Math.min(rows.length - 1, Math.max(0, anchor + step![0])))
        },
      ],
      [
        step !== undefined && !e.altKey,
        () => go(active.row + step![0], active.column + step![1], e.shiftKey && step![0] !== 0),
      ],
      [(e.key === 'Enter' || e.key === 'F2') && isFlag && plan, toggle],
      [e.key === 'Enter' || e.key === 'F2', () => begin(null)],
      [e.key === ' ' && isFlag && plan, toggle],
      [e.key === 'Backspace' && command && plan, removeTaken],
      [
        command && e.shiftKey && e.key.toLowerCase() === 'd' && plan && props.onDuplicate !== undefined,
        () => props.onDuplicate!(taken),
      ],
      [command && !e.shiftKey && e.key.toLowerCase() === 'd' && plan, fillDown],
      [
        e.key === 'Delete' && fields[column.field]?.column.nullable === true && plan,
        () => tell(write(taken, { [column.field]: null })),
      ],
      [e.key === 'Escape' && from !== to, () => go(active.row, active.column)],
      [e.key.length === 1 && !command && !e.altKey, () => begin(e.key)],
    ]
    const action = actions.find(([applies]) => applies)?.[1]
    if (!action) return
    e.preventDefault()
    action()
  }
  const onCopy = (e: ClipboardEvent) => {
    if (!active || editing !== null) return
    const text = taken
      .map((record) =>
        columns.map((c, i) => cellText(kind, record, c, names[i]!, units).replace(/[\t\n]/g, ' ')).join('\t'),
      )
      .join('\n')
    e.clipboardData.setData('text/plain', [columns.map((c) => c.head).join('\t'), text].join('\n'))
    e.preventDefault()
    say(`Copied ${taken.length === 1 ? 'a row' : `${taken.length} rows`}.`)
  }
  const onClip = (e: ClipboardEvent) => {
    if (!active || editing !== null || !rights.plan) return
    const text = e.clipboardData.getData('text/plain').replace(/\r?\n$/, '')
    e.preventDefault()
    if (/[\t\n]/.test(text) && props.onPaste) props.onPaste(text)
    else if (column && !column.fixed) keep(text.split(/[\t\n]/)[0]!, (c) => c)
  }

  const hands = useRef<SheetHands>(null!)
  // Rows hold on to this one object; what it does is always the newest.
  useLayoutEffect(() => {
    hands.current = {
      go,
      begin: () => begin(null),
      keep,
      drop: () => {
        back.current = true
        setEditing(null)
        setSays(null)
      },
    }
  })

  const rowOf = new Map(rows.map((record, row) => [record.id, row]))
  // Rows that leave a long list become those that come: their elements are filled anew, not made anew. Large
  // enough for any window, so that it never changes under a cell that is being typed in.
  const pool = Math.max(96, drawn.length)

  return (
    <Box>
      <SheetTools
        name={name}
        table={table}
        columns={all}
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
        onKeyDown={onKey}
        onCopy={onCopy}
        onPaste={onClip}
        css={SHEET_CSS}
        className={passes ? 'passes' : undefined}
        style={sheet.style}
        {...holding}
      >
        <SheetHeads table={table} columns={columns} onMenu={(column, from) => setMenu({ column, from })} />
        {above > 0 && <div style={{ height: above }} aria-hidden="true" />}
        {drawn.map((index) => {
          const line = lines[index]!
          if (line.is === 'group') {
            const gathers = all.find((c) => c.field === table.state.grouping[0])?.gathers
            return (
              <SheetGroup
                key={line.id}
                says={gathers?.(line.records[0]!)}
                note={`${line.records.length} ${line.records.length === 1 ? 'row' : 'rows'}`}
                sum={props.sum?.(line.records)}
                folded={line.folded}
                onFold={() => table.getRow(line.id, true).toggleExpanded()}
              />
            )
          }
          const { record } = line
          const row = rowOf.get(record.id)!
          return (
            <SheetRow
              key={long ? index % pool : record.id}
              kind={kind}
              record={record}
              row={row}
              columns={columns}
              names={names}
              units={units}
              minHeight={rowHeight}
              selected={record.id === selectedId}
              inRange={from !== to && row >= from && row <= to}
              activeColumn={active?.row === row ? active.column : null}
              first={!active && row === 0}
              editing={active?.row === row ? editing : null}
              hands={hands}
              fixed={long}
              inSight={inSight}
              pinned={table.state.columnPinning.start}
            />
          )
        })}
        {below > 0 && <div style={{ height: below }} aria-hidden="true" />}
      </Box>
      {says && (
        <Text role="alert" color="stop" fontSize="small" mt="6px">
          {says}
        </Text>
      )}
      {menu && (
        <HeadMenu
          kind={kind}
          table={table}
          columns={all}
          opened={menu}
          onClose={() => setMenu(null)}
          onFilter={(field) => table.getColumn(field)?.setFilterValue({})}
          asItWas={sheet.asItWas}
        />
      )}
      {taken.length > 1 && rights.plan && column && (
        <EditBar
          count={taken.length}
          sum={props.sum?.(taken)}
          head={columnName(column)}
          values={[...new Set(taken.map((record) => cellText(kind, record, column, names[active!.column]!, units)))]}
          onDuplicate={props.onDuplicate && (() => props.onDuplicate!(taken))}
          onRemove={removeTaken}
          onLetGo={() => go(active!.row, active!.column)}
        />
      )}
      {onAdd && rights.plan && (
        <Box mt="8px">
          <Button kind="bare" color="action" fontWeight={600} cursor="pointer" fontSize="small" onClick={onAdd}>
            Add {name.toLowerCase().replace(/(?<=[sx])es$|s$/, '')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
