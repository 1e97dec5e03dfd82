import { Box, Flex, Grid, Menu, Portal, Text, VisuallyHidden } from '@chakra-ui/react'
import { Check, X } from 'lucide-react'
import { useState } from 'react'
import { type SoundDevice, type SoundPath, type SoundPlan, type Voice, waysToMore } from '@kavrell/core/patch'
import { asId, createRecord, lastRank, rankBetween, type RecordOf, updateRecord } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useProduction, useRecords, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { sayHeard, sayVoice } from './words.ts'

const COLUMNS = 'minmax(130px, 1.2fr) minmax(150px, 2fr) minmax(110px, 1fr) 150px'
const nameOf = ({ source, device, way }: SoundPath) => `${source.name} into ${device.letter}, input ${way.input}`

const lay = (source: RecordOf<'soundSource'>, { kind, id, letter }: SoundDevice, input: number) =>
  commitOrSay(`${source.name} into ${letter}, input ${input}`, [
    createRecord('soundWay', { sourceId: source.id, cameraId: kind === 'camera' ? asId<'camera'>(id) : null, recorderId: kind === 'recorder' ? asId<'recorder'>(id) : null, input }, newId()), // prettier-ignore
  ])
function listen(path: SoundPath, heard: boolean): void {
  const { at, deviceAt } = stamp()
  commitOrSay(`${nameOf(path)}: ${heard ? 'heard' : 'not heard'}`, [
    createRecord('soundHeard', { wayId: path.way.id, heard, heardAt: at, deviceAt }, newId()),
  ])
}

/** Where each sound goes, what each voice has of it, and whether anybody heard it arrive. */
export function Sounds({ plan, wanted }: { plan: SoundPlan; wanted: number }) {
  const rights = useRights()
  const sources = useRecords('soundSource')
  const add = () =>
    addRecord('soundSource', 'Add a source', {
      name: `Source ${plan.sources.length + 1}`,
      rank: rankBetween(lastRank(Object.values(sources)), null),
    })
  if (plan.devices.length === 0) return null
  return (
    <Section title="Where each sound goes" actions={rights.plan && <Button onClick={add}>Add a source</Button>}>
      {plan.sources.length === 0 ? (
        <Hint>
          List what hears: microphones, the feed of a desk, a camera’s own. Lay each into inputs, and it is told which
          voice dies with one device, and which camera has no sound to be laid beside the others by.
        </Hint>
      ) : (
        <>
          <Grid
            templateColumns={COLUMNS}
            gap="0 12px"
            color="faint"
            fontSize="note"
            borderBottom="1px solid"
            borderColor="line"
            pb="3px"
            display={{ base: 'none', md: 'grid' }}
          >
            {['source', 'recorders', 'cameras', ''].map((head) => (
              <Text key={head}>{head}</Text>
            ))}
          </Grid>
          {plan.sources.map(({ source, paths }) => (
            <SourceRow key={source.id} source={source} paths={paths} devices={plan.devices} />
          ))}
          <Voices plan={plan} wanted={wanted} />
          <WalkThrough plan={plan} />
          <Text color="soft" mt="10px">
            {freeInputs(plan.devices)}
          </Text>
        </>
      )}
    </Section>
  )
}

function freeInputs(devices: readonly SoundDevice[]): string {
  const free = devices.filter((device) => device.free.length > 0)
  return free.length === 0
    ? 'No input is left over.'
    : `Left over: ${free.map(({ letter, free: inputs }) => `${letter} ${inputs.join(', ')}`).join('; ')}. A stereo input is two.`
}

