import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { firstDay } from '@kavrell/core/beginnings'
import type { DayPlan } from '@kavrell/core/day'
import { setUpCard } from '@kavrell/core/patch'
import { asId, createRecord, type Id, type PlainChange, type RecordOf } from '@kavrell/core/records'
import { stretch } from '@kavrell/core/text'
import {
  type Armed,
  batteryNotChanged,
  changeBattery,
  cutTake,
  moveCard,
  type Pen,
  rollTake,
  type RunPlace,
  type SetClock,
  setClock,
  startRun,
  stopRuns,
  takeHappens,
  type TakeState,
} from '@kavrell/core/takes'
import { rateName } from '@kavrell/core/timecode'
import { pen, useBoxTime, useTimecodeBox } from '../../store/clock.ts'
import { chooseDay } from '../../store/desk.ts'
import { dateHere, timeZoneHere } from '../../store/here.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, useProductionStore } from '../../store/production.ts'
import { useProduction, useRecords, useRights } from '../../store/selectors.ts'
import { useOwnUndo } from '../../store/undoHere.ts'
import { Button, Empty, Tag } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { AsPlanned } from './AsPlanned.tsx'
import { CallUp } from './CallUp.tsx'
import { DayAside, TakeList } from './DayAside.tsx'
import { type DeviceActions, Devices } from './Devices.tsx'
import { lastEntry } from './lastEntry.ts'
import { RunningTimecode, Since } from './RunningTimecode.tsx'
import { RunAxis } from './RunAxis.tsx'
import { SetupSteps } from './SetupSteps.tsx'
import { ShotWords } from './ShotWords.tsx'
import { TakeKeys, useHeld } from './TakeKeys.tsx'
import { TakeNote } from './TakeNote.tsx'
import { beforeItRolls, type Device, useDevices } from './useDevices.ts'
import { useSlate } from './useSlate.ts'

/** The slate, the running timecode, and one key for each thing that happens to a take. */
export function RollScreen() {
  const { dayPlan } = useDay()
  return dayPlan ? <Roll key={dayPlan.day.id} dayPlan={dayPlan} /> : <BeginRoll />
}

/** Nothing is planned, and it can roll at once: a day of today, somewhere, with a camera. */
function BeginRoll() {
  const rights = useRights()
  const cameras = useRecords('camera')
  const begin = () => {
    const now = new Date()
    const { dayId, changes } = firstDay(
      useProductionStore.getState().records,
      {
        date: dateHere(),
        callMin: now.getHours() * 60 + now.getMinutes(),
        place: { name: '', address: '' },
        timeZone: timeZoneHere(),
        people: [],
      },
      newId,
    )
    const camera = Object.keys(cameras).length === 0 ? [createRecord('camera', { letter: 'A' }, newId<'camera'>())] : []
    if (commitOrSay('Begin today’s log', [...(changes as readonly PlainChange[]), ...camera])) chooseDay(dayId)
  }
  return (
    <Empty says="Roll logs what really happens. Nothing needs to be planned for it.">
      {rights.plan ? (
        <Button kind="main" onClick={begin}>
          Begin today’s log
        </Button>
      ) : (
        <Text color="soft">Somebody who plans begins the day.</Text>
      )}
    </Empty>
  )
}

/** A tick is not typed into: space rolls wherever the hand was last. */
const isTypedInto = (target: HTMLElement) =>
  /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) && (target as HTMLInputElement).type !== 'checkbox'

const write = (label: string, changes: readonly PlainChange[]) => {
  commitOrSay(label, changes)
}

