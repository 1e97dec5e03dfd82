import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useBoxTime } from '../store/clock.ts'
import { goToMoment } from '../store/desk.ts'
import { useParts } from '../store/selectors.ts'
import { skyBackground } from '../ui/sky.ts'
import { setupColour } from '../ui/theme/theme.ts'
import { type DayPlan, type TimelineRow, writtenMin } from '@kavrell/core/day'
import { slateOf } from '@kavrell/core/shotlist'

/** Share of the strip that a word of four or five letters needs, at the narrowest desk. */
const WORD_SHARE = 0.028
const LETTER_SHARE = 0.01

/**
 * The day as one strip: the sky of the real sun, the running order in the colours of its lighting setups,
 * fixed events, and now.
 */
export function DayRibbon({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useParts('fixedEvent', 'setup', 'shot')
  const { day, place, timeline, clock } = dayPlan
  const [from, until] = spanOf(dayPlan)
  const x = (m: number) => `${((m - from) / (until - from)) * 100}%`
  const sky = useMemo(
    () => skyBackground(clock.instant(from), clock.instant(until), 96, place),
    [clock, from, until, place],
  )
  const now = clock.at(useBoxTime(0.2))
  const hours = Array.from({ length: Math.floor((until - from) / 60) + 1 }, (_, i) => from + i * 60)
  const events = Object.values(production.fixedEvent).filter((e) => e.dayId === day.id)
  const written = (shownMin: number) => writtenMin(clock, day, shownMin)
  const blocks = mergeBySetup(timeline.rows)
  return (
    <Box
      position="relative"
      mt="6px"
      h="40px"
      cursor="pointer"
      onClick={(e) => {
        const box = e.currentTarget.getBoundingClientRect()
        goToMoment(from + ((e.clientX - box.left) / box.width) * (until - from))
      }}
      role="img"
      aria-label={`The day from ${clock.text(from)} to ${clock.text(until)}, wrap at ${clock.text(timeline.wrapMin)}`}
    >
      <Box
        position="absolute"
        left="0"
        right="0"
        top="0"
        h="13px"
        background={sky}
        css={{ '.set &': { opacity: 0.75 } }}
      />
      {events.map((event) => (
        <Box
          key={event.id}
          position="absolute"
          left={x(written(event.startMin))}
          w={event.endMin ? `calc(${x(written(event.endMin))} - ${x(written(event.startMin))})` : '2px'}
          top="0"
          h="13px"
          bg="ink"
          opacity={0.65}
          title={`${event.title} ${clock.text(written(event.startMin))}`}
        />
      ))}
      {hours.map((m) => (
        <Box key={m} position="absolute" left={x(m)} top="13px" h={m % 120 === 0 ? '6px' : '3px'} w="1px" bg="faint">
          <Box
            display={m % 120 === 0 && m < until ? 'block' : 'none'}
            fontSize="tiny"
            color="faint"
            pl="4px"
            lineHeight="13px"
            whiteSpace="nowrap"
          >
            {clock.text(m).slice(0, 2)}
          </Box>
        </Box>
      ))}
      {blocks.map((block) => {
        const setup = block.setupId ? production.setup[block.setupId] : undefined
        const label =
          block.kind === 'shots'
            ? (setup?.letter ?? slateOf(block.shotIds.map((id) => production.shot[id]?.code ?? '')))
            : block.kind === 'meal'
              ? 'meal'
              : block.kind === 'change'
                ? block.moves
                  ? 'move'
                  : 'build'
                : ''
        // A word that would be cut says less than none.
        const share = setup ? LETTER_SHARE : WORD_SHARE
        const fits = block.endMin - block.startMin >= (until - from) * share
        const quiet = block.kind !== 'shots'
        return (
          <Box
            key={`${block.startMin}-${block.kind}`}
            position="absolute"
            left={x(block.startMin)}
            w={`calc(${x(block.endMin)} - ${x(block.startMin)} - 1px)`}
            top="28px"
            h="12px"
            overflow="hidden"
            px="3px"
            fontSize="tiny"
            lineHeight="12px"
            fontWeight={700}
            whiteSpace="nowrap"
            bg={quiet ? 'well' : setup ? setupColour(setup.colour) : 'soft'}
            color={quiet ? 'faint' : 'white'}
            opacity={block.kind === 'wait' ? 0.35 : 1}
            title={`${clock.text(block.startMin)} to ${clock.text(block.endMin)} ${setup ? `setup ${setup.letter}, ${setup.name}` : label}`}
          >
            {fits ? label : ''}
          </Box>
        )
      })}
      {now > from && now < until && (
        <Box position="absolute" left={x(now)} top="-3px" bottom="-2px" w="2px" bg="stop">
          <Box
            position="absolute"
            top="1px"
            left="5px"
            fontSize="tiny"
            fontWeight={700}
            lineHeight="15px"
            bg="paper"
            px="3px"
            color="ink"
          >
            {clock.text(Math.floor(now))}
          </Box>
        </Box>
      )}
    </Box>
  )
}

/** First light and last belong to a day that begins after the one and ends before the other by no more than this. */
const TWILIGHT_NEAR_MIN = 5 * 60

/** From a little before the call to a little after wrap, with the twilights that are near. */
function spanOf({ timeline, sun, clock }: DayPlan): readonly [number, number] {
  const civil = sun?.crossings.civil
  const { upMs, downMs } = civil?.kind === 'crosses' ? civil : { upMs: null, downMs: null }
  const start = timeline.startMin - 20
  const end = timeline.wrapMin + 20
  const up = upMs === null ? start : clock.at(upMs)
  const down = downMs === null ? end : clock.at(downMs)
  const from = start - up < TWILIGHT_NEAR_MIN ? Math.min(start, up) : start
  const until = down - end < TWILIGHT_NEAR_MIN ? Math.max(end, down) : end
  return [Math.floor(from / 60) * 60, Math.ceil(until / 60) * 60]
}

interface Block {
  readonly kind: TimelineRow['kind']
  readonly startMin: number
  endMin: number
  readonly setupId: string | null
  readonly shotIds: string[]
  readonly moves: boolean
}

/** Neighbouring rows under one setup read as one run; the small turns inside it belong to it. */
function mergeBySetup(rows: readonly TimelineRow[]): Block[] {
  const blocks: Block[] = []
  for (const row of rows) {
    const last = blocks.at(-1)
    const setupId =
      row.kind === 'shots'
        ? row.setupId
        : row.kind === 'change' && row.change.move === 0 && row.change.relight === 0
          ? row.toSetupId
          : null
    if (last?.kind === 'shots' && setupId && last.setupId === setupId && last.endMin === row.startMin) {
      last.endMin = row.endMin
      continue
    }
    blocks.push({
      kind: row.kind,
      startMin: row.startMin,
      endMin: row.endMin,
      setupId,
      shotIds: row.kind === 'shots' ? [...row.shotIds] : [],
      moves: row.kind === 'change' && row.change.move > 0,
    })
  }
  return blocks
}
