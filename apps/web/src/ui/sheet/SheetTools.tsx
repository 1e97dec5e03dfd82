import { Flex, SegmentGroup, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { AnyRecord } from '@kavrell/core/records'
import { Input, Select } from '../fields.tsx'
import { Button } from '../parts.tsx'
import { columnName, type SheetColumn } from './column.ts'
import type { Passes, SheetTable } from './useSheetTable.ts'

interface Props<R extends AnyRecord> {
  readonly name: string
  readonly table: SheetTable<R>
  readonly columns: readonly SheetColumn<R>[]
  readonly total: number
  readonly found: number
  readonly onMenu: (from: HTMLElement) => void
}

const FLAT = 'flat'
const collator = new Intl.Collator('en', { numeric: true })

/** How the sheet is looked at, when that is not just as it lies: gathered, filtered, with columns put away. */
export function SheetTools<R extends AnyRecord>(props: Props<R>) {
  const { name, table, columns, total, found, onMenu } = props
  const shown = columns.filter((c) => table.getColumn(c.field)?.getIsVisible()).length
  const gatherable = columns.filter((c) => c.gathers)
  const { columnFilters, sorting, grouping } = table.state
  const named = (id: string) => columns.find((c) => c.field === id)!
  if (gatherable.length === 0 && shown === columns.length && columnFilters.length === 0 && sorting.length === 0)
    return null
  return (
    <Flex gap="8px 12px" mb="6px" align="center" wrap="wrap">
      {gatherable.length > 0 && (
        <SegmentGroup.Root
          aria-label={`Gather ${name.toLowerCase()}`}
          value={grouping[0] ?? FLAT}
          onValueChange={({ value }) => table.setGrouping(value && value !== FLAT ? [value] : [])}
        >
          <SegmentGroup.Indicator />
          {[
            ...gatherable.map((c) => ({ value: c.field, label: `by ${columnName(c)}` })),
            { value: FLAT, label: 'one list' },
          ].map((item) => (
            <SegmentGroup.Item key={item.value} value={item.value}>
              <SegmentGroup.ItemText>{item.label}</SegmentGroup.ItemText>
              <SegmentGroup.ItemHiddenInput />
            </SegmentGroup.Item>
          ))}
        </SegmentGroup.Root>
      )}
      {sorting.map(({ id, desc }) => (
        <Chip
          key={id}
          says={`sorted ${desc ? 'down' : 'up'} by ${columnName(named(id))}`}
          onEnd={() => table.setSorting([])}
        />
      ))}
      {columnFilters.map(({ id, value }) => (
        <Filter key={id} name={columnName(named(id))} table={table} column={id} passes={value as Passes} />
      ))}
      {columnFilters.length > 0 && (
        <Text color="soft" role="status">
          {found} of {total}
        </Text>
      )}
      <Button kind="quiet" ml="auto" aria-haspopup="menu" onClick={(e) => onMenu(e.currentTarget)}>
        {shown === columns.length ? 'Columns' : `Columns ${shown} of ${columns.length}`}
      </Button>
    </Flex>
  )
}

const Chip = ({ says, onEnd }: { says: string; onEnd: () => void }) => (
  <Flex align="center" gap="2px" bg="well" pl="8px" fontSize="small">
    {says}
    <Button kind="quiet" aria-label={`No longer ${says}`} onClick={onEnd}>
      ×
    </Button>
  </Flex>
)

/** So many values can be chosen from; of more, words are typed. */
const FEW = 16

/** What one column lets through. */
function Filter<R extends AnyRecord>({
  name,
  table,
  column,
  passes: { only, words },
}: {
  name: string
  table: SheetTable<R>
  column: string
  passes: Passes
}) {
  const all = table.getCoreRowModel().rows
  const values = useMemo(
    () => [...new Set(all.map((row) => String(row.getValue(column) ?? '')))].sort(collator.compare),
    [all, column],
  )
  const letThrough = (passed: Passes) => table.getColumn(column)?.setFilterValue(passed)
  const end = () => table.setColumnFilters((was) => was.filter(({ id }) => id !== column))
  return (
    <Flex align="center" gap="4px" bg="well" pl="8px" fontSize="small">
      {name}
      {values.length <= FEW ? (
        <Select
          aria-label={`Only ${name}`}
          autoFocus
          w="130px"
          value={only ? JSON.stringify(only[0]) : ''}
          onChange={(e) => letThrough(e.target.value ? { only: [JSON.parse(e.target.value) as string] } : {})}
        >
          <option value="">any</option>
          {values.map((value) => (
            <option key={value} value={JSON.stringify(value)}>
              {value || 'empty'}
            </option>
          ))}
        </Select>
      ) : (
        <Input
          aria-label={`Only where ${name} has`}
          autoFocus
          w="130px"
          placeholder="has the words"
          value={words ?? ''}
          onChange={(e) => letThrough({ words: e.target.value })}
        />
      )}
      <Button kind="quiet" aria-label={`Any ${name} again`} onClick={end}>
        ×
      </Button>
    </Flex>
  )
}
