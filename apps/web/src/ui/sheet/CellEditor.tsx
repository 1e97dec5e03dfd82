import { useRef, useState } from 'react'
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

/** A cell being typed in. Enter and Tab keep it and go on, Escape drops it, leaving it keeps it. */
export function CellEditor({ initial, field, names, label, onKeep, onDrop }: Props) {
  const [text, setText] = useState(initial)
  const done = useRef(false)
  const keep = (move: (cell: Cell) => Cell) => {
    done.current = true
    onKeep(text, move)
    done.current = false
  }
  const options =
    field?.input === 'choice'
      ? field.options!.map((option) => field.words?.[option] ?? option)
      : field?.input === 'ref' || field?.input === 'refs'
        ? [...names.values()].slice(0, 200)
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
          if (!done.current) onKeep(text, null)
        }}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter') {
            e.preventDefault()
            keep((cell) => ({ ...cell, row: cell.row + (e.shiftKey ? -1 : 1) }))
          }
          if (e.key === 'Tab') {
            e.preventDefault()
            keep((cell) => ({ ...cell, column: cell.column + (e.shiftKey ? -1 : 1) }))
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
