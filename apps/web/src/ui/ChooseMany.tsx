import { Combobox, createListCollection, TagsInput } from '@chakra-ui/react'
import { useId, useMemo, useRef, useState } from 'react'
import { Choices } from './Choices.tsx'

interface Props {
  /** What can be chosen, by id, in the order people know it. */
  readonly names: ReadonlyMap<string, string>
  readonly value: readonly string[]
  readonly label: string
  readonly name?: string
  /** What it means that none is chosen. */
  readonly empty?: string
  readonly disabled?: boolean
  readonly onChoose: (ids: readonly string[]) => void
  /** What was typed and is none of the names. */
  readonly onUnread: (typed: string) => void
}

/** Several of many: each stands as a tag that Backspace takes out, and the rest are found by typing. */
export function ChooseMany({ names, value, label, name, empty = 'none', disabled, onChoose, onUnread }: Props) {
  const [typed, setTyped] = useState('')
  const pointed = useRef<string | null>(null)
  const byKeys = useRef(false)
  const id = useId()
  const ids = { input: `${id}-line`, control: `${id}-control` }
  const collection = useMemo(() => {
    const wanted = typed.trim().toLowerCase()
    const items = [...names].flatMap(([key, text]) =>
      !value.includes(key) && text.toLowerCase().includes(wanted) ? [{ value: key, label: text }] : [],
    )
    return createListCollection({ items })
  }, [names, typed, value])
  const add = (key: string) => {
    setTyped('')
    pointed.current = null
    onChoose([...value, key])
  }
  /** Typed and ended by Enter or a comma: the first that has it, as in a cell of a sheet. */
  const read = (text: string) => {
    const first = collection.items.find((item) => item.label.toLowerCase().startsWith(text.trim().toLowerCase()))
    const hit = first ?? collection.items[0]
    if (hit) add(hit.value)
    else onUnread(text)
  }
  return (
    <Combobox.Root
      ids={ids}
      collection={collection}
      multiple
      value={[]}
      inputValue={typed}
      selectionBehavior="clear"
      // Nothing typed, nothing is taken by Enter.
      inputBehavior={typed ? 'autohighlight' : 'none'}
      openOnClick
      // A pointer that happens to rest on the list chooses nothing.
      onHighlightChange={({ highlightedValue }) => {
        pointed.current = byKeys.current ? highlightedValue : null
      }}
      disabled={disabled}
      onInputValueChange={({ inputValue, reason }) => {
        if (reason === 'input-change') setTyped(inputValue)
      }}
      onValueChange={({ value: [key] }) => {
        if (key) add(key)
      }}
    >
      <TagsInput.Root
        ids={ids}
        value={[...value]}
        inputValue={typed}
        disabled={disabled}
        delimiter=","
        editable={false}
        onInputValueChange={({ inputValue }) => setTyped(inputValue)}
        onValueChange={({ value: tags }) => {
          const fresh = tags.find((tag) => !value.includes(tag))
          if (fresh !== undefined) read(fresh)
          else if (tags.length < value.length) onChoose(tags)
        }}
      >
        <Combobox.Control>
          <TagsInput.Control>
            {value.map((key, index) => (
              <TagsInput.Item key={key} index={index} value={key}>
                <TagsInput.ItemPreview>
                  <TagsInput.ItemText>{names.get(key) ?? '?'}</TagsInput.ItemText>
                  <TagsInput.ItemDeleteTrigger aria-label={`Without ${names.get(key) ?? 'this one'}`} />
                </TagsInput.ItemPreview>
              </TagsInput.Item>
            ))}
            <Combobox.Input unstyled asChild>
              <TagsInput.Input
                aria-label={label}
                name={name}
                placeholder={value.length === 0 ? empty : undefined}
                // Two parts of the library listen here; Enter is told to neither, so that it adds one and no more.
                onKeyDownCapture={(e) => {
                  byKeys.current = e.key === 'ArrowDown' || e.key === 'ArrowUp' || (byKeys.current && e.key === 'Enter')
                  if (e.key !== 'Enter') return
                  e.preventDefault()
                  e.stopPropagation()
                  if (pointed.current) add(pointed.current)
                  else if (typed.trim()) read(typed)
                }}
              />
            </Combobox.Input>
          </TagsInput.Control>
        </Combobox.Control>
      </TagsInput.Root>
      <Choices
        items={collection.items}
        empty={typed ? `Nothing more has “${typed}” in its name.` : 'Nothing more to choose.'}
      />
    </Combobox.Root>
  )
}
