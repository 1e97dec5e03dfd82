import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { blank, type RecordOf } from '@kavrell/contract'
import { pace, shotsDone, slateFor, takeStates, type TakeState } from '@kavrell/core/pace'
import { slateOf } from '@kavrell/core/production'
import { type DayPlan, masterDeliverable } from '@kavrell/core/snags'
import { instantAt, minuteOfDay } from '@kavrell/core/sun'
import {
  differenceFrames,
  formatTimecode,
  frameOfDayClock,
  type FrameRate,
  rateName,
  secondsOfFrames,
} from '@kavrell/core/timecode'
import { useEffect, useEffectEvent, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { stamp, useBoxTime, useClockMeasurement, useTimecodeBox } from '../../store/clock.ts'
import { commit, say } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { clock, minutesSeconds } from '../../ui/format.ts'
import { Button, Empty, Tag } from '../../ui/parts.tsx'
import { Input } from '../../ui/RecordField.tsx'
import { setupColour } from '../../ui/theme.ts'
import { useDay } from '../../ui/useDay.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { counted } from '@kavrell/core/formats'

const NO_RATE: FrameRate = { num: 25, den: 1, drop: false }

/** The slate, the running timecode, and one key for each thing that happens to a take. */
export function RollScreen() {
  const { plan } = useDay()
  if (!plan || plan.timeline.shots === 0)
    return <Empty says="Roll logs the takes of a day’s order. Put shots in Order first." />
  return <Roll plan={plan} />
}

function Roll({ plan }: { plan: DayPlan }) {
  const production = useProduction()
  const rights = useRights()
  const box = useTimecodeBox()
  const nowMs = useBoxTime(25)
  const { day, place, timeline } = plan
  const master = masterDeliverable(production)
  const rate: FrameRate = master ? { num: master.rateNum, den: master.rateDen, drop: master.dropFrame } : NO_RATE
  const timecodeAt = (ms: number) =>
    formatTimecode(frameOfDayClock(secondsOfDay(ms, day.date, place.timeZone), rate), rate)
  const states = takeStates(production, day.id)
  const done = shotsDone(states)
  const nowMin = minuteOfDay(nowMs, day.date, place.timeZone)
  const onTheDay = nowMin >= 0 && nowMin < 2880
  const standing = pace(timeline, done, onTheDay ? nowMin : timeline.startMin)
  const [chosen, setChosen] = useState<string | null>(null)
  useRibbonRow((row) => setChosen(row.itemId))
  const items = plan.items.filter((i) => i.type === 'shots' && i.shotIds.length > 0) as RecordOf<'orderItem'>[]
  const rolling = states.filter((s) => s.cutAt === null && s.verdict === 'open').at(-1)
  const current =
    items.find(
      (i) => i.id === (rolling && !rolling.take.wild ? (rolling.take as RecordOf<'take'>).orderItemId : chosen),
    ) ??
    items.find((i) => i.id === standing.nextItemId) ??
    items[0]!
  const shots = current.shotIds.flatMap((id) => production.shot[id] ?? [])
  const slate = slateFor(production, current)
  const codes = slateOf(shots.map((s) => s.code))
  // Takes go on counting when a shot is taken up again on another day.
  const taken = Object.values(production.take).filter((take) => take.slate === slate)
  const number = rolling && !rolling.take.wild ? rolling.take.number : taken.length + 1
  const plannedCameras = [...new Set(shots.flatMap((s) => s.cameraId ?? []))]
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const [extra, setExtra] = useState<ReadonlySet<string>>(new Set())
  const cameras = Object.values(production.camera).sort((a, b) => (a.letter < b.letter ? -1 : 1))
  const recorders = Object.values(production.recorder).sort((a, b) => (a.letter < b.letter ? -1 : 1))
  const isOn = (id: string, planned: boolean) => (planned ? !off.has(id) : extra.has(id))
  const toggle = (id: string, planned: boolean) => {
    const set = new Set(planned ? off : extra)
    if (!set.delete(id)) set.add(id)
    if (planned) setOff(set)
    else setExtra(set)
  }
  const onCameras = cameras.filter((c) => isOn(c.id, plannedCameras.includes(c.id)))
  const onRecorders = recorders.filter((r) => isOn(r.id, current.recorderIds.includes(r.id)))
  const cardIn = (match: (card: RecordOf<'card'>) => boolean) =>
    Object.values(production.card)
      .filter(match)
      .sort((a, b) => lastUsed(b.id).localeCompare(lastUsed(a.id)) || (a.label < b.label ? -1 : 1))[0]
  const lastUsed = (cardId: string) =>
    Object.values(production.take)
      .filter((t) => t.cardIds.includes(cardId))
      .map((t) => t.startedAt)
      .sort()
      .at(-1) ?? ''
  const cardOf = (id: string, kind: 'camera' | 'recorder') =>
    cardIn((card) => (kind === 'camera' ? card.cameraId : card.recorderId) === id)
  const [note, setNote] = useState<string | null>(null)

  const log = (label: string, changes: Parameters<typeof commit>[1]) => {
    const refused = commit(label, changes)
    if (refused) say(refused, 'stop')
  }
  const event = (take: TakeState, type: RecordOf<'takeEvent'>['type'], text = '') => {
    const { at, atMs, deviceAt } = stamp()
    const timecode = timecodeAt(atMs)
    const entry = (t: typeof type, words = '') => ({
      op: 'create' as const,
      kind: 'takeEvent',
      id: uuidv7(),
      fields: blank('takeEvent', {
        takeId: take.take.id,
        type: t,
        timecode,
        text: words,
        happenedAt: at,
        deviceAt,
      }),
    })
    // A verdict on a take that still rolls cuts it too: nobody judges before the cut.
    log(`${take.take.slate} take ${take.take.number}: ${type}`, [
      ...(take.cutAt === null && type !== 'note' && type !== 'cut' ? [entry('cut')] : []),
      entry(type, text),
    ])
  }
  const start = (wild: boolean) => {
    const { at, atMs, deviceAt } = stamp()
    const common = {
      dayId: day.id,
      startTimecode: timecodeAt(atMs),
      rateNum: rate.num,
      rateDen: rate.den,
      dropFrame: rate.drop,
      startedAt: at,
      deviceAt,
    }
    const wilds = states.filter((s) => s.take.wild).length
    const sound = wild && onRecorders.length === 0 ? recorders.slice(0, 1) : onRecorders
    const cards = [
      ...(wild ? [] : onCameras.map((c) => cardOf(c.id, 'camera'))),
      ...sound.map((r) => cardOf(r.id, 'recorder')),
    ].flatMap((c) => c?.id ?? [])
    const fields = wild
      ? blank('take', {
          ...common,
          slate: `W${wilds + 1}`,
          number: 1,
          wild: true,
          recorderIds: sound.map((r) => r.id),
          cardIds: cards,
        })
      : blank('take', {
          ...common,
          slate,
          number,
          orderItemId: current.id,
          shotIds: shots.map((s) => s.id),
          cameraIds: onCameras.map((c) => c.id),
          recorderIds: sound.map((r) => r.id),
          cardIds: cards,
        })
    log(`Roll ${fields.slate} take ${fields.number}`, [{ op: 'create', kind: 'take', id: uuidv7(), fields }])
  }
  const last = rolling ?? states.at(-1)
  const startOrCut = () => {
    if (rolling) event(rolling, 'cut')
    else start(false)
  }
  const verdict = (type: 'good' | 'no-good') => {
    if (last) event(last, type)
  }
  const next = () => {
    const at = items.indexOf(current)
    setChosen(items[Math.min(items.length - 1, at + 1)]!.id)
  }

  const onKey = useEffectEvent((e: KeyboardEvent) => {
    const target = e.target as HTMLElement
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || e.ctrlKey || e.metaKey || e.altKey || !rights.log) return
    const actions: Record<string, () => void> = {
      ' ': startOrCut,
      g: () => verdict('good'),
      n: () => verdict('no-good'),
      '/': () => {
        if (last) setNote('')
      },
      w: () => {
        if (!rolling) start(true)
      },
      s: () => {
        if (!rolling) next()
      },
    }
    const action = actions[e.key.toLowerCase()]
    if (!action) return
    e.preventDefault()
    // A key that is held down is one press: a thumb that rests on space must not cut what it has just rolled.
    if (!e.repeat) action()
  })
  useEffect(() => {
    const listen = (e: KeyboardEvent) => onKey(e)
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])

  const behind = Math.round(standing.behindMin)
  const once = shots.some((s) => s.onceOnly)
  const rolledFor = rolling ? differenceFrames(rolling.take.startTimecode, timecodeAt(nowMs), rate) : null
  const running = rolledFor?.ok ? minutesSeconds(secondsOfFrames(rolledFor.value, rate)) : null
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
            <Box>
              <Text color="faint" fontSize="13px">
                {slate === codes ? 'shot' : `slate, shot ${codes}`}
              </Text>
              <Text fontSize={{ base: '54px', md: '58px' }} fontWeight={700} lineHeight="1" letterSpacing="-0.02em">
                {rolling?.take.wild ? rolling.take.slate : slate}
              </Text>
            </Box>
            <Box>
              <Text color="faint" fontSize="13px">
                take
              </Text>
              <Text fontSize={{ base: '54px', md: '58px' }} fontWeight={700} lineHeight="1" data-take-number>
                {rolling?.take.wild ? 1 : number}
              </Text>
            </Box>
          </Flex>
          <Box textAlign={{ md: 'right' }}>
            <Text color="faint" fontSize="13px">
              {rateName(rate)} fps, time of day, {box?.name ?? 'this device'}
            </Text>
            <Text
              fontFamily="mono"
              fontSize={{ base: '42px', md: '48px' }}
              lineHeight="1.05"
              letterSpacing="-0.03em"
              data-timecode
            >
              {timecodeAt(nowMs)}
            </Text>
          </Box>
        </Flex>
        <Flex align="center" gap="10px" mt="12px" wrap="wrap">
          {rolling ? <Tag tone="stop">rolling {running}</Tag> : <Tag tone="plain">standing by</Tag>}
          {once && <Tag tone="stop">once only</Tag>}
          <Text fontWeight={600}>{current.title || shots[0]?.sees}</Text>
          {cautions.length > 0 && <Text color="watch">take care: {cautions.join(', ')}</Text>}
          {last && !rolling && (
            <Text color="soft" ml={{ md: 'auto' }} data-last-take>
              {/* What G, N and a note speak of, while the slate is on the next one already. */}
              last {last.take.slate}
              {last.take.wild ? '' : ` take ${last.take.number}`}
              {last.verdict === 'open' ? '' : `, ${last.verdict === 'good' ? 'good' : 'no good'}`}
            </Text>
          )}
        </Flex>
        <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(auto-fill, minmax(170px, 1fr))' }} gap="10px" mt="14px">
          {[
            ...cameras.map((c) => ({
              id: c.id,
              letter: c.letter,
              planned: plannedCameras.includes(c.id),
              card: cardOf(c.id, 'camera'),
              shot: shots.find((s) => s.cameraId === c.id),
            })),
            ...recorders.map((r) => ({
              id: r.id,
              letter: r.letter,
              planned: current.recorderIds.includes(r.id),
              card: cardOf(r.id, 'recorder'),
              shot: undefined,
            })),
          ].map((device) => {
            const on = rolling
              ? [...rolling.take.cameraIds, ...rolling.take.recorderIds].includes(device.id)
              : isOn(device.id, device.planned)
            const missing = device.planned && !on
            return (
              <Box
                asChild
                key={device.id}
                textAlign="left"
                p="9px 11px"
                minH="62px"
                border="1px solid"
                borderColor={missing ? 'stop' : on ? 'action' : 'line'}
                bg={missing ? 'stopTint' : on ? 'tint' : 'leaf'}
                borderRadius="3px"
              >
                <button
                  type="button"
                  disabled={rolling !== undefined || !rights.log}
                  aria-pressed={on}
                  onClick={() => toggle(device.id, device.planned)}
                >
                  <Flex align="baseline">
                    <Text as="span" fontSize="20px" fontWeight={700}>
                      {device.letter}
                    </Text>
                    <Text
                      as="span"
                      ml="auto"
                      fontWeight={600}
                      fontSize="13px"
                      color={missing ? 'stop' : on ? (rolling ? 'safe' : 'action') : 'faint'}
                    >
                      {rolling && on ? running : on ? 'will roll' : device.planned ? 'not rolling' : 'off'}
                    </Text>
                  </Flex>
                  <Text fontSize="12.5px" color="soft" truncate>
                    {[
                      device.card ? `card ${device.card.label}` : 'no card',
                      device.shot ? `${device.shot.code}, ${device.shot.focalLengthMm} mm` : '',
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </Text>
                </button>
              </Box>
            )
          })}
        </Grid>
        <Text mt="12px" color="soft" display={{ base: 'block', lg: 'none' }}>
          {standing.done} of {standing.planned} shots good
          {behind !== 0 ? `, ${Math.abs(behind)} min ${behind > 0 ? 'behind' : 'ahead'}` : ', on time'}
        </Text>
        {note !== null && (
          <Flex gap="8px" mt="14px">
            <Input
              autoFocus
              aria-label="Note on the take"
              placeholder={last ? `Note on ${last.take.slate} take ${last.take.number}` : 'Note'}
              value={note}
              onChange={(e) => setNote(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && note.trim() && last) {
                  event(last, 'note', note.trim())
                  setNote(null)
                }
                if (e.key === 'Escape') setNote(null)
              }}
            />
            <Button
              onClick={() => {
                if (note.trim() && last) event(last, 'note', note.trim())
                setNote(null)
              }}
            >
              Keep note
            </Button>
          </Flex>
        )}
        {rights.log && (
          <Grid
            templateColumns={{ base: 'repeat(3, 1fr)', md: '1.6fr 1fr 1fr 1fr 1.2fr 1.2fr' }}
            gap="10px"
            mt={{ base: 'auto', md: '18px' }}
            pt="14px"
          >
            <Big
              order={{ base: 5, md: 0 }}
              stop={rolling !== undefined}
              main
              span={3}
              onClick={startOrCut}
              keyName="space"
            >
              {rolling ? 'Cut' : 'Roll'}
            </Big>
            <Big onClick={() => verdict('good')} disabled={!last} keyName="G">
              Good
            </Big>
            <Big onClick={() => verdict('no-good')} disabled={!last} keyName="N">
              No good
            </Big>
            <Big onClick={() => setNote('')} disabled={!last} keyName="/">
              Note
            </Big>
            <Big onClick={() => start(true)} disabled={rolling !== undefined} keyName="W">
              Wild sound
            </Big>
            <Big onClick={next} disabled={rolling !== undefined} keyName="S" span={2}>
              Next shot
            </Big>
          </Grid>
        )}
      </Flex>
      <Box
        w={{ base: 'auto', lg: '350px' }}
        borderLeft={{ lg: '1px solid' }}
        borderColor={{ lg: 'line' }}
        pl={{ lg: '18px' }}
      >
        <Text fontSize="28px" fontWeight={700} lineHeight="1.1">
          {standing.done} of {standing.planned}{' '}
          <Text as="span" fontSize="14px" fontWeight={400} color="soft">
            shots good, {counted(states.filter((s) => !s.take.wild).length, 'take')}
          </Text>
        </Text>
        <Text fontWeight={600} color={behind > 0 ? 'watch' : 'safe'} data-pace>
          {!onTheDay
            ? `The box does not show ${day.title}; pace is not counted.`
            : behind > 0
              ? `${behind} min behind the order`
              : behind < 0
                ? `${-behind} min ahead of the order`
                : 'on the order'}
        </Text>
        {box && rights.plan && <SetBox box={box} day={day} zone={place.timeZone} nowMs={nowMs} />}
        <Text fontWeight={700} mt="18px" mb="4px">
          Order
        </Text>
        {items
          .filter((i) => !i.shotIds.every((id) => done.has(id)))
          .slice(0, 5)
          .map((item) => {
            const own = item.shotIds.flatMap((id) => production.shot[id] ?? [])
            const row = timeline.rows.find((r) => r.kind === 'shots' && r.itemId === item.id)
            const setup = production.setup[own[0]?.setupId ?? '']
            return (
              <Box
                asChild
                key={item.id}
                display="grid"
                gridTemplateColumns="8px 56px 1fr 48px"
                gap="8px"
                w="100%"
                minH="36px"
                alignItems="center"
                textAlign="left"
                borderBottom="1px solid"
                borderColor="line"
                bg={item.id === current.id ? 'leaf' : undefined}
              >
                <button type="button" disabled={rolling !== undefined} onClick={() => setChosen(item.id)}>
                  <Box as="span" alignSelf="stretch" bg={setup ? setupColour(setup.colour) : 'line'} />
                  <b>{slateOf(own.map((s) => s.code))}</b>
                  <Text as="span" truncate>
                    {item.title || own[0]?.sees}
                  </Text>
                  <Text as="span" fontFamily="mono" color="soft">
                    {row ? clock(row.startMin) : ''}
                  </Text>
                </button>
              </Box>
            )
          })}
        <Text fontWeight={700} mt="18px" mb="4px">
          Takes
        </Text>
        {[...states]
          .reverse()
          .slice(0, 9)
          .map((s) => {
            const length = s.cutTimecode
              ? differenceFrames(s.take.startTimecode, s.cutTimecode, {
                  num: s.take.rateNum,
                  den: s.take.rateDen,
                  drop: s.take.dropFrame,
                })
              : null
            return (
              <Grid
                key={s.take.id}
                templateColumns="48px 20px 56px 44px 1fr"
                gap="8px"
                py="6px"
                borderBottom="1px solid"
                borderColor="line"
                data-logged={`${s.take.slate}/${s.take.number}`}
              >
                <Text fontWeight={700}>{s.take.slate}</Text>
                <Text>{s.take.wild ? '–' : s.take.number}</Text>
                <Text
                  color={
                    s.verdict === 'good' ? 'safe' : s.verdict === 'no-good' ? 'stop' : s.take.wild ? 'watch' : 'soft'
                  }
                >
                  {s.take.wild
                    ? 'wild'
                    : s.verdict === 'no-good'
                      ? 'no good'
                      : s.verdict === 'open'
                        ? s.cutAt
                          ? '—'
                          : 'rolling'
                        : s.verdict}
                </Text>
                <Text fontFamily="mono" fontSize="13px">
                  {length?.ok ? minutesSeconds(secondsOfFrames(length.value, rate)) : ''}
                </Text>
                <Text color="soft" truncate title={s.notes.join('; ')}>
                  {s.notes.join('; ')}
                </Text>
              </Grid>
            )
          })}
      </Box>
    </Flex>
  )
}

