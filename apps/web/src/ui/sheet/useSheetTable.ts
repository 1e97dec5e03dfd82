import {
  columnFilteringFeature,
  columnGroupingFeature,
  columnPinningFeature,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  type ColumnDef,
  createExpandedRowModel,
  createFilteredRowModel,
  createGroupedRowModel,
  createSortedRowModel,
  rowExpandingFeature,
  rowSortingFeature,
  tableFeatures,
  type TableState,
  useTable,
} from '@tanstack/react-table'
import { useEffect, useMemo, useState } from 'react'
import { type AnyRecord, fieldsOf, type KindName, type Names } from '@kavrell/core/records'
import type { Units } from '@kavrell/core/text'
import { remember, remembered } from '../../store/remember.ts'
import { cellText, type SheetColumn } from './column.ts'
import type { Line } from './lines.ts'
import { COLUMN_GAP } from './style.ts'

const features = tableFeatures({
  columnVisibilityFeature,
  columnSizingFeature,
  columnResizingFeature,
  columnPinningFeature,
  columnFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  columnGroupingFeature,
  groupedRowModel: createGroupedRowModel(),
  rowExpandingFeature,
  expandedRowModel: createExpandedRowModel(),
})
type State = TableState<typeof features>

/** What a column lets through: some of its values, or whatever holds these words. */
export interface Passes {
  readonly only?: readonly string[]
  readonly words?: string
}
export const passes = (shown: string, { only, words }: Passes): boolean =>
  (!only || only.includes(shown)) && (!words || shown.toLowerCase().includes(words.trim().toLowerCase()))

const collator = new Intl.Collator('en', { numeric: true })
/** Figures by their size, choices in the order they are offered, words as people sort them. */
export function compareCells<R extends AnyRecord>(
  kind: KindName,
  column: SheetColumn<R>,
  shown: (record: R) => string,
) {
  const field = fieldsOf(kind)[column.field]
  const place = (record: R): number | null => {
    const value = record[column.field]
    if (typeof value === 'number') return value
    if (typeof value === 'boolean') return value ? 0 : 1
    return field?.input === 'choice' ? field.options!.indexOf(value as string) : null
  }
  return (a: R, b: R): number => {
    const [x, y] = [place(a), place(b)]
    return x !== null && y !== null ? x - y : collator.compare(shown(a), shown(b))
  }
}

/** What is kept of how somebody looks at a sheet. */
const KEPT = ['columnVisibility', 'columnSizing', 'columnPinning', 'sorting', 'columnFilters', 'grouping'] as const
type View = Pick<State, (typeof KEPT)[number]>

/** As the sheet is meant to be seen first. */
function firstView<R>(columns: readonly SheetColumn<R>[]): View {
  return {
    columnVisibility: Object.fromEntries(columns.flatMap((c) => (c.hidden ? [[c.field, false]] : []))),
    columnPinning: { start: columns.flatMap((c) => (c.pinned ? [c.field] : [])), end: [] },
    columnSizing: {},
    sorting: [],
    columnFilters: [],
    grouping: [],
  }
}

/** What was kept, without columns that are no more. */
function keptView<R>(key: string, columns: readonly SheetColumn<R>[]): View {
  const first = firstView(columns)
  try {
    const kept = JSON.parse(remembered(key) ?? '{}') as Partial<View>
    const known = new Set(columns.map((c) => c.field))
    const of = <T extends { id: string }>(list: T[] | undefined) => (list ?? []).filter(({ id }) => known.has(id))
    return {
      ...first,
      ...kept,
      columnPinning: {
        start: (kept.columnPinning ?? first.columnPinning).start.filter((id) => known.has(id)),
        end: [],
      },
      sorting: of(kept.sorting),
      columnFilters: of(kept.columnFilters),
      grouping: (kept.grouping ?? []).filter((id) => known.has(id)),
    }
  } catch {
    return first
  }
}

const NO_ROWS: readonly never[] = []

interface Given<R> {
  readonly kind: KindName
  /** Under which name the view is kept, for this person. */
  readonly name: string
  readonly rows: readonly R[]
  readonly columns: readonly SheetColumn<R>[]
  readonly names: readonly Names[]
  readonly units: Units
}

