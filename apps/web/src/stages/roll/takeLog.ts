import { newId } from '../../store/newId.ts'
import { stamp } from '../../store/clock.ts'
import { createRecord, blank, type PlainChange, type RecordFields } from '@kavrell/core/records'
import { type SetClock, type TakeState, timecodeAt } from '@kavrell/core/takes'

type What = Pick<RecordFields<'take'>, 'dayId' | 'slate' | 'number'> & Partial<RecordFields<'take'>>
type EventType = RecordFields<'takeEvent'>['type']

/** A take that rolls from now on. */
export function rollNow(clock: SetClock, what: What): PlainChange[] {
  const { at, atMs, deviceAt } = stamp()
  const { num, den, drop } = clock.rate
  const fields = blank('take', {
    ...what,
    startTimecode: timecodeAt(clock, atMs),
    rateNum: num,
    rateDen: den,
    dropFrame: drop,
    startedAt: at,
    deviceAt,
  })
  return [createRecord('take', fields, newId())]
}

/** What happens to a take now. A verdict on one that still rolls cuts it too: nobody judges before the cut. */
export function happensNow(clock: SetClock, state: TakeState, type: EventType, text = ''): PlainChange[] {
  const { at, atMs, deviceAt } = stamp()
  const entry = (event: EventType, words: string): PlainChange =>
    createRecord(
      'takeEvent',
      {
        takeId: state.take.id,
        type: event,
        timecode: timecodeAt(clock, atMs),
        text: words,
        happenedAt: at,
        deviceAt,
      },
      newId(),
    )
  const isVerdict = type === 'good' || type === 'no-good'
  return [...(isVerdict && state.cutAt === null ? [entry('cut', '')] : []), entry(type, text)]
}