function SourceRow({
  source,
  paths,
  devices,
}: {
  source: RecordOf<'soundSource'>
  paths: readonly SoundPath[]
  devices: readonly SoundDevice[]
}) {
  // prettier-ignore
  const rights = useRights()
  const { person, transmitter } = useProduction()
  const [open, setOpen] = useState(false)
  const air = source.transmitterId && transmitter[source.transmitterId]
  const who = source.hears.flatMap((id) => person[id]?.name.split(' ')[0] ?? []).join(', ')
  return (
    <Box borderBottom="1px solid" borderColor="line" py="5px" data-source={source.name}>
      <Grid templateColumns={{ base: '1fr', md: COLUMNS }} gap="4px 12px" alignItems="center">
        <Box minW={0}>
          <Text as="span" fontWeight={700}>
            {source.name}
          </Text>{' '}
          <Text as="span" color="soft">
            {who}
          </Text>
          {air && (
            <Text color="faint" fontSize="note">
              by {air.name}
            </Text>
          )}
        </Box>
        {(['recorder', 'camera'] as const).map((kind) => (
          <Flex
            key={kind}
            gap="5px"
            wrap="wrap"
            display={{ base: paths.some(({ device }) => device.kind === kind) ? 'flex' : 'none', md: 'flex' }}
          >
            {paths
              .filter(({ device }) => device.kind === kind)
              .map((path) => (
                <Way key={path.way.id} path={path} />
              ))}
            {paths.every(({ device }) => device.kind !== kind) && <Text color="faint">–</Text>}
          </Flex>
        ))}
        {rights.plan && (
          <Flex gap="6px" justify="flex-end">
            <LayInto source={source} devices={devices} />
            <Button kind="word" aria-expanded={open} onClick={() => setOpen(!open)}>
              {open ? 'Done' : 'Change'}
              <VisuallyHidden> {source.name}</VisuallyHidden>
            </Button>
          </Flex>
        )}
      </Grid>
      {open &&
        paths.map(({ way, device }) => (
          <Flex key={way.id} gap="12px" wrap="wrap" align="end" pt="6px">
            <Text minW="90px" fontWeight={600}>
              {device.letter}, input {way.input}
            </Text>
            {(['padDb', 'delayMs', 'transmitterId'] as const).map((field) => (
              <RecordField key={field} kind="soundWay" id={way.id} field={field} width="150px" />
            ))}
          </Flex>
        ))}
      {open && (
        <Flex gap="12px" wrap="wrap" align="end" py="8px">
          {(['name', 'is', 'hears', 'transmitterId'] as const).map((field) => (
            <RecordField key={field} kind="soundSource" id={source.id} field={field} width="170px" />
          ))}
          <Button
            kind="word"
            onClick={() => {
              if (
                commitOrSay(`Take out ${source.name}`, [
                  updateRecord('soundSource', source.id, { gone: true }),
                  ...paths.map(({ way }) => updateRecord('soundWay', way.id, { gone: true })),
                ])
              )
                // prettier-ignore
                say(`Took out ${source.name}.`, 'info', true)
            }}
          >
            Take out
          </Button>
        </Flex>
      )}
    </Box>
  )
}

