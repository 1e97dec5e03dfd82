import { Combobox, createListCollection } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Choices } from './Choices.tsx'

interface Props {
  /** What can be chosen, by id, in the order people know it. */
  readonly names: ReadonlyMap<string, string>
  readonly value: string | null
  readonly onChoose: (id: string | null) => void
  /** It may be nothing. */
  readonly optional: boolean
  readonly label: string
  readonly name?: string
  readonly disabled?: boolean
}

/** One of many, found by typing any part of its name. */
export function ChooseOne({ names, value, onChoose, optional, label, name, disabled }: Props) {
  const [typed, setTyped] = useState('')
  const collection = useMemo(() => {
    const wanted = typed.trim().toLowerCase()
    const items = [...names].flatMap(([id, text]) =>
      text.toLowerCase().includes(wanted) ? [{ value: id, label: text }] : [],
    )
    return createListCollection({ items })
  }, [names, typed])
  const shown = value === null ? '' : (names.get(value) ?? '')
  return (
    <Combobox.Root
      collection={collection}
      value={value === null ? [] : [value]}
      inputValue={typed || undefined}
      defaultInputValue={shown}
      key={shown}
      disabled={disabled}
      openOnClick
      selectionBehavior="replace"
      onInputValueChange={({ inputValue, reason }) => setTyped(reason === 'input-change' ? inputValue : '')}
      onValueChange={({ value: [id] }) => {
        if (id !== undefined && id !== value) onChoose(id)
        else if (id === undefined && optional && value !== null) onChoose(null)
      }}
    >
      <Combobox.Control>
        <Combobox.Input aria-label={label} name={name} placeholder={optional ? 'none' : undefined} />
        <Combobox.IndicatorGroup>
          {optional && value !== null && <Combobox.ClearTrigger aria-label={`No ${label.toLowerCase()}`} />}
          <Combobox.Trigger aria-label={`All of ${label.toLowerCase()}`} />
        </Combobox.IndicatorGroup>
      </Combobox.Control>
      <Choices items={collection.items} empty={`Nothing has “${typed}” in its name.`} />
    </Combobox.Root>
  )
}
