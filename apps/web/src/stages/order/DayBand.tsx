import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useDateOrder } from '../../store/selectors.ts'
import { skyBackground } from '../../ui/sky.ts'
import { type Aim, Block, type Holds } from './EntryBlock.tsx'
import { cameraLanes, type DayPlan, forUnit, unitPlans, writtenMin } from '@kavrell/core/day'
import type { OrderItem, Production } from '@kavrell/core/records'
import { dateText } from '@kavrell/core/text'

/** A day: its sky and its entries, and under them who is called and works, and which camera is used. */
export function DayBand({
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
  const lanes = unitPlans(plan)
  const aimed = aim && forUnit(plan, aim.unitId)
  const staying = aimed?.items.filter((item) => !holds.taken.has(item.id)) ?? []
  const aimedRow = aim && aimed?.timeline.rows.find((row) => 'itemId' in row && row.itemId === staying[aim.index]?.id)
  const aimMin = aim && (aimedRow ? aimedRow.startMin : aimed!.timeline.lastEndMin)
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
          {lanes.some((lane) => lane.items.length > 0) ? `wrap ${clock.text(timeline.wrapMin)}` : 'nothing in it'}
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
          <Box h="16px" />
          {lanes.map((lane) => (
            <Box key={lane.unit?.id ?? ''} position="relative" h="46px" data-unit={lane.unit?.id ?? ''} role="list" aria-label={lane.unit ? `Order of ${day.title}, ${lane.unit.name}` : `Order of ${day.title}`}>
              {lane.timeline.rows.map((row) => (
                <Block key={'itemId' in row ? row.itemId : `${row.kind} ${row.beforeItemId}`} row={row} plan={lane} production={production} left={x(row.startMin)} share={((row.endMin - row.startMin) / (until - from)) * 100} holds={holds} nameOf={nameOf} />
              ))}
            </Box>
          ))}
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
        <Box w="96px" pl="8px" pt="16px" fontSize="tiny" color="soft">
          {lanes.map((lane) => (
            <Text key={lane.unit?.id ?? ''} h="46px" lineHeight="40px" truncate title={lane.unit?.name}>
              {lane.unit?.name ?? (lanes.length > 1 ? 'Main unit' : '')}
            </Text>
          ))}
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
