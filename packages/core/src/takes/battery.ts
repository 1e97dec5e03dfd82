import type { Id, Production, RecordOf } from '../records/index.ts'

type Powered = Pick<RecordOf<'camera'> | RecordOf<'recorder'>, 'id' | 'batteryMin'>

/** What is known of the battery in a device. */
export interface BatteryState {
  /** The entry that says that it was put in. */
  readonly changeId: Id<'batteryChange'>
  /** For how many minutes it has been in. */
  readonly inMin: number
  /** How many it will last yet, below 0 once it is overdue; null where nobody knows how long one lasts. */
  readonly leftMin: number | null
}

/** After so long the day was another, and so was the battery. */
const FORGOTTEN_MIN = 24 * 60
/** Whoever asks looks at a clock only now and then: what was logged since has happened. */
const AHEAD_MS = 60_000

/** Entries that somebody put a fresh battery into a device, those aside that were a mistake. */
function changesOf(deviceId: string, changes: Production['batteryChange']): { id: Id<'batteryChange'>; ms: number }[] {
  const all = Object.values(changes)
  const mistaken = new Set<string>(all.flatMap(({ mistakenId }) => mistakenId ?? []))
  return all
    .filter((change) => change.cameraId === deviceId || change.recorderId === deviceId)
    .filter((change) => change.mistakenId === null && !mistaken.has(change.id))
    .map((change) => ({ id: change.id, ms: Date.parse(change.happenedAt) }))
}

/**
 * When a device was last switched on again, as far as the log knows: with a fresh battery. What was seen of it before
 * need not be so any more.
 * @returns milliseconds since 1970; null where nothing was logged
 */
export function poweredUpMs(deviceId: string, changes: Production['batteryChange']): number | null {
  const all = changesOf(deviceId, changes).map(({ ms }) => ms)
  return all.length > 0 ? Math.max(...all) : null
}

/**
 * The battery in a device, by the clock: as if the device were never switched off since a fresh one was put in. It is
 * a warning and no measurement.
 * @returns null where nobody said that one was put in within the last day
 */
export function batteryIn(
  { id, batteryMin }: Powered,
  changes: Production['batteryChange'],
  nowMs: number,
): BatteryState | null {
  const [newest] = changesOf(id, changes)
    .filter(({ ms }) => ms <= nowMs + AHEAD_MS)
    .sort((a, b) => b.ms - a.ms)
  if (!newest) return null
  const inMin = Math.max(0, nowMs - newest.ms) / 60_000
  if (inMin > FORGOTTEN_MIN) return null
  return { changeId: newest.id, inMin, leftMin: batteryMin === null ? null : batteryMin - inMin }
}
