import { Box, Field, Flex, Grid, Text } from '@chakra-ui/react'
import { isolationOf, USUAL_PARTS } from '@kavrell/core/faults'
import { createRecord, type RecordOf, updateRecord } from '@kavrell/core/records'
import { useState } from 'react'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { takeOut } from '../../ui/addRecord.ts'
import { ChooseOne } from '../../ui/ChooseOne.tsx'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Input } from '../../ui/fields.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { Button, Reading } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { VERDICTS } from './faultWords.ts'

type Fault = RecordOf<'fault'>
const ON = ['itemId', 'cameraId', 'lensId', 'recorderId', 'transmitterId'] as const

/** A fault that is looked for: one part after another, and the proof. */
export function FaultPanel({ fault }: { fault: Fault }) {
  const production = useProduction()
  const rights = useRights()
  const isolation = isolationOf(production, fault.id)
  const { next, suspects } = isolation
  const tell = (stillThere: boolean) => {
    const { at, deviceAt } = stamp()
    const put = next!.put === 'another' ? `Another ${next!.part}` : `The same ${next!.part} again`
    commitOrSay(`${put}: ${stillThere ? 'still there' : 'gone'}`, [createRecord('faultTry', { faultId: fault.id, part: next!.part, put: next!.put, stillThere, triedAt: at, deviceAt }, newId())]) // prettier-ignore
  }
  const rented = fault.itemId ? (production.kitItem[fault.itemId]?.rented ?? 0) > 0 : false
  return (
    <Box pb="14px" maxW="720px">
      {rights.log && next && fault.state === 'open' && (
        <Box bg="well" px="14px" py="12px" mb="10px" data-next>
          <Text fontSize="large" fontWeight={700}>
            {next.put === 'another'
              ? `Swap the ${next.part}. Is it still there?`
              : `Put the old ${next.part} back. Does it come back?`}
          </Text>
          <Flex gap="8px" mt="8px">
            <Button minH="44px" flex="1" onClick={() => tell(true)}>
              {next.put === 'another' ? 'Still there' : 'It came back'}
            </Button>
            <Button minH="44px" flex="1" onClick={() => tell(false)}>
              {next.put === 'another' ? 'Gone' : 'It stays away'}
            </Button>
          </Flex>
          <Text color="soft" fontSize="note" mt="6px">
            One part at a time, and each put back before the next. Off the mains before anything on it is swapped; what
            smells, sparks or tingles is out of use, and for somebody who is qualified.
          </Text>
        </Box>
      )}
      {isolation.isNoneOfThem && (
        <Text fontWeight={600} color="watch" mb="6px">
          None of them by itself: it is two at once, something that is not listed, or it comes and goes.
        </Text>
      )}
      {suspects.map(({ part, verdict }) => (
        <Reading key={part} name={<>{part}</>} value={VERDICTS[verdict]} />
      ))}
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8px 14px" mt="12px">
        <RecordField kind="fault" id={fault.id} field="name" />
        <FaultyThing fault={fault} />
        <Parts fault={fault} />
        <RecordField kind="fault" id={fault.id} field="state" />
      </Grid>
      <RecordField kind="fault" id={fault.id} field="conclusion" />
      <FaultPictures fault={fault} />
      {rented && (
        <Text color="watch" fontWeight={600} mt="6px">
          It is rented: say so when it goes back.
        </Text>
      )}
      {rights.plan && (
        <Button kind="word" mt="6px" onClick={() => takeOut('fault', fault.id, fault.name)}>
          Take it off the list
        </Button>
      )}
    </Box>
  )
}

/** What it looks like, for whoever gets the thing next. */
function FaultPictures({ fault }: { fault: Fault }) {
  const rights = useRights()
  const pictures = Object.values(useProduction().picture).filter(({ faultId }) => faultId === fault.id)
  if (pictures.length === 0 && !rights.plan) return null
  return (
    <Flex gap="8px" wrap="wrap" mt="8px" align="center">
      {pictures.map((picture) => (
        <Box key={picture.id}>
          <Picture picture={picture} width={132} height={92} />
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut('picture', picture.id, 'the picture of the fault')}>
              Remove
            </Button>
          )}
        </Box>
      ))}
      {rights.plan && (
        <DropPictures given={{ purpose: 'fault', faultId: fault.id, caption: fault.name }}>
          Photograph it, or drop a picture: it goes with the thing.
        </DropPictures>
      )}
    </Flex>
  )
}

/** On what it is, out of all that is there. */
function FaultyThing({ fault }: { fault: Fault }) {
  const { kitItem, camera, lens, recorder, transmitter } = useProduction()
  const names = new Map<string, string>([
    ...Object.values(transmitter).map(({ id, name }) => [`transmitterId:${id}`, name] as const),
    ...Object.values(camera).map(({ id, letter, name }) => [`cameraId:${id}`, `Camera ${letter}, ${name}`] as const),
    ...Object.values(recorder).map(({ id, letter, name }) => [`recorderId:${id}`, `${name} ${letter}`] as const),
    ...Object.values(lens).map(({ id, name }) => [`lensId:${id}`, name] as const),
    ...Object.values(kitItem).map(({ id, name }) => [`itemId:${id}`, name] as const),
  ])
  const field = ON.find((one) => fault[one])
  const choose = (key: string | null) => {
    const [to, id] = key ? key.split(':') : []
    commitOrSay('On what it is', [updateRecord('fault', fault.id, Object.fromEntries(ON.map((one) => [one, one === to ? id : null])))]) // prettier-ignore
  }
  return (
    <Field.Root>
      <Field.Label>On</Field.Label>
      <ChooseOne
        label="On"
        names={names}
        value={field ? `${field}:${fault[field]!}` : null}
        optional
        onChoose={choose}
      />
    </Field.Root>
  )
}

/** The parts it may be, the quickest to swap first. */
function Parts({ fault }: { fault: Fault }) {
  const rights = useRights()
  const [typed, setTyped] = useState<string | null>(null)
  const keep = (parts: readonly string[]) => {
    setTyped(null)
    const told = [...new Set(parts.map((part) => part.trim()).filter(Boolean))]
    if (told.join() !== fault.parts.join()) commitOrSay('What it may be', [updateRecord('fault', fault.id, { parts: told })]) // prettier-ignore
  }
  return (
    <Field.Root>
      <Field.Label>It may be, the quickest to swap first</Field.Label>
      <Input
        value={typed ?? fault.parts.join(', ')}
        disabled={!rights.plan}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => typed !== null && keep(typed.split(','))}
      />
      {rights.plan && fault.parts.length === 0 && (
        <Flex gap="6px" mt="4px">
          {Object.entries(USUAL_PARTS).map(([kind, parts]) => (
            <Button key={kind} kind="quiet" onClick={() => keep(parts)}>
              {kind}
            </Button>
          ))}
        </Flex>
      )}
    </Field.Root>
  )
}