function Big({
  children,
  keyName,
  onClick,
  disabled,
  stop,
  main,
  order,
  span,
}: {
  children: string
  keyName: string
  onClick: () => void
  disabled?: boolean
  stop?: boolean
  main?: boolean
  order?: { base: number; md: number }
  span?: number
}) {
  return (
    <Box
      asChild
      order={order}
      gridColumn={span ? { base: `span ${span}`, md: 'auto' } : undefined}
      minH={{ base: main ? '92px' : '52px', md: '52px' }}
      border={main ? '2px solid' : '1px solid'}
      borderColor={stop ? 'stop' : main ? 'action' : 'line'}
      bg={stop ? 'stopTint' : main ? 'action' : 'leaf'}
      color={stop ? 'stop' : main ? 'onAction' : 'ink'}
      borderRadius="3px"
      fontWeight={700}
      fontSize={main ? { base: '28px', md: '18px' } : '15px'}
      _disabled={{ opacity: 0.45 }}
      css={{ touchAction: 'manipulation' }}
    >
      <button type="button" disabled={disabled} onClick={onClick}>
        {children}{' '}
        <Text as="span" fontFamily="mono" fontSize="12px" fontWeight={400} display={{ base: 'none', md: 'inline' }}>
          {keyName}
        </Text>
      </button>
    </Box>
  )
}

