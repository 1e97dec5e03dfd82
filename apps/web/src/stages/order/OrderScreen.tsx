import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { blank, type RecordOf } from '@kavrell/contract'
import { changeWords } from '@kavrell/core/call'
import type { TimelineRow } from '@kavrell/core/order'
import { slateOf } from '@kavrell/core/production'
import type { DayPlan } from '@kavrell/core/snags'
import { type ReactNode, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../../store/production.ts'
import { chooseDay } from '../../store/desk.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, nextNumbered, removeRecord } from '../../ui/addRecord.ts'
import { clock, hours } from '../../ui/format.ts'
import { Answer, Button, Empty, Hint, Page, Reading, Section, SetupLetter, Title } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { setupColour } from '../../ui/theme.ts'
import { useDay } from '../../ui/useDay.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'

type Item = RecordOf<'orderItem'>

const dayAfter = (isoDate: string) => new Date(Date.parse(isoDate) + 86_400_000).toISOString().slice(0, 10)

/** In which order, and when are we out? */
export function OrderScreen() {
  const production = useProduction()
  const rights = useRights()
  const { day, plan, days } = useDay()
  const places = Object.values(production.place)
  const addDay = () => {
    const place = places[0]
    if (!place) return
    const id = uuidv7()
    const last = days
      .map((d) => d.date)
      .sort()
      .at(-1)
    const refused = commit('Add a day, everyone down for it', [
      {
        op: 'create',
        kind: 'day',
        id,
        fields: blank('day', {
          title: nextNumbered(
            'Day ',
            days.map((d) => d.title),
          ),
          placeId: place.id,
          date: last ? dayAfter(last) : new Date().toISOString().slice(0, 10),
        }),
      },
      ...Object.values(production.person).map((p) => ({
        op: 'create' as const,
        kind: 'attendance',
        id: uuidv7(),
        fields: blank('attendance', { personId: p.id, dayId: id }),
      })),
    ])
    if (refused) {
      say(refused, 'stop')
      return
    }
    chooseDay(id)
  }
  if (places.length === 0) return <Empty says="A shoot day happens at a place. Add one in Scout first." />
  if (!day || !plan)
    return (
      <Empty says="Put the shots of a day in order; clock times, calls and wrap follow.">
        {rights.plan && (
          <Button kind="main" onClick={addDay}>
            Add a day
          </Button>
        )}
      </Empty>
    )
  return <DayOrder key={day.id} plan={plan} onAddDay={addDay} />
}

function DayOrder({ plan, onAddDay }: { plan: DayPlan; onAddDay: () => void }) {
  const production = useProduction()
  const rights = useRights()
  const { timeline, day } = plan
  const [openId, setOpenId] = useState<string | null>(null)
  useRibbonRow((row) => document.querySelector(`[data-item="${row.itemId}"]`)?.scrollIntoView({ block: 'center' }))
  const items = plan.items as readonly Item[]
  const ordered = new Set(Object.values(production.orderItem).flatMap((i) => i.shotIds))
  const unplanned = Object.values(production.shot)
    .filter((s) => !ordered.has(s.id))
    .sort((a, b) => a.rank - b.rank)
  const endRank = 1 + Math.max(-1, ...items.map((i) => i.rank))
  const addItem = (fields: Partial<Item>, label: string) =>
    addRecord('orderItem', label, { ...blank('orderItem'), dayId: day.id, rank: endRank, ...fields })
  const addAll = () => {
    const refused = commit(
      'Put all shots in the order',
      unplanned.map((s, i) => ({
        op: 'create',
        kind: 'orderItem',
        id: uuidv7(),
        fields: blank('orderItem', { dayId: day.id, rank: endRank + i, shotIds: [s.id] }),
      })),
    )
    if (refused) say(refused, 'stop')
  }
  const move = (id: string, to: number) => {
    if (to === items.findIndex((i) => i.id === id)) return
    const others = items.filter((i) => i.id !== id)
    const before = others[to - 1]?.rank,
      after = others[to]?.rank
    const rank = before === undefined ? (after ?? 0) - 1 : after === undefined ? before + 1 : (before + after) / 2
    const item = items.find((i) => i.id === id)!
    const refused = commit(`Move ${nameOf(item)}`, [{ op: 'update', kind: 'orderItem', id, fields: { rank } }])
    if (refused) say(refused, 'stop')
  }
  const nameOf = (item: Item) => slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      move(
        String(active.id),
        items.findIndex((i) => i.id === over.id),
      )
  }
  const leading = (itemId: string) =>
    timeline.rows.filter((r) => (r.kind === 'change' || r.kind === 'wait') && r.beforeItemId === itemId)
  const late = day.outByMin !== null && timeline.wrapMin > day.outByMin
  return (
    <Page
      asideWidth="430px"
      aside={
        <>
          <Answer tone={late ? 'stop' : 'ink'}>Wrap at {clock(timeline.wrapMin)}</Answer>
          <Text color="soft" mb="8px">
            {day.outByMin !== null
              ? late
                ? `${Math.round(timeline.wrapMin - day.outByMin)} min after you must be out at ${clock(day.outByMin)}`
                : `${hours(day.outByMin - timeline.wrapMin)} before you must be out at ${clock(day.outByMin)}`
              : `${hours(timeline.wrapMin - timeline.startMin)} from call`}
          </Text>
          <Grid templateColumns="1fr 1fr" columnGap="18px">
            <Reading name="Shots" value={timeline.shots} />
            <Reading name="Setups" value={timeline.setups} />
            <Reading name="Relights" value={timeline.relights} />
            <Reading name="Turns" value={timeline.turns} />
            <Reading name="Moves" value={timeline.moves} />
            <Reading name="Waiting" value={hours(timeline.waitMin)} />
          </Grid>
          <SnagList stage="order" about={(s) => s.about.id === day.id || items.some((i) => i.id === s.about.id)} />
          <Section title="Who waits">
            {plan.calls.map((call) => {
              const person = production.person[call.personId]
              const all = Math.max(1, call.releaseMin - call.callMin),
                busy = call.busy.reduce((sum, b) => sum + b.endMin - b.startMin, 0)
              return (
                <Grid key={call.personId} templateColumns="110px 92px 1fr 60px" gap="8px" py="3px" alignItems="center">
                  <Text truncate>{person?.name}</Text>
                  <Text fontFamily="mono" fontSize="12px">
                    {clock(call.callMin)}–{clock(call.releaseMin)}
                  </Text>
                  <Box position="relative" h="10px" bg="well">
                    {call.busy.map((b) => (
                      <Box
                        key={b.startMin}
                        position="absolute"
                        h="100%"
                        bg="soft"
                        left={`${((b.startMin - timeline.startMin) / (timeline.wrapMin - timeline.startMin)) * 100}%`}
                        w={`${((b.endMin - b.startMin) / (timeline.wrapMin - timeline.startMin)) * 100}%`}
                      />
                    ))}
                  </Box>
                  <Text fontSize="12.5px" textAlign="right" color="soft">
                    {Math.round((busy / all) * 100)} % busy
                  </Text>
                </Grid>
              )
            })}
          </Section>
          <Section title="The day">
            <Grid templateColumns="1fr 1fr" gap="8px">
              {['title', 'date', 'placeId', 'callMin', 'outByMin', 'weather'].map((f) => (
                <RecordField key={f} kind="day" id={day.id} field={f} />
              ))}
            </Grid>
            <RecordField kind="day" id={day.id} field="note" />
          </Section>
          <Section title="Fixed events">
            <Sheet
              kind="fixedEvent"
              name="Events"
              rows={Object.values(production.fixedEvent).filter((e) => e.dayId === day.id)}
              onAdd={() => addRecord('fixedEvent', 'Add a fixed event', { dayId: day.id })}
              columns={[
                { field: 'title', head: 'what', width: '170px' },
                { field: 'startMin', head: 'at', width: '60px', mono: true },
                { field: 'endMin', head: 'until', width: '60px', mono: true },
              ]}
            />
          </Section>
        </>
      }
    >
      <Title
        note={`${timeline.shots} shots, ${timeline.setups} setups, ${timeline.turns} turns`}
        actions={
          rights.plan && (
            <>
              <Button onClick={() => addItem({ type: 'meal', title: 'Meal', minutes: 45 }, 'Add a meal')}>
                Add meal
              </Button>
              <Button
                onClick={() =>
                  addItem({ type: 'fixed', title: 'Fixed', minutes: 30, fixedAtMin: 720 }, 'Add a fixed time')
                }
              >
                Add fixed time
              </Button>
              <Button onClick={onAddDay}>Add day</Button>
            </>
          )
        }
      >
        Order
      </Title>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={items.map((i) => i.id)} strategy={verticalListSortingStrategy}>
          <Box borderTop="1px solid" borderColor="line" role="list" aria-label="Running order">
            {items.map((item, index) => {
              const row = timeline.rows.find((r) => 'itemId' in r && r.itemId === item.id)
              return (
                <Box key={item.id}>
                  {leading(item.id).map((r) => (
                    <Between key={r.kind} row={r} />
                  ))}
                  {row && (
                    <OrderRow
                      item={item}
                      row={row}
                      open={openId === item.id}
                      onOpen={() => setOpenId(openId === item.id ? null : item.id)}
                      onMove={(by) => move(item.id, Math.min(items.length - 1, Math.max(0, index + by)))}
                    />
                  )}
                </Box>
              )
            })}
          </Box>
        </SortableContext>
      </DndContext>
      {items.length === 0 && (
        <Text color="soft" mt="10px">
          Nothing in the order yet. Add shots from below.
        </Text>
      )}
      {unplanned.length > 0 && (
        <Section
          title={`Not in any order, ${unplanned.length}`}
          actions={rights.plan && <Button onClick={addAll}>Put all in</Button>}
        >
          {unplanned.map((s) => (
            <Flex key={s.id} py="4px" borderBottom="1px solid" borderColor="line" gap="10px">
              <Text fontWeight={700} w="44px">
                {s.code}
              </Text>
              <Text truncate flex="1">
                {s.sees}
              </Text>
              <Text fontFamily="mono">{s.minutes}′</Text>
              {rights.plan && (
                <Button
                  kind="quiet"
                  onClick={() => addItem({ type: 'shots', shotIds: [s.id] }, `Put ${s.code} in the order`)}
                >
                  Put in
                </Button>
              )}
            </Flex>
          ))}
        </Section>
      )}
      <Box mt="10px">
        <Hint>Drag a row, or press Alt with the up and down arrows on it. Enter opens it.</Hint>
      </Box>
    </Page>
  )
}

