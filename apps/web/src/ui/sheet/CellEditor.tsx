import { Combobox, createListCollection } from '@chakra-ui/react'
import { useMemo, useRef, useState } from 'react'
import { Choices } from '../Choices.tsx'
import type { Field, Names } from '@kavrell/core/records'

export interface Cell {
  readonly row: number
  readonly column: number
}

interface Props {
  readonly initial: string
  readonly field: Field<unknown> | undefined
  readonly names: Names
  readonly label: string
  /** `move` is null when the cell was left for something else. */
  readonly onKeep: (text: string, move: ((cell: Cell) => Cell) | null) => void
  readonly onDrop: () => void
}

const LINE = {
  width: '100%',
  background: 'var(--chakra-colors-leaf)',
  border: 'none',
  outline: 'none',
  padding: '1px 2px',
  minWidth: 0,
} as const
/** Of more, what is typed says which are shown. */
const MOST_SHOWN = 40

/**
 * A cell being typed in. Enter and Tab keep it and go on, Escape drops it, leaving it keeps it. Where a cell has
 * names to choose from, those that have what was typed hang under it, for the arrows and the hand.
 */
export function CellEditor({ initial, field, names, label, onKeep, onDrop }: Props) {
  const [text, setText] = useState(initial)
  const [typed, setTyped] = useState(false)
  const pointed = useRef<string | null>(null)
  const byKeys = useRef(false)
  const done = useRef(false)
  const keep = (kept: string, move: ((cell: Cell) => Cell) | null) => {
    done.current = true
    onKeep(kept, move)
    done.current = false
  }
  const drop = () => {
    done.current = true
    onDrop()
  }
  const options = useMemo(
    () =>
      field?.input === 'choice'
        ? field.options!.map((option) => field.words?.[option] ?? option)
        : field?.input === 'ref'
          ? [...new Set(names.values())]
          : [],
    [field, names],
  )
  const collection = useMemo(() => {
    // What stands there is shown with all the others until something else is typed.
    const wanted = typed ? text.trim().toLowerCase() : ''
    const items = options.filter((option) => option.toLowerCase().includes(wanted)).slice(0, MOST_SHOWN)
    return createListCollection({ items: items.map((option) => ({ value: option, label: option })) })
  }, [options, text, typed])
  const line = (
    <input
      autoFocus
      aria-label={label}
      value={text}
      onChange={(e) => {
        setText(e.target.value)
        setTyped(true)
        pointed.current = null
        byKeys.current = false
      }}
      style={LINE}
      onFocus={(e) => {
        const end = e.target.value.length
        e.target.setSelectionRange(initial.length === 1 ? end : 0, end)
      }}
      onBlur={() => {
        if (!done.current) keep(text, null)
      }}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'ArrowDown' || e.key === 'ArrowUp') byKeys.current = true
        const step = e.shiftKey ? -1 : 1
        if (e.key === 'Enter' || e.key === 'Tab') {
          e.preventDefault()
          const by = e.key === 'Enter' ? { row: step, column: 0 } : { row: 0, column: step }
          keep(pointed.current ?? text, (cell) => ({ row: cell.row + by.row, column: cell.column + by.column }))
        }
        if (e.key === 'Escape') drop()
      }}
    />
  )
  if (options.length === 0) return line
  return (
    <Combobox.Root
      collection={collection}
      open={collection.items.length > 0}
      value={[]}
      inputValue={text}
      allowCustomValue
      inputBehavior="none"
      selectionBehavior="preserve"
      // A pointer that happens to rest on the list chooses nothing.
      onHighlightChange={({ highlightedValue }) => {
        pointed.current = byKeys.current ? highlightedValue : null
      }}
      onValueChange={({ value: [chosen] }) => {
        if (chosen !== undefined && !done.current) keep(chosen, null)
      }}
      // The list hears Escape before the line does.
      onOpenChange={({ reason }) => {
        if (reason === 'escape-key') drop()
      }}
      positioning={{ placement: 'bottom-start', sameWidth: false }}
    >
      <Combobox.Control>
        <Combobox.Input unstyled asChild>
          {line}
        </Combobox.Input>
      </Combobox.Control>
      <Choices items={collection.items} minW="140px" />
    </Combobox.Root>
  )
}
