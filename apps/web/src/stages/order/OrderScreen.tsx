import { counted } from '@kavrell/core/text'
import { newRank, newRanks } from '../../store/newRank.ts'
import { newId } from '../../store/newId.ts'
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { Box, Flex, SegmentGroup, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { chooseDay } from '../../store/desk.ts'
import { remember, remembered } from '../../store/remember.ts'
import { commitOrSay, useProductionStore } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { BeginDay } from '../../ui/BeginDay.tsx'
import { TypedShot } from '../../ui/TypedShot.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Button, Hint, Section, Title } from '../../ui/parts.tsx'
import { skyBackground } from '../../ui/sky.ts'
import { useDay } from '../../ui/useDay.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { OrderAside } from './OrderAside.tsx'
import { Between, LINES, OrderRow } from './OrderRow.tsx'
import { OrderTimes } from './OrderTimes.tsx'
import { StandingBy } from './Weather.tsx'
import { firstDay } from '@kavrell/core/beginnings'
import { dayMarks, type DayPlan, forUnit, standingBy, type TimelineRow, unitPlans } from '@kavrell/core/day'
import { updateRecord, createRecord, asId, blank, type RecordOf, byRank, lastRank } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'

type Item = RecordOf<'orderItem'>

/** From then on times have a day behind them. */
const A_DAY_MIN = 1440

const dayAfter = (isoDate: string) => new Date(Date.parse(isoDate) + 86_400_000).toISOString().slice(0, 10)

/** In which order, and when are we out? */
export function OrderScreen() {
  const { day, dayPlan, days } = useDay()
  const addDay = () => {
    if (!day) return
    const last = days
      .map((d) => d.date)
      .sort()
      .at(-1)!
    const { dayId, changes } = firstDay(
      useProductionStore.getState().records,
      { date: dayAfter(last), callMin: day.callMin, place: { id: day.placeId }, timeZone: '', people: [] },
      newId,
    )
    if (commitOrSay('Add a day, everyone down for it', changes)) chooseDay(dayId)
  }
  if (!day || !dayPlan)
    return <BeginDay title="Begin a day" says="Put the shots of a day in order; clock times, calls and wrap follow." />
  return <DayOrder key={day.id} dayPlan={dayPlan} onAddDay={addDay} />
}

function DayOrder({ dayPlan: whole, onAddDay }: { dayPlan: DayPlan; onAddDay: () => void }) {
  const production = useParts('orderItem', 'shot', 'fixedEvent')
  const rights = useRights()
  const [unitId, setUnitId] = useState<string | null>(null)
  const dayPlan = forUnit(whole, unitId)
  const { timeline, day } = dayPlan
  const [openId, setOpenId] = useState<string | null>(() => takeOpening())
  const [view, setView] = useState(() => remembered('order.view') ?? 'list')
  const look = (as: string) => {
    remember('order.view', as)
    setView(as)
  }
  useRibbonRow((row) => document.querySelector(`[data-item="${row.itemId}"]`)?.scrollIntoView({ block: 'center' }))
  const items = dayPlan.items as readonly Item[]
  const ordered = new Set(Object.values(production.orderItem).flatMap((i) => i.shotIds))
  const unplanned = Object.values(production.shot)
    .filter((s) => !ordered.has(s.id))
    .sort(byRank)
  const end = lastRank(items)
  const lastShot = production.shot[items.findLast((item) => item.shotIds.length > 0)?.shotIds.at(-1) ?? '']
  const addItem = (fields: Partial<Item>, label: string) =>
    addRecord('orderItem', label, {
      ...blank('orderItem'),
      dayId: day.id,
      unitId: dayPlan.unit?.id ?? null,
      rank: newRank(end),
      ...fields,
    })
  const addAll = () => {
    const ranks = newRanks(end, null, unplanned.length)
    commitOrSay(
      'Put all shots in the order',
      unplanned.map((s, i) =>
        createRecord(
          'orderItem',
          { dayId: day.id, unitId: dayPlan.unit?.id ?? null, rank: ranks[i], shotIds: [s.id] },
          newId(),
        ),
      ),
    )
  }
  const move = (id: string, to: number) => {
    if (to === items.findIndex((i) => i.id === id)) return
    const others = items.filter((i) => i.id !== id)
    const before = others[to - 1]?.rank ?? null,
      after = others[to]?.rank ?? null
    const rank = newRank(before, after)
    const item = items.find((i) => i.id === id)!
    commitOrSay(`Move ${nameOf(item)}`, [updateRecord('orderItem', asId(id), { rank })])
  }
  const nameOf = (item: Item) => slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title
  const called = new Map<string, string>(items.map((item) => [item.id, nameOf(item) || item.type]))
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
  const skyOf = (row: TimelineRow) =>
    skyBackground(dayPlan.clock.instant(row.startMin), dayPlan.clock.instant(row.endMin), 3, dayPlan.place, true)
  const marks = dayMarks(production, dayPlan)
  const leading = (itemId: string) =>
    timeline.rows.filter((r) => (r.kind === 'change' || r.kind === 'wait') && r.beforeItemId === itemId)
  return (
    <Page asideWidth={430} aside={view === 'list' && <OrderAside dayPlan={dayPlan} />}>
      <Title
        note={[
          counted(timeline.shots, 'shot'),
          counted(timeline.setups, 'setup'),
          counted(timeline.turns, 'turn'),
        ].join(', ')}
        actions={
          <>
            <Views value={view} onLook={look} />
            {rights.plan && (
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
            )}
          </>
        }
      >
        Order
      </Title>
      {view === 'list' && whole.beside.length > 0 && (
        <Units plan={whole} chosen={dayPlan.unit?.id ?? null} onChoose={setUnitId} />
      )}
      {view === 'times' ? (
        <OrderTimes
          dayId={day.id}
          onOpen={(itemId, onDay) => {
            look('list')
            setUnitId(production.orderItem[itemId]?.unitId ?? null)
            if (onDay === day.id) return setOpenId(itemId)
            opening = itemId
            chooseDay(asId(onDay))
          }}
        />
      ) : (
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          <SortableContext items={items.map((i) => i.id)} strategy={verticalListSortingStrategy}>
            <Box
              borderTop="1px solid"
              borderColor="line"
              role="list"
              aria-label="Running order"
              css={{ ...LINES, '--at': timeline.lastEndMin >= A_DAY_MIN ? '84px' : '58px' }}
            >
              {items.map((item, index) => {
                const row = timeline.rows.find((r) => 'itemId' in r && r.itemId === item.id)
                return (
                  <div key={item.id}>
                    {leading(item.id).map((r) => (
                      <Between key={r.kind} row={r} times={dayPlan.clock} sky={skyOf(r)} marks={marks} />
                    ))}
                    {row && (
                      <OrderRow
                        times={dayPlan.clock}
                        item={item}
                        row={row}
                        sky={skyOf(row)}
                        marks={marks}
                        open={openId === item.id}
                        others={called}
                        onOpen={() => setOpenId(openId === item.id ? null : item.id)}
                        onMove={(by) => move(item.id, Math.min(items.length - 1, Math.max(0, index + by)))}
                      />
                    )}
                  </div>
                )
              })}
            </Box>
          </SortableContext>
        </DndContext>
      )}
      {items.length === 0 && (
        <Text color="soft" mt="10px">
          Nothing in the order yet.{' '}
          {unplanned.length > 0 ? 'Put shots in from below, or type one.' : 'Type its first shot.'}
        </Text>
      )}
      <StandingBy items={standingBy(production, day.id)} />
      {unplanned.length > 0 && (
        <Unplanned
          shots={unplanned}
          onPutAllIn={addAll}
          onPutIn={(shot) => addItem({ type: 'shots', shotIds: [shot.id] }, `Put ${shot.code} in the order`)}
        />
      )}
      {rights.plan && (
        <Box mt="12px">
          <TypedShot
            from={lastShot}
            onMade={(id) => addItem({ type: 'shots', shotIds: [asId(id)] }, 'Put the new shot in the order')}
          />
        </Box>
      )}
      <Box mt="10px">
        {view === 'list' && <Hint>Drag a row, or press Alt with the up and down arrows on it. Enter opens it.</Hint>}
      </Box>
    </Page>
  )
}

/** An entry of another day that is opened there. */
let opening: string | null = null
const takeOpening = () => {
  const id = opening
  opening = null
  return id
}

const VIEWS = [
  { value: 'list', label: 'List' },
  { value: 'times', label: 'Days as time' },
]

function Views({ value, onLook }: { value: string; onLook: (view: string) => void }) {
  return (
    <SegmentGroup.Root
      aria-label="Look at the order as"
      value={value}
      onValueChange={(e) => {
        if (e.value) onLook(e.value)
      }}
    >
      <SegmentGroup.Indicator />
      {VIEWS.map((item) => (
        <SegmentGroup.Item key={item.value} value={item.value}>
          <SegmentGroup.ItemText>{item.label}</SegmentGroup.ItemText>
          <SegmentGroup.ItemHiddenInput />
        </SegmentGroup.Item>
      ))}
    </SegmentGroup.Root>
  )
}

/** Whose order is looked at, where a day has several at once. */
function Units({
  plan,
  chosen,
  onChoose,
}: {
  plan: DayPlan
  chosen: string | null
  onChoose: (unitId: string | null) => void
}) {
  return (
    <SegmentGroup.Root
      mb="8px"
      aria-label="Order of"
      value={chosen ?? ''}
      onValueChange={(e) => onChoose(e.value === '' ? null : e.value)}
    >
      <SegmentGroup.Indicator />
      {unitPlans(plan).map(({ unit, items, timeline, clock }) => (
        <SegmentGroup.Item key={unit?.id ?? ''} value={unit?.id ?? ''}>
          <SegmentGroup.ItemText>
            {unit?.name ?? 'Main unit'}, {items.length}, until {clock.text(timeline.lastEndMin)}
          </SegmentGroup.ItemText>
          <SegmentGroup.ItemHiddenInput />
        </SegmentGroup.Item>
      ))}
    </SegmentGroup.Root>
  )
}

/** Shots that no day has yet. */
function Unplanned({
  shots,
  onPutIn,
  onPutAllIn,
}: {
  shots: readonly RecordOf<'shot'>[]
  onPutIn: (shot: RecordOf<'shot'>) => void
  onPutAllIn: () => void
}) {
  const rights = useRights()
  const production = useParts('setup', 'person')
  return (
    <Section
      title={`Not in any order, ${shots.length}`}
      actions={rights.plan && <Button onClick={onPutAllIn}>Put all in</Button>}
    >
      {shots.map((shot) => (
        <Flex key={shot.id} py="4px" borderBottom="1px solid" borderColor="line" gap="10px">
          <Text fontWeight={700} w="44px">
            {shot.code}
          </Text>
          <Text truncate flex="1">
            {shot.sees}
          </Text>
          <Text color="soft" truncate maxW="46%" fontSize="small">
            {[
              shot.side,
              production.setup[shot.setupId ?? ''] ? `light ${production.setup[shot.setupId ?? '']!.letter}` : '',
              shot.personIds.flatMap((id) => production.person[id]?.name.split(' ')[0] ?? []).join(', '),
              shot.window === 'none' ? '' : `tied to ${shot.window.replace('-', ' ')}`,
            ]
              .filter(Boolean)
              .join('; ')}
          </Text>
          <Text fontFamily="mono">{shot.minutes}′</Text>
          {rights.plan && (
            <Button kind="quiet" onClick={() => onPutIn(shot)}>
              Put in
            </Button>
          )}
        </Flex>
      ))}
    </Section>
  )
}