/** The box is set to a time of day: by the device's clock, or by hand to rehearse. */
function SetBox({
  box,
  day,
  zone,
  nowMs,
}: {
  box: RecordOf<'timecodeBox'>
  day: { date: string }
  zone: string
  nowMs: number
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const measured = useClockMeasurement()
  const set = (offsetMs: number) => {
    const refused = commit(`Set ${box.name}`, [
      {
        op: 'update',
        kind: 'timecodeBox',
        id: box.id,
        fields: { offsetMs, setAt: new Date(Date.now() + measured.serverAheadMs).toISOString() },
      },
    ])
    if (refused) say(refused, 'stop')
    setTyped(null)
  }
  const byHand = () => {
    const match = /^(\d{1,2}):(\d{2})$/.exec(typed ?? '')
    if (!match || Number(match[1]) > 23 || Number(match[2]) > 59) {
      say('A time of day looks like 09:33.', 'stop')
      return
    }
    // What the box shows now has drifted since it was set.
    set(
      (measured.box?.aheadMs ?? box.offsetMs) +
        instantAt(day.date, Number(match[1]) * 60 + Number(match[2]), zone) -
        nowMs,
    )
  }
  if (typed === null)
    return (
      <Button kind="quiet" px="0" onClick={() => setTyped('')}>
        Set the box
      </Button>
    )
  return (
    <Flex gap="6px" mt="6px">
      <Input
        aria-label="Time of day for the box"
        placeholder="09:33"
        w="84px"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') byHand()
        }}
      />
      <Button onClick={byHand}>Set</Button>
      <Button onClick={() => set(0)}>To this clock</Button>
    </Flex>
  )
}

const secondsOfDay = (ms: number, date: string, zone: string): number => {
  const minute = minuteOfDay(Math.floor(ms / 1000) * 1000, date, zone)
  const seconds = (((minute * 60) % 86400) + 86400) % 86400
  return Math.round(seconds) + (ms % 1000) / 1000
}
