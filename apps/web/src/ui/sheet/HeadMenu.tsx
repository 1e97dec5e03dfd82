import { Menu, Portal, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { type AnyRecord, fieldsOf, type KindName } from '@kavrell/core/records'
import { meaningOf } from '../terms.ts'
import { columnName, type SheetColumn } from './column.ts'
import type { SheetTable } from './useSheetTable.ts'

/** The menu of one column, or, without one, the list of all. */
export interface OpenedMenu {
  readonly column: string | null
  readonly from: HTMLElement
}

interface Props<R extends AnyRecord> {
  readonly kind: KindName
  readonly table: SheetTable<R>
  readonly columns: readonly SheetColumn<R>[]
  readonly opened: OpenedMenu
  readonly onClose: () => void
  readonly onFilter: (column: string) => void
  readonly asItWas: () => void
}

const WIDER = 24

/** What can be done with a column, and which of them are shown. */
export function HeadMenu<R extends AnyRecord>(props: Props<R>) {
  const { table, columns, opened, onClose } = props
  const column = opened.column === null ? undefined : table.getColumn(opened.column)
  const own = columns.find((c) => c.field === opened.column)
  const name = own ? columnName(own) : ''
  const meaning = own && (meaningOf(name) ?? meaningOf(fieldsOf(props.kind)[own.field]?.label ?? ''))
  const sorted = column?.getIsSorted()
  const shown = columns.filter((c) => table.getColumn(c.field)?.getIsVisible()).length
  const pin = (on: boolean) => {
    const start = table.state.columnPinning.start.filter((id) => id !== opened.column)
    table.setColumnPinning({ start: on ? [...start, opened.column!] : start, end: [] })
  }
  const acts = {
    up: () => table.setSorting([{ id: opened.column!, desc: false }]),
    down: () => table.setSorting([{ id: opened.column!, desc: true }]),
    own: () => table.setSorting([]),
    gather: () => table.setGrouping([opened.column!]),
    filter: () => props.onFilter(opened.column!),
    pin: () => pin(true),
    let: () => pin(false),
    wider: () => table.setColumnSizing((was) => ({ ...was, [opened.column!]: column!.getSize() + WIDER })),
    narrower: () =>
      table.setColumnSizing((was) => ({ ...was, [opened.column!]: Math.max(28, column!.getSize() - WIDER) })),
    hide: () => column!.toggleVisibility(false),
    all: () => table.setColumnVisibility({}),
    asItWas: props.asItWas,
  }
  // It hangs from what opened it, wherever that is scrolled to.
  const positioning = useMemo(
    () => ({ placement: 'bottom-start' as const, getAnchorRect: () => opened.from.getBoundingClientRect() }),
    [opened],
  )
  const close = () => {
    onClose()
    opened.from.focus({ preventScroll: true })
  }
  return (
    <Menu.Root open positioning={positioning} onOpenChange={({ open }) => !open && close()}>
      <Portal>
        <Menu.Positioner>
          <Menu.Content aria-label={own ? `Column ${name}` : 'Columns'} minW="264px" maxH="min(70vh, 560px)">
            {column && (
              <>
                {meaning && (
                  <Text px="10px" py="6px" maxW="264px" color="soft" fontSize="note">
                    {meaning}
                  </Text>
                )}
                <Menu.Item value="up" onClick={acts.up} disabled={sorted === 'asc'}>
                  Sort up, by {name}
                </Menu.Item>
                <Menu.Item value="down" onClick={acts.down} disabled={sorted === 'desc'}>
                  Sort down
                </Menu.Item>
                {sorted && (
                  <Menu.Item value="own" onClick={acts.own}>
                    Back to their own order
                  </Menu.Item>
                )}
                {own?.gathers && (
                  <Menu.Item value="gather" onClick={acts.gather}>
                    Gather by {name}
                  </Menu.Item>
                )}
                <Menu.Item value="filter" onClick={acts.filter}>
                  Show only some
                </Menu.Item>
                {column.getIsPinned() ? (
                  <Menu.Item value="let" onClick={acts.let}>
                    Let it pass with the others
                  </Menu.Item>
                ) : (
                  <Menu.Item value="pin" onClick={acts.pin}>
                    Keep in sight at the left
                  </Menu.Item>
                )}
                <Menu.Item value="wider" onClick={acts.wider} closeOnSelect={false}>
                  Wider
                </Menu.Item>
                <Menu.Item value="narrower" onClick={acts.narrower} closeOnSelect={false}>
                  Narrower
                </Menu.Item>
                <Menu.Item value="hide" onClick={acts.hide} disabled={shown === 1}>
                  Hide {name}
                </Menu.Item>
                <Menu.Separator />
              </>
            )}
            <Menu.ItemGroup display="grid" gridTemplateColumns="1fr 1fr">
              <Menu.ItemGroupLabel gridColumn="1 / -1">
                Columns, {shown} of {columns.length}
              </Menu.ItemGroupLabel>
              {columns.map((c) => {
                const visible = table.getColumn(c.field)?.getIsVisible() ?? false
                return (
                  <Menu.CheckboxItem
                    key={c.field}
                    value={`column ${c.field}`}
                    checked={visible}
                    disabled={visible && shown === 1}
                    closeOnSelect={false}
                    onCheckedChange={(on) => table.getColumn(c.field)?.toggleVisibility(on)}
                  >
                    {columnName(c)}
                    <Menu.ItemIndicator />
                  </Menu.CheckboxItem>
                )
              })}
            </Menu.ItemGroup>
            <Menu.Separator />
            <Menu.Item value="all" onClick={acts.all}>
              All columns
            </Menu.Item>
            <Menu.Item value="asItWas" onClick={acts.asItWas}>
              As it was at first
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}
