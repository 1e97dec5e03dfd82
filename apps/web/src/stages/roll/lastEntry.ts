import { useProductionStore } from '../../store/production.ts'
import type { PlainChange, TakeEvent } from '@kavrell/core/records'
import { correct, type Pen, type SetClock, takeHappens, type TakeState } from '@kavrell/core/takes'

/** The newest entry of a log, and the entry that takes it back. */
interface LastEntry {
  readonly label: string
  readonly change: (pen: Pen, clock: SetClock) => PlainChange
}

const JUDGES: readonly string[] = ['good', 'best', 'no-good', 'open']

/** What undo means for a log: a new entry that takes the newest one back. A cut happened; it can be put right, not undone. */
export function lastEntry(states: readonly TakeState[]): LastEntry | null {
  const state = states.at(-1)
  if (!state) return null
  const ids = new Set<string>([state.take.id, ...state.twins])
  const events = (Object.values(useProductionStore.getState().records.takeEvent) as TakeEvent[])
    .filter((event) => ids.has(event.takeId))
    .sort((a, b) => (a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1))
  const called = `${state.take.slate}${state.take.wild ? '' : ` take ${state.take.number}`}`
  const newest = events.at(-1)
  if (!newest)
    return {
      label: `Strike ${called} as a false start`,
      change: (pen, clock) => takeHappens(pen, clock, state, 'struck'),
    }
  const before = events.slice(0, -1).findLast((event) => JUDGES.includes(event.type))?.type ?? 'open'
  if (JUDGES.includes(newest.type) && newest.type !== before)
    return {
      label: `Take back “${newest.type}” of ${called}`,
      change: (pen, clock) => takeHappens(pen, clock, state, before),
    }
  if (newest.type === 'note')
    return { label: `Take back the note on ${called}`, change: (pen) => correct(pen, { eventId: newest.id, text: '' }) }
  if (newest.type === 'struck')
    return { label: `${called} counts again`, change: (pen, clock) => takeHappens(pen, clock, state, 'restored') }
  return null
}