function Between({ row }: { row: TimelineRow }) {
  const production = useProduction()
  const words = row.kind === 'wait' ? 'Wait' : row.kind === 'change' ? changeWords(production, row) : ''
  return (
    <Line
      time={clock(row.startMin)}
      minutes={row.endMin - row.startMin}
      stripe="repeating-linear-gradient(135deg, var(--chakra-colors-line) 0 3px, transparent 3px 6px)"
      faint
    >
      <Text color="faint" gridColumn="span 3">
        {words}
      </Text>
    </Line>
  )
}

function Line({
  time,
  minutes,
  stripe,
  faint,
  children,
}: {
  time: string
  minutes: number
  stripe: string
  faint?: boolean
  children: ReactNode
}) {
  return (
    <Grid
      flex="1"
      templateColumns="52px 8px 64px 1fr auto 48px"
      gap="10px"
      alignItems="center"
      minH={`${Math.min(46, Math.max(26, 18 + minutes * 0.4))}px`}
      borderBottom="1px solid"
      borderColor="line"
      bg={faint ? undefined : 'leaf'}
    >
      <Text fontFamily="mono" fontSize="13px" color={faint ? 'faint' : 'ink'} pl="6px">
        {time}
      </Text>
      <Box alignSelf="stretch" background={stripe} />
      {children}
      <Text fontFamily="mono" fontSize="13px" textAlign="right" pr="6px" color={faint ? 'faint' : 'ink'}>
        {Math.round(minutes)}′
      </Text>
    </Grid>
  )
}

