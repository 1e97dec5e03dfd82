import type { Production, RecordOf } from '../records/index.ts'
import { poweredUpMs } from '../takes/index.ts'

/** A clock without a better figure keeps to this, parts in a million: an ordinary crystal at room warmth. */
export const ORDINARY_PPM = 10
/** Readings of where a device stood are good to this, milliseconds. */
const READ_TO_MS = 20

export interface DeviceTimecode {
  readonly id: string
  readonly letter: string
  readonly kind: 'camera' | 'recorder'
  readonly jammedAt: string | null
  /** It was switched on again since: whether it kept the time nobody knows. */
  readonly isSince: boolean
  /** What it drifts, by where it stood at its later jams, and how well that is known; null while nobody looked twice. */
  readonly driftPpm: number | null
  readonly withinPpm: number
  /** How far off it can be at a moment, frames either way; null while it was not jammed since it was switched on. */
  readonly offFrames: number | null
  /** From then on it can be more than half a frame off; null as the above. */
  readonly againBy: string | null
}

type Jam = RecordOf<'jam'>

/** From each jam to the next it ran free: what it was ahead by then, over how long. Weighed by the time. */
function driftOf(jams: readonly Jam[]): { ppm: number; withinPpm: number } | null {
  let [ahead, seconds] = [0, 0]
  for (const [i, jam] of jams.entries()) {
    const before = jams[i - 1]
    if (!before || jam.seenMs === null) continue
    const ran = (Date.parse(jam.jammedAt) - Date.parse(before.jammedAt)) / 1000
    // Minutes say nothing, and a second off was no drift but another clock.
    if (ran < 600 || Math.abs(jam.seenMs) > 1000) continue
    ahead += jam.seenMs / 1000
    seconds += ran
  }
  return seconds > 0 ? { ppm: (ahead / seconds) * 1e6, withinPpm: (READ_TO_MS / 1000 / seconds) * 1e6 } : null
}

/**
 * Each device's timecode at a moment: when it was set, how far off it can be by now, and by when it is to be set again
 * so that it stays within half a frame. A device that was never set is told as that, never as agreeing.
 * @param fps of the project
 */
export function deviceTimecodes(
  records: Pick<Production, 'camera' | 'recorder' | 'jam' | 'batteryChange'>,
  nowMs: number,
  fps: number,
): readonly DeviceTimecode[] {
  // prettier-ignore
  const devices = [
    ...Object.values(records.camera).map(({ id, letter }) => ({ id: id, letter, kind: 'camera' as const })),
    ...Object.values(records.recorder).map(({ id, letter }) => ({ id: id, letter, kind: 'recorder' as const })),
  ]
  return devices
    .toSorted((a, b) => a.kind.localeCompare(b.kind) || a.letter.localeCompare(b.letter))
    .map((device): DeviceTimecode => {
      const jams = Object.values(records.jam)
        .filter(({ cameraId, recorderId }) => cameraId === device.id || recorderId === device.id)
        .toSorted((a, b) => Date.parse(a.jammedAt) - Date.parse(b.jammedAt) || a.version - b.version)
      const known = driftOf(jams)
      const last = jams.at(-1)
      const mostPpm = known ? Math.abs(known.ppm) + known.withinPpm : ORDINARY_PPM
      if (!last) return { ...device, jammedAt: null, isSince: false, driftPpm: null, withinPpm: ORDINARY_PPM, offFrames: null, againBy: null } // prettier-ignore
      const upMs = poweredUpMs(device.id, records.batteryChange)
      const isSince = upMs !== null && upMs > Date.parse(last.jammedAt)
      const ranS = Math.max(0, (nowMs - Date.parse(last.jammedAt)) / 1000)
      const halfFrameS = 0.5 / fps / (mostPpm * 1e-6)
      return {
        ...device,
        jammedAt: last.jammedAt,
        isSince,
        driftPpm: known?.ppm ?? null,
        withinPpm: known?.withinPpm ?? ORDINARY_PPM,
        offFrames: isSince ? null : ranS * mostPpm * 1e-6 * fps,
        againBy: isSince ? null : new Date(Date.parse(last.jammedAt) + halfFrameS * 1000).toISOString(),
      }
    })
}
