import { Box, Flex, Text } from '@chakra-ui/react'
import { useDrag } from '@use-gesture/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { newRanks } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useDateOrder, useProduction, useRights } from '../../store/selectors.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { skyBackground } from '../../ui/sky.ts'
import { setupColour } from '../../ui/theme/theme.ts'
import {
  cameraLanes,
  consequencesOf,
  type DayPlan,
  dayPlans,
  moveEntries,
  sayConsequences,
  type TimelineRow,
  withoutEntries,
  writtenMin,
} from '@kavrell/core/day'
import { asId, type OrderItem, type Production } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { dateText } from '@kavrell/core/text'

/** Percent that a letter of a label needs at the narrowest desk, and a small one. */
const LETTER_SHARE = 0.9
const SMALL_SHARE = 0.66
/** On a phone the days are drawn so wide and scrolled. */
const NARROWEST_PX = 860
const HATCH = 'repeating-linear-gradient(135deg, {colors.line} 0 3px, transparent 3px 6px)'

/** Where entries would be put: a day, and before which of those that stay there. */
interface Aim {
  readonly dayId: string
  readonly index: number
}

/** From the first call to the last wrap of all days, in minutes after each day's own midnight, on whole hours. */
function spanOf(plans: readonly DayPlan[]): readonly [number, number] {
  const from = Math.min(...plans.map(({ timeline }) => timeline.startMin))
  const until = Math.max(...plans.map(({ timeline }) => timeline.wrapMin))
  return [Math.floor((from - 20) / 60) * 60, Math.ceil((until + 40) / 60) * 60]
}

/**
 * The days side by side as time: the same hour stands under the same hour. Entries are taken, several at once, and put
 * elsewhere by drag or by keys; what that does to the days is told before they are let go.
 */
