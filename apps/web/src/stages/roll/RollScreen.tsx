import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useEffectEvent, useState } from 'react'
import { useTimecodeBox } from '../../store/clock.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { GoTo } from '../../ui/GoTo.tsx'
import { Empty, Tag } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { AsPlanned } from './AsPlanned.tsx'
import { DayAside } from './DayAside.tsx'
import { Devices } from './Devices.tsx'
import { RunningTimecode, Since } from './RunningTimecode.tsx'
import { TakeKeys } from './TakeKeys.tsx'
import { TakeNote } from './TakeNote.tsx'
import { happensNow, rollNow } from './takeLog.ts'
import { type Device, useDevices } from './useDevices.ts'
import { useSlate } from './useSlate.ts'
import type { DayPlan } from '@kavrell/core/day'
import { type PlainChange, type RecordOf, type Id } from '@kavrell/core/records'
import { stretch } from '@kavrell/core/text'
import { type SetClock, setClock, type TakeState } from '@kavrell/core/takes'
import { rateName } from '@kavrell/core/timecode'

/** The slate, the running timecode, and one key for each thing that happens to a take. */
export function RollScreen() {
  const { dayPlan } = useDay()
  if (!dayPlan || dayPlan.timeline.shots === 0)
    return (
      <Empty says="Roll logs the takes of a day’s order.">
        <GoTo stage="order">Put shots in the order</GoTo>
      </Empty>
    )
  return <Roll dayPlan={dayPlan} />
}

const write = (label: string, changes: readonly PlainChange[]) => {
  commitOrSay(label, changes)
}

