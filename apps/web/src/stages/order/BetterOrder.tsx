import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { Fragment, useMemo, useState } from 'react'
import { newRanks } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { isProven, hardOf, orderNow, type OrderSearch, useBetterOrder, wishesOf } from './useBetterOrder.ts'
import { type DayMinutes, type DayPlan, forUnit, minutesBetween, planDay, missedIn } from '@kavrell/core/day'
import {
  asId,
  lastRank,
  type OrderItem,
  type PlainChange,
  type Production,
  tryChanges,
  updateRecord,
} from '@kavrell/core/records'
import { finishOf, hasWishes, putBackCosts, weighed } from '@kavrell/core/order'
import { slateOf } from '@kavrell/core/shotlist'
import { stretch } from '@kavrell/core/text'

/** Finds the order of the day that is over first, says what it saves and why, and puts it in place on a press. */
export function BetterOrder({ dayPlan }: { dayPlan: DayPlan }) {
  const production = useProduction()
  const { search, start, stop, forget } = useBetterOrder(production, dayPlan)
  // What was found for another order than this is none.
  const isFresh = useMemo(
    () => search !== null && isOf(search, orderNow(production, dayPlan)),
    [search, production, dayPlan],
  )
  if (dayPlan.items.length < 3) return null
  return (
    <Box mt="14px" pt="12px" borderTop="1px solid" borderColor="line">
      <Flex gap="8px" align="center">
        <Button onClick={start} disabled={search?.isLooking}>
          {search ? 'Look again' : 'Look for a better order'}
        </Button>
        {search?.isLooking && <Button onClick={stop}>Stop</Button>}
        {search?.isLooking && (
          <Text color="soft" role="status">
            Looking …
          </Text>
        )}
      </Flex>
      <Wished />
      {search && isFresh && (
        <Found
          key={search.about.items.length}
          production={production}
          dayPlan={dayPlan}
          search={search}
          onDone={forget}
        />
      )}
      {search && !isFresh && <Hint>The order has changed since.</Hint>}
    </Box>
  )
}

/** Whether a search was about the day as it is: its entries, and what they take and ask for. */
const isOf = (search: OrderSearch, now: Pick<OrderSearch, 'about' | 'isLive'>): boolean =>
  search.isLive === now.isLive && JSON.stringify(askedOf(search)) === JSON.stringify(askedOf(now))

/** On the day the clock goes on; what is left and what it asks for is the same until something is logged. */
const askedOf = ({ about, isLive }: Pick<OrderSearch, 'about' | 'isLive'>) =>
  isLive
    ? [about.items, about.strict.tasks.slice(1).map((task) => task.minutes), about.strict.change, about.pinned.length]
    : [about.problem, about.strict, about.pinned.length]

/** Minutes that fixed times are late in a plan, all together. */
const lateMin = ({ timeline }: DayPlan): number =>
  timeline.rows.reduce((sum, row) => sum + ('lateMin' in row ? row.lateMin : 0), 0)

const nameOf = (production: Production, item: OrderItem): string =>
  slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title || item.type

interface FoundProps {
  readonly production: Production
  readonly dayPlan: DayPlan
  readonly search: OrderSearch
  readonly onDone: () => void
}

function Found({ production, dayPlan, search, onDone }: FoundProps) {
  const { found, about } = search
  if (!found) return null
  const { solved, conflict, wished } = found
  const clashing = conflict?.tasks.map((i) => nameOf(production, about.items[i]!)) ?? []
  return (
    <>
      {clashing.length > 0 && (
        <Text mt="8px" color="watch" fontWeight={600}>
          {clashing.length === 1
            ? `Nothing gives ${clashing[0]!} its light, hours and time on this day.`
            : `No order gives ${clashing.join(', ')} all their light, hours and times.`}{' '}
          Let go of one, begin at another time, or it misses as it does now.
        </Text>
      )}
      {'order' in solved ? (
        <Better
          production={production}
          dayPlan={dayPlan}
          search={search}
          order={wished?.order ?? solved.order}
          onDone={onDone}
        />
      ) : (
        <Hint>No order was found in which every shot has its light, its hours and its time.</Hint>
      )}
    </>
  )
}

const WISHES = [
  ['waitWeight', 'a minute of waiting less'],
  ['changeWeight', 'a change less'],
  ['freshWeight', 'a hard shot an hour earlier'],
] as const

