import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { newRanks } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { DayBand } from './DayBand.tsx'
import { type Aim, HATCH, laneOf } from './EntryBlock.tsx'
import { SplitDays } from './SplitDays.tsx'
import {
  consequencesOf,
  type DayPlan,
  dayPlans,
  forUnit,
  moveEntries,
  sayConsequences,
  unitPlans,
  withoutEntries,
} from '@kavrell/core/day'
import { asId, type Id, type OrderItem } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'

/** On a phone the days are drawn so wide and scrolled. */
const NARROWEST_PX = 860

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
  const views = plans.flatMap(unitPlans)
  const items = views.flatMap((plan) => plan.items)
  const held = items.filter((item) => taken.has(item.id))
  const nameOf = (item: OrderItem) =>
    slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title || item.type
  const names = held.map(nameOf).join(', ')
  const changesTo = ({ dayId: to, unitId, index }: Aim, ids: readonly string[]) =>
    moveEntries(production, ids, asId(to), index, newRanks, unitId === null ? null : asId(unitId))
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
  }, [production, aim?.dayId, aim?.unitId, aim?.index])
  const viewOf = (ids: ReadonlySet<string>) => views.find((one) => one.items.some((item) => ids.has(item.id)))
  const stayingOf = (plan: DayPlan, ids: ReadonlySet<string>) => plan.items.filter((item) => !ids.has(item.id))
  /** By keys: one place earlier or later, or to the day before or after at the same hour. */
  const step = (by: -1 | 1, ids: ReadonlySet<string>) => {
    const plan = viewOf(ids)
    if (!plan) return
    const places = plan.items.flatMap((item, i) => (ids.has(item.id) ? [i] : []))
    const staying = stayingOf(plan, ids)
    const first = plan.items.slice(0, places[0]).filter((item) => !ids.has(item.id)).length
    put({ ...laneOf(plan), index: Math.min(staying.length, Math.max(0, first + by)) }, [...ids])
  }
  const toDay = (to: DayPlan, ids: ReadonlySet<string>) => {
    const from = viewOf(ids)
    const row = from?.timeline.rows.find((one) => 'itemId' in one && ids.has(one.itemId))
    if (row) put({ ...laneOf(to), index: indexAt(to, row.startMin, ids) }, [...ids])
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
    const under = (element: HTMLElement) => {
      const { top, bottom } = element.getBoundingClientRect()
      return y >= top && y <= bottom
    }
    const band = [...(board.current?.querySelectorAll<HTMLElement>('[data-day-band]') ?? [])].find(under)
    const day = plans.find((one) => one.day.id === band?.dataset.dayBand)
    if (!band || !day) return null
    const lane = [...band.querySelectorAll<HTMLElement>('[data-unit]')].find(under)
    const plan = lane?.dataset.unit ? forUnit(day, lane.dataset.unit) : day
    const { left, width } = band.getBoundingClientRect()
    const minute = span[0] + ((x - left) / width) * (span[1] - span[0])
    return { ...laneOf(plan), index: indexAt(plan, minute, ids) }
  }
  const keep = (itemId: string) => {
    focusOn.current = itemId
  }
  const holds = { keep, taken, take, aimAt, setAim, put, step, plans, toDay, onOpen, mayPlan: rights.plan }
  const heldDay = viewOf(taken)
  const toUnit = (unitId: Id<'unit'> | null) => {
    const row = heldDay?.timeline.rows.find((one) => 'itemId' in one && taken.has(one.itemId))
    if (!heldDay || !row) return
    const day = plans.find((one) => one.day.id === heldDay.day.id)!
    const lane = forUnit(day, unitId)
    const isThere = (lane.unit?.id ?? null) === unitId
    put({ dayId: day.day.id, unitId, index: isThere ? indexAt(lane, row.startMin, taken) : 0 })
  }
  const units = Object.values(production.unit).sort((a, b) => (a.name < b.name ? -1 : 1))
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
                  .filter((plan) => plan.day.id !== heldDay?.day.id)
                  .map((plan) => (
                    <Button key={plan.day.id} onClick={() => toDay(plan, taken)}>
                      To {plan.day.title}
                    </Button>
                  ))}
                {heldDay?.unit && <Button onClick={() => toUnit(null)}>To the main unit</Button>}
                {units
                  .filter((unit) => unit.id !== heldDay?.unit?.id)
                  .map((unit) => (
                    <Button key={unit.id} onClick={() => toUnit(unit.id)}>
                      To {unit.name}
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
      {rights.plan && <SplitDays />}
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
