import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { asId, createRecord, type Id } from '@kavrell/core/records'
import type { Held } from '@kavrell/core/cards'
import { newId } from '../../store/newId.ts'
import { stamp } from '../../store/clock.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts } from '../../store/selectors.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

/** A drive or a card. */
export type HandedOver = { readonly driveId: Id<'drive'> } | { readonly cardId: Id<'card'> }

/** Who has a thing, in words; what is not known of it stands out. */
export function WhoHasIt({ held }: { held: Held }) {
  const { person } = useParts('person')
  const name = (id: string) => person[asId<'person'>(id)]?.name ?? 'somebody no longer listed'
  if (held.lost)
    return (
      <Text as="span" color="stop" fontWeight={600}>
        {name(held.lost.personId)} says that it never came
      </Text>
    )
  if (held.waiting)
    return (
      <Text as="span" color="watch" fontWeight={600}>
        given to {name(held.waiting.personId)}
        {held.waiting.place ? `, ${held.waiting.place}` : ''}, who has not said so yet: nobody counts as having it
      </Text>
    )
  return <>{held.personId ? `with ${name(held.personId)}${held.place ? `, ${held.place}` : ''}` : 'nobody is down as having it'}</> // prettier-ignore
}

/** Giving a thing to somebody, with where it lies; and what whoever was to get it says. */
export function HandOver({ thing, label, held }: { thing: HandedOver; label: string; held: Held }) {
  const { person } = useParts('person')
  const [open, setOpen] = useState(false)
  const [personId, setPersonId] = useState('')
  const [place, setPlace] = useState('')
  const open_ = held.waiting ?? held.lost
  const name = (open_ && person[open_.personId]?.name) ?? 'Whoever it was given to'
  const answer = (says: 'has it' | 'never came') => {
    const { at, deviceAt } = stamp()
    commitOrSay(`${label}: ${says}`, [createRecord('custodyYes', { custodyId: open_!.id, says, happenedAt: at, deviceAt }, newId())]) // prettier-ignore
  }
  const give = () => {
    const { at, deviceAt } = stamp()
    const fields = { ...thing, personId: asId<'person'>(personId), place: place.trim(), since: at, deviceAt }
    commitOrSay(`Hand over ${label}`, [createRecord('custody', fields, newId())])
    setOpen(false)
    setPersonId('')
    setPlace('')
  }
  if (!open)
    return (
      <Flex gap="6px" justify="flex-end" wrap="wrap">
        {open_ && (
          <Button onClick={() => answer('has it')} aria-label={`${label} came`}>
            {name} has it
          </Button>
        )}
        {held.waiting && (
          <Button kind="quiet" onClick={() => answer('never came')} aria-label={`${label} never came`}>
            It never came
          </Button>
        )}
        <Button kind="quiet" onClick={() => setOpen(true)} aria-label={`Hand over ${label}`}>
          Hand over
        </Button>
      </Flex>
    )
  return (
    <Box minW="210px">
      <Select aria-label={`Hand ${label} over to`} value={personId} onChange={(e) => setPersonId(e.target.value)}>
        <option value="">To whom …</option>
        {Object.values(person).map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Select>
      <Input
        mt="4px"
        aria-label={`Where ${label} lies`}
        placeholder="bag, room, vehicle, safe"
        maxLength={80}
        value={place}
        onChange={(e) => setPlace(e.target.value)}
      />
      <Flex gap="6px" mt="4px" justify="flex-end">
        <Button kind="quiet" onClick={() => setOpen(false)}>
          Cancel
        </Button>
        <Button kind="main" disabled={personId === ''} onClick={give}>
          Give {label}
        </Button>
      </Flex>
    </Box>
  )
}