function Roll({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const rights = useRights()
  const clock = setClock(production, dayPlan.day, dayPlan.place.timeZone)
  const slate = useSlate(dayPlan)
  const { rolling, last, current, shots } = slate
  const { devices, toggle } = useDevices(current, shots)
  const [noting, setNoting] = useState(false)

  const happens = (state: TakeState, type: RecordOf<'takeEvent'>['type'], text = '') =>
    write(`${state.take.slate} take ${state.take.number}: ${type}`, happensNow(clock, state, type, text))
  const roll = () => {
    const on = devices.filter((d) => d.on)
    const ids = <K extends Device['kind']>(kind: K) => on.flatMap((d) => (d.kind === kind ? [d.id as Id<K>] : []))
    write(
      `Roll ${slate.slate} take ${slate.number}`,
      rollNow(clock, {
        dayId: dayPlan.day.id,
        slate: slate.slate,
        number: slate.number,
        orderItemId: current.id,
        shotIds: shots.map((s) => s.id),
        cameraIds: ids('camera'),
        recorderIds: ids('recorder'),
        cardIds: on.flatMap((d) => d.card?.id ?? []),
      }),
    )
  }
  const rollWild = () => {
    const recorders = devices.filter((d) => d.kind === 'recorder')
    const chosen = recorders.some((r) => r.on) ? recorders.filter((r) => r.on) : recorders.slice(0, 1)
    const name = `W${slate.states.filter((s) => s.take.wild).length + 1}`
    write(
      `Roll ${name} take 1`,
      rollNow(clock, {
        dayId: dayPlan.day.id,
        slate: name,
        number: 1,
        wild: true,
        recorderIds: chosen.map((r) => r.id as Id<'recorder'>),
        cardIds: chosen.flatMap((r) => r.card?.id ?? []),
      }),
    )
  }
  /** Each thing that can be done now; null while it cannot. */
  const actions = {
    rollOrCut: rolling ? () => happens(rolling, 'cut') : roll,
    good: last ? () => happens(last, 'good') : null,
    noGood: last ? () => happens(last, 'no-good') : null,
    note: last ? () => setNoting(true) : null,
    wild: rolling ? null : rollWild,
    next: rolling
      ? null
      : () => {
          const at = slate.items.indexOf(current)
          slate.choose(slate.items[Math.min(slate.items.length - 1, at + 1)]!.id)
        },
  }
  const onKey = useEffectEvent((e: KeyboardEvent) => {
    const target = e.target as HTMLElement
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || e.ctrlKey || e.metaKey || e.altKey || !rights.log) return
    const byKey = new Map<string, (() => void) | null>([
      [' ', actions.rollOrCut],
      ['g', actions.good],
      ['n', actions.noGood],
      ['/', actions.note],
      ['w', actions.wild],
      ['s', actions.next],
    ])
    const action = byKey.get(e.key.toLowerCase())
    if (action === undefined) return
    e.preventDefault()
    // A key that is held down is one press: a thumb that rests on space must not cut what it has just rolled.
    if (!e.repeat) action?.()
  })
  useEffect(() => {
    const listen = (e: KeyboardEvent) => onKey(e)
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])

  const cautions = production.setup[shots[0]?.setupId ?? '']?.cautions ?? []
  return (
    <Flex direction={{ base: 'column', lg: 'row' }} gap="20px" minH="100%">
      <Flex direction="column" flex="1" minW={0}>
        <Flex
          justify="space-between"
          align="end"
          wrap="wrap"
          gap="10px 24px"
          pb="12px"
          borderBottom="1px solid"
          borderColor="line"
        >
          <Flex gap="26px">
            <Large name={slate.slate === slate.codes ? 'shot' : `slate, shot ${slate.codes}`}>
              {rolling?.take.wild ? rolling.take.slate : slate.slate}
            </Large>
            <Large name="take" data-take-number>
              {rolling?.take.wild ? 1 : slate.number}
            </Large>
          </Flex>
          <ClockFace clock={clock} />
        </Flex>
        <Flex align="center" gap="10px" mt="12px" wrap="wrap">
          {rolling ? (
            <Tag tone="stop">
              rolling <Since start={rolling.take.startTimecode} clock={clock} />
            </Tag>
          ) : (
            <Tag tone="plain">standing by</Tag>
          )}
          {shots.some((s) => s.onceOnly) && <Tag tone="stop">once only</Tag>}
          <Text fontWeight={600}>{current.title || shots[0]?.sees}</Text>
          {cautions.length > 0 && <Text color="watch">take care: {cautions.join(', ')}</Text>}
          {/* What G, N and a note speak of, while the slate is on the next one already. */}
          {last && !rolling && (
            <Text color="soft" ml={{ md: 'auto' }} data-last-take>
              last {last.take.slate}
              {last.take.wild ? '' : ` take ${last.take.number}`}
              {last.verdict === 'open' ? '' : `, ${last.verdict === 'good' ? 'good' : 'no good'}`}
            </Text>
          )}
        </Flex>
        <Devices devices={devices} rolling={rolling} clock={clock} onToggle={toggle} />
        <Text mt="12px" color="soft" display={{ base: 'block', lg: 'none' }}>
          {slate.pace.done} of {slate.pace.planned} shots good, {paceWords(slate.pace.behindMin)}
        </Text>
        {noting && last && (
          <TakeNote
            about={`${last.take.slate} take ${last.take.number}`}
            onKeep={(text) => happens(last, 'note', text)}
            onClose={() => setNoting(false)}
          />
        )}
        {rights.log && <TakeKeys rolling={rolling !== undefined} actions={actions} />}
        <AsPlanned shots={shots} />
      </Flex>
      <DayAside dayPlan={dayPlan} slate={slate} />
    </Flex>
  )
}

const paceWords = (behindMin: number): string => {
  const minutes = Math.round(behindMin)
  return minutes === 0 ? 'on time' : `${stretch(Math.abs(minutes))} ${minutes > 0 ? 'behind' : 'ahead'}`
}

/** What is read from across the room. */
const Large = ({
  name,
  children,
  ...mark
}: {
  name: string
  children: React.ReactNode
  [mark: `data-${string}`]: true
}) => (
  <Box>
    <Text color="faint" fontSize="small">
      {name}
    </Text>
    <Text fontSize={{ base: '54px', md: '58px' }} fontWeight={700} lineHeight="1" letterSpacing="-0.02em" {...mark}>
      {children}
    </Text>
  </Box>
)

function ClockFace({ clock }: { clock: SetClock }) {
  const box = useTimecodeBox()
  return (
    <Box textAlign={{ md: 'right' }}>
      <Text color="faint" fontSize="small">
        {rateName(clock.rate)} fps, time of day, {box?.name ?? 'this device'}
      </Text>
      <RunningTimecode clock={clock} />
    </Box>
  )
}
