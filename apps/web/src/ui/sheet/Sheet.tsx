import { Button } from '../parts.tsx'
import { Box, Text } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import {
  type ClipboardEvent,
  type KeyboardEvent,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { commit, say } from '../../store/production.ts'
import { useRights, useUnits } from '../../store/selectors.ts'
import { useNamesOf } from '../useNames.ts'
import type { Cell } from './CellEditor.tsx'
import { type SheetHands, SheetRow } from './SheetRow.tsx'
import { useHeldRows } from './useHeldRows.ts'
import { cellText, differs, readCell, type SheetColumn } from './column.ts'
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

/** The same function as long as the same rows stand in the same order: a changed value measures nothing anew. */
function useRowKeys(rows: readonly AnyRecord[]): (index: number) => string {
  const [ids, setIds] = useState(() => rows.map((row) => row.id))
  const same = ids.length === rows.length && rows.every((row, i) => row.id === ids[i])
  const now = same ? ids : rows.map((row) => row.id)
  if (!same) setIds(now)
  return useCallback((index: number) => now[index]!, [now])
}

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
}

/** From so many rows on only those in sight are drawn. */
const LONG = 60

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
  const { kind, name, columns, selectedId, onSelect, onAdd, rowHeight = 34 } = props
  // Where rows are moved by hand nothing that is typed moves them.
  const { rows, ...holding } = useHeldRows(props.rows, props.onMove === undefined)
  /** The active cell, held by its record: rows come and go above it. */
  const [cell, setCell] = useState<(Cell & { readonly id: string }) | null>(null)
  /** Where taking in rows began; the other end is the active cell. */
  const [anchor, setAnchor] = useState<number | null>(null)
  const [editing, setEditing] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const grid = useRef<HTMLDivElement>(null)
  /** An editor was closed by a key: its cell, or the next one, takes the keys again. */
  const back = useRef(false)
  const rights = useRights()
  const units = useUnits()
  const fields = fieldsOf(kind)
  const names = useNamesOf(columns.map((c) => fields[c.field]))
  // The same list as long as its names are the same, so that rows keep what they drew.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const sameNames = useMemo(() => names, names)
  const found = cell ? rows.findIndex((row) => row.id === cell.id) : -1
  const activeRow = found >= 0 ? found : (cell?.row ?? -1)
  const activeColumn = cell?.column ?? -1
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

  const long = rows.length > LONG
  const getItemKey = useRowKeys(rows)
  const [scrollMargin, setScrollMargin] = useState(0)
  const scroller = () => grid.current?.closest<HTMLElement>('main') ?? null
  const virtual = useVirtualizer({
    count: long ? rows.length : 0,
    getScrollElement: scroller,
    estimateSize: () => rowHeight + 1,
    getItemKey,
    overscan: 4,
    scrollMargin,
    useFlushSync: false,
  })
  // What stands above it may grow: then the page's content changes its size, and the place is looked at again.
  useLayoutEffect(() => {
    const page = long ? scroller() : null
    if (!page) return
    const look = () => {
      if (!grid.current) return
      const top = grid.current.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop
      setScrollMargin((was) => (Math.abs(top - was) > 1 ? top : was))
    }
    const observer = new ResizeObserver(look)
    for (const child of page.children) observer.observe(child)
    return () => observer.disconnect()
  }, [long])

  const [inSight, setInSight] = useState<readonly [number, number]>([0, 12])
  useLayoutEffect(() => {
    const box = grid.current
    if (!long || !box) return
    const look = () => {
      const heads = [...box.querySelectorAll<HTMLElement>('.heads > div')]
      const [left, right] = [box.scrollLeft, box.scrollLeft + box.clientWidth]
      const seen = heads.flatMap((head, i) =>
        head.offsetLeft + head.offsetWidth >= left && head.offsetLeft <= right ? [i] : [],
      )
      const [first, last] = [seen[0] ?? 0, seen.at(-1) ?? 12]
      setInSight((was) => (was[0] === first && was[1] === last ? was : [first, last]))
    }
    look()
    const observer = new ResizeObserver(look)
    observer.observe(box)
    box.addEventListener('scroll', look, { passive: true })
    return () => {
      observer.disconnect()
      box.removeEventListener('scroll', look)
    }
  }, [long])

  // Before anything is drawn: a key that follows at once finds its cell, not the page.
  useLayoutEffect(() => {
    if (editing !== null || !active) return
    if (back.current || grid.current?.contains(document.activeElement)) focusCell(active)
    back.current = false
  }, [active, editing])

  // A row chosen elsewhere, as on the ribbon, comes into sight.
  useEffect(() => {
    const index = long && selectedId ? rows.findIndex((row) => row.id === selectedId) : -1
    if (index >= 0 && !grid.current?.querySelector(`[data-row="${selectedId}"]`))
      virtual.scrollToIndex(index, { align: 'center' })
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
    setCell(record ? { ...next, id: record.id } : null)
    setSays(null)
    if (record) onSelect?.(record.id)
    if (long) virtual.scrollToIndex(next.row)
  }
  const begin = (text: string | null) => {
    if (!active || !column || column.fixed || !rights.plan) return
    setEditing(text ?? cellText(kind, rows[active.row]!, column, names[active.column]!, units))
  }
  /** The same fields into every row that is taken in, as one edit. */
  const write = (records: readonly R[], given: Readonly<Record<string, unknown>>): string | null => {
    const changes = records
      .filter((record) => differs(record, given))
      .map((record): PlainChange => updateRecord(kind, asId(record.id), given))
    if (changes.length === 0) return null
    const of =
      changes.length === 1
        ? nameOf(
            kind,
            records.find((r) => r.id === changes[0]!.id),
          )
        : `${changes.length} rows`
    return commit(`Change ${column!.head} of ${of}`, changes)
  }
  /** What was typed, kept; then on to the next cell, unless the cell was left already. */
  const keep = (text: string, move: ((cell: Cell) => Cell) | null) => {
    if (!active || !column) return
    const record = rows[active.row]!
    const read = readCell(kind, record, column, text, names[active.column]!, units)
    const refused = read.ok ? write(taken, read.fields) : read.says
    if (refused) {
      setSays(refused)
      return
    }
    setEditing(null)
    if (!move) return
    back.current = true
    const next = move(active)
    go(next.row, next.column)
  }
  const fillDown = () => {
    if (!active || !column) return
    const single = from === to
    const source = rows[single ? from - 1 : from]
    if (!source) return
    const given = column.read
      ? column.read(cellText(kind, source, column, names[active.column]!, units))
      : { ok: true as const, fields: { [column.field]: source[column.field] } }
    if (given.ok) setSays(write(single ? taken : taken.slice(1), given.fields))
  }
  const removeTaken = () => {
    const what = taken.length === 1 ? nameOf(kind, taken[0]) : `${taken.length} rows`
    const refused = commit(
      `Remove ${what}`,
      taken.map((record): PlainChange => removeRecord(kind, asId(record.id))),
    )
    setSays(refused)
    if (!refused) say(`Removed ${what}.`, 'info', true)
  }
  const toggle = () => setSays(write(taken, { [column!.field]: rows[active!.row]![column!.field] !== true }))

  const onKey = (e: KeyboardEvent) => {
    if (!active || !column || editing !== null) return
    const command = e.ctrlKey || e.metaKey
    const isFlag = fields[column.field]?.input === 'flag'
    const step = MOVES[e.key]
    const plan = rights.plan
    const actions: (readonly [boolean, () => void])[] = [
      [
        step !== undefined && e.altKey && plan && props.onMove !== undefined && step[0] !== 0,
        () => {
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
        () => setSays(write(taken, { [column.field]: null })),
      ],
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

  const template = columns.map((c) => c.width).join(' ')
  const items = virtual.getVirtualItems()
  const drawn = long
    ? items.map(({ index }) => ({ record: rows[index]!, row: index }))
    : rows.map((record, row) => ({ record, row }))
  // Rows that leave a long list become those that come: their elements are filled anew, not made anew. Large
  // enough for any window, so that it never changes under a cell that is being typed in.
  const pool = Math.max(96, drawn.length)
  const above = long ? (items[0]?.start ?? 0) - virtual.options.scrollMargin : 0
  const below = long ? virtual.getTotalSize() - (items.at(-1)?.end ?? 0) + virtual.options.scrollMargin : 0

  return (
    <Box>
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
        {...holding}
      >
        <div role="row" className="heads" style={{ gridTemplateColumns: template }}>
          {columns.map((c) => (
            <div role="columnheader" key={c.field + c.head} className={c.align}>
              {c.head}
            </div>
          ))}
        </div>
        {above > 0 && <div style={{ height: above }} aria-hidden="true" />}
        {drawn.map(({ record, row }) => (
          <SheetRow
            key={long ? row % pool : record.id}
            kind={kind}
            record={record}
            row={row}
            columns={columns}
            names={sameNames}
            units={units}
            template={template}
            minHeight={rowHeight}
            selected={record.id === selectedId}
            inRange={from !== to && row >= from && row <= to}
            activeColumn={active?.row === row ? active.column : null}
            first={!active && row === 0}
            editing={active?.row === row ? editing : null}
            hands={hands}
            fixed={long}
            inSight={inSight}
          />
        ))}
        {below > 0 && <div style={{ height: below }} aria-hidden="true" />}
      </Box>
      {says && (
        <Text role="alert" color="stop" fontSize="small" mt="6px">
          {says}
        </Text>
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
