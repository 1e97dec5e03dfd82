/** One recording of the log: a run of a device, or a take of which no run tells. */
export interface Recording {
  /** As people call it: `3A take 2 on A, 10:02:10:00`. */
  readonly name: string
  /** Its label in seconds of the day; null where it has none. */
  readonly startLabelS: number | null
  /** Seconds of one clock for all recordings; an end is null where nobody logged one. */
  readonly startS: number
  readonly endS: number | null
  readonly seconds: number | null
  /** Less than this its device does not leave of it. */
  readonly leastBytes: number
}

/** What one file on a card says of itself. */
export interface ReadClip {
  readonly path: string
  /** What they stand for. */
  readonly bytes: number
  readonly startLabelS: number | null
  /** Null where the file does not say. */
  readonly seconds: number | null
  /** When it was last written to by its device's clock, in seconds as the recordings. */
  readonly modifiedS: number
}

export interface Holdings {
  /** Recordings that no file is known to hold whole, in words. */
  readonly missing: readonly string[]
  /** How many recordings are only known to be there by when their files were last written to. */
  readonly byTime: number
  /** How far the device's clock is ahead, seconds, where three recordings and more show it; null else. */
  readonly clockS: number | null
  /** By recording, in the order given: its clips. */
  readonly clips: readonly (readonly ReadClip[])[]
  /** Clips that are of no recording on the log. */
  readonly unlogged: readonly ReadClip[]
}

/** A file begins and ends within this of its recording, seconds: a key is pressed a little late. */
const WITHIN_S = 8
/** A take's clip may lack this share: a camera that is started late, or a stop that was logged late. */
const WHOLE_SHARE = 0.9
const DAY_S = 86_400
const HALF_HOUR_S = 1800
/** Clocks are set to the time of somewhere. */
const FURTHEST_ZONE_S = 14.5 * 3600
/** A clock that is right, or right but for its zone, is within this. */
const SET_WITHIN_S = 30
/** So many recordings show how far a clock is off. */
const ENOUGH = 3
/**
 * One way of reading a card is clearly better than another when so many recordings more speak for it; more yet than for
 * a clock that is right.
 */
const CLEARLY = 2

const inDay = (seconds: number) => ((((seconds + DAY_S / 2) % DAY_S) + DAY_S) % DAY_S) - DAY_S / 2

/**
 * Which file on a card holds which recording of the log. A label that both have goes first, up to the zone of the
 * device's clock; then the time at which the file was last written to, as far as the device's clock is known. One file
 * and one recording that only might be one another's are not taken for it.
 * @param clocksS how far the device's clock was ahead on other cards; asked only where that matters
 */
export function holdings(
  recordings: readonly Recording[],
  clips: readonly ReadClip[],
  clocksS: () => readonly number[] = () => [],
): Holdings {
  const of = recordings.map((): ReadClip[] => [])
  const left = new Set(clips)
  byLabel(recordings, clips, of, left)
  const labelled = of.filter((list) => list.length > 0).length
  const clockS = byTime(recordings, of, left, clocksS)
  return {
    clockS,
    byTime: of.filter((list) => list.length > 0).length - labelled,
    clips: of,
    unlogged: [...left],
    missing: recordings.flatMap((recording, i) => lackOf(recording, of[i]!) ?? []),
  }
}

/** Why a recording is not known to be there whole, by its name; null when it is. */
function lackOf({ name, seconds, leastBytes }: Recording, clips: readonly ReadClip[]): string | null {
  if (clips.length === 0) return name
  const held = clips.reduce((sum, clip) => sum + (clip.seconds ?? 0), 0)
  if (seconds !== null && clips.every((clip) => clip.seconds !== null) && held < WHOLE_SHARE * seconds - WITHIN_S)
    return `${name} (${Math.round(held)} of ${Math.round(seconds)} s)`
  return clips.reduce((sum, clip) => sum + clip.bytes, 0) < leastBytes ? `${name} (too few bytes)` : null
}

function byLabel(
  recordings: readonly Recording[],
  clips: readonly ReadClip[],
  of: readonly ReadClip[][],
  left: Set<ReadClip>,
): void {
  const labelled = clips
    .filter((clip) => clip.startLabelS !== null)
    .toSorted((a, b) => a.modifiedS - b.modifiedS || a.startLabelS! - b.startLabelS!)
  const aheadS = zoneOf(recordings, labelled)
  if (aheadS !== null) byStart(recordings, labelled, aheadS, of, left)
  byContaining(recordings, labelled, aheadS, of, left)
}

/**
 * Recordings during which a device rolled on from before: one file holds several. A long file is around much that it
 * is not of: its labels are believed once others have begun with their recordings, or its own time says the same.
 */
