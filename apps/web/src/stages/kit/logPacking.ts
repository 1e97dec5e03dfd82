import { type PackedCase, type PackedThing, tickOf, type Way } from '@kavrell/core/packing'
import { createRecord, type Id, type RecordOf } from '@kavrell/core/records'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'

type State = RecordOf<'packTick'>['state']
const SAID: Readonly<Record<State, string>> = {
  in: 'is in',
  'not here': 'is not here',
  open: 'is to be looked at again',
}

const entry = (dayId: Id<'day'>, way: Way, state: State, count: number, of: Partial<RecordOf<'packTick'>>) => {
  const { at, deviceAt } = stamp()
  return createRecord('packTick', { dayId, way, state, count, ...of, happenedAt: at, deviceAt }, newId())
}

/** Things were looked at: all that go of each, unless it is said how many. */
export const tickThings = (
  dayId: Id<'day'>,
  way: Way,
  things: readonly PackedThing[],
  state: State,
  count?: number,
): boolean =>
  commitOrSay(
    things.length === 1 ? `${things[0]!.name} ${SAID[state]}` : `${things.length} things looked at`,
    things.map((thing) => entry(dayId, way, state, count ?? thing.count, tickOf(thing))),
  )

/** A case was put into its vehicle, or taken out again. */
export const tickCase = (dayId: Id<'day'>, way: Way, { record, there }: PackedCase, isIn: boolean): boolean =>
  commitOrSay(`Case ${record.label} ${isIn ? 'is loaded' : 'is not loaded'}`, [
    entry(dayId, way, isIn ? 'in' : 'open', there, { caseId: record.id }),
  ])
