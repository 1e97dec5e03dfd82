import type { Production, RecordOf } from '../records/index.ts'

type Powered = Pick<RecordOf<'camera'> | RecordOf<'recorder'>, 'id' | 'batteryMin'>

/** What is known of the battery in a device. */
export interface BatteryState {
  /** For how many minutes it has been in. */
  readonly inMin: number
  /** How many it will last yet, below 0 once it is overdue; null where nobody knows how long one lasts. */
  readonly leftMin: number | null
}

/** After so long the day was another, and so was the battery. */
const FORGOTTEN_MIN = 24 * 60
/** Whoever asks looks at a clock only now and then: what was logged since has happened. */
const AHEAD_MS = 60_000

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
  const times = Object.values(changes)
    .filter((change) => change.cameraId === id || change.recorderId === id)
    .map((change) => Date.parse(change.happenedAt))
    .filter((ms) => ms <= nowMs + AHEAD_MS)
  if (times.length === 0) return null
  const inMin = Math.max(0, nowMs - Math.max(...times)) / 60_000
  if (inMin > FORGOTTEN_MIN) return null
  return { inMin, leftMin: batteryMin === null ? null : batteryMin - inMin }
}