function byContaining(
  recordings: readonly Recording[],
  labelled: readonly ReadClip[],
  zoneS: number | null,
  of: readonly ReadClip[][],
  left: Set<ReadClip>,
): void {
  const aheadS = zoneS ?? 0
  const starts = recordings.map(({ startS }) => startS)
  const isOneDay = Math.max(...starts) - Math.min(...starts) < DAY_S / 2
  for (const [i, { startLabelS, startS, seconds }] of recordings.entries()) {
    if (of[i]!.length > 0 || startLabelS === null || seconds === null) continue
    const around = labelled.find((clip) => {
      if (clip.seconds === null) return false
      const into = inDay(startLabelS + aheadS - clip.startLabelS!)
      // The same label is on another day, too.
      const isAtThatTime = Math.abs(clip.modifiedS - (startS - into + clip.seconds)) <= SET_WITHIN_S
      return (
        ((zoneS !== null && isOneDay) || isAtThatTime) && into >= -WITHIN_S && into + seconds <= clip.seconds + WITHIN_S
      )
    })
    if (!around) continue
    of[i]!.push(around)
    left.delete(around)
  }
}

/** Clips that begin with a recording, or where its last piece ended. */
function byStart(
  recordings: readonly Recording[],
  labelled: readonly ReadClip[],
  aheadS: number,
  of: readonly ReadClip[][],
  left: Set<ReadClip>,
): void {
  const near = (a: number, b: number) => Math.abs(inDay(a - b)) <= WITHIN_S
  /** Where the next piece of a recording begins: with it, or where its last piece ended. */
  const nextLabel = ({ startLabelS }: Recording, i: number) => {
    const last = of[i]!.at(-1)
    return last ? last.startLabelS! + (last.seconds ?? 0) : startLabelS! + aheadS
  }
  const heldBy = (i: number) => of[i]!.reduce((sum, clip) => sum + (clip.seconds ?? 0), 0)
  for (const clip of labelled) {
    const fits = recordings.flatMap((one, i) => {
      const isOpen = one.startLabelS !== null && (of[i]!.length === 0 || heldBy(i) < (one.seconds ?? 0) - WITHIN_S)
      return isOpen && near(clip.startLabelS!, nextLabel(one, i)) ? [{ one, i }] : []
    })
    // The same label on another day is another recording: the one whose time is nearest.
    const away = ({ one }: { one: Recording }) => Math.abs(clip.modifiedS - (one.endS ?? one.startS))
    const nearest = fits.toSorted((a, b) => away(a) - away(b))[0]
    if (!nearest) continue
    of[nearest.i]!.push(clip)
    left.delete(clip)
  }
}

/** How far the labels of a card are ahead, in the half hours that clocks differ by; null where nothing shows it. */
function zoneOf(recordings: readonly Recording[], labelled: readonly ReadClip[]): number | null {
  const agree = new Map<number, Set<Recording>>()
  for (const clip of labelled)
    for (const one of recordings) {
      if (one.startLabelS === null) continue
      // What is longer or shorter is of another recording, unless its label is the very one.
      const isAsLong = clip.seconds === null || one.seconds === null || Math.abs(clip.seconds - one.seconds) <= WITHIN_S
      const by = inDay(clip.startLabelS! - one.startLabelS)
      const zone = Math.round(by / HALF_HOUR_S) * HALF_HOUR_S + 0
      if (Math.abs(by - zone) <= WITHIN_S && (isAsLong || zone === 0))
        agree.set(zone, (agree.get(zone) ?? new Set()).add(one))
    }
  const [best, other] = [...agree].sort(([a, x], [b, y]) => y.size - x.size || Math.abs(a) - Math.abs(b))
  const by = (zone: typeof best) => zone?.[1].size ?? 0
  if (agree.has(0) && by(best) - agree.get(0)!.size <= CLEARLY) return 0
  return by(best) - by(other) >= CLEARLY ? best![0] : null
}

/** @returns the error of the clock, where enough recordings show it */
function byTime(
  recordings: readonly Recording[],
  of: readonly ReadClip[][],
  left: Set<ReadClip>,
  clocksS: () => readonly number[],
): number | null {
  const open = recordings.flatMap((one, i) => (of[i]!.length === 0 && one.endS !== null ? [{ one, i }] : []))
  if (open.length === 0 || left.size === 0) return null
  const clips = [...left].toSorted((a, b) => a.modifiedS - b.modifiedS)
  const aheadS = clockOf(
    open.map(({ one }) => one),
    clips,
    [0, ...clocksS()],
  )
  if (aheadS === null) return null
  let shown = 0
  for (const { one, i } of open) {
    const pieces = piecesOf(one, clips, aheadS).filter((clip) => left.has(clip))
    of[i]!.push(...pieces)
    for (const clip of pieces) left.delete(clip)
    if (pieces.length > 0) shown++
  }
  return shown >= ENOUGH ? aheadS : null
}

