import { Field } from '@chakra-ui/react'
import { type PackedCase, recase } from '@kavrell/core/packing'
import { updateRecord } from '@kavrell/core/records'
import { useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { Input } from '../../ui/fields.tsx'

/** What a case is called. What goes in it is told by that name, and follows it. */
export function CaseLabel({ packed: { record, things } }: { packed: PackedCase }) {
  const [typed, setTyped] = useState<string | null>(null)
  const rename = () => {
    const label = typed?.trim()
    setTyped(null)
    if (!label || label === record.label) return
    commitOrSay(`Case ${record.label} is called ${label}`, [
      updateRecord('kitCase', record.id, { label }),
      ...recase(things, label),
    ])
  }
  return (
    <Field.Root>
      <Field.Label>Label</Field.Label>
      <Input
        value={typed ?? record.label}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={rename}
        onKeyDown={(e) => {
          if (e.key === 'Enter') rename()
          if (e.key === 'Escape') setTyped(null)
        }}
      />
    </Field.Root>
  )
}
