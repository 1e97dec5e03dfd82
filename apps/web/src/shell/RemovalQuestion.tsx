import { Box, Dialog, Portal, RadioGroup, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { type AnyRecord, type Instead, KINDS, nameOf, removalInstead, type Use, usesOf } from '@kavrell/core/records'
import { commit, say, useProductionStore } from '../store/production.ts'
import { useRemoving } from '../store/removing.ts'
import { Select } from '../ui/fields.tsx'
import { Button } from '../ui/parts.tsx'

const MOST_NAMED = 6

/** Something in use is to go: what uses it, and what becomes of that. */
export function RemovalQuestion() {
  const asked = useRemoving((s) => s.asked)
  const close = () => useRemoving.setState({ asked: null })
  return (
    <Dialog.Root
      open={asked !== null}
      onOpenChange={(e) => !e.open && close()}
      placement="center"
      lazyMount
      unmountOnExit
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>{asked && <Ask key={asked.ids.join()} {...asked} onClose={close} />}</Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

type Asked = NonNullable<ReturnType<typeof useRemoving.getState>['asked']>

function Ask({ kind, ids, name, onClose }: Asked & { onClose: () => void }) {
  const records = useProductionStore((s) => s.records)
  const uses = usesOf(records, kind, ids)
  const others = Object.values(records[kind] as Readonly<Record<string, AnyRecord>>).filter((r) => !ids.includes(r.id))
  const [to, setTo] = useState(others[0]?.id ?? '')
  const [chosen, choose] = useState<Instead['do'] | null>(null)
  const [refused, setRefused] = useState<string | null>(null)
  const keep = useRef<HTMLButtonElement>(null)
  const ways: readonly (readonly [Instead['do'], string])[] = [
    ...(others.length > 0 ? [['move', 'Move them to'] as const] : []),
    ['leave open', 'Leave it open there'],
    ['remove', 'Remove what cannot be without it, too'],
  ]
  const open = ways.filter(
    ([does]) => removalInstead(records, kind, ids, does === 'move' ? { do: does, to } : { do: does }).ok,
  )
  const does = open.some(([way]) => way === chosen) ? chosen : (open[0]?.[0] ?? null)
  const instead: Instead | null = does === 'move' ? { do: 'move', to } : does ? { do: does } : null
  const outcome = removalInstead(records, kind, ids, instead ?? { do: 'remove' })
  const go = () => {
    if (!outcome.ok) return
    const done = commit(`Remove ${name}`, outcome.value)
    if (!done.ok) return setRefused(done.error)
    onClose()
    say(`Removed ${name}.`, 'info', true)
  }
  return (
    <>
      <Dialog.Header>
        <Dialog.Title>{name} is in use</Dialog.Title>
      </Dialog.Header>
      <Dialog.Body>
        <Box as="ul" mb="12px">
          {byKind(uses).map(([other, own]) => (
            <Text as="li" key={other}>
              {own.length} × {KINDS[other].says}
              <Text as="span" color="soft">
                {' '}
                {namesOf(other, own)}
              </Text>
            </Text>
          ))}
        </Box>
        {does === null ? (
          <Text color="stop">{outcome.ok ? '' : outcome.error}</Text>
        ) : (
          <RadioGroup.Root
            aria-label="What becomes of them"
            value={does}
            onValueChange={({ value }) => choose(value as Instead['do'])}
          >
            {open.map(([way, says]) => (
              <RadioGroup.Item key={way} value={way} py="4px">
                <RadioGroup.ItemHiddenInput />
                <RadioGroup.ItemIndicator />
                <RadioGroup.ItemText>{says}</RadioGroup.ItemText>
                {way === 'move' && (
                  <Select aria-label="Move them to" w="220px" value={to} onChange={(e) => setTo(e.target.value)}>
                    {others.map((other) => (
                      <option key={other.id} value={other.id}>
                        {nameOf(kind, other) || other.id}
                      </option>
                    ))}
                  </Select>
                )}
              </RadioGroup.Item>
            ))}
          </RadioGroup.Root>
        )}
        {refused && (
          <Text role="alert" color="stop" mt="8px">
            {refused}
          </Text>
        )}
      </Dialog.Body>
      <Dialog.Footer>
        <Button kind="main" ref={keep} onClick={onClose}>
          Keep {name}
        </Button>
        {does !== null && (
          <Button kind="stop" onClick={go}>
            Remove {name}
          </Button>
        )}
      </Dialog.Footer>
    </>
  )
}

function byKind(uses: readonly Use[]): (readonly [Use['kind'], readonly Use[]])[] {
  const kinds = new Map<Use['kind'], Use[]>()
  for (const use of uses) kinds.set(use.kind, [...(kinds.get(use.kind) ?? []), use])
  return [...kinds]
}

const namesOf = (kind: Use['kind'], uses: readonly Use[]): string => {
  const names = uses.map(({ record }) => nameOf(kind, record)).filter(Boolean)
  return `${names.slice(0, MOST_NAMED).join(', ')}${names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : ''}`
}
