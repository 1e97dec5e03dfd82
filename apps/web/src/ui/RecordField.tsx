import { Box, Field } from '@chakra-ui/react'
import { ChooseMany } from './ChooseMany.tsx'
import { ChooseOne } from './ChooseOne.tsx'
import { DateField } from './DateField.tsx'
import { Area, Input, Select, Tick, WholeNumber } from './fields.tsx'
import { useId, useState } from 'react'
import { commit, useProductionStore } from '../store/production.ts'
import { useRights, useUnits } from '../store/selectors.ts'
import { Term } from './Term.tsx'
import { meaningOf } from './terms.ts'
import { useNames } from './useNames.ts'
import {
  type AnyRecord,
  asId,
  fieldsOf,
  recordOf,
  updateRecord,
  type KindName,
  nameOf,
  type PlainChange,
  readValue,
  showValue,
  unitOf,
} from '@kavrell/core/records'

/** More than this are found by typing, not by looking. */
const MANY = 8

interface Props {
  kind: KindName
  id: string
  field: string
  label?: string
  rows?: number
  /** A line that may get long is shown whole. */
  grows?: boolean
  hideLabel?: boolean
  /** What it means that it is empty. */
  empty?: string
  width?: string
  /** Which records can be named, where that is fewer than all of their kind. */
  names?: ReadonlyMap<string, string>
  /** What setting it does, where that is more than this one field. */
  changesFor?: (value: unknown) => readonly PlainChange[]
}

/** One field of one record: saves itself when left, says in a sentence what would be right when it cannot. */
export function RecordField({
  kind,
  id,
  field: name,
  label,
  grows = false,
  rows = 2,
  hideLabel = false,
  empty,
  width,
  names: given,
  changesFor,
}: Props) {
  const field = fieldsOf(kind)[name]!
  const record = useProductionStore((s) => recordOf(s.records, kind, id) as AnyRecord | undefined)
  const all = useNames(field)
  const names = given ?? all
  const [typed, setTyped] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const saysId = useId()
  const rights = useRights()
  const units = useUnits()
  if (!record) return null
  const kept = showValue(field, record[name], names, units)
  const shown = typed ?? kept
  const title = label ?? field.label
  const save = (text: string) => {
    // What is shown may be rounded: text that nobody changed changes nothing.
    if (text === kept && field.input !== 'flag') {
      setSays(null)
      setTyped(null)
      return
    }
    const read = readValue(kind, name, text, names, units)
    const done = read.ok
      ? JSON.stringify(read.value) === JSON.stringify(record[name])
        ? read
        : commit(
            `Change ${title.toLowerCase()} of ${nameOf(kind, record) || 'the production'}`,
            changesFor?.(read.value) ?? [updateRecord(kind, asId(id), { [name]: read.value })],
          )
      : read
    setSays(done.ok ? null : done.error)
    setTyped(done.ok ? null : text)
  }
  const common = {
    'aria-label': hideLabel ? title : undefined,
    'aria-describedby': says ? saysId : undefined,
    'aria-description': meaningOf(title),
    placeholder: empty,
    name: `${kind}.${name}`,
  }
  const shownLabel = `${title}${unitOf(field, units) ? `, ${unitOf(field, units)}` : ''}`
  if (field.input === 'flag')
    return (
      <Box w={width}>
        <Tick
          checked={record[name] === true}
          onTick={(yes) => save(yes ? 'yes' : '')}
          disabled={!rights.plan}
          name={common.name}
          label={hideLabel ? title : undefined}
        >
          {hideLabel ? undefined : shownLabel}
        </Tick>
      </Box>
    )
  return (
    <Field.Root w={width} invalid={says !== null} disabled={!rights.plan}>
      {!hideLabel && (
        <Field.Label>
          <Term of={title} stop={false}>
            {shownLabel}
          </Term>
        </Field.Label>
      )}
      {field.input === 'ref' && names.size > MANY ? (
        <ChooseOne
          label={title}
          name={common.name}
          names={names}
          value={(record[name] as string | null) || null}
          optional={field.column.nullable}
          disabled={!rights.plan}
          onChoose={(chosen) => save(chosen ?? '')}
        />
      ) : field.input === 'choice' || field.input === 'ref' ? (
        <Select
          {...common}
          placeholder={undefined}
          value={(record[name] as string | null) ?? ''}
          onChange={(e) => save(e.target.value)}
        >
          {field.input === 'ref' && (field.column.nullable || !record[name]) && <option value="">none</option>}
          {field.input === 'choice'
            ? field.options!.map((option) => (
                <option key={option} value={option}>
                  {field.words?.[option] ?? option}
                </option>
              ))
            : [...names].map(([value, text]) => (
                <option key={value} value={value}>
                  {text}
                </option>
              ))}
        </Select>
      ) : field.input === 'lines' || grows ? (
        <Area
          {...common}
          rows={rows}
          value={shown}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={(e) => save(e.target.value)}
        />
      ) : field.input === 'refs' ? (
        <ChooseMany
          label={title}
          name={common.name}
          names={names}
          value={record[name] as readonly string[]}
          empty={empty}
          disabled={!rights.plan}
          onChoose={(ids) => save(ids.join(', '))}
          onUnread={save}
        />
      ) : field.input === 'number' && field.column.type === 'integer' ? (
        <WholeNumber
          {...common}
          value={shown}
          onType={setTyped}
          onKeep={save}
          onDrop={() => {
            setTyped(null)
            setSays(null)
          }}
        />
      ) : field.input === 'date' ? (
        <DateField
          label={title}
          name={common.name}
          value={kept}
          disabled={!rights.plan}
          onDate={save}
          onUnread={(text) => setSays(`“${text}” is no date. Type it as 14 May, 14.5.2026 or 2026-05-14.`)}
        />
      ) : (
        <Input
          {...common}
          inputMode={field.input === 'number' ? 'decimal' : undefined}
          value={shown}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={(e) => {
            if (typed !== null) save(e.target.value)
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur()
            if (e.key === 'Escape') {
              setTyped(null)
              setSays(null)
            }
          }}
        />
      )}
      {says && (
        <Field.ErrorText id={saysId} role="alert">
          {says}
        </Field.ErrorText>
      )}
    </Field.Root>
  )
}
