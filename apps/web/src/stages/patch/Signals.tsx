import { Box, Flex, Grid, Menu, Portal, Text, VisuallyHidden } from '@chakra-ui/react'
import { useState } from 'react'
import { combsOf, sayComb, sayOutAfter, saySignalFault, type SignalDevice, signalPlan } from '@kavrell/core/patch'
import { inOrder, lastRank, type Production, rankBetween } from '@kavrell/core/records'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

const FIELDS = ['name', 'is', 'pictureInputs', 'soundInputs', 'delayMs'] as const

/** What goes to switcher, monitors, prompter and ears: into which input, and how late it is there. */
export function Signals() {
  const production = useProduction()
  const rights = useRights()
  const plan = signalPlan(production)
  const combs = combsOf(production)
  const add = () =>
    addRecord('signalDevice', 'Add a device', {
      name: plan.length === 0 ? 'Switcher' : `Device ${plan.length + 1}`,
      is: plan.length === 0 ? 'switcher' : 'monitor',
      ...(plan.length === 0 ? { pictureInputs: 4, soundInputs: 2 } : {}),
      rank: rankBetween(lastRank(Object.values(production.signalDevice)), null),
    })
  if (plan.length === 0 && Object.keys(production.camera).length === 0) return null
  return (
    <Section
      title="Where pictures go, and sounds beside them"
      actions={rights.plan && <Button onClick={add}>Add a device</Button>}
    >
      {plan.length === 0 && (
        <Hint>
          A switcher, monitors, a prompter, what somebody hears in the ear: lay pictures and sounds into their inputs
          and say how long each way takes, and it is told what arrives too late, or apart from its sound.
        </Hint>
      )}
      {plan.map((one) => (
        <DeviceRow key={one.device.id} one={one} production={production} />
      ))}
      {combs.map((comb) => (
        <Text key={`${comb.recorderId}${comb.early.id}${comb.late.id}`} color="watch" fontWeight={600} mt="8px">
          {sayComb(comb, production)}
        </Text>
      ))}
    </Section>
  )
}

function DeviceRow({ one, production }: { one: SignalDevice; production: Production }) {
  const rights = useRights()
  const [open, setOpen] = useState(false)
  const { device, pictures, sounds, faults } = one
  const lateness = sayOutAfter(one, production)
  const isStop = (is: string) => is === 'loop' || is === 'taken twice' || is === 'no such input'
  return (
    <Box borderBottom="1px solid" borderColor="line" py="8px" data-thing={device.id} data-device={device.name}>
      <Grid
        templateColumns={{ base: '1fr', md: 'minmax(130px, 1fr) 2.4fr 1.6fr auto' }}
        gap="4px 14px"
        alignItems="start"
      >
        <Box>
          <Text fontWeight={700}>{device.name}</Text>
          {lateness && (
            <Text color="soft" fontSize="note" title="So long after it happens the picture comes out">
              out after: {lateness}
            </Text>
          )}
        </Box>
        <Ways
          none="no picture"
          says={pictures.map(({ way, from }) => ({ key: way.id, says: `${way.input} ${from}${way.transmitterId ? ' by air' : ''}${way.delayMs > 0 ? `, ${way.delayMs} ms` : ''}` }))} // prettier-ignore
        />
        {device.soundInputs + sounds.length > 0 ? (
          <Ways
            none="no sound"
            says={sounds.map(({ way, source }) => ({ key: way.id, says: `${way.input} ${source.name}${way.delayMs > 0 ? `, ${way.delayMs} ms` : ''}` }))} // prettier-ignore
          />
        ) : (
          <Box />
        )}
        {rights.plan && (
          <Flex gap="6px" justify="flex-end">
            <LayInto one={one} production={production} />
            <Button kind="word" aria-expanded={open} onClick={() => setOpen(!open)}>
              {open ? 'Done' : 'Change'}
              <VisuallyHidden> {device.name}</VisuallyHidden>
            </Button>
          </Flex>
        )}
      </Grid>
      {faults.map((fault) => (
        <Text key={JSON.stringify(fault)} color={isStop(fault.is) ? 'stop' : 'watch'} fontWeight={600}>
          {saySignalFault(one, fault, production)}
        </Text>
      ))}
      {open && <DeviceFields one={one} />}
    </Box>
  )
}