function Roll({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const rights = useRights()
  const clock = setClock(production, dayPlan.day, dayPlan.place.timeZone)
  const slate = useSlate(dayPlan)
  const { rolling, last, subject, runs, unitId } = slate
  const { shots } = subject
  const nowMs = useBoxTime(0.2)
  const one = shots.length === 1 ? shots[0] : undefined
  const differing = useMemo(
    () => setUpCard(production, null, one ? { shotId: one.id, setupId: one.setupId } : null).differing,
    [production, one],
  )
  const { devices, arm, setStays } = useDevices(subject, runs, dayPlan.day.id, nowMs)
  const [noting, setNoting] = useState(false)
  const callUp = useRef<HTMLInputElement>(null)
  const once = shots.some((s) => s.onceOnly)
  const where = { dayId: dayPlan.day.id, unitId }
  const runPlace: RunPlace = { ...where, takeId: rolling?.take.id ?? null }
  const armed = (device: Device): Armed => ({
    device: device.ref,
    cardId: device.card.card?.id ?? null,
    stays: device.stays,
  })

  const happens = (state: TakeState, type: RecordOf<'takeEvent'>['type'], text = '') =>
    write(`${state.take.slate} take ${state.take.number}: ${type}`, [takeHappens(pen(), clock, state, type, text)])
  const roll = () =>
    write(
      `Roll ${subject.slate} take ${slate.number}`,
      rollTake(
        pen(),
        clock,
        {
          ...where,
          slate: subject.slate,
          number: slate.number,
          orderItemId: subject.itemId,
          shotIds: shots.map((s) => s.id),
        },
        devices.filter((d) => d.on).map(armed),
        runs,
      ),
    )
  const rollWild = () => {
    const recorders = devices.filter((d) => d.ref.kind === 'recorder')
    const chosen = recorders.some((r) => r.on) ? recorders.filter((r) => r.on) : recorders.slice(0, 1)
    const wild = slate.states.filter((s) => s.take.wild).length
    const name = `W${wild + 1}`
    write(
      `Roll ${name} take 1`,
      // It belongs to what is on the slate, and to the room it stands in.
      rollTake(
        pen(),
        clock,
        {
          ...where,
          slate: name,
          number: 1,
          wild: true,
          shotIds: shots.map((s) => s.id),
          spotId: spotOf(production, shots),
        },
        chosen.map(armed),
        runs.filter((run) => run.device.kind === 'recorder'),
      ),
    )
  }
  const cut = rolling
    ? () => write(`${rolling.take.slate} take ${rolling.take.number}: cut`, cutTake(pen(), clock, rolling, runs))
    : null
  const guarded = rolling !== undefined && !rolling.take.wild && once
  const held = useHeld(cut ?? roll, guarded)
  /** Each thing that can be done now; null while it cannot. */
  const actions = {
    rollOrCut: cut ?? roll,
    good: last ? () => happens(last, 'good') : null,
    noGood: last ? () => happens(last, 'no-good') : null,
    note: last ? () => setNoting(true) : null,
    wild: rolling || !devices.some((d) => d.ref.kind === 'recorder') ? null : rollWild,
    next: rolling || !slate.next ? null : () => slate.choose(slate.next!),
  }
  const taking = lastEntry(slate.states)
  useOwnUndo(rights.log && taking ? taking.label : null, () => {
    if (taking) write(taking.label, [taking.change(pen(), clock)])
  })
  const onKey = useEffectEvent((e: KeyboardEvent) => {
    const target = e.target as HTMLElement
    if (
      isTypedInto(target) ||
      target.closest?.('[role=menu], [role=dialog]') ||
      e.ctrlKey ||
      e.metaKey ||
      e.altKey ||
      !rights.log
    )
      return
    const key = e.key.toLowerCase()
    const nth = /^[1-9]$/.test(key) ? devices[Number(key) - 1] : undefined
    const byKey = new Map<string, (() => void) | null>([
      [' ', held.press],
      ['g', actions.good],
      ['n', actions.noGood],
      ['/', actions.note],
      ['w', actions.wild],
      ['s', actions.next],
      ['c', rolling ? null : () => callUp.current?.focus()],
      ...(nth ? [[key, () => deviceKey(nth)] as const] : []),
    ])
    const action = byKey.get(key)
    if (action === undefined) return
    // Whatever had the focus last: a key of the set is never taken for a press on it.
    e.preventDefault()
    e.stopPropagation()
    // A key that is held down is one press: a thumb that rests on space must not cut what it has just rolled.
    if (!e.repeat) action?.()
  })
  useEffect(() => {
    const listen = (e: KeyboardEvent) => onKey(e)
    window.addEventListener('keydown', listen, true)
    return () => window.removeEventListener('keydown', listen, true)
  }, [])
  const deviceActions: DeviceActions = {
    arm,
    stays: setStays,
    start: (device) => write(`${device.letter} rolls`, [startRun(pen(), clock, armed(device), runPlace)]),
    battery: (device) => write(`Fresh battery in ${device.letter}`, [changeBattery(pen(), device.ref)]),
    noBattery: (device, { changeId }) =>
      write(`No fresh battery in ${device.letter}`, [batteryNotChanged(pen(), device.ref, changeId)]),
    stop: (device, run) => write(`${device.letter} stops`, stopRuns(pen(), clock, [run], 'key')),
    card: (device, cardId, what) => write(...cardGoes(pen(), clock, device, cardId, what, runPlace)),
  }
  const deviceKey = (device: Device) => {
    if (device.run) deviceActions.stop(device, device.run)
    else if (rolling) deviceActions.start(device)
    else arm(device, !device.on)
  }

  const cautions = production.setup[shots[0]?.setupId ?? '']?.cautions ?? []
  const wrong = rolling || !rights.log ? [] : beforeItRolls(devices, subject, production.production, differing)
  return (
    <Flex direction={{ base: 'column', lg: 'row' }} gap="20px" minH="100%">
      <Flex direction="column" flex="1" minW={0}>
        <Flex
          justify="space-between"
          align="end"
          wrap="wrap"
          gap="4px 24px"
          pb={{ base: '6px', md: '12px' }}
          borderBottom="1px solid"
          borderColor="line"
        >
          <Flex gap="26px" minW={0}>
            <Large
              name={
                subject.codes === ''
                  ? 'slate'
                  : subject.slate === subject.codes
                    ? 'shot'
                    : `slate, shot ${subject.codes}`
              }
            >
              {rolling?.take.wild ? rolling.take.slate : subject.slate}
            </Large>
            <Large name="take" data-take-number>
              {rolling?.take.wild ? 1 : slate.number}
            </Large>
          </Flex>
          <ClockFace clock={clock} />
        </Flex>
        <Flex align="center" gap="4px 10px" mt={{ base: '6px', md: '12px' }} wrap="wrap">
          {rolling ? (
            <Tag tone="stop">
              rolling <Since start={rolling.take.startTimecode} clock={clock} />
            </Tag>
          ) : (
            <Tag tone="plain">standing by</Tag>
          )}
          {once && <Tag tone="stop">once only</Tag>}
          <Text fontWeight={600}>{subject.title}</Text>
          {cautions.length > 0 && <Text color="watch">take care: {cautions.join(', ')}</Text>}
          {/* What G, N and a note speak of once it has been cut. */}
          {last && !rolling && (
            <Text color="soft" ml={{ md: 'auto' }} data-last-take>
              last {last.take.slate}
              {last.take.wild ? '' : ` take ${last.take.number}`}
              {last.verdict === 'open' ? '' : `, ${last.verdict === 'good' ? 'good' : 'no good'}`}
            </Text>
          )}
        </Flex>
        {wrong.length > 0 && <BeforeItRolls wrong={wrong} loud={once} />}
        {!rolling && shots[0]?.setupId && (
          <SetupSteps setupId={shots[0].setupId} dayId={dayPlan.day.id} states={slate.states} />
        )}
        <Devices devices={devices} takeRolls={rolling !== undefined} clock={clock} actions={deviceActions} />
        <RunAxis devices={devices} log={production} dayId={dayPlan.day.id} dayClock={dayPlan.clock} nowMs={nowMs} />
        {!rolling && rights.log && (
          <Flex gap="8px 16px" wrap="wrap" align="flex-start">
            <CallUp slate={slate} input={callUp} />
            <Box mt="8px" display="flex" flex="1">
              <ShotWords slate={slate} dayId={dayPlan.day.id} />
            </Box>
          </Flex>
        )}
        <Text mt="8px" color="soft" display={{ base: 'block', lg: 'none' }}>
          {slate.pace.done} of {slate.pace.planned} shots done
          {slate.onTheDay ? `, ${paceWords(slate.pace.behindMin)}` : ''}
        </Text>
        {noting && last && (
          <TakeNote
            about={`${last.take.slate} take ${last.take.number}`}
            onKeep={(text) => happens(last, 'note', text)}
            onClose={() => setNoting(false)}
          />
        )}
        <Box display={{ base: 'block', lg: 'none' }} mt="6px" fontSize="small">
          <TakeList states={slate.states} clock={clock} most={5} />
        </Box>
        {rights.log && <TakeKeys rolling={rolling !== undefined} held={held} actions={actions} />}
        <AsPlanned shots={shots} />
      </Flex>
      <DayAside dayPlan={dayPlan} slate={slate} clock={clock} />
    </Flex>
  )
}

/** A card that moves while its device records ends one run and begins the next: the device goes on on the other card. */
function cardGoes(
  now: Pen,
  clock: SetClock,
  device: Device,
  cardId: Id<'card'>,
  what: 'in' | 'out' | 'formatted',
  where: RunPlace,
): [label: string, changes: PlainChange[]] {
  const { run, card } = device
  const before = card.card
  const out = what === 'in' && before && before.id !== cardId ? [moveCard(now, before.id, device.ref, 'out')] : []
  const moves = [...out, moveCard(now, cardId, device.ref, what)]
  const label = `Card of ${device.letter}: ${what === 'in' ? 'another one in' : what}`
  if (!run || run.cardId === (what === 'in' ? cardId : null)) return [label, moves]
  const stops = stopRuns(now, clock, [run], 'card full')
  if (what !== 'in') return [label, [...stops, ...moves]]
  return [label, [...stops, ...moves, startRun(now, clock, { device: device.ref, cardId, stays: device.stays }, where)]]
}

const spotOf = (production: ReturnType<typeof useProduction>, shots: readonly RecordOf<'shot'>[]) => {
  const [shot] = shots
  const spotId = production.setup[shot?.setupId ?? '']?.spotId ?? production.scene[shot?.sceneId ?? '']?.spotId ?? null
  return spotId ? asId<'spot'>(spotId) : null
}

/** What is wrong with what is about to roll: large for what cannot be had again. */
function BeforeItRolls({ wrong, loud }: { wrong: readonly string[]; loud: boolean }) {
  if (loud)
    return (
      <Box role="alert" bg="stopTint" borderLeft="4px solid" borderColor="stop" px="12px" py="8px" mt="8px" data-before>
        <Text fontSize={{ base: 'large', md: 'title' }} fontWeight={700} color="stop" lineHeight="1.2">
          {wrong.join(' ')}
        </Text>
      </Box>
    )
  return (
    <Text color="watch" mt="6px" fontWeight={600} data-before>
      {wrong.join(' ')}
    </Text>
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
  <Box minW={0}>
    <Text color="faint" fontSize="small">
      {name}
    </Text>
    <Text
      fontSize={{ base: '48px', md: '58px' }}
      fontWeight={700}
      lineHeight="1"
      letterSpacing="-0.02em"
      truncate
      {...mark}
    >
      {children}
    </Text>
  </Box>
)

function ClockFace({ clock }: { clock: SetClock }) {
  const box = useTimecodeBox()
  return (
    <Box textAlign={{ md: 'right' }}>
      <Text color="faint" fontSize="small" display={{ base: 'none', md: 'block' }}>
        {rateName(clock.rate)} fps, time of day, {box?.name ?? 'this device'}
      </Text>
      <RunningTimecode clock={clock} />
    </Box>
  )
}