export function OrderTimes({ dayId, onOpen }: { dayId: string; onOpen: (itemId: string, dayId: string) => void }) {
  const production = useProduction()
  const rights = useRights()
  const plans = dayPlans(production)
  const span = useMemo(() => spanOf(plans), [plans])
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set())
  const [aim, setAim] = useState<Aim | null>(null)
  const board = useRef<HTMLDivElement>(null)
  /** What was moved by keys has the focus again, wherever it is drawn now. */
  const focusOn = useRef<string | null>(null)
  useEffect(() => {
    const id = focusOn.current
    focusOn.current = null
    if (id) board.current?.querySelector<HTMLElement>(`[data-entry="${id}"]`)?.focus()
  }, [production])
  const items = plans.flatMap((plan) => plan.items)
  const held = items.filter((item) => taken.has(item.id))
  const nameOf = (item: OrderItem) =>
    slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title || item.type
  const names = held.map(nameOf).join(', ')
  const changesTo = ({ dayId: to, index }: Aim, ids: readonly string[]) =>
    moveEntries(production, ids, asId(to), index, newRanks)
  const put = (to: Aim, ids: readonly string[] = [...taken]) => {
    const changes = changesTo(to, ids)
    const what = items.filter((item) => ids.includes(item.id)).map(nameOf).join(', ') // prettier-ignore
    if (changes.length > 0) commitOrSay(`Move ${what}`, changes)
  }
  const preview = useMemo(() => {
    if (!aim) return null
    const changes = changesTo(aim, [...taken])
    return changes.length === 0 ? '' : sayConsequences(consequencesOf(production, changes))
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is taken does not change while it is in the hand
  }, [production, aim?.dayId, aim?.index])
  const stayingOf = (plan: DayPlan, ids: ReadonlySet<string>) => plan.items.filter((item) => !ids.has(item.id))
  /** By keys: one place earlier or later, or to the day before or after at the same hour. */
  const step = (by: -1 | 1, ids: ReadonlySet<string>) => {
    const plan = plans.find((one) => one.items.some((item) => ids.has(item.id)))
    if (!plan) return
    const places = plan.items.flatMap((item, i) => (ids.has(item.id) ? [i] : []))
    const staying = stayingOf(plan, ids)
    const first = plan.items.slice(0, places[0]).filter((item) => !ids.has(item.id)).length
    put({ dayId: plan.day.id, index: Math.min(staying.length, Math.max(0, first + by)) }, [...ids])
  }
  const toDay = (to: DayPlan, ids: ReadonlySet<string>) => {
    const from = plans.find((one) => one.items.some((item) => ids.has(item.id)))
    const row = from?.timeline.rows.find((one) => 'itemId' in one && ids.has(one.itemId))
    if (row) put({ dayId: to.day.id, index: indexAt(to, row.startMin, ids) }, [...ids])
  }
  const takeOut = () => {
    const changes = withoutEntries(production, held.map((item) => item.id)) // prettier-ignore
    if (commitOrSay(`Take ${names} out`, changes)) setTaken(new Set())
  }
  const take = (id: string, more: boolean) =>
    setTaken((now) => {
      if (!more) return new Set([id])
      const next = new Set(now)
      if (!next.delete(id)) next.add(id)
      return next
    })
  const aimAt = (x: number, y: number, ids: ReadonlySet<string>): Aim | null => {
    const rows = [...(board.current?.querySelectorAll<HTMLElement>('[data-day-band]') ?? [])]
    const band = rows.find((row) => {
      const { top, bottom } = row.getBoundingClientRect()
      return y >= top && y <= bottom
    })
    const plan = plans.find((one) => one.day.id === band?.dataset.dayBand)
    if (!band || !plan) return null
    const { left, width } = band.getBoundingClientRect()
    const minute = span[0] + ((x - left) / width) * (span[1] - span[0])
    return { dayId: plan.day.id, index: indexAt(plan, minute, ids) }
  }
  const keep = (itemId: string) => {
    focusOn.current = itemId
  }
  const holds = { keep, taken, take, aimAt, setAim, put, step, plans, toDay, onOpen, mayPlan: rights.plan }
  const heldDay = plans.find((plan) => plan.items.some((item) => taken.has(item.id)))
  return (
    <Box ref={board}>
      <Flex gap="8px" align="center" minH="34px" wrap="wrap">
        {held.length === 0 ? (
          <Hint>
            Take an entry, or several with Ctrl; drag it, or press Alt with an arrow. Enter opens it in the list.
          </Hint>
        ) : (
          <>
            <Text fontWeight={700}>{names}</Text>
            {rights.plan && (
              <>
                <Button onClick={() => step(-1, taken)}>Earlier</Button>
                <Button onClick={() => step(1, taken)}>Later</Button>
                {plans
                  .filter((plan) => plan !== heldDay)
                  .map((plan) => (
                    <Button key={plan.day.id} onClick={() => toDay(plan, taken)}>
                      To {plan.day.title}
                    </Button>
                  ))}
                <Button kind="stop" onClick={takeOut}>
                  Take out
                </Button>
              </>
            )}
          </>
        )}
      </Flex>
      <Text role="status" minH="22px" fontWeight={600} color="action" data-consequence>
        {aim && (preview || 'Where it stands.')}
      </Text>
      <Box overflowX={{ base: 'auto', md: 'visible' }} tabIndex={-1}>
        <Box minW={{ base: `${NARROWEST_PX}px`, md: 0 }}>
          {plans.map((plan) => (
            <DayBand
              key={plan.day.id}
              plan={plan}
              production={production}
              span={span}
              isChosen={plan.day.id === dayId}
              aim={aim?.dayId === plan.day.id ? aim : null}
              holds={holds}
              nameOf={nameOf}
            />
          ))}
        </Box>
      </Box>
      <Flex gap="18px" mt="10px" color="soft" fontSize="note" wrap="wrap">
        <Key paint="ink" says="turning round" />
        <Key paint={HATCH} says="moving, building, changing rigs" />
        <Key paint="soft" says="works" />
        <Key paint="line" says="called, waits" />
      </Flex>
    </Box>
  )
}

const Key = ({ paint, says }: { paint: string; says: string }) => (
  <Flex align="center" gap="6px">
    <Box w="22px" h="10px" bg={paint.startsWith('repeating') ? undefined : paint} css={paint.startsWith('repeating') ? { background: paint } : undefined} border="1px solid" borderColor="line" />
    {says}
  </Flex>
) // prettier-ignore

