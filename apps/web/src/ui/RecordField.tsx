import { Box, chakra, Text } from '@chakra-ui/react'
import { fieldsOf, type KindName, nameOf, readValue, showValue, unitOf } from '@kavrell/contract'
import { useId, useState } from 'react'
import { commit, useProductionStore } from '../store/production.ts'
import { useRights, useUnits } from '../store/selectors.ts'
import { useNames } from './useNames.ts'

const inputStyle = {
  bg: 'leaf',
  border: '1px solid',
  borderColor: 'line',
  borderRadius: '2px',
  px: '7px',
  py: '3px',
  minH: '30px',
  w: '100%',
  _invalid: { borderColor: 'stop' },
  _disabled: { opacity: 0.8, bg: 'transparent' },
} as const
export const Input = chakra('input', { base: inputStyle })
export const Area = chakra('textarea', { base: { ...inputStyle, resize: 'vertical', lineHeight: 1.4 } })
export const Select = chakra('select', { base: inputStyle })

interface Props {
  kind: KindName
  id: string
  field: string
  label?: string
  rows?: number
  hideLabel?: boolean
  width?: string
}

/** One field of one record: saves itself when left, says in a sentence what would be right when it cannot. */
export function RecordField({ kind, id, field: name, label, rows = 2, hideLabel = false, width }: Props) {
  const field = fieldsOf(kind)[name]!
  const record = useProductionStore((s) => s.records[kind]?.[id])
  const names = useNames(field)
  const [typed, setTyped] = useState<string | null>(null)
  const [says, setSays] = useState<string | null>(null)
  const htmlId = useId()
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
    const refused = read.ok
      ? JSON.stringify(read.value) === JSON.stringify(record[name])
        ? null
        : commit(`Change ${title.toLowerCase()} of ${nameOf(kind, record) || 'the production'}`, [
            { op: 'update', kind, id, fields: { [name]: read.value } },
          ])
      : read.says
    setSays(refused)
    setTyped(refused ? text : null)
  }
  const common = {
    id: htmlId,
    disabled: !rights.plan,
    'aria-invalid': says !== null || undefined,
    'aria-describedby': says ? `${htmlId}-says` : undefined,
    'aria-label': hideLabel ? title : undefined,
    name: `${kind}.${name}`,
  }
  return (
    <Box w={width}>
      {!hideLabel && (
        <Text asChild color="soft" fontSize="12.5px" display="block">
          <label htmlFor={htmlId}>
            {title}
            {unitOf(field, units) ? `, ${unitOf(field, units)}` : ''}
          </label>
        </Text>
      )}
      {field.input === 'choice' || field.input === 'ref' ? (
        <Select {...common} value={(record[name] as string | null) ?? ''} onChange={(e) => save(e.target.value)}>
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
      ) : field.input === 'flag' ? (
        <input
          {...common}
          type="checkbox"
          checked={record[name] === true}
          onChange={(e) => save(e.target.checked ? 'yes' : '')}
          style={{ width: 18, height: 18, marginTop: 6 }}
        />
      ) : field.input === 'lines' ? (
        <Area
          {...common}
          rows={rows}
          value={shown}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={(e) => save(e.target.value)}
        />
      ) : (
        <Input
          {...common}
          type={field.input === 'date' ? 'date' : 'text'}
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
        <Text id={`${htmlId}-says`} role="alert" color="stop" fontSize="12.5px" mt="2px">
          {says}
        </Text>
      )}
    </Box>
  )
}
