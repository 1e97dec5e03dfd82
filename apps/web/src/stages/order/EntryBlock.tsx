import { Box } from '@chakra-ui/react'
import { useDrag } from '@use-gesture/react'
import { setupColour } from '../../ui/theme/theme.ts'
import type { DayPlan, TimelineRow } from '@kavrell/core/day'
import type { OrderItem, Production } from '@kavrell/core/records'

/** Percent that a letter of a label needs at the narrowest desk, and a small one. */
const LETTER_SHARE = 0.9
const SMALL_SHARE = 0.66
export const HATCH = 'repeating-linear-gradient(135deg, {colors.line} 0 3px, transparent 3px 6px)'

/** Where entries would be put: a day, by which unit, and before which of those that stay there. */
export interface Aim {
  readonly dayId: string
  readonly unitId: string | null
  readonly index: number
}

/** Whose entries a plan shows. */
export const laneOf = ({ day, unit }: DayPlan): Omit<Aim, 'index'> => ({ dayId: day.id, unitId: unit?.id ?? null })

/** What can be done with entries on the board. */
export interface Holds {
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

/** What stands on a lane: an entry, or what lies between two. */
export function Block({
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
    const at = holds.plans.findIndex((one) => one.day.id === plan.day.id)
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