/** Before which of the entries that stay a minute lies: those whose middle is past it come after. */
function indexAt(plan: DayPlan, minute: number, ids: ReadonlySet<string>): number {
  const staying = plan.items.filter((item) => !ids.has(item.id))
  const at = staying.findIndex((item) => {
    const row = plan.timeline.rows.find((one) => 'itemId' in one && one.itemId === item.id)
    return row !== undefined && (row.startMin + row.endMin) / 2 > minute
  })
  return at < 0 ? staying.length : at
}

interface Holds {
  readonly taken: ReadonlySet<string>
  readonly plans: readonly DayPlan[]
  readonly mayPlan: boolean
  readonly take: (id: string, more: boolean) => void
  readonly aimAt: (x: number, y: number, ids: ReadonlySet<string>) => Aim | null
  readonly setAim: (aim: Aim | null) => void
  readonly put: (to: Aim, ids?: readonly string[]) => void
  /** It has the focus once it has moved. */
  readonly keep: (itemId: string) => void
  readonly step: (by: -1 | 1, ids: ReadonlySet<string>) => void
  readonly toDay: (to: DayPlan, ids: ReadonlySet<string>) => void
  readonly onOpen: (itemId: string, dayId: string) => void
}

/** A day: its sky and its entries, and under them who is called and works, and which camera is used. */
function DayBand({
  plan,
  production,
  span,
  isChosen,
  aim,
  holds,
  nameOf,
}: {
  plan: DayPlan
  production: Production
  span: readonly [number, number]
  isChosen: boolean
  aim: Aim | null
  holds: Holds
  nameOf: (item: OrderItem) => string
}) {
  const { day, place, clock, timeline, calls } = plan
  const order = useDateOrder()
  const [from, until] = span
  const x = (minute: number) => `${((minute - from) / (until - from)) * 100}%`
  const wide = (a: number, b: number) => `${((b - a) / (until - from)) * 100}%`
  const sky = useMemo(
    () => skyBackground(clock.instant(from), clock.instant(until), 96, place),
    [clock, from, until, place],
  )
  const hours = Array.from({ length: Math.floor((until - from) / 120) }, (_, i) => Math.ceil(from / 120) * 120 + i * 120) // prettier-ignore
  const events = Object.values(production.fixedEvent).filter((event) => event.dayId === day.id)
  const outMin = day.outByMin === null ? null : writtenMin(clock, day, day.outByMin)
  const late = outMin !== null && timeline.wrapMin > outMin
  const people = calls.filter((call) => call.busy.length > 0)
  const cameras = cameraLanes(production, plan)
  const staying = plan.items.filter((item) => !holds.taken.has(item.id))
  const aimedRow = aim && timeline.rows.find((row) => 'itemId' in row && row.itemId === staying[aim.index]?.id)
  const aimMin = aim && (aimedRow ? aimedRow.startMin : timeline.lastEndMin)
  return (
    <Box mt="8px">
      <Flex gap="12px" align="baseline">
        <Text fontWeight={700} color={isChosen ? 'action' : undefined}>
          {day.title}
        </Text>
        <Text color="soft">
          {dateText(day.date, order)}, {place.name}. {timeline.turns} turns, {timeline.relights} relights
        </Text>
        <Text ml="auto" fontFamily="mono" fontWeight={700} color={late ? 'stop' : undefined}>
          wrap {clock.text(timeline.wrapMin)}
        </Text>
      </Flex>
      <Flex>
        <Box flex="1" position="relative" minW={0} data-day-band={day.id} bg="leaf" border="1px solid" borderColor="line">
          <Box position="absolute" inset="0" background={sky} opacity={0.22} aria-hidden />
          {hours.map((minute) => (
            <Box key={minute} position="absolute" top="0" bottom="0" left={x(minute)} borderLeft="1px solid" borderColor="line">
              <Text as="span" fontSize="tiny" color="soft" pl="3px">
                {clock.text(minute).slice(0, 5)}
              </Text>
            </Box>
          ))}
          {events.map((event) => (
            <Box
              key={event.id}
              position="absolute"
              top="0"
              h="4px"
              bg="ink"
              left={x(writtenMin(clock, day, event.startMin))}
              w={event.endMin === null ? '3px' : wide(writtenMin(clock, day, event.startMin), writtenMin(clock, day, event.endMin))}
              title={`${event.title} ${clock.text(writtenMin(clock, day, event.startMin))}`}
            />
          ))}
          <Box position="relative" h="46px" mt="16px" role="list" aria-label={`Order of ${day.title}`}>
            {timeline.rows.map((row) => (
              <Block key={'itemId' in row ? row.itemId : `${row.kind} ${row.beforeItemId}`} row={row} plan={plan} production={production} left={x(row.startMin)} share={((row.endMin - row.startMin) / (until - from)) * 100} holds={holds} nameOf={nameOf} />
            ))}
          </Box>
          <Box position="relative" pb="4px">
            {people.map((call) => (
              <LaneOf key={call.personId}>
                <Box position="absolute" h="7px" top="2px" bg="line" left={x(call.callMin)} w={wide(call.callMin, call.releaseMin)} />
                {call.busy.map((one) => (
                  <Box key={one.startMin} position="absolute" h="7px" top="2px" bg="ink" opacity={0.7} left={x(one.startMin)} w={wide(one.startMin, one.endMin)} />
                ))}
              </LaneOf>
            ))}
            {cameras.map((lane) => (
              <LaneOf key={lane.id}>
                {lane.busy.map((one) => (
                  <Box key={one.startMin} position="absolute" h="7px" top="2px" bg="soft" left={x(one.startMin)} w={wide(one.startMin, one.endMin)} />
                ))}
              </LaneOf>
            ))}
          </Box>
          {outMin !== null && <Box position="absolute" top="0" bottom="0" left={x(outMin)} borderLeft="2px dashed" borderColor={late ? 'stop' : 'faint'} title={`Out by ${clock.text(outMin)}`} />}
          {aimMin !== null && <Box position="absolute" top="0" bottom="0" left={x(aimMin)} borderLeft="3px solid" borderColor="action" data-aim />}
        </Box>
        <Box w="96px" pl="8px" pt="62px" fontSize="tiny" color="soft">
          {people.map((call) => (
            <Text key={call.personId} h="11px" lineHeight="11px" truncate>
              {production.person[call.personId]?.name.split(' ')[0]} {workShare(call)} %
            </Text>
          ))}
          {cameras.map((lane) => (
            <Text key={lane.id} h="11px" lineHeight="11px" truncate>
              camera {production.camera[lane.id]?.letter}
            </Text>
          ))}
        </Box>
      </Flex>
    </Box>
  )
} // prettier-ignore