/** The columns of a sheet: shown, hidden, drawn wider, kept in sight, sorted, filtered and gathered, as its person left them. */
export function useSheetTable<R extends AnyRecord>({ kind, name, rows, columns, names, units }: Given<R>) {
  const key = `sheet.${name}`
  const [initial] = useState(() => keptView(key, columns))
  const definitions = useMemo(
    () =>
      columns.map((column, i): ColumnDef<typeof features, R> => {
        const shown = (record: R) => cellText(kind, record, column, names[i]!, units)
        const compare = compareCells(kind, column, shown)
        return {
          id: column.field,
          accessorFn: shown,
          size: column.width,
          minSize: 28,
          sortFn: (a, b) => compare(a.original, b.original),
          filterFn: (row, id, wanted: Passes) => passes(row.getValue(id), wanted),
          enableGrouping: column.gathers !== undefined,
        }
      }),
    [kind, columns, names, units],
  )
  const [sorting, setSorting] = useState(initial.sorting)
  const [columnFilters, setColumnFilters] = useState(initial.columnFilters)
  const [grouping, setGrouping] = useState(initial.grouping)
  // As it lies a list goes by untouched: nobody waits while a thousand rows are asked in which order they are.
  const isAsItLies = sorting.length + columnFilters.length + grouping.length === 0
  const table = useTable({
    features,
    columns: definitions,
    data: isAsItLies ? NO_ROWS : rows,
    getRowId: (record: R) => record.id,
    initialState: { ...initial, expanded: true },
    state: { sorting, columnFilters, grouping },
    onSortingChange: setSorting,
    onColumnFiltersChange: setColumnFilters,
    onGroupingChange: setGrouping,
    groupedColumnMode: 'remove',
    columnResizeMode: 'onChange',
    autoResetAll: false,
    enableMultiSort: false,
  })
  const { state } = table
  const kept = JSON.stringify(Object.fromEntries(KEPT.map((part) => [part, state[part]])))
  useEffect(() => {
    const first = JSON.stringify(firstView(columns))
    if (kept !== first || remembered(key) !== null) remember(key, kept)
  }, [key, kept, columns])

  const found = table.getRowModel().rows
  const lines = useMemo(
    (): readonly Line<R>[] =>
      isAsItLies
        ? rows.map((record): Line<R> => ({ is: 'row', id: record.id, record }))
        : found.map((row): Line<R> =>
            row.getIsGrouped()
              ? { is: 'group', id: row.id, records: row.subRows.map((r) => r.original), folded: !row.getIsExpanded() }
              : { is: 'row', id: row.id, record: row.original },
          ),
    // Folding gives the same rows of one group another state.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [found, rows, isAsItLies, state.expanded],
  )
  const shown = [...table.getStartVisibleLeafColumns(), ...table.getCenterVisibleLeafColumns()]
  const pinned = state.columnPinning.start.length
  const widths = shown.map((column) => column.getSize())
  const style: Record<string, string> = {
    '--columns': shown
      .map((column, i) =>
        columns.find((c) => c.field === column.id)?.grow &&
        !(column.id in state.columnSizing) &&
        // One that stays in sight before others has its width: theirs begin where it ends.
        i >= pinned - 1
          ? `minmax(${widths[i]}px, 1fr)`
          : `${widths[i]}px`,
      )
      .join(' '),
    '--wide': `${widths.reduce((sum, w) => sum + w + COLUMN_GAP, -COLUMN_GAP)}px`,
  }
  shown.forEach((column, i) => {
    if (column.getIsPinned())
      style[`--at-${column.id}`] = `${widths.slice(0, i).reduce((sum, w) => sum + w + COLUMN_GAP, 0)}px`
  })
  return {
    table,
    isAsItLies,
    lines,
    style,
    /** Indices into the given columns, in the order they are shown. */
    shown: shown.map(({ id }) => columns.findIndex((c) => c.field === id)),
    /** How it is looked at; the same as long as nothing else was asked for. */
    view: JSON.stringify([state.sorting, state.columnFilters, state.grouping, state.expanded]),
    asItWas: () => {
      const first = firstView(columns)
      table.setColumnVisibility(first.columnVisibility)
      table.setColumnPinning(first.columnPinning)
      table.setColumnSizing(first.columnSizing)
      table.setSorting(first.sorting)
      table.setColumnFilters(first.columnFilters)
      table.setGrouping(first.grouping)
    },
  }
}
export type SheetTable<R extends AnyRecord> = ReturnType<typeof useSheetTable<R>>['table']
