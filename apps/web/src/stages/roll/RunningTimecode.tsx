import { Text } from '@chakra-ui/react'
import { useBoxTime } from '../../store/clock.ts'
import { type SetClock, timecodeAt } from '@kavrell/core/takes'
import { minutesSeconds } from '@kavrell/core/text'
import { differenceFrames, secondsOfFrames } from '@kavrell/core/timecode'

/** The timecode as it runs. It alone is drawn at every frame. */
export function RunningTimecode({ clock }: { clock: SetClock }) {
  const nowMs = useBoxTime(25)
  return (
    <Text
      fontFamily="mono"
      fontSize={{ base: '42px', md: '48px' }}
      lineHeight="1.05"
      letterSpacing="-0.03em"
      data-timecode
    >
      {timecodeAt(clock, nowMs)}
    </Text>
  )
}

/** How long a take has rolled, in minutes and seconds. */
export function Since({ start, clock }: { start: string; clock: SetClock }) {
  const nowMs = useBoxTime(4)
  const frames = differenceFrames(start, timecodeAt(clock, nowMs), clock.rate)
  return frames.ok ? minutesSeconds(secondsOfFrames(frames.value, clock.rate)) : null
}