const LaneOf = ({ children }: { children: React.ReactNode }) => (
  <Box position="relative" h="11px">
    {children}
  </Box>
)

const workShare = ({ callMin, releaseMin, busy }: DayPlan['calls'][number]): number =>
  Math.round((busy.reduce((sum, one) => sum + one.endMin - one.startMin, 0) / Math.max(1, releaseMin - callMin)) * 100)

function Block({
  row,
  plan,
  production,
  left,
  share,
  holds,
  nameOf,
}: {
  row: TimelineRow
  plan: DayPlan
  production: Production
  left: string
  share: number
  holds: Holds
  nameOf: (item: OrderItem) => string
}) {
  const width = `calc(${share}% - 1px)`
  if (!('itemId' in row)) {
    const isTurn = row.kind === 'change' && row.change.turn > 0 && row.change.move + row.change.relight === 0
    if (row.kind === 'wait') return null
    return (
      <Box position="absolute" top="0" h="40px" left={left} w={width} css={{ background: isTurn ? '{colors.ink}' : HATCH }} opacity={isTurn ? 0.75 : 1} />
    )
  } // prettier-ignore
  const item = plan.items.find((one) => one.id === row.itemId)!
  return <Entry item={item} row={row} plan={plan} production={production} left={left} width={width} share={share} holds={holds} name={nameOf(item)} />
} // prettier-ignore

