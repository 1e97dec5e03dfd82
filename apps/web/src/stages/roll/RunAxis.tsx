import { Box, Grid, Text } from '@chakra-ui/react'
import { runStates, type SetLog } from '@kavrell/core/takes'
import { clock } from '@kavrell/core/text'
import type { DayClock } from '@kavrell/core/time'
import type { Device } from './useDevices.ts'

/** Minutes that are shown before now and after it. */
const BACK_MIN = 20
const AHEAD_MIN = 10
const MINUTE = 60_000
const TICK_MIN = 5

interface Limit {
  readonly why: 'card' | 'battery' | 'itself'
  readonly inMin: number
}

/** What ends first if nobody does anything: the card, as it fills, the battery, by the clock, or the device by itself. */
function firstLimit({ run, leftMin, battery, stopsItselfMin }: Device, nowMs: number): Limit | null {
  const ranMin = run ? (nowMs - Date.parse(run.start.at)) / MINUTE : 0
  const limits: Limit[] = [
    ...(run && leftMin !== null ? [{ why: 'card' as const, inMin: leftMin }] : []),
    ...(run && stopsItselfMin !== null
      ? [{ why: 'itself' as const, inMin: Math.max(0, stopsItselfMin - ranMin) }]
      : []),
    ...(run && battery?.leftMin != null ? [{ why: 'battery' as const, inMin: Math.max(0, battery.leftMin) }] : []),
  ]
  return limits.sort((a, b) => a.inMin - b.inMin)[0] ?? null
}

/**
 * What each device recorded in the last minutes, on one axis of time, and what ends it first: a gap, a restart and a
 * device that rolls alone are seen at once.
 */
export function RunAxis({
  devices,
  log,
  dayId,
  dayClock,
  nowMs,
}: {
  devices: readonly Device[]
  log: SetLog
  dayId: string
  dayClock: DayClock
  nowMs: number
}) {
  const fromMs = nowMs - BACK_MIN * MINUTE
  const spanMs = (BACK_MIN + AHEAD_MIN) * MINUTE
  const share = (ms: number) => `${Math.min(100, Math.max(0, ((ms - fromMs) / spanMs) * 100))}%`
  const runs = runStates(log).filter(
    (run) => run.dayId === dayId && !run.struck && (run.stop === null || Date.parse(run.stop.at) > fromMs) && Date.parse(run.start.at) < nowMs + MINUTE, // prettier-ignore
  )
  const shown = devices.filter((device) => runs.some((run) => run.device.id === device.ref.id))
  if (shown.length === 0) return null
  const firstTick = Math.ceil(fromMs / (TICK_MIN * MINUTE))
  const ticks = Array.from(
    { length: Math.floor((BACK_MIN + AHEAD_MIN) / TICK_MIN) },
    (_, i) => (firstTick + i) * TICK_MIN * MINUTE,
  ).filter((ms) => Math.abs(ms - nowMs) > 1.5 * MINUTE)
  return (
    <Box mt="14px" display={{ base: 'none', lg: 'block' }} role="group" aria-label="Recorded in the last minutes">
      <Grid templateColumns="28px 1fr 118px" columnGap="8px" fontSize="note" alignItems="center">
        <Box />
        <Box position="relative" h="16px" color="soft">
          {ticks.map((ms) => (
            <Text key={ms} as="span" position="absolute" left={share(ms)} transform="translateX(-50%)">
              {clock(((dayClock.at(ms) % 1440) + 1440) % 1440)}
            </Text>
          ))}
          <Text as="span" position="absolute" left={share(nowMs)} transform="translateX(-50%)" fontWeight={700}>
            now
          </Text>
        </Box>
        <Text color="soft">ends first by</Text>
        {shown.map((device) => {
          const limit = firstLimit(device, nowMs)
          const own = runs.filter((run) => run.device.id === device.ref.id)
          const endsMs = limit && nowMs + limit.inMin * MINUTE
          return (
            <Box key={device.ref.id} display="contents" data-lane={device.letter}>
              <Text fontWeight={700} fontSize="body">
                {device.letter}
              </Text>
              <Box position="relative" h="22px" borderTop="1px solid" borderColor="line">
                {own.map((run) => (
                  <Box
                    key={run.id}
                    position="absolute"
                    top="5px"
                    h="11px"
                    minW="2px"
                    left={share(Date.parse(run.start.at))}
                    right={`calc(100% - ${share(run.stop ? Date.parse(run.stop.at) : nowMs)})`}
                    bg="ink"
                    opacity={run.stop ? 0.45 : 0.85}
                    data-run={run.stop ? 'ended' : 'rolls'}
                  />
                ))}
                {endsMs !== null && (
                  <Box
                    position="absolute"
                    top="10px"
                    left={share(nowMs)}
                    right={`calc(100% - ${share(endsMs)})`}
                    borderTop="2px solid"
                    borderRight={endsMs < fromMs + spanMs ? '2px solid' : undefined}
                    borderColor={limit!.inMin < AHEAD_MIN ? 'watch' : 'faint'}
                  />
                )}
                <Box
                  position="absolute"
                  top={0}
                  bottom={0}
                  left={share(nowMs)}
                  borderLeft="1px solid"
                  borderColor="stop"
                />
              </Box>
              <Text color={limit && limit.inMin < AHEAD_MIN ? 'watch' : 'soft'} truncate>
                {limit ? `${limit.why}, ${sayMinutes(limit.inMin)}` : device.run ? 'not known' : ''}
              </Text>
            </Box>
          )
        })}
      </Grid>
    </Box>
  )
}

const sayMinutes = (minutes: number): string => {
  const whole = Math.floor(minutes)
  if (whole >= 60) return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
  return `${whole}:${String(Math.floor((minutes - whole) * 60)).padStart(2, '0')}`
}
