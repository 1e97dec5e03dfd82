import {
  byId,
  type Correction,
  type Id,
  type Production,
  type Run,
  type RunStop,
  type Take,
  type TakeEvent,
} from '../records/index.ts'
import { differenceFrames, type FrameRate, secondsOfFrames } from '../timecode/index.ts'

/** The ledgers of a set. */
export type SetLog = Pick<Production, 'take' | 'takeEvent' | 'run' | 'runStop' | 'correction'>

/** A camera or a sound recorder. */
export type DeviceRef =
  { readonly kind: 'camera'; readonly id: Id<'camera'> } | { readonly kind: 'recorder'; readonly id: Id<'recorder'> }

/** What one device recorded without a break, as it stands after all that was logged about it. */
export interface RunState {
  readonly id: string
  /** Every entry that tells of it: two who pressed at once told of one. */
  readonly ids: readonly string[]
  readonly device: DeviceRef
  readonly dayId: Id<'day'>
  readonly unitId: Id<'unit'> | null
  readonly takeId: Id<'take'> | null
  readonly cardId: Id<'card'> | null
  /** Every card that was ever said to hold it: what is on a card may not be forgotten by a correction. */
  readonly cardsNamed: readonly Id<'card'>[]
  readonly start: { readonly timecode: string; readonly at: string }
  /** Null while it rolls, or where nobody ever said that it stopped. */
  readonly stop: { readonly timecode: string; readonly at: string; readonly how: RunStop['how'] } | null
  readonly rate: FrameRate
  readonly how: Run['how'] | 'take'
  /** It is not stopped by the cut of a take. */
  readonly stays: boolean
  readonly struck: boolean
  /** Oldest first. */
  readonly corrections: readonly Correction[]
}

/** In the order in which the entries came to the ledger: clocks of devices differ, numbers of edits do not. */
export const byEntry = (a: { version: number; id: string }, b: { version: number; id: string }): number =>
  a.version - b.version || (a.id < b.id ? -1 : 1)

const rateOf = ({ rateNum, rateDen, dropFrame }: Pick<Take, 'rateNum' | 'rateDen' | 'dropFrame'>): FrameRate => ({
  num: rateNum,
  den: rateDen,
  drop: dropFrame,
})

/** Lists of entries by what they are about. */
export function gathered<T>(entries: Iterable<T>, about: (entry: T) => string | null): ReadonlyMap<string, T[]> {
  const found = new Map<string, T[]>()
  for (const entry of entries) {
    const id = about(entry)
    if (id === null) continue
    const list = found.get(id)
    if (list) list.push(entry)
    else found.set(id, [entry])
  }
  return found
}

const deviceOf = ({ cameraId, recorderId }: Pick<Run, 'cameraId' | 'recorderId'>): DeviceRef | null =>
  cameraId ? { kind: 'camera', id: cameraId } : recorderId ? { kind: 'recorder', id: recorderId } : null

/**
 * All runs, oldest first. A device that a take names and that no run tells of has rolled from the take's start to its
 * cut: logs from before there were runs read so.
 */
export function runStates(log: SetLog): readonly RunState[] {
  const known = kept.get(log.take)
  const isSame = (one: Kept) => LOGS.every((name) => one.log[name] === log[name])
  const found = known?.find(isSame)
  if (found) return found.runs
  const runs = fold(log)
  const { take, takeEvent, run, runStop, correction } = log
  kept.set(log.take, [{ log: { take, takeEvent, run, runStop, correction }, runs }, ...(known ?? [])].slice(0, 4))
  return runs
}

const LOGS = ['take', 'takeEvent', 'run', 'runStop', 'correction'] as const
interface Kept {
  readonly log: SetLog
  readonly runs: readonly RunState[]
}
/** Ledgers never change in place: what was folded once is not folded again while it is asked for card by card. */
const kept = new WeakMap<SetLog['take'], Kept[]>()

const byStart = (a: RunState, b: RunState): number =>
  a.start.at < b.start.at ? -1 : a.start.at > b.start.at ? 1 : a.id < b.id ? -1 : 1

/** Two entries of one device that begin within this, the second before the first has stopped, are one run. */
const TOGETHER_MS = 10_000

/** One device records once at a time: what two people told of it at the same moment is one run. */
function withoutTwins(told: readonly RunState[]): RunState[] {
  const whole: RunState[] = []
  const newest = new Map<string, number>()
  for (const run of told) {
    const at = newest.get(run.device.id)
    const before = at === undefined ? undefined : whole[at]!
    const isTwin =
      before !== undefined &&
      !before.struck &&
      !run.struck &&
      before.dayId === run.dayId &&
      Date.parse(run.start.at) - Date.parse(before.start.at) <= TOGETHER_MS &&
      (before.stop === null || run.start.at < before.stop.at)
    if (!isTwin) {
      newest.set(run.device.id, whole.push(run) - 1)
      continue
    }
    const stops = [before.stop, run.stop].filter((stop) => stop !== null)
    whole[at!] = {
      ...before,
      ids: [...before.ids, ...run.ids],
      takeId: before.takeId ?? run.takeId,
      cardId: before.cardId ?? run.cardId,
      cardsNamed: [...new Set([...before.cardsNamed, ...run.cardsNamed])],
      stop: stops.sort((a, b) => (a.at < b.at ? -1 : 1))[0] ?? null,
      stays: before.stays || run.stays,
      corrections: [...before.corrections, ...run.corrections].sort(byEntry),
    }
  }
  return whole
}