/** What else counts beside an early end, by how many minutes of a later one it is worth. */
function Wished() {
  const production = useProduction()
  const { id, ...fields } = production.production
  const [isOpen, setOpen] = useState(() => hasWishes(wishesOf(production)))
  if (!isOpen)
    return (
      <Button kind="word" onClick={() => setOpen(true)}>
        What else counts …
      </Button>
    )
  return (
    <Box mt="6px">
      <Text color="soft">Worth so many minutes of a later wrap:</Text>
      <Grid templateColumns="repeat(3, 1fr)" gap="8px" mt="4px" alignItems="end">
        {WISHES.map(([field, says]) => (
          <RecordField key={field} kind="production" id={id} field={field} label={says} />
        ))}
      </Grid>
      {fields.freshWeight > 0 && !Object.values(production.shot).some((shot) => shot.hard) && (
        <Hint>No shot is marked as hard yet: there is a column for it in Shots.</Hint>
      )}
    </Box>
  )
}

const SAYS: readonly (readonly [keyof DayMinutes, string])[] = [
  ['move', 'moves'],
  ['relight', 'building light'],
  ['turn', 'turning round'],
  ['rig', 'changing rigs'],
  ['wait', 'waiting'],
]

function Better({ production, dayPlan, search, order, onDone }: FoundProps & { readonly order: readonly number[] }) {
  const { about, isLooking, isLive } = search
  const pinned = about.pinned.map((item) => production.orderItem[item.id] ?? item)
  const changes = reordered(pinned, about.items, order)
  const whole = planDay(tryChanges(production, changes), dayPlan.day.id)
  const after = whole && forUnit(whole, dayPlan.unit?.id ?? null)
  if (!after) return null
  const packingMin = after.timeline.wrapMin - after.timeline.lastEndMin
  const present = about.items.map((_, i) => i)
  // On the day what counts is when it is over from now, not what was planned before it began.
  const wrapMin = isLive ? finishOf(about.problem, order) + packingMin : after.timeline.wrapMin
  const stoodMin = isLive ? finishOf(about.problem, present) + packingMin : dayPlan.timeline.wrapMin
  const savedMin = stoodMin - wrapMin
  const fewerMissed = isLive
    ? missedIn(about, present) - missedIn(about, order)
    : dayPlan.missed.length - after.missed.length
  const proven = isProven(search)
  const meals = about.items.some((item) => item.type === 'meal' && item.fixedAtMin === null) ? ', meals about where they are' : '' // prettier-ignore
  const isWorse = fewerMissed < 0 || (!isLive && lateMin(after) > lateMin(dayPlan) + 1)
  const { wished } = search.found!
  // What is wished for may be had without being over sooner.
  const worth = (one: readonly number[]) => weighed(about.problem, hardOf(production, about), wishesOf(production), one).cost // prettier-ignore
  const isWished = wished !== null && worth(present) - worth(order) >= 1
  if (isWorse || (savedMin < 1 && fewerMissed <= 0 && !isWished))
    return isLooking ? null : (
      <Text mt="8px" fontWeight={600} role="status">
        {proven && !isWorse
          ? `No order of these is over sooner${meals}: that is proven.`
          : 'No better order was found.'}
      </Text>
    )
  const [before, then] = [minutesBetween(dayPlan), minutesBetween(after)]
  const solved = search.found!.solved
  const costsMin = wished && 'finishMin' in solved ? finishOf(about.problem, order) - solved.finishMin : 0
  return (
    <Box mt="10px">
      <Text fontWeight={700} fontSize="lead" role="status">
        {isLive ? 'From now, wrap' : 'Wrap'} at {after.clock.text(wrapMin)}
        {savedMin >= 1 ? `, ${stretch(savedMin)} earlier` : savedMin <= -1 ? `, ${stretch(-savedMin)} later` : ''}
        {fewerMissed > 0 ? `, ${fewerMissed} more in their light and hours` : ''}
      </Text>
      <Text color="soft">
        {isLooking
          ? 'The best so far.'
          : wished
            ? `The best that was found by what counts here${costsMin >= 1 ? `; over ${stretch(costsMin)} later than it could be` : ''}.`
            : proven
              ? `Proven: no order of these is over sooner${meals}.`
              : `The best that was found; none is over before ${after.clock.text(boundOf(search) + packingMin)}.`}
      </Text>
      <Grid templateColumns="1fr 70px 70px" gap="2px 8px" mt="6px" maxW="300px">
        {SAYS.filter(([kind]) => before[kind] !== then[kind]).map(([kind, says]) => (
          <Box key={kind} display="contents">
            <Text>{says}</Text>
            <Text fontFamily="mono" textAlign="right" color="soft">
              {Math.round(before[kind])}′
            </Text>
            <Text fontFamily="mono" textAlign="right">
              {Math.round(then[kind])}′
            </Text>
          </Box>
        ))}
      </Grid>
      <SideBySide production={production} dayPlan={dayPlan} after={after} />
      <PutBackList production={production} about={about} order={order} />
      <Flex gap="8px" mt="8px">
        <Button
          kind="main"
          disabled={isLooking}
          onClick={() => {
            if (commitOrSay('Put the better order in place', changes)) onDone()
          }}
        >
          Take this order
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </Flex>
    </Box>
  )
}