const Ways = ({ says, none }: { says: readonly { key: string; says: string }[]; none: string }) => (
  <Flex gap="5px" wrap="wrap" minH="30px" align="center">
    {says.length === 0 && <Text color="faint">{none}</Text>}
    {says.map(({ key, says: text }) => (
      <Box key={key} px="7px" py="3px" fontSize="small" border="1px solid" borderColor="line" borderRadius="3px">
        {text}
      </Box>
    ))}
  </Flex>
)

/** Its own fields, and each way into it with how long it takes. */
function DeviceFields({ one: { device, pictures, sounds } }: { one: SignalDevice }) {
  return (
    <Box py="8px">
      <Flex gap="12px" wrap="wrap" align="end">
        {FIELDS.map((field) => (
          <RecordField key={field} kind="signalDevice" id={device.id} field={field} width="150px" />
        ))}
        <Button kind="word" onClick={() => takeOut('signalDevice', device.id, device.name)}>
          Take {device.name} out
        </Button>
      </Flex>
      {pictures.map(({ way, from }) => (
        <Flex key={way.id} gap="12px" wrap="wrap" align="end" pt="6px">
          <Text minW="120px" fontWeight={600}>
            Picture of {from}
          </Text>
          {(['input', 'transmitterId', 'delayMs'] as const).map((field) => (
            <RecordField key={field} kind="pictureWay" id={way.id} field={field} width="130px" />
          ))}
          <Button kind="word" onClick={() => takeOut('pictureWay', way.id, `the picture of ${from} there`)}>
            Take out
          </Button>
        </Flex>
      ))}
      {sounds.map(({ way, source }) => (
        <Flex key={way.id} gap="12px" wrap="wrap" align="end" pt="6px">
          <Text minW="120px" fontWeight={600}>
            {source.name}
          </Text>
          {(['input', 'transmitterId', 'delayMs'] as const).map((field) => (
            <RecordField key={field} kind="soundWay" id={way.id} field={field} width="130px" />
          ))}
          <Button kind="word" onClick={() => takeOut('soundWay', way.id, `${source.name} there`)}>
            Take out
          </Button>
        </Flex>
      ))}
    </Box>
  )
}

/** What can go into the first inputs that are left over. */
function LayInto({ one, production }: { one: SignalDevice; production: Production }) {
  const { device, freePictures, freeSounds } = one
  const [picture, sound] = [freePictures[0], freeSounds[0]]
  const cameras = Object.values(production.camera).filter(({ lineCut }) => !lineCut)
  const others = inOrder(production.signalDevice).filter(({ id, is }) => id !== device.id && is !== 'in-ear' && is !== 'loudspeaker') // prettier-ignore
  const sources = inOrder(production.soundSource).filter(({ gone }) => !gone)
  const layPicture = (name: string, from: { cameraId: string } | { fromDeviceId: string }) =>
    addRecord('pictureWay', `${name} into ${device.name}, input ${picture}`, { cameraId: null, fromDeviceId: null, ...from, intoDeviceId: device.id, input: picture } as never) // prettier-ignore
  return (
    <Menu.Root lazyMount positioning={{ placement: 'bottom-end' }}>
      <Menu.Trigger asChild>
        <Button aria-label={`Lay into ${device.name}`}>Lay into</Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {picture !== undefined &&
              cameras.map(({ id, letter }) => (
                <Menu.Item key={id} value={id} onClick={() => layPicture(letter, { cameraId: id })}>
                  Picture of {letter}, input {picture}
                </Menu.Item>
              ))}
            {picture !== undefined &&
              others.map(({ id, name }) => (
                <Menu.Item key={id} value={id} onClick={() => layPicture(name, { fromDeviceId: id })}>
                  What {name} puts out, input {picture}
                </Menu.Item>
              ))}
            {sound !== undefined &&
              sources.map(({ id, name }) => (
                <Menu.Item
                  key={id}
                  value={id}
                  onClick={() => addRecord('soundWay', `${name} into ${device.name}, input ${sound}`, { sourceId: id, signalDeviceId: device.id, input: sound })} // prettier-ignore
                >
                  Sound of {name}, input {sound}
                </Menu.Item>
              ))}
            {picture === undefined && sound === undefined && (
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
