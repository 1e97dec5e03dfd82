import { Box, Flex, Grid, Menu, Portal, Text, VisuallyHidden } from '@chakra-ui/react'
import { BatteryMedium, BatteryWarning } from 'lucide-react'
import { useRights, useRecords } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'
import { Since } from './RunningTimecode.tsx'
import type { Device } from './useDevices.ts'
import type { Id } from '@kavrell/core/records'
import type { BatteryState, RunState, SetClock } from '@kavrell/core/takes'

export interface DeviceActions {
  readonly arm: (device: Device, on: boolean) => void
  readonly start: (device: Device) => void
  readonly stop: (device: Device, run: RunState) => void
  readonly stays: (device: Device, stays: boolean) => void
  readonly card: (device: Device, cardId: Id<'card'>, what: 'in' | 'out' | 'formatted') => void
  readonly battery: (device: Device) => void
  readonly noBattery: (device: Device, mistaken: BatteryState) => void
}

/** Less room than this on a card is told. */
const LITTLE_MIN = 15

/** Cameras and recorders, each with its own run and its card: what rolls, what will, and what should and does not. */
export function Devices({
  devices,
  takeRolls,
  clock,
  actions,
}: {
  devices: readonly Device[]
  takeRolls: boolean
  clock: SetClock
  actions: DeviceActions
}) {
  return (
    <Grid
      templateColumns={{
        base: devices.length > 6 ? 'repeat(3, minmax(0, 1fr))' : 'repeat(2, minmax(0, 1fr))',
        md: 'repeat(auto-fill, minmax(176px, 1fr))',
      }}
      gap={{ base: '6px', md: '10px' }}
      mt={{ base: '8px', md: '14px' }}
      role="group"
      aria-label="Devices"
    >
      {devices.map((device) => (
        <Tile key={device.ref.id} device={device} takeRolls={takeRolls} clock={clock} actions={actions} />
      ))}
    </Grid>
  )
}

/** What a tile says of a device, and in which tone. */
function standing(device: Device, takeRolls: boolean): readonly [says: string, tone: string] {
  if (device.run) return ['', 'safe']
  if (takeRolls) return device.planned ? ['not rolling', 'stop'] : ['off', 'faint']
  if (device.on) return ['will roll', 'action']
  return device.planned ? ['not rolling', 'stop'] : ['off', 'faint']
}

function Tile({
  device,
  takeRolls,
  clock,
  actions,
}: {
  device: Device
  takeRolls: boolean
  clock: SetClock
  actions: DeviceActions
}) {
  const rights = useRights()
  const { run, card, leftMin } = device
  const [says, tone] = standing(device, takeRolls)
  const isAlarm = tone === 'stop'
  const lit = tone !== 'faint'
  const press = () => {
    if (run) actions.stop(device, run)
    else if (takeRolls) actions.start(device)
    else actions.arm(device, !device.on)
  }
  const cardSays = card.card ? `${card.card.label}${leftMin === null ? '' : `, ${room(leftMin)}`}` : 'no card'
  const little = leftMin !== null && leftMin < LITTLE_MIN
  const power = device.battery && sayBattery(device.battery)
  return (
    <Flex
      direction="column"
      border="1px solid"
      borderColor={lit ? tone : 'line'}
      bg={isAlarm ? 'stopTint' : lit ? 'tint' : 'leaf'}
      borderRadius="3px"
      minW={0}
      data-device={device.letter}
    >
      <Button
        kind="bare"
        display="block"
        h="auto"
        textAlign="left"
        px={{ base: '8px', md: '11px' }}
        pt={{ base: '6px', md: '9px' }}
        pb="4px"
        minH="44px"
        w="100%"
        disabled={!rights.log}
        aria-pressed={run !== undefined || (!takeRolls && device.on)}
        onClick={press}
      >
        <Flex align="baseline" gap="6px">
          <Text as="span" fontSize="title" fontWeight={700}>
            {device.letter}{' '}
          </Text>
          <Text
            as="span"
            ml="auto"
            fontWeight={600}
            fontSize="small"
            color={tone}
            fontFamily={run ? 'mono' : undefined}
          >
            {run ? <Since start={run.start.timecode} clock={{ ...clock, rate: run.rate }} /> : says}
          </Text>
        </Flex>
        <Text fontSize="note" color="soft" truncate display={{ base: 'none', md: 'block' }}>
          {device.shot ? `${device.shot.code}, ${device.shot.focalLengthMm} mm` : device.name}
          {device.stays ? ', goes on' : ''}
        </Text>
        {(run || takeRolls) && <VisuallyHidden> {run ? 'rolling: stop it' : ': start it'}</VisuallyHidden>}
      </Button>
      <CardOf device={device} actions={actions}>
        <Text
          as="span"
          truncate
          color={card.card ? (little ? 'watch' : 'soft') : lit ? 'stop' : 'faint'}
          fontWeight={card.card && !little ? 400 : 600}
        >
          {cardSays}
        </Text>
        {power && (
          <Flex
            as="span"
            align="center"
            gap="3px"
            ml="auto"
            pl="6px"
            whiteSpace="nowrap"
            color={power.isLow ? 'watch' : 'soft'}
            fontWeight={power.isLow ? 600 : 400}
            title={`${power.word} ${power.says} by the clock`}
          >
            {power.isLow ? <BatteryWarning size={14} aria-hidden /> : <BatteryMedium size={14} aria-hidden />}
            <VisuallyHidden>, {power.word} </VisuallyHidden>
            {power.says}
          </Flex>
        )}
      </CardOf>
    </Flex>
  )
}