function fold(log: SetLog): readonly RunState[] {
  const stops = gathered(Object.values(log.runStop), (stop) => stop.runId)
  const corrections = gathered(Object.values(log.correction), (one) => one.runId)
  const each = Object.values(log.run).flatMap((run): RunState[] => {
    const device = deviceOf(run)
    if (!device) return []
    const own = (corrections.get(run.id) ?? []).sort(byEntry)
    // It stopped when it first did: whoever says so later, from a phone that was away, only heard of it later.
    const stop = firstStop(run, stops.get(run.id) ?? [])
    let state: RunState = {
      id: run.id,
      ids: [run.id],
      device,
      dayId: run.dayId,
      unitId: run.unitId,
      takeId: run.takeId,
      cardId: run.cardId,
      cardsNamed: [...new Set([run.cardId, ...own.map((one) => one.cardId)].filter((id) => id !== null))],
      start: { timecode: run.startTimecode, at: run.startedAt },
      stop: stop ? { timecode: stop.timecode, at: stop.happenedAt, how: stop.how } : null,
      rate: rateOf(run),
      how: run.how,
      stays: run.stays,
      struck: false,
      corrections: own,
    }
    for (const one of own) state = corrected(state, one)
    return [state]
  })
  const told = withoutTwins(each.sort(byStart))
  const has = new Set(each.map((run) => `${run.takeId} ${run.device.id}`))
  const cuts = gathered(
    Object.values(log.takeEvent).filter((event) => event.type === 'cut'),
    (event) => event.takeId,
  )
  const ofDevice = gathered(told, (run) => run.device.id)
  const rest = Object.values(log.take).flatMap((take) =>
    unspoken(take, (cuts.get(take.id) ?? []).sort(byEntry)[0], has, ofDevice),
  )
  return [...told, ...rest].sort(byStart)
}

/** The earliest of what was said, unless that was before the run began, as only a wrong clock says it. */
function firstStop({ startedAt }: Run, said: readonly RunStop[]): RunStop | undefined {
  const inTurn = [...said].sort((a, b) =>
    a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : byEntry(a, b),
  )
  return inTurn.find((stop) => stop.happenedAt >= startedAt) ?? inTurn[0]
}

const corrected = (run: RunState, one: Correction): RunState => ({
  ...run,
  cardId: one.cardId ?? run.cardId,
  start: one.startTimecode ? { timecode: one.startTimecode, at: one.startedAt ?? run.start.at } : run.start,
  stop: one.stopTimecode
    ? { timecode: one.stopTimecode, at: one.stoppedAt ?? run.stop?.at ?? one.happenedAt, how: run.stop?.how ?? 'key' }
    : run.stop,
  struck: one.strikes === '' ? run.struck : one.strikes === 'struck',
})

/** Devices of a take of which no run tells. */
function unspoken(
  take: Take,
  cut: TakeEvent | undefined,
  has: ReadonlySet<string>,
  ofDevice: ReadonlyMap<string, readonly RunState[]>,
): RunState[] {
  const devices: DeviceRef[] = [
    ...take.cameraIds.map((id) => ({ kind: 'camera', id }) as const),
    ...take.recorderIds.map((id) => ({ kind: 'recorder', id }) as const),
  ]
  return devices.flatMap((device): RunState[] => {
    if (has.has(`${take.id} ${device.id}`)) return []
    // It rolled on from before.
    if (ofDevice.get(device.id)?.some((run) => isOpenAt(run, take.startedAt))) return []
    return [
      {
        id: `${take.id} ${device.id}`,
        ids: [],
        device,
        dayId: take.dayId,
        unitId: take.unitId,
        takeId: take.id,
        cardId: null,
        cardsNamed: take.cardIds,
        start: { timecode: take.startTimecode, at: take.startedAt },
        stop: cut ? { timecode: cut.timecode, at: cut.happenedAt, how: 'cut' } : null,
        rate: rateOf(take),
        how: 'take',
        stays: false,
        struck: false,
        corrections: [],
      },
    ]
  })
}

/** Whether a run had begun and not yet stopped at a moment. */
export const isOpenAt = (run: RunState, at: string): boolean =>
  !run.struck && run.start.at <= at && (run.stop === null || run.stop.at > at)

/** Seconds that a run lasted, from its frames; null while it rolls, or where its labels cannot be read. */
export function runSeconds({ start, stop, rate }: RunState): number | null {
  if (!stop) return null
  const frames = differenceFrames(start.timecode, stop.timecode, rate)
  if (frames.ok) return secondsOfFrames(frames.value, rate)
  const ms = Date.parse(stop.at) - Date.parse(start.at)
  return Number.isFinite(ms) && ms >= 0 ? ms / 1000 : null
}

/** What rolls now, of one unit or of all. */
export const rollingRuns = (runs: readonly RunState[], unitId?: Id<'unit'> | null): readonly RunState[] =>
  runs.filter(
    (run) => run.stop === null && !run.struck && run.how !== 'take' && (unitId === undefined || run.unitId === unitId),
  )

/** The newest take's number of a slate, however it came by it: the next one is one more, and no hole is filled again. */
export function nextNumber(log: Pick<Production, 'take' | 'correction'>, slate: string): number {
  const numbers = [
    ...Object.values(log.take).filter((take) => take.slate === slate && !take.wild),
    ...Object.values(log.correction).filter((one) => one.reslates && one.slate === slate && byId(log.take, one.takeId)),
  ].map((one) => one.number)
  return 1 + Math.max(0, ...numbers)
}
