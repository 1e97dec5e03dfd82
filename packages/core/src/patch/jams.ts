import type { Production, RecordOf } from '../records/index.ts'
import { poweredUpMs } from '../takes/index.ts'
import { minuteOfDay } from '../time/index.ts'
import { type FrameRate, framesPerSecond } from '../timecode/index.ts'
import { judgeShown, type ShownClock } from './shownClock.ts'

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
  /** How far off it can be at a moment, frames either way; null while it was not jammed since it was switched on, or was seen to be off. */
  readonly offFrames: number | null
  /** From then on it can be more than half a frame off; null as the above. */
  readonly againBy: string | null
  /** What it was last seen to show, and what that says; null where nobody looked since it was set. */
  readonly seen: SeenClock | null
  /** By what its files can be lined up besides. */
  readonly linesUpBy: 'timecode' | 'timecode as sound' | 'waveform' | 'nothing'
}

/** A look at a device's display. What agreed does so no more once it was switched on again; what did not, until it is set. */
export interface SeenClock extends ShownClock {
  readonly shown: string
  readonly lookedAt: string
  readonly isBeforePowerUp: boolean
  /** Of the display as it was read; null where it was read without one. */
  readonly pictureId: string | null
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
 * @param rate of the project
 * @param timeZone of the place: timecode is the time of day
 */
export function deviceTimecodes(
  records: Pick<Production, 'camera' | 'recorder' | 'jam' | 'batteryChange' | 'clockLook' | 'soundWay' | 'soundSource'>,
  nowMs: number,
  rate: FrameRate,
  timeZone: string,
): readonly DeviceTimecode[] {
  const fps = framesPerSecond(rate)
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
      const seen = seenOf(device.id, records, last ?? null, rate, timeZone)
      const linesUpBy = last ? 'timecode' : linesUpBySound(device.id, records)
      const mostPpm = known ? Math.abs(known.ppm) + known.withinPpm : ORDINARY_PPM
      if (!last) return { ...device, seen, linesUpBy, jammedAt: null, isSince: false, driftPpm: null, withinPpm: ORDINARY_PPM, offFrames: null, againBy: null } // prettier-ignore
      const upMs = poweredUpMs(device.id, records.batteryChange)
      const isSince = upMs !== null && upMs > Date.parse(last.jammedAt)
      // What was seen to be off is not reckoned to be near.
      const isDoubted = isSince || (seen !== null && seen.reason !== 'agrees')
      const ranS = Math.max(0, (nowMs - Date.parse(last.jammedAt)) / 1000)
      const halfFrameS = 0.5 / fps / (mostPpm * 1e-6)
      return {
        ...device,
        seen,
        linesUpBy,
        jammedAt: last.jammedAt,
        isSince,
        driftPpm: known?.ppm ?? null,
        withinPpm: known?.withinPpm ?? ORDINARY_PPM,
        offFrames: isDoubted ? null : ranS * mostPpm * 1e-6 * fps,
        againBy: isDoubted ? null : new Date(Date.parse(last.jammedAt) + halfFrameS * 1000).toISOString(),
      }
    })
}

const dateOf = (ms: number) => new Date(ms).toISOString().slice(0, 10)

/** The last look at a device since it was set, judged by the master's time of day at that moment. */
function seenOf(
  deviceId: string,
  { clockLook, batteryChange }: Pick<Production, 'clockLook' | 'batteryChange'>,
  jam: Jam | null,
  rate: FrameRate,
  timeZone: string,
): SeenClock | null {
  const jamMs = jam === null ? -Infinity : Date.parse(jam.jammedAt)
  const [look] = Object.values(clockLook)
    .filter(({ cameraId, recorderId }) => cameraId === deviceId || recorderId === deviceId)
    .toSorted((a, b) => Date.parse(b.lookedAt) - Date.parse(a.lookedAt) || b.version - a.version)
  if (!look || Date.parse(look.lookedAt) < jamMs) return null
  const atMs = Date.parse(look.lookedAt)
  const upMs = poweredUpMs(deviceId, batteryChange)
  const whole = Math.floor(atMs / 1000) * 1000
  const masterS = (minuteOfDay(whole, dateOf(whole), timeZone) * 60 + (atMs - whole) / 1000 + 2 * 86_400) % 86_400
  const upS = upMs !== null && upMs <= atMs ? (atMs - upMs) / 1000 : null
  const judged = judgeShown(look.shown, { masterS, ranS: jam === null ? null : (atMs - jamMs) / 1000, upS, rate })
  return judged && { ...judged, shown: look.shown, lookedAt: look.lookedAt, pictureId: look.pictureId, isBeforePowerUp: upMs !== null && upMs > atMs } // prettier-ignore
}

/** A device without a timecode of its own carries it as sound, or any sound by which its waveform is found. */
function linesUpBySound(
  deviceId: string,
  { soundWay, soundSource }: Pick<Production, 'soundWay' | 'soundSource'>,
): DeviceTimecode['linesUpBy'] {
  const sources = Object.values(soundWay)
    .filter((way) => !way.gone && (way.cameraId === deviceId || way.recorderId === deviceId))
    .flatMap(({ sourceId }) => soundSource[sourceId] ?? [])
    .filter(({ gone }) => !gone)
  if (sources.some(({ is }) => is === 'timecode')) return 'timecode as sound'
  return sources.length > 0 ? 'waveform' : 'nothing'
}