function sayBattery({ inMin, leftMin }: BatteryState): { word: string; says: string; isLow: boolean } {
  if (leftMin === null) return { word: 'battery', says: `in ${room(inMin)}`, isLow: false }
  if (leftMin <= 0) return { word: 'battery', says: 'due', isLow: true }
  return { word: 'battery about', says: room(leftMin), isLow: leftMin < LITTLE_MIN }
}

const room = (minutes: number): string =>
  minutes >= 600 ? `${Math.floor(minutes / 60)} h` : `${Math.floor(minutes)} min`

/** Which card is in a device: pressed, it says what can be done with it. */
function CardOf({ device, actions, children }: { device: Device; actions: DeviceActions; children: React.ReactNode }) {
  const rights = useRights()
  const cards = useRecords('card')
  const own = Object.values(cards)
    .filter((card) => card.cameraId === device.ref.id || card.recorderId === device.ref.id)
    .concat(Object.values(cards).filter((card) => card.cameraId === null && card.recorderId === null))
    .filter((card) => card.id !== device.card.card?.id)
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
  const inThere = device.card.card
  if (!rights.log)
    return (
      <Box px={{ base: '8px', md: '11px' }} pb="6px" fontSize="note">
        {children}
      </Box>
    )
  return (
    <Menu.Root lazyMount positioning={{ placement: 'bottom-start' }}>
      <Menu.Trigger asChild>
        <Button
          kind="bare"
          fontSize="note"
          textAlign="left"
          justifyContent="flex-start"
          flexWrap={{ base: 'wrap', md: 'nowrap' }}
          px={{ base: '8px', md: '11px' }}
          minH={{ base: '36px', md: '26px' }}
          pb="4px"
          w="100%"
          minW={0}
        >
          <VisuallyHidden>Card of {device.letter}: </VisuallyHidden>
          {children}
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {own.map((card) => (
              <Menu.Item key={card.id} value={`in ${card.id}`} onClick={() => actions.card(device, card.id, 'in')}>
                {inThere ? `${inThere.label} out, ${card.label} in` : `${card.label} in`}
              </Menu.Item>
            ))}
            {inThere && !device.card.logged && (
              <Menu.Item value="is in" onClick={() => actions.card(device, inThere.id, 'in')}>
                {inThere.label} is in: say so
              </Menu.Item>
            )}
            {inThere && (
              <Menu.Item value="out" onClick={() => actions.card(device, inThere.id, 'out')}>
                {inThere.label} out
              </Menu.Item>
            )}
            {inThere && !device.run && (
              <Menu.Item value="formatted" onClick={() => actions.card(device, inThere.id, 'formatted')}>
                {inThere.label} formatted in {device.letter}
              </Menu.Item>
            )}
            <Menu.Item value="battery" onClick={() => actions.battery(device)}>
              Fresh battery in {device.letter}
            </Menu.Item>
            {device.battery && (
              <Menu.Item value="no battery" onClick={() => actions.noBattery(device, device.battery!)}>
                No fresh battery in {device.letter} {room(device.battery.inMin)} ago: that was a mistake
              </Menu.Item>
            )}
            <Menu.Item value="stays" onClick={() => actions.stays(device, !device.stays)}>
              {device.stays ? `${device.letter} stops with the cut` : `${device.letter} goes on after the cut`}
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}