/** The first of the clips, in the order of their times, that was written to at a time or later. */
function firstFrom(clips: readonly ReadClip[], timeS: number): number {
  let [low, high] = [0, clips.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (clips[middle]!.modifiedS < timeS) low = middle + 1
    else high = middle
  }
  return low
}

/**
 * The clips that lie in a recording by a clock that is so far ahead, if the last of them ends with it.
 * @param clips in the order of their times
 */
function piecesOf({ startS, endS, seconds }: Recording, clips: readonly ReadClip[], aheadS: number): ReadClip[] {
  const pieces: ReadClip[] = []
  for (let i = firstFrom(clips, startS + aheadS); i < clips.length; i++) {
    const clip = clips[i]!
    const end = clip.modifiedS - aheadS
    if (end > endS! + WITHIN_S) break
    if (end > startS && end - (clip.seconds ?? 0) >= startS - WITHIN_S) pieces.push(clip)
  }
  if (!pieces.some(({ modifiedS }) => Math.abs(modifiedS - aheadS - endS!) <= WITHIN_S)) return []
  const held = pieces.reduce((sum, clip) => sum + (clip.seconds ?? NaN), 0)
  return seconds !== null && held < WHOLE_SHARE * seconds - WITHIN_S ? [] : pieces
}

const isNear = (aheadS: number, likelyS: readonly number[]) =>
  likelyS.some((likely) => Math.abs(aheadS - likely) <= SET_WITHIN_S)

/** How many ways of reading a card are tried, those that most speak for first. */
const MOST_TRIED = 24

/**
 * Errors of a clock that would have files end with recordings, by how many, each once.
 * @returns the middle of each, seconds
 */
function errorsToTry(
  recordings: readonly Recording[],
  clips: readonly ReadClip[],
  likelyS: readonly number[],
): number[] {
  const apart = clips.flatMap(({ modifiedS }) => recordings.map(({ endS }) => modifiedS - endS!)).sort((a, b) => a - b)
  const found: { aheadS: number; votes: number }[] = []
  for (let i = 0, j = 0; i < apart.length; i++) {
    while (j < apart.length && apart[j]! - apart[i]! <= 2 * WITHIN_S) j++
    found.push({ aheadS: apart[(i + j - 1) >> 1]!, votes: j - i })
  }
  const isRight = ({ aheadS }: { aheadS: number }) => isNear(aheadS, likelyS)
  const best = found.toSorted((a, b) => b.votes - a.votes || Math.abs(a.aheadS) - Math.abs(b.aheadS))
  const tried: number[] = []
  for (const { aheadS } of [...best.filter(isRight), ...best]) {
    if (tried.length === MOST_TRIED) break
    if (!tried.some((other) => Math.abs(other - aheadS) < 2)) tried.push(aheadS)
  }
  return tried
}

/**
 * How far a card's device's clock is ahead; null where that is not known. One recording that ends with a file shows
 * that a clock is right, or still as wrong as it was on another card. Two show that it is right but for its zone.
 * Three show that it is off by whatever they say, unless another error would explain nearly as many.
 */
function clockOf(
  recordings: readonly Recording[],
  clips: readonly ReadClip[],
  likelyS: readonly number[],
): number | null {
  const candidates = errorsToTry(recordings, clips, likelyS)
    .map((aheadS) => ({ aheadS, agree: recordings.filter((one) => piecesOf(one, clips, aheadS).length > 0).length }))
    .filter(({ agree }) => agree > 0)
    .toSorted((a, b) => b.agree - a.agree || Math.abs(a.aheadS) - Math.abs(b.aheadS))
  const offZone = (aheadS: number) => Math.abs(aheadS - Math.round(aheadS / HALF_HOUR_S) * HALF_HOUR_S)
  const [best] = candidates
  if (!best) return null
  const right = candidates.find(({ aheadS }) => isNear(aheadS, likelyS))
  if (right && best.agree - right.agree <= CLEARLY) return right.aheadS
  const other = candidates.find(({ aheadS }) => Math.abs(aheadS - best.aheadS) > 2 * WITHIN_S)
  if (best.agree - (other?.agree ?? 0) < CLEARLY) return null
  const isZone = offZone(best.aheadS) <= SET_WITHIN_S && Math.abs(best.aheadS) <= FURTHEST_ZONE_S
  return best.agree >= (isZone ? 2 : ENOUGH) ? best.aheadS : null
}
