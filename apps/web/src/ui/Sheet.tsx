import { Box, Text } from '@chakra-ui/react'
import { type AnyRecord, fieldsOf, type KindName, nameOf, type Read, readValue, showValue } from '@kavrell/contract'
import type { PlainChange } from '@kavrell/core/snags'
import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { commit } from '../store/production.ts'
import { useRights, useUnits } from '../store/selectors.ts'
import { useNames } from './useNames.ts'

export interface SheetColumn<R> {
  readonly field: string
  readonly head: string
  /** CSS width of the column. */
  readonly width: string
  readonly align?: 'right'
  readonly mono?: boolean
  /** How the value looks when it is not just the value. */
  readonly show?: (record: R) => ReactNode
  /** What it is typed as and read from, where that is not one field. */
  readonly text?: (record: R) => string
  readonly read?: (typed: string) => { ok: true; fields: Record<string, unknown> } | { ok: false; says: string }
  /** Only to look at. */
  readonly fixed?: boolean
}

interface Props<R> {
  readonly kind: KindName
  readonly name: string
  readonly rows: readonly R[]
  readonly columns: readonly SheetColumn<R>[]
  readonly selectedId?: string | null
  readonly onSelect?: (id: string) => void
  readonly onAdd?: () => void
  readonly rowHeight?: number
}

/** From so many rows on only those in sight are drawn. */
const LONG = 60

interface Cell {
  readonly row: number
  readonly column: number
}

/**
 * Records as a sheet: arrows move, typing or Enter edits, Enter and Tab keep, Escape drops, Delete on an
 * optional value empties it. Ctrl+Backspace removes the row.
 */