function OrderRow({
  item,
  row,
  open,
  onOpen,
  onMove,
}: {
  item: Item
  row: TimelineRow
  open: boolean
  onOpen: () => void
  onMove: (by: number) => void
}) {
  const production = useProduction()
  const rights = useRights()
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
    disabled: !rights.plan,
    transition: { duration: 200, easing: 'ease' },
  })
  const shots = item.shotIds.flatMap((id) => production.shot[id] ?? [])
  const setup = shots[0]?.setupId ? production.setup[shots[0].setupId] : undefined
  const title = item.title || shots[0]?.sees || (item.type === 'meal' ? 'Meal' : 'Fixed')
  const flags = [
    shots.some((s) => s.onceOnly) ? 'once only' : '',
    item.fixedAtMin !== null ? `fixed ${clock(item.fixedAtMin)}` : '',
    shots[0]?.side ?? '',
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <Box
      ref={setNodeRef}
      role="listitem"
      style={{ transform: CSS.Translate.toString(transform), transition }}
      opacity={isDragging ? 0.7 : 1}
      position="relative"
      zIndex={isDragging ? 5 : undefined}
      data-item={item.id}
    >
      <Box
        {...attributes}
        {...listeners}
        role="button"
        aria-expanded={open}
        cursor={rights.plan ? 'grab' : 'pointer'}
        onClick={onOpen}
        onKeyDown={(e) => {
          if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown') && rights.plan) {
            e.preventDefault()
            onMove(e.key === 'ArrowUp' ? -1 : 1)
          } else if (e.key === 'Enter') {
            e.preventDefault()
            onOpen()
          } else listeners?.onKeyDown?.(e)
        }}
      >
        <Line
          time={clock(row.startMin)}
          minutes={row.endMin - row.startMin}
          stripe={setup ? setupColour(setup.colour) : 'var(--chakra-colors-line)'}
        >
          <Flex align="center" gap="6px">
            <Text fontWeight={700} whiteSpace="nowrap">
              {slateOf(shots.map((s) => s.code))}
            </Text>
          </Flex>
          <Text truncate>{title}</Text>
          <Flex gap="8px" align="center" color="soft" fontSize="13px">
            {flags}
            {setup && <SetupLetter letter={setup.letter} colour={setup.colour} size={16} />}
          </Flex>
        </Line>
      </Box>
      {open && (
        <Box p="10px" bg="leaf" borderBottom="1px solid" borderColor="line">
          <Grid templateColumns="2fr 1fr 1fr" gap="8px">
            <RecordField kind="orderItem" id={item.id} field="title" />
            <RecordField kind="orderItem" id={item.id} field="minutes" />
            <RecordField kind="orderItem" id={item.id} field="fixedAtMin" />
          </Grid>
          {item.type === 'shots' && (
            <Grid templateColumns="1fr 1fr" gap="8px" mt="8px">
              <RecordField kind="orderItem" id={item.id} field="shotIds" label="Shots that roll together" />
              <RecordField kind="orderItem" id={item.id} field="recorderIds" label="Sound recorders" />
            </Grid>
          )}
          {rights.plan && (
            <Flex mt="8px" gap="8px">
              <Button onClick={() => onMove(-1)}>Earlier</Button>
              <Button onClick={() => onMove(1)}>Later</Button>
              <Button kind="stop" onClick={() => removeRecord('orderItem', item.id, title)}>
                Take out
              </Button>
            </Flex>
          )}
        </Box>
      )}
    </Box>
  )
}
