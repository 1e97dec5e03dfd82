import { frameOfDayClock, type FrameRate, formatTimecode, framesPerSecond, nominalFrames } from '../timecode/index.ts'

/** Why a device's timecode is not the master's. */
export type ClockReason =
  /** As near as somebody who reads it off can tell. */
  | 'agrees'
  /** Frames that the wanted rate has not, or drop-frame where none is wanted. */
  | 'other rate'
  /** It began from nothing when it was switched on. */
  | 'since power-up'
  /** By whole quarters of an hour, as zones and summer time are. */
  | 'other zone'
  /** By a thousandth of the time since it was set, as 23.976 is from 24 and non-drop from drop-frame. */
  | 'other count'
  | 'off'

export interface ShownClock {
  readonly reason: ClockReason
  /** What it shows ahead of what it should, seconds, the short way round the day; null where it cannot be told. */
  readonly aheadS: number | null
}

/** Whoever reads a running clock and presses is as wrong as this, seconds. */
export const READ_WITHIN_S = 2
const DAY_S = 86_400
const QUARTER_S = 900
/** 1000/1001 and drop-frame: 3.6 s an hour. */
const COUNT_SLIPS = 0.001
/** A clock that began from nothing is known by its start to this, seconds: somebody logs the fresh battery a little later. */
const START_WITHIN_S = 90

const LABEL = /^(\d{1,2}):([0-5]\d):([0-5]\d)(?:([:;.])(\d{2,3}))?$/

/** A label as somebody types it, or none: with frames or without, in any digits. */
export function readLabel(typed: string): { seconds: number; frames: number | null; isDrop: boolean } | null {
  const match = LABEL.exec(typed.normalize('NFKC').trim())
  if (!match || Number(match[1]) > 23) return null
  const seconds = Number(match[1]) * 3600 + Number(match[2]) * 60 + Number(match[3])
  return { seconds, frames: match[5] === undefined ? null : Number(match[5]), isDrop: match[4] === ';' || match[4] === '.' } // prettier-ignore
}

const shortWay = (seconds: number) => ((((seconds + DAY_S / 2) % DAY_S) + DAY_S) % DAY_S) - DAY_S / 2

/**
 * What is the matter with a device that shows a label, against the master's time of day.
 * @param masterS the master's time of day at that moment, seconds since midnight
 * @param ranS how long ago it was set; null where it was never
 * @param upS how long ago it was switched on, as a fresh battery says; null where nobody logged one
 * @returns null for what is no label
 */
export function judgeShown(
  typed: string,
  { masterS, ranS, upS, rate }: { masterS: number; ranS: number | null; upS: number | null; rate: FrameRate },
): ShownClock | null {
  const label = readLabel(typed)
  if (!label) return null
  const nominal = nominalFrames(rate)
  if ((label.frames !== null && label.frames >= nominal) || (label.isDrop && !rate.drop))
    return { reason: 'other rate', aheadS: null }
  const shownS = label.seconds + (label.frames ?? nominal / 2) / nominal
  const aheadS = shortWay(shownS - labelSeconds(masterS, rate))
  const isNear = (seconds: number, within = READ_WITHIN_S) => Math.abs(shortWay(aheadS - seconds)) <= within
  if (isNear(0)) return { reason: 'agrees', aheadS }
  if (upS !== null && Math.abs(shownS - upS) <= START_WITHIN_S && (ranS === null || upS < ranS))
    return { reason: 'since power-up', aheadS }
  const quarters = Math.round(aheadS / QUARTER_S)
  if (quarters !== 0 && isNear(quarters * QUARTER_S)) return { reason: 'other zone', aheadS }
  // Until a slip is more than whoever reads it is off, it cannot be told from any other.
  const slipS = (ranS ?? 0) * COUNT_SLIPS
  if (slipS > 2 * READ_WITHIN_S && (isNear(slipS) || isNear(-slipS))) return { reason: 'other count', aheadS }
  return { reason: 'off', aheadS }
}

/** What the master's label says, in seconds of its own count: at fractional rates it falls behind the time of day. */
function labelSeconds(timeOfDayS: number, rate: FrameRate): number {
  const label = readLabel(formatTimecode(frameOfDayClock(timeOfDayS, rate), rate).replace(';', ':'))!
  const within = (timeOfDayS * framesPerSecond(rate)) % 1
  return label.seconds + ((label.frames ?? 0) + within) / nominalFrames(rate)
}