export function Sheet<R extends AnyRecord>({
  kind,
  name,
  rows,
  columns,
  selectedId,
  onSelect,
  onAdd,
  rowHeight = 34,
}: Props<R>) {
  const [cell, setCell] = useState<Cell | null>(null)
  const [editing, setEditing] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const grid = useRef<HTMLDivElement>(null)
  const rights = useRights()
  const units = useUnits()
  const active = cell && rows[cell.row] ? cell : null
  const column = active ? columns[active.column] : undefined
  const field = column && fieldsOf(kind)[column.field]
  const names = useNames(field)

  // A long sheet draws only the rows in sight; the page is what scrolls.
  const long = rows.length > LONG
  const [scrollMargin, setScrollMargin] = useState(0)
  const scroller = () => grid.current?.closest<HTMLElement>('main') ?? null
  const virtual = useVirtualizer({
    count: long ? rows.length : 0,
    getScrollElement: scroller,
    estimateSize: () => rowHeight + 1,
    getItemKey: (index) => rows[index]!.id,
    overscan: 10,
    scrollMargin,
  })
  // What stands above it may grow: looked at after every draw, and drawn again only when it differs.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useLayoutEffect(() => {
    const page = scroller()
    if (!long || !page || !grid.current) return
    const top = grid.current.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop
    if (Math.abs(top - scrollMargin) > 1) setScrollMargin(top)
  })

  useEffect(() => {
    if (editing !== null || !active || !grid.current?.contains(document.activeElement)) return
    grid.current.querySelector<HTMLElement>(`[data-cell="${active.row}:${active.column}"]`)?.focus()
  }, [active, editing])

  // A row chosen elsewhere, as on the ribbon, comes into sight.
  useEffect(() => {
    const index = long && selectedId ? rows.findIndex((row) => row.id === selectedId) : -1
    if (index >= 0 && !grid.current?.querySelector(`[data-row="${selectedId}"]`))
      virtual.scrollToIndex(index, { align: 'center' })
    // Only a new choice moves the page, not every change of a row.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selectedId])

  const go = (row: number, at: number) => {
    const next = {
      row: Math.min(rows.length - 1, Math.max(0, row)),
      column: Math.min(columns.length - 1, Math.max(0, at)),
    }
    setCell(next)
    setSays(null)
    const record = rows[next.row]
    if (record) onSelect?.(record.id)
    if (long) virtual.scrollToIndex(next.row)
  }
  const textOf = (record: R, c: SheetColumn<R>) =>
    c.text?.(record) ?? showValue(fieldsOf(kind)[c.field]!, record[c.field], names, units)
  const begin = (text: string | null) => {
    if (!active || !column || column.fixed || !rights.plan) return
    setEditing(text ?? textOf(rows[active.row]!, column))
  }
  const keep = (text: string, move: (c: Cell) => Cell) => {
    if (!active || !column) return
    const record = rows[active.row]!
    // What is shown may be rounded: text that nobody changed changes nothing.
    const untouched = text === textOf(record, column)
    const read: Read | { ok: true; fields: Record<string, unknown> } = untouched
      ? { ok: true, fields: {} }
      : column.read
        ? column.read(text)
        : readValue(kind, column.field, text, names, units)
    if (!read.ok) {
      setSays(read.says)
      return
    }
    const fields = 'fields' in read ? read.fields : { [column.field]: read.value }
    const changed = Object.entries(fields).some(([key, value]) => JSON.stringify(record[key]) !== JSON.stringify(value))
    const refused = changed
      ? commit(`Change ${column.head} of ${nameOf(kind, record)}`, [{ op: 'update', kind, id: record.id, fields }])
      : null
    if (refused) {
      setSays(refused)
      return
    }
    setEditing(null)
    const to = move(active)
    go(to.row, to.column)
    requestAnimationFrame(() =>
      grid.current
        ?.querySelector<HTMLElement>(
          `[data-cell="${Math.min(rows.length - 1, to.row)}:${Math.min(columns.length - 1, Math.max(0, to.column))}"]`,
        )
        ?.focus(),
    )
  }
  const onCellKey = (e: KeyboardEvent) => {
    if (!active || editing !== null) return
    const record = rows[active.row]!
    const moves: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    }
    const step = moves[e.key]
    if (step) {
      e.preventDefault()
      go(active.row + step[0], active.column + step[1])
    } else if (e.key === 'Enter' || e.key === 'F2') {
      e.preventDefault()
      if (column && fieldsOf(kind)[column.field]?.input === 'flag' && rights.plan) toggle(record, column)
      else begin(null)
    } else if (e.key === ' ' && column && fieldsOf(kind)[column.field]?.input === 'flag' && rights.plan) {
      e.preventDefault()
      toggle(record, column)
    } else if (e.key === 'Backspace' && (e.ctrlKey || e.metaKey) && rights.plan) {
      e.preventDefault()
      const refused = commit(`Remove ${nameOf(kind, record)}`, [
        { op: 'remove', kind, id: record.id },
      ] satisfies PlainChange[])
      setSays(refused)
    } else if (e.key === 'Delete' && field?.column.nullable && rights.plan) {
      e.preventDefault()
      commit(`Empty ${column!.head} of ${nameOf(kind, record)}`, [
        { op: 'update', kind, id: record.id, fields: { [column!.field]: null } },
      ])
    } else if (e.key.length === 1 && !e.ctrlKey && !e.metaKey && !e.altKey) {
      e.preventDefault()
      begin(e.key)
    }
  }
  const toggle = (record: R, c: SheetColumn<R>) => {
    setSays(
      commit(`Change ${c.head} of ${nameOf(kind, record)}`, [
        { op: 'update', kind, id: record.id, fields: { [c.field]: record[c.field] !== true } },
      ]),
    )
  }
  const template = columns.map((c) => c.width).join(' ')
  const items = virtual.getVirtualItems()
  const drawn = long
    ? items.map(({ index }) => ({ record: rows[index]!, row: index }))
    : rows.map((record, row) => ({ record, row }))
  const above = long ? (items[0]?.start ?? 0) - virtual.options.scrollMargin : 0
  const below = long ? virtual.getTotalSize() - (items.at(-1)?.end ?? 0) + virtual.options.scrollMargin : 0

  return (
    <Box>
      <Box
        ref={grid}
        role="grid"
        aria-label={name}
        aria-rowcount={rows.length + 1}
        onKeyDown={onCellKey}
        fontSize="13.5px"
        css={{ fontStretch: '94%' }}
        overflowX="auto"
      >
        <Box
          role="row"
          display="grid"
          gridTemplateColumns={template}
          columnGap="8px"
          borderBottom="1px solid"
          borderColor="line"
          color="faint"
          fontSize="12px"
          pb="3px"
          minW="max-content"
        >
          {columns.map((c) => (
            <Box role="columnheader" key={c.field + c.head} textAlign={c.align}>
              {c.head}
            </Box>
          ))}
        </Box>
        {above > 0 && <Box h={`${above}px`} aria-hidden="true" />}
        {drawn.map(({ record, row }) => (
          <Box
            role="row"
            key={record.id}
            aria-rowindex={row + 2}
            ref={long ? virtual.measureElement : undefined}
            data-index={row}
            data-row={record.id}
            aria-selected={record.id === selectedId}
            display="grid"
            gridTemplateColumns={template}
            columnGap="8px"
            alignItems="center"
            minH={`${rowHeight}px`}
            minW="max-content"
            borderBottom="1px solid"
            borderColor="line"
            bg={record.id === selectedId ? 'leaf' : undefined}
            boxShadow={record.id === selectedId ? 'inset 3px 0 0 var(--chakra-colors-action)' : undefined}
          >
            {columns.map((c, at) => {
              const here = active?.row === row && active.column === at
              const isEditing = here && editing !== null
              return (
                <Box
                  role="gridcell"
                  key={c.field + c.head}
                  data-cell={`${row}:${at}`}
                  data-field={c.field}
                  tabIndex={here || (!active && row === 0 && at === 0) ? 0 : -1}
                  onClick={() => {
                    if (!isEditing) go(row, at)
                  }}
                  onDoubleClick={() => begin(null)}
                  onFocus={() => {
                    if (!here) go(row, at)
                  }}
                  minH="26px"
                  display="flex"
                  alignItems="center"
                  justifyContent={c.align === 'right' ? 'flex-end' : undefined}
                  fontFamily={c.mono ? 'mono' : undefined}
                  minW={0}
                  px="2px"
                  cursor="default"
                  outline={here ? '2px solid' : undefined}
                  outlineColor="action"
                  outlineOffset="-1px"
                >
                  {isEditing ? (
                    <CellEditor
                      initial={editing}
                      field={fieldsOf(kind)[c.field]}
                      names={names}
                      label={c.head}
                      onKeep={keep}
                      onDrop={() => {
                        setEditing(null)
                        setSays(null)
                        requestAnimationFrame(() =>
                          grid.current?.querySelector<HTMLElement>(`[data-cell="${row}:${at}"]`)?.focus(),
                        )
                      }}
                    />
                  ) : c.show ? (
                    c.show(record)
                  ) : (
                    <CellText kind={kind} field={c.field} record={record} />
                  )}
                </Box>
              )
            })}
          </Box>
        ))}
        {below > 0 && <Box h={`${below}px`} aria-hidden="true" />}
      </Box>
      {says && (
        <Text role="alert" color="stop" fontSize="13px" mt="6px">
          {says}
        </Text>
      )}
      {onAdd && rights.plan && (
        <Box mt="8px">
          <Text asChild color="action" fontWeight={600} cursor="pointer" fontSize="13.5px">
            <button type="button" onClick={onAdd}>
              Add {name.toLowerCase().replace(/s$/, '')}
            </button>
          </Text>
        </Box>
      )}
    </Box>
  )
}

