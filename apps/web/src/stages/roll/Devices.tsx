import { Button } from '../../ui/parts.tsx'
import { asId } from '@kavrell/core/records'
import { Flex, Grid, Text } from '@chakra-ui/react'
import { useRights } from '../../store/selectors.ts'
import { Since } from './RunningTimecode.tsx'
import type { Device } from './useDevices.ts'
import type { SetClock, TakeState } from '@kavrell/core/takes'

/** Cameras and recorders, each with its card: what rolls, what will, and what should and does not. */
export function Devices({
  devices,
  rolling,
  clock,
  onToggle,
}: {
  devices: readonly Device[]
  rolling: TakeState | undefined
  clock: SetClock
  onToggle: (device: Device) => void
}) {
  const rights = useRights()
  const rolls = rolling && [...rolling.take.cameraIds, ...rolling.take.recorderIds]
  return (
    <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(auto-fill, minmax(170px, 1fr))' }} gap="10px" mt="14px">
      {devices.map((device) => {
        const on = rolls ? rolls.includes(asId(device.id)) : device.on
        const missing = device.planned && !on
        const colour = missing ? 'stop' : on ? 'action' : 'faint'
        return (
          <Button
            kind="bare"
            display="block"
            h="auto"
            key={device.id}
            textAlign="left"
            p="9px 11px"
            minH="62px"
            border="1px solid"
            borderColor={missing || on ? colour : 'line'}
            bg={missing ? 'stopTint' : on ? 'tint' : 'leaf'}
            borderRadius="3px"
            disabled={rolling !== undefined || !rights.log}
            aria-pressed={on}
            onClick={() => onToggle(device)}
          >
            <Flex align="baseline">
              <Text as="span" fontSize="title" fontWeight={700}>
                {device.letter}
              </Text>
              <Text as="span" ml="auto" fontWeight={600} fontSize="small" color={on && rolling ? 'safe' : colour}>
                {on && rolling ? (
                  <Since start={rolling.take.startTimecode} clock={clock} />
                ) : on ? (
                  'will roll'
                ) : device.planned ? (
                  'not rolling'
                ) : (
                  'off'
                )}
              </Text>
            </Flex>
            <Text fontSize="note" color="soft" truncate>
              {device.card ? `card ${device.card.label}` : 'no card'}
              {device.shot ? `, ${device.shot.code}, ${device.shot.focalLengthMm} mm` : ''}
            </Text>
          </Button>
        )
      })}
    </Grid>
  )
}
