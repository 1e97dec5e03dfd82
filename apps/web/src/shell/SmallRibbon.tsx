import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { skyBackground } from '../ui/sky.ts'
import { setupColour } from '../ui/theme/theme.ts'
import type { StandingDay } from '@kavrell/core/snags'
import { instantAt } from '@kavrell/core/time'
import { clock } from '@kavrell/core/text'

/** A whole day is drawn from here to here, so that the same hour lies under the same hour in a list. */
const FROM_MIN = 3 * 60
const UNTIL_MIN = 25 * 60
const x = (minute: number) => `${Math.min(100, Math.max(0, ((minute - FROM_MIN) / (UNTIL_MIN - FROM_MIN)) * 100))}%`

/** A day in small: its sky, and under it what is shot in the colours and letters of its setups. */
export function SmallRibbon({ day }: { day: StandingDay }) {
  const { date, timeZone } = day
  const sky = useMemo(() => {
    const at = (minute: number) => instantAt(date, minute, timeZone)
    return skyBackground(at(FROM_MIN), at(UNTIL_MIN), 48, day)
  }, [date, timeZone, day])
  return (
    <Box role="img" aria-label={`The day until wrap at ${clock(day.wrapMin)}`}>
      <Box h="7px" style={{ background: sky }} css={{ '.set &': { opacity: 0.75 } }} />
      <Box position="relative" h="11px" mt="1px">
        {day.blocks.map((block) => (
          <Box
            key={block.fromMin}
            position="absolute"
            h="10px"
            overflow="hidden"
            px="2px"
            fontSize="10px"
            lineHeight="10px"
            fontWeight={700}
            color="white"
            left={x(block.fromMin)}
            w={`calc(${x(block.untilMin)} - ${x(block.fromMin)} - 1px)`}
            bg={block.colour === null ? 'well' : setupColour(block.colour)}
          >
            {block.untilMin - block.fromMin >= 100 ? block.letter : ''}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