function CellText({ kind, field, record }: { kind: KindName; field: string; record: AnyRecord }) {
  const definition = fieldsOf(kind)[field]!
  const names = useNames(definition)
  const units = useUnits()
  return <Box truncate>{showValue(definition, record[field], names, units)}</Box>
}

interface EditorProps {
  readonly initial: string
  readonly field: ReturnType<typeof fieldsOf>[string] | undefined
  readonly names: ReadonlyMap<string, string>
  readonly label: string
  readonly onKeep: (text: string, move: (c: Cell) => Cell) => void
  readonly onDrop: () => void
}

function CellEditor({ initial, field, names, label, onKeep, onDrop }: EditorProps) {
  const [text, setText] = useState(initial)
  const done = useRef(false)
  const keep = (move: (c: Cell) => Cell) => {
    done.current = true
    onKeep(text, move)
    done.current = false
  }
  const options =
    field?.input === 'choice'
      ? field.options!.map((option) => field.words?.[option] ?? option)
      : field?.input === 'ref' || field?.input === 'refs'
        ? [...names.values()]
        : []
  const listId = `options-${label.replace(/\W/g, '')}`
  return (
    <>
      <input
        autoFocus
        aria-label={label}
        value={text}
        list={options.length > 0 ? listId : undefined}
        onChange={(e) => setText(e.target.value)}
        style={{
          width: '100%',
          background: 'var(--chakra-colors-leaf)',
          border: 'none',
          outline: 'none',
          padding: '1px 2px',
          minWidth: 0,
        }}
        onFocus={(e) => {
          const end = e.target.value.length
          e.target.setSelectionRange(initial.length === 1 ? end : 0, end)
        }}
        onBlur={() => {
          if (!done.current) onKeep(text, (c) => c)
        }}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter') {
            e.preventDefault()
            keep((c) => ({ ...c, row: c.row + (e.shiftKey ? -1 : 1) }))
          }
          if (e.key === 'Tab') {
            e.preventDefault()
            keep((c) => ({ ...c, column: c.column + (e.shiftKey ? -1 : 1) }))
          }
          if (e.key === 'Escape') {
            done.current = true
            onDrop()
          }
        }}
      />
      {options.length > 0 && (
        <datalist id={listId}>
          {options.map((option) => (
            <option key={option} value={option} />
          ))}
        </datalist>
      )}
    </>
  )
}
