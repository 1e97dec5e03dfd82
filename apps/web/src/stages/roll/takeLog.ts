import { newId } from '../../store/newId.ts'
import { stamp } from '../../store/clock.ts'
import { blank, createRecord, type Id, type PlainChange, type RecordFields } from '@kavrell/core/records'
import { type DeviceRef, type RunState, type SetClock, type TakeState, timecodeAt } from '@kavrell/core/takes'

type EventType = RecordFields<'takeEvent'>['type']

/** A device that is to roll, and onto which card. */
export interface Armed {
  readonly device: DeviceRef
  readonly cardId: Id<'card'> | null
  /** It goes on after the cut. */
  readonly stays: boolean
}

type Slated = Pick<RecordFields<'take'>, 'dayId' | 'unitId' | 'slate' | 'number'> & Partial<RecordFields<'take'>>

const ofDevice = ({ kind, id }: DeviceRef) => ({
  cameraId: kind === 'camera' ? id : null,
  recorderId: kind === 'recorder' ? id : null,
})

function runFrom(
  clock: SetClock,
  { device, cardId, stays }: Armed,
  where: Pick<RecordFields<'run'>, 'dayId' | 'unitId' | 'takeId'>,
  { at, atMs, deviceAt }: ReturnType<typeof stamp>,
): PlainChange {
  const { num, den, drop } = clock.rate
  return createRecord(
    'run',
    blank('run', {
      ...where,
      ...ofDevice(device),
      cardId,
      startTimecode: timecodeAt(clock, atMs),
      rateNum: num,
      rateDen: den,
      dropFrame: drop,
      startedAt: at,
      stays,
      deviceAt,
    }),
    newId(),
  )
}

/** A take that begins now: its devices roll from here on, those that roll already go on. */
export function rollNow(
  clock: SetClock,
  what: Slated,
  armed: readonly Armed[],
  already: readonly RunState[],
): PlainChange[] {
  const now = stamp()
  const { num, den, drop } = clock.rate
  const begins = armed.filter((one) => !already.some((run) => run.device.id === one.device.id))
  const devices = [...begins.map((one) => one.device), ...already.map((run) => run.device)]
  const cards = [...begins.map((one) => one.cardId), ...already.map((run) => run.cardId)]
  const takeId = newId<'take'>()
  const fields = blank('take', {
    ...what,
    cameraIds: devices.flatMap((device) => (device.kind === 'camera' ? [device.id] : [])),
    recorderIds: devices.flatMap((device) => (device.kind === 'recorder' ? [device.id] : [])),
    cardIds: [...new Set(cards.filter((id) => id !== null))],
    startTimecode: timecodeAt(clock, now.atMs),
    rateNum: num,
    rateDen: den,
    dropFrame: drop,
    startedAt: now.at,
    deviceAt: now.deviceAt,
  })
  const where = { dayId: what.dayId, unitId: what.unitId, takeId }
  return [createRecord('take', fields, takeId), ...begins.map((one) => runFrom(clock, one, where, now))]
}

/** One device that begins by itself: within a take, or before any. */
export const startNow = (
  clock: SetClock,
  armed: Armed,
  where: Pick<RecordFields<'run'>, 'dayId' | 'unitId' | 'takeId'>,
): PlainChange[] => [runFrom(clock, armed, where, stamp())]

/** Devices that stop now. */
export function stopNow(
  clock: SetClock,
  runs: readonly RunState[],
  how: RecordFields<'runStop'>['how'],
): PlainChange[] {
  const { at, atMs, deviceAt } = stamp()
  return runs.map((run) =>
    createRecord(
      'runStop',
      {
        runId: run.id as Id<'run'>,
        timecode: timecodeAt({ ...clock, rate: run.rate }, atMs),
        how,
        happenedAt: at,
        deviceAt,
      },
      newId(),
    ),
  )
}

/** What happens to a take now: a verdict, a note. It goes on rolling: only a cut cuts. */
export function happensNow(clock: SetClock, state: TakeState, type: EventType, text = ''): PlainChange[] {
  const { at, atMs, deviceAt } = stamp()
  return [
    createRecord(
      'takeEvent',
      { takeId: state.take.id, type, timecode: timecodeAt(clock, atMs), text, happenedAt: at, deviceAt },
      newId(),
    ),
  ]
}

/** The cut: the take ends, and with it every device that is not to go on. */
export const cutNow = (clock: SetClock, state: TakeState, rolling: readonly RunState[]): PlainChange[] => [
  ...happensNow(clock, state, 'cut'),
  ...stopNow(
    clock,
    rolling.filter((run) => !run.stays),
    'cut',
  ),
]

/** A card that goes in or out, or is formatted in a device. */
export function moveCard(cardId: Id<'card'>, device: DeviceRef, type: RecordFields<'cardMove'>['type']): PlainChange {
  const { at, deviceAt } = stamp()
  return createRecord('cardMove', { cardId, ...ofDevice(device), type, happenedAt: at, deviceAt }, newId())
}

/** A fresh battery that goes in. */
export function changeBattery(device: DeviceRef): PlainChange {
  const { at, deviceAt } = stamp()
  return createRecord('batteryChange', { ...ofDevice(device), happenedAt: at, deviceAt }, newId())
}

/** A word that puts an entry right. */
export function correct(fields: Partial<RecordFields<'correction'>>): PlainChange {
  const { at, deviceAt } = stamp()
  return createRecord('correction', blank('correction', { ...fields, happenedAt: at, deviceAt }), newId())
}

/** What becomes of shots today without a take. */
export function markShots(
  dayId: Id<'day'>,
  shotIds: readonly Id<'shot'>[],
  type: RecordFields<'shotMark'>['type'],
  reason = '',
): PlainChange[] {
  const { at, deviceAt } = stamp()
  return shotIds.map((shotId) =>
    createRecord('shotMark', { dayId, shotId, type, reason, happenedAt: at, deviceAt }, newId()),
  )
}