/** The first inputs that are left over, each one press away. */
function LayInto({ source, devices }: { source: RecordOf<'soundSource'>; devices: readonly SoundDevice[] }) {
  return (
    <Menu.Root lazyMount positioning={{ placement: 'bottom-end' }}>
      <Menu.Trigger asChild>
        <Button aria-label={`Lay into: ${source.name}`}>Lay into</Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {devices.flatMap((device) =>
              device.free.slice(0, 2).map((input) => (
                <Menu.Item
                  key={`${device.id} ${input}`}
                  value={`${device.id} ${input}`}
                  onClick={() => lay(source, device, input)}
                >
                  {device.letter}, input {input}
                </Menu.Item>
              )),
            )}
            {devices.every(({ free }) => free.length === 0) && (
              <Menu.Item value="none" disabled>
                No input is left over
              </Menu.Item>
            )}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}

/** One way of a sound: heard is plain, not heard is loud, not listened to is said. */
function Way({ path }: { path: SoundPath }) {
  const rights = useRights()
  const { way, device, heard } = path
  const isLost = heard === 'not heard' || device.beyond.includes(way.input) || device.doubled.includes(way.input)
  const says = (
    <>
      <Text as="span" fontWeight={600}>
        {device.letter} {way.input}
      </Text>
      {way.padDb > 0 && <Text as="span"> −{way.padDb} dB</Text>}
      {heard === 'heard' && <Check size={13} aria-label="heard" />}
      {heard === 'not heard' && <X size={13} aria-label="not heard" />}
      {heard !== 'heard' && heard !== 'not heard' && <VisuallyHidden>, {sayHeard(heard)}</VisuallyHidden>}
    </>
  )
  const look = {
    display: 'inline-flex',
    alignItems: 'center',
    gap: '4px',
    px: '7px',
    minH: '30px',
    fontSize: 'small',
    border: '1px solid',
    borderStyle: heard === 'heard' || isLost ? 'solid' : 'dashed',
    borderColor: isLost ? 'stop' : 'line',
    color: isLost ? 'stop' : 'ink',
    borderRadius: '3px',
    title: sayHeard(heard),
    'data-heard': heard,
  } as const
  if (!rights.log) return <Box {...look}>{says}</Box>
  return (
    <Menu.Root lazyMount positioning={{ placement: 'bottom-start' }}>
      <Menu.Trigger asChild>
        <Button kind="bare" {...look}>
          {says}
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            <Menu.Item value="heard" onClick={() => listen(path, true)}>
              Heard there
            </Menu.Item>
            <Menu.Item value="not" onClick={() => listen(path, false)}>
              Not heard there
            </Menu.Item>
            {rights.plan && (
              <Menu.Item
                value="out"
                onClick={() =>
                  void commitOrSay(`Take ${nameOf(path)} out`, [updateRecord('soundWay', way.id, { gone: true })])
                }
              >
                Take it out
              </Menu.Item>
            )}
            {rights.plan &&
              device.free.slice(0, 4).map((input) => (
                <Menu.Item
                  key={input}
                  value={`to ${input}`}
                  onClick={() =>
                    void commitOrSay(`${path.source.name} to input ${input} of ${device.letter}`, [
                      updateRecord('soundWay', way.id, { input }),
                    ])
                  }
                >
                  To input {input}
                </Menu.Item>
              ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}

function Voices({ plan, wanted }: { plan: SoundPlan; wanted: number }) {
  if (plan.voices.length === 0) return null
  return (
    <Box mt="12px">
      {plan.voices.map((voice) => (
        <VoiceLine key={voice.person.id} voice={voice} wanted={wanted} />
      ))}
      {plan.losses.map(({ dies, silences }) => (
        <Text key={dies} color="soft" fontSize="small">
          If {dies} dies, nothing records {silences.map(({ name }) => name).join(', ')}.
        </Text>
      ))}
    </Box>
  )
}

function VoiceLine({ voice, wanted }: { voice: Voice; wanted: number }) {
  const rights = useRights()
  const production = useProduction()
  const isThin = voice.independent < wanted
  const ways = isThin ? waysToMore(production, voice).slice(0, 3) : []
  return (
    <Flex align="center" gap="8px" wrap="wrap" py="3px" data-voice={voice.person.name}>
      <Text color={isThin ? 'stop' : 'ink'} fontWeight={isThin ? 700 : 400}>
        {sayVoice(voice, wanted)}
      </Text>
      {rights.plan &&
        ways.map(({ source, device, input }) => (
          <Button key={`${source.id} ${device.id}`} onClick={() => lay(source, device, input)}>
            {source.name} into {device.letter} {input} as well
          </Button>
        ))}
    </Flex>
  )
}

/** Who says their name next, and where somebody listens: what nobody has heard since it was laid or switched on. */
function WalkThrough({ plan }: { plan: SoundPlan }) {
  const rights = useRights()
  const open = plan.sources.flatMap(({ paths }) => paths).filter(({ heard }) => heard !== 'heard' && heard !== 'not heard') // prettier-ignore
  const all = plan.sources.reduce((sum, { paths }) => sum + paths.length, 0)
  const [next] = open
  if (all === 0) return null
  if (!next) return <Text mt="12px">Everything that is laid has been listened to.</Text>
  const names = plan.voices.filter(({ paths }) => paths.some(({ source }) => source.id === next.source.id)).map(({ person }) => person.name) // prettier-ignore
  return (
    <Box
      mt="12px"
      p="12px"
      bg="well"
      border="1px solid"
      borderColor="line"
      role="group"
      aria-label="Listening, one way after the other"
      data-listening
    >
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Text fontSize="large" fontWeight={700}>
          {nameOf(next)}
        </Text>
        <Text color="soft" fontSize="note" ml="auto">
          {counted(open.length, 'way')} of {all} to listen to
        </Text>
      </Flex>
      <Text color="soft">
        {names.length > 0 ? `${names.join(', or ')}: say your name.` : 'Let it sound.'} {sayHeard(next.heard)}.
      </Text>
      {rights.log && (
        <Flex gap="8px" mt="8px">
          <Button kind="main" minH="44px" onClick={() => listen(next, true)}>
            Heard on {next.device.letter}
          </Button>
          <Button minH="44px" onClick={() => listen(next, false)}>
            Not heard
          </Button>
        </Flex>
      )}
    </Box>
  )
}