const boundOf = ({ found }: OrderSearch): number => (found && 'boundMin' in found.solved ? found.solved.boundMin : 0)

/** The order there is and the better one beside each other, entry by entry, with when each begins. */
function SideBySide({
  production,
  dayPlan,
  after,
}: {
  readonly production: Production
  readonly dayPlan: DayPlan
  readonly after: DayPlan
}) {
  const startOf = ({ timeline, clock }: DayPlan, item: OrderItem) => {
    const row = timeline.rows.find((one) => 'itemId' in one && one.itemId === item.id)
    return row ? clock.text(row.startMin) : ''
  }
  const was = new Map(dayPlan.items.map((item, i) => [item.id as string, i]))
  return (
    <Grid templateColumns="auto 1fr auto 1fr" gap="2px 8px" mt="8px" role="group" aria-label="Both orders side by side">
      <Text color="soft" gridColumn="span 2">
        as it is
      </Text>
      <Text gridColumn="span 2" fontWeight={600}>
        so
      </Text>
      {after.items.map((item, i) => {
        const old = dayPlan.items[i]
        const from = was.get(item.id)
        const isMoved = from !== undefined && dayPlan.items[from - 1]?.id !== after.items[i - 1]?.id
        return (
          <Fragment key={item.id}>
            <Text fontFamily="mono" color="soft">
              {old ? startOf(dayPlan, old) : ''}
            </Text>
            <Text color="soft">{old ? nameOf(production, old) : ''}</Text>
            <Text fontFamily="mono">{startOf(after, item)}</Text>
            <Text fontWeight={isMoved ? 700 : 400}>{nameOf(production, item)}</Text>
          </Fragment>
        )
      })}
    </Grid>
  )
}

/** Dearer than this nobody asks to the minute. */
const LISTED = 6

/** What it would cost to leave single entries behind what they come behind now. */
function PutBackList({
  production,
  about,
  order,
}: {
  readonly production: Production
  readonly about: OrderSearch['about']
  readonly order: readonly number[]
}) {
  const costs = useMemo(() => putBackCosts(about.problem, order, about.items.map((_, i) => i)), [about, order]) // prettier-ignore
  const name = (i: number) => nameOf(production, about.items[i]!)
  if (costs.length === 0) return null
  return (
    <Box mt="8px">
      <Text fontWeight={600}>To have one where it was instead</Text>
      {costs.slice(0, LISTED).map(({ task, behind, costMin }) => (
        <Flex key={task} py="2px">
          <Text>
            {name(task)} {behind === null ? 'first' : `after ${name(behind)}`}
          </Text>
          <Text ml="auto" color="soft">
            {costMin === Infinity
              ? 'something misses its time'
              : costMin < 1
                ? 'costs nothing'
                : `${stretch(costMin)} later`}
          </Text>
        </Flex>
      ))}
    </Box>
  )
}

/** New places for the entries of an order, behind those that are done. */
function reordered(pinned: readonly OrderItem[], items: readonly OrderItem[], order: readonly number[]): PlainChange[] {
  const ranks = newRanks(lastRank(pinned), null, order.length)
  return order.map((i, k) => updateRecord('orderItem', asId(items[i]!.id), { rank: ranks[k]! }))
}
