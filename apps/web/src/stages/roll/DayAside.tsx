import { Button } from '../../ui/parts.tsx'
import { Box, Grid, Text } from '@chakra-ui/react'
import { useTimecodeBox } from '../../store/clock.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { setupColour } from '../../ui/theme/theme.ts'
import { SetBox } from './SetBox.tsx'
import type { SlateState } from './useSlate.ts'
import type { DayPlan } from '@kavrell/core/day'
import type { RecordOf } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import type { TakeState } from '@kavrell/core/takes'
import { counted, minutesSeconds, stretch } from '@kavrell/core/text'
import { differenceFrames, secondsOfFrames } from '@kavrell/core/timecode'

const NEXT = 5
const LATEST = 9

/** How the day stands, what comes next, and the takes behind it, newest first. */
export function DayAside({ dayPlan, slate }: { dayPlan: DayPlan; slate: SlateState }) {
  const rights = useRights()
  const box = useTimecodeBox()
  const { day, place } = dayPlan
  const { pace, states, onTheDay } = slate
  const behind = Math.round(pace.behindMin)
  return (
    <Box
      w={{ base: 'auto', lg: '350px' }}
      borderLeft={{ lg: '1px solid' }}
      borderColor={{ lg: 'line' }}
      pl={{ lg: '18px' }}
    >
      <Text fontSize="answer" fontWeight={700} lineHeight="1.1">
        {pace.done} of {pace.planned}{' '}
        <Text as="span" fontSize="body" fontWeight={400} color="soft">
          shots good, {counted(states.filter((s) => !s.take.wild).length, 'take')}
        </Text>
      </Text>
      <Text fontWeight={600} color={behind > 0 ? 'watch' : 'safe'} data-pace>
        {!onTheDay
          ? `The box does not show ${day.title}; pace is not counted.`
          : behind > 0
            ? `${stretch(behind)} behind the order`
            : behind < 0
              ? `${stretch(-behind)} ahead of the order`
              : 'on the order'}
      </Text>
      {box && rights.plan && <SetBox box={box} date={day.date} timeZone={place.timeZone} />}
      <Heading>Order</Heading>
      {slate.open.slice(0, NEXT).map((item) => (
        <OrderLine
          key={item.id}
          item={item}
          at={startOf(dayPlan, item.id)}
          current={item.id === slate.current.id}
          onChoose={slate.rolling ? null : () => slate.choose(item.id)}
        />
      ))}
      <Heading>Takes</Heading>
      {states
        .toReversed()
        .slice(0, LATEST)
        .map((state) => (
          <TakeLine key={state.take.id} state={state} />
        ))}
    </Box>
  )
}

const Heading = ({ children }: { children: string }) => (
  <Text fontWeight={700} mt="18px" mb="4px">
    {children}
  </Text>
)

/** When an entry begins, as clocks show it. */
const startOf = ({ timeline, clock }: DayPlan, itemId: string): string => {
  const row = timeline.rows.find((r) => r.kind === 'shots' && r.itemId === itemId)
  return row ? clock.text(row.startMin) : ''
}

function OrderLine({
  item,
  at,
  current,
  onChoose,
}: {
  item: RecordOf<'orderItem'>
  at: string
  current: boolean
  onChoose: (() => void) | null
}) {
  const production = useParts('shot', 'setup')
  const shots = item.shotIds.flatMap((id) => production.shot[id] ?? [])
  const setup = production.setup[shots[0]?.setupId ?? '']
  return (
    <Button
      kind="bare"
      display="grid"
      gridTemplateColumns="8px 56px 1fr 48px"
      gap="8px"
      w="100%"
      minH="36px"
      alignItems="center"
      textAlign="left"
      borderBottom="1px solid"
      borderColor="line"
      bg={current ? 'leaf' : undefined}
      disabled={onChoose === null}
      onClick={() => onChoose?.()}
    >
      <Box as="span" alignSelf="stretch" bg={setup ? setupColour(setup.colour) : 'line'} />
      <b>{slateOf(shots.map((s) => s.code))}</b>
      <Text as="span" truncate>
        {item.title || shots[0]?.sees}
      </Text>
      <Text as="span" fontFamily="mono" color="soft">
        {at}
      </Text>
    </Button>
  )
}

/** What is said of a take, and in which tone. */
function verdictOf({ take, verdict, cutAt }: TakeState): readonly [says: string, tone: string] {
  if (take.wild) return ['wild', 'watch']
  if (verdict === 'good') return ['good', 'safe']
  if (verdict === 'no-good') return ['no good', 'stop']
  return [cutAt ? '—' : 'rolling', 'soft']
}

function TakeLine({ state }: { state: TakeState }) {
  const { take, cutTimecode, notes } = state
  const rate = { num: take.rateNum, den: take.rateDen, drop: take.dropFrame }
  const length = cutTimecode ? differenceFrames(take.startTimecode, cutTimecode, rate) : null
  const [says, tone] = verdictOf(state)
  return (
    <Grid
      templateColumns="48px 20px 56px 44px 1fr"
      gap="8px"
      py="6px"
      borderBottom="1px solid"
      borderColor="line"
      data-logged={`${take.slate}/${take.number}`}
    >
      <Text fontWeight={700}>{take.slate}</Text>
      <Text>{take.wild ? '–' : take.number}</Text>
      <Text color={tone}>{says}</Text>
      <Text fontFamily="mono" fontSize="small">
        {length?.ok ? minutesSeconds(secondsOfFrames(length.value, rate)) : ''}
      </Text>
      <Text color="soft" truncate title={notes.join('; ')}>
        {notes.join('; ')}
      </Text>
    </Grid>
  )
}