/** An entry as long as it takes: taken, dragged, moved by keys. */
function Entry({
  item,
  row,
  plan,
  production,
  left,
  width,
  share,
  holds,
  name,
}: {
  item: OrderItem
  row: Extract<TimelineRow, { itemId: string }>
  plan: DayPlan
  production: Production
  left: string
  width: string
  share: number
  holds: Holds
  name: string
}) {
  const isTaken = holds.taken.has(item.id)
  const label = [name, row.kind].find((text) => share > text.length * SMALL_SHARE) ?? ''
  const isSmall = share <= label.length * LETTER_SHARE
  const setup = row.kind === 'shots' && row.setupId ? production.setup[row.setupId] : undefined
  const ids = isTaken ? holds.taken : new Set([item.id])
  const drag = useDrag(
    ({ first, last: ends, canceled, tap, xy: [x, y], event }) => {
      // A press that went nowhere takes the entry, by its click.
      if (tap) return
      if (first && !isTaken) holds.take(item.id, false)
      const isAway = canceled || event.type === 'pointercancel'
      const to = isAway ? null : holds.aimAt(x, y, ids)
      if (!ends) {
        holds.setAim(to)
        return
      }
      holds.setAim(null)
      if (to) holds.put(to, [...ids])
    },
    { enabled: holds.mayPlan, filterTaps: true, threshold: 5, pointer: { keys: false } },
  )()
  const { text } = plan.clock
  const onKey = (e: React.KeyboardEvent) => {
    const at = holds.plans.indexOf(plan)
    const other = e.key === 'ArrowUp' ? holds.plans[at - 1] : e.key === 'ArrowDown' ? holds.plans[at + 1] : undefined
    if (e.altKey && holds.mayPlan && e.key.startsWith('Arrow')) {
      e.preventDefault()
      if (!isTaken) holds.take(item.id, false)
      holds.keep(item.id)
      if (e.key === 'ArrowLeft') holds.step(-1, ids)
      else if (e.key === 'ArrowRight') holds.step(1, ids)
      else if (other) holds.toDay(other, ids)
    } else if (e.key === 'Enter') {
      e.preventDefault()
      holds.onOpen(item.id, plan.day.id)
    } else if (e.key === ' ') {
      e.preventDefault()
      holds.take(item.id, e.ctrlKey || e.metaKey || e.shiftKey)
    }
  }
  return (
    <Box role="listitem" position="absolute" top="0" h="40px" left={left} w={width}>
      <Box
        {...drag}
        role="button"
        tabIndex={0}
        aria-pressed={isTaken}
        aria-label={`${name}${name.includes(label) ? '' : `, ${label}`}, ${text(row.startMin)} to ${text(row.endMin)}`}
        title={`${name}, ${text(row.startMin)} to ${text(row.endMin)}`}
        data-entry={item.id}
        h="100%"
        overflow="hidden"
        fontSize={isSmall ? 'tiny' : 'note'}
        letterSpacing={isSmall ? '-0.02em' : undefined}
        fontWeight={700}
        lineHeight="38px"
        whiteSpace="nowrap"
        textAlign="center"
        cursor={holds.mayPlan ? 'grab' : 'pointer'}
        bg={row.kind === 'shots' ? (setup ? setupColour(setup.colour) : 'soft') : 'well'}
        color={row.kind === 'shots' ? 'white' : 'soft'}
        outline={isTaken ? '3px solid' : undefined}
        outlineColor="action"
        outlineOffset="1px"
        zIndex={isTaken ? 1 : undefined}
        css={{ touchAction: isTaken ? 'none' : 'pan-x pan-y', userSelect: 'none' }}
        onClick={(e) => holds.take(item.id, e.ctrlKey || e.metaKey || e.shiftKey)}
        onDoubleClick={() => holds.onOpen(item.id, plan.day.id)}
        onKeyDown={onKey}
      >
        {label}
      </Box>
    </Box>
  )
}
