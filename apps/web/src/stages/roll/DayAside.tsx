import { Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useTimecodeBox } from '../../store/clock.ts'
import { useRights, useParts, useRecords } from '../../store/selectors.ts'
import { chooseUnit, useUnit } from '../../store/unit.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { setupColour } from '../../ui/theme/theme.ts'
import { SetBox } from './SetBox.tsx'
import { CorrectTake } from './CorrectTake.tsx'
import type { SlateState } from './useSlate.ts'
import { rowKey } from '@kavrell/core/takes'
import type { DayPlan } from '@kavrell/core/day'
import { asId, type RecordOf } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { type SetClock, takeSeconds, type TakeState } from '@kavrell/core/takes'
import { counted, minutesSeconds, stretch } from '@kavrell/core/text'

const NEXT = 5
const LATEST = 9

/** How the day stands, what comes next, and the takes behind it, newest first. */
export function DayAside({ dayPlan, slate, clock }: { dayPlan: DayPlan; slate: SlateState; clock: SetClock }) {
  const rights = useRights()
  const box = useTimecodeBox()
  const units = Object.values(useRecords('unit'))
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
      <Text fontWeight={600} color={!onTheDay || behind > 0 ? 'watch' : 'safe'} data-pace>
        {!onTheDay
          ? `The box does not show ${day.title}; pace is not counted.`
          : behind > 0
            ? `${stretch(behind)} behind the order`
            : behind < 0
              ? `${stretch(-behind)} ahead of the order`
              : 'on the order'}
      </Text>
      {box && rights.plan && <SetBox box={box} date={day.date} timeZone={place.timeZone} />}
      {(units.length > 0 || rights.plan) && <Units />}
      <Heading>Next</Heading>
      {slate.open.slice(0, NEXT).map((item) => (
        <OrderLine
          key={item.id}
          item={item}
          at={startOf(dayPlan, item.id)}
          current={item.id === slate.subject.itemId}
          onChoose={slate.rolling ? null : () => slate.choose(rowKey(item.id))}
        />
      ))}
      <Heading>Takes</Heading>
      <TakeList states={states} clock={clock} most={LATEST} />
      {slate.others.length > 0 && (
        <>
          <Heading>Other units</Heading>
          <TakeList states={slate.others} clock={clock} most={5} />
        </>
      )}
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
function verdictOf({ take, verdict, best, struck, cutAt }: TakeState): readonly [says: string, tone: string] {
  if (struck) return ['false start', 'faint']
  if (take.wild) return ['wild', 'watch']
  if (verdict === 'good') return [best ? 'best' : 'good', 'safe']
  if (verdict === 'no-good') return ['no good', 'stop']
  return [cutAt ? '—' : 'rolling', 'soft']
}

/** Takes, newest first, each put right by a press. */
export function TakeList({ states, clock, most }: { states: readonly TakeState[]; clock: SetClock; most: number }) {
  const rights = useRights()
  const [open, setOpen] = useState<string | null>(null)
  const [all, setAll] = useState(false)
  const shown = states.toReversed().slice(0, all ? undefined : most)
  return (
    <>
      {shown.map((state) => (
        <Box key={state.take.id}>
          <TakeLine
            state={state}
            onOpen={rights.log ? () => setOpen(open === state.take.id ? null : state.take.id) : null}
            open={open === state.take.id}
          />
          {open === state.take.id && <CorrectTake state={state} clock={clock} onClose={() => setOpen(null)} />}
        </Box>
      ))}
      {states.length > most && (
        <Button kind="quiet" px="0" onClick={() => setAll(!all)}>
          {all ? 'The newest only' : `All ${states.length}`}
        </Button>
      )}
    </>
  )
}

function TakeLine({ state, onOpen, open }: { state: TakeState; onOpen: (() => void) | null; open: boolean }) {
  const { take, notes, misnumbered } = state
  const seconds = takeSeconds(state)
  const [says, tone] = verdictOf(state)
  return (
    <Button
      kind="bare"
      display="grid"
      gridTemplateColumns="48px 24px 70px 44px 1fr"
      gap="8px"
      py="6px"
      w="100%"
      minH={{ base: '40px', md: '32px' }}
      alignItems="center"
      textAlign="left"
      borderBottom="1px solid"
      borderColor="line"
      disabled={onOpen === null}
      _disabled={{ opacity: 1 }}
      aria-expanded={open}
      title="Put right"
      onClick={() => onOpen?.()}
      data-logged={`${take.slate}/${take.number}`}
    >
      <Text as="span" fontWeight={700} truncate textDecoration={state.struck ? 'line-through' : undefined}>
        {take.slate}
      </Text>
      <Text
        as="span"
        color={misnumbered ? 'stop' : undefined}
        title={
          misnumbered === 'twice'
            ? 'Two takes have this number'
            : misnumbered
              ? 'An earlier take has a higher number'
              : undefined
        }
      >
        {take.wild ? '–' : take.number}
        {misnumbered ? '!' : ''}
      </Text>
      <Text as="span" color={tone} truncate>
        {says}
      </Text>
      <Text as="span" fontFamily="mono" fontSize="small">
        {seconds === null ? '' : minutesSeconds(seconds)}
      </Text>
      <Text as="span" color="soft" truncate title={notes.join('; ')}>
        {notes.join('; ')}
      </Text>
    </Button>
  )
}

/** Which unit this device logs for, and a further one. */
function Units() {
  const unitId = useUnit()
  const rights = useRights()
  const units = Object.values(useRecords('unit')).sort((a, b) => (a.id < b.id ? -1 : 1))
  return (
    <Flex gap="8px" mt="10px" align="center" wrap="wrap">
      {units.length > 0 && (
        <Select
          aria-label="This device logs for"
          w="auto"
          value={unitId ?? ''}
          onChange={(e) => chooseUnit(e.target.value === '' ? null : asId(e.target.value))}
        >
          <option value="">Main unit</option>
          {units.map((unit) => (
            <option key={unit.id} value={unit.id}>
              {unit.name}
            </option>
          ))}
        </Select>
      )}
      {rights.plan && (
        <Button
          kind="quiet"
          px="0"
          onClick={() =>
            addRecord('unit', 'Add a unit', { name: units.length === 0 ? 'Second unit' : `Unit ${units.length + 2}` })
          }
        >
          Add a unit
        </Button>
      )}
    </Flex>
  )
}
