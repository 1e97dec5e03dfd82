import { blank, createRecord, type Id, type KindName, type PlainChange, type RecordFields } from '../records/index.ts'
import type { DeviceRef, RunState } from './runs.ts'
import { type SetClock, timecodeAt } from './setClock.ts'
import type { TakeState } from './takeStates.ts'

/** When something is logged, and by which clocks. */
export interface Moment {
  /** By the clock that all share. */
  readonly at: string
  readonly atMs: number
  /** What the own clock of whoever logs said. */
  readonly deviceAt: string
}

/** Whoever writes into the log: the moment, and ids for what is written. */
export interface Pen {
  readonly now: Moment
  readonly newId: <K extends KindName>() => Id<K>
}

type EventType = RecordFields<'takeEvent'>['type']
type Slated = Pick<RecordFields<'take'>, 'dayId' | 'unitId' | 'slate' | 'number'> & Partial<RecordFields<'take'>>
/** Where a run belongs; one that begins before any take has none. */
export type RunPlace = Pick<RecordFields<'run'>, 'dayId' | 'unitId' | 'takeId'>

/** A device that is to roll, and onto which card. */
export interface Armed {
  readonly device: DeviceRef
  readonly cardId: Id<'card'> | null
  /** It goes on after the cut. */
  readonly stays: boolean
}

const ofDevice = ({ kind, id }: DeviceRef) => ({
  cameraId: kind === 'camera' ? id : null,
  recorderId: kind === 'recorder' ? id : null,
})
const happened = ({ now: { at, deviceAt } }: Pen) => ({ happenedAt: at, deviceAt })

/** One device that begins by itself: within a take, or before any. */
export function startRun(pen: Pen, clock: SetClock, { device, cardId, stays }: Armed, where: RunPlace): PlainChange {
  const { num, den, drop } = clock.rate
  const { at, atMs, deviceAt } = pen.now
  const fields = blank('run', {
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
  })
  return createRecord('run', fields, pen.newId())
}

/**
 * A take that begins now: its devices roll from here on, those that roll already go on.
 * @param already runs of the unit that have not stopped
 */
export function rollTake(
  pen: Pen,
  clock: SetClock,
  what: Slated,
  armed: readonly Armed[],
  already: readonly RunState[],
): PlainChange[] {
  const { num, den, drop } = clock.rate
  const { at, atMs, deviceAt } = pen.now
  const begins = armed.filter((one) => !already.some((run) => run.device.id === one.device.id))
  const devices = [...begins.map((one) => one.device), ...already.map((run) => run.device)]
  const cards = [...begins.map((one) => one.cardId), ...already.map((run) => run.cardId)]
  const takeId = pen.newId<'take'>()
  const fields = blank('take', {
    ...what,
    cameraIds: devices.flatMap((device) => (device.kind === 'camera' ? [device.id] : [])),
    recorderIds: devices.flatMap((device) => (device.kind === 'recorder' ? [device.id] : [])),
    cardIds: [...new Set(cards.filter((id) => id !== null))],
    startTimecode: timecodeAt(clock, atMs),
    rateNum: num,
    rateDen: den,
    dropFrame: drop,
    startedAt: at,
    deviceAt,
  })
  const where = { dayId: what.dayId, unitId: what.unitId, takeId }
  return [createRecord('take', fields, takeId), ...begins.map((one) => startRun(pen, clock, one, where))]
}

/** Devices that stop now. */
export const stopRuns = (
  pen: Pen,
  clock: SetClock,
  runs: readonly RunState[],
  how: RecordFields<'runStop'>['how'],
): PlainChange[] =>
  runs.map((run) => {
    const timecode = timecodeAt({ ...clock, rate: run.rate }, pen.now.atMs)
    return createRecord('runStop', { runId: run.id as Id<'run'>, timecode, how, ...happened(pen) }, pen.newId())
  })

/** What happens to a take now: a verdict, a note. It goes on rolling: only a cut cuts. */
export const takeHappens = (
  pen: Pen,
  clock: SetClock,
  { take }: Pick<TakeState, 'take'>,
  type: EventType,
  text = '',
): PlainChange =>
  createRecord(
    'takeEvent',
    { takeId: take.id, type, timecode: timecodeAt(clock, pen.now.atMs), text, ...happened(pen) },
    pen.newId(),
  )

/** The cut: the take ends, and with it every device that is not to go on. */
export const cutTake = (pen: Pen, clock: SetClock, state: TakeState, rolling: readonly RunState[]): PlainChange[] => [
  takeHappens(pen, clock, state, 'cut'),
  ...stopRuns(
    pen,
    clock,
    rolling.filter((run) => !run.stays),
    'cut',
  ),
]

/** A card that goes in or out, or is formatted in a device. */
export const moveCard = (
  pen: Pen,
  cardId: Id<'card'>,
  device: DeviceRef,
  type: RecordFields<'cardMove'>['type'],
): PlainChange => createRecord('cardMove', { cardId, ...ofDevice(device), type, ...happened(pen) }, pen.newId())

/** A fresh battery that goes in. */
export const changeBattery = (pen: Pen, device: DeviceRef): PlainChange =>
  createRecord('batteryChange', blank('batteryChange', { ...ofDevice(device), ...happened(pen) }), pen.newId())

/** That entry was a mistake: the battery before it is still in. */
export const batteryNotChanged = (pen: Pen, device: DeviceRef, mistakenId: Id<'batteryChange'>): PlainChange =>
  createRecord(
    'batteryChange',
    blank('batteryChange', { ...ofDevice(device), mistakenId, ...happened(pen) }),
    pen.newId(),
  )

/** A word that puts an entry right. */
export const correct = (pen: Pen, fields: Partial<RecordFields<'correction'>>): PlainChange =>
  createRecord('correction', blank('correction', { ...fields, ...happened(pen) }), pen.newId())

/** What becomes of a shot today without a take. */
export const markShot = (
  pen: Pen,
  dayId: Id<'day'>,
  shotId: Id<'shot'>,
  type: RecordFields<'shotMark'>['type'],
  reason = '',
): PlainChange => createRecord('shotMark', { dayId, shotId, type, reason, ...happened(pen) }, pen.newId())
