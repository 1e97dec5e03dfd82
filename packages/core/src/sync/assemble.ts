import type { LinedUp } from '../waveform/index.ts'
import { byClap, type ByClap, type Claps } from './byClap.ts'

/** A recording that is to be lined up, with what is known of when it began. */
export interface SyncSource {
  readonly name: string
  readonly kind: 'sound' | 'picture'
  /** Its sound can be listened to. */
  readonly isHeard: boolean
  readonly seconds: number
  /** Seconds since midnight at which it began by its own timecode; null where it has none. */
  readonly startS: number | null
  /** Where that stands: in the head of the file, or as sound in it. */
  readonly startBy: 'head' | 'sound' | null
  /** Claps that were heard in it, or the slate that somebody marked; seconds after it begins. */
  readonly claps?: Pick<Claps, 'claps' | 'isMarked'>
}

/** What was heard: where it lies on the reference, nothing in common, or not listened to. */
export type Heard = LinedUp | 'nothing in common' | null

export type Believed = 'reference' | 'sound' | 'clap' | 'timecode' | 'hand' | 'nothing'

export interface SyncRow {
  readonly source: SyncSource
  readonly heard: Heard
  /** Seconds after the reference begins at which it begins, by each way; null where that way says nothing. */
  readonly bySoundS: number | null
  readonly byTimecodeS: number | null
  readonly byClap: ByClap | null
  /** How far timecode lies from sound, or from claps where nothing was heard; null where one of them is silent. */
  readonly apartS: number | null
  /** How far claps lie from sound. */
  readonly clapApartS: number | null
  readonly believed: Believed
  readonly atS: number | null
  readonly why: string
}

/** Two ways that are further apart than a frame of 25 do not agree. */
export const AGREE_S = 0.04
const DAY_S = 86_400

/** A difference of two times of day: midnight may lie between. */
const inDay = (seconds: number) => ((((seconds + DAY_S / 2) % DAY_S) + DAY_S) % DAY_S) - DAY_S / 2

const clapsIn = ({ claps, seconds }: SyncSource): Claps => ({ claps: claps?.claps ?? [], isMarked: claps?.isMarked ?? false, seconds }) // prettier-ignore

const apartWord = (apartS: number) => `${Math.abs(apartS).toFixed(2)} s ${apartS > 0 ? 'late' : 'early'}`

/** What claps are worth where nothing else was heard. */
function sayClap({ matched, isMarked, byChance }: ByClap, apartS: number | null): string {
  const timecode = apartS === null ? '' : Math.abs(apartS) <= AGREE_S ? ' Timecode says the same, to a frame.' : ` Its timecode is ${apartWord(apartS)}: the clap is believed.` // prettier-ignore
  if (isMarked) return `By the slate that was marked on both.${timecode}`
  if (matched === 1 && apartS === null) return 'One clap is on each, taken for the same slate; nothing else says so: look at it.' // prettier-ignore
  if (matched === 1) return `By one clap near where timecode has it.${timecode}`
  return `By ${matched} claps that lie together${byChance < 1e-3 ? '' : ', which could be chance: look at one'}.${timecode}` // prettier-ignore
}

function judge(reference: SyncSource, source: SyncSource, heard: Heard): Omit<SyncRow, 'source' | 'heard'> {
  const byTimecodeS =
    source.startS === null || reference.startS === null ? null : inDay(source.startS - reference.startS)
  const bySoundS = heard === null || heard === 'nothing in common' ? null : heard.offsetSeconds
  const clap = byClap(clapsIn(reference), clapsIn(source), bySoundS ?? byTimecodeS)
  const best = bySoundS ?? clap?.offsetS ?? null
  const apartS = byTimecodeS === null || best === null ? null : byTimecodeS - best
  const clapApartS = clap === null || bySoundS === null ? null : clap.offsetS - bySoundS
  const all = { bySoundS, byTimecodeS, byClap: clap, apartS, clapApartS }
  if (bySoundS !== null) {
    const timecode =
      apartS === null
        ? 'There is no timecode to hold against it.'
        : Math.abs(apartS) <= AGREE_S
          ? 'Timecode says the same, to a frame.'
          : `Its timecode is ${apartWord(apartS)}: what was heard is believed.`
    const claps = clap?.isMarked && Math.abs(clapApartS!) > AGREE_S ? ` The slate that was marked lies ${apartWord(clapApartS!)} of what was heard all along it: it is another slate, or was marked at another frame.` : '' // prettier-ignore
    return { ...all, believed: 'sound', atS: bySoundS, why: timecode + claps }
  }
  if (clap) return { ...all, believed: 'clap', atS: clap.offsetS, why: sayClap(clap, apartS) }
  if (byTimecodeS === null)
    return { ...all, believed: 'nothing', atS: null, why: heard === null ? 'Nothing in it was heard, and it has no timecode.' : 'It has nothing in common with the reference, and no timecode.' } // prettier-ignore
  const overlaps = byTimecodeS < reference.seconds && byTimecodeS + source.seconds > 0
  const why = !overlaps
    ? 'By timecode it was recorded at another time than the reference.'
    : heard === null
      ? 'By timecode alone: nothing in it was heard. A clap would tell.'
      : 'By timecode it overlaps the reference, and nothing in it was heard there: look at a clap before you trust it.'
  return { ...all, believed: 'timecode', atS: byTimecodeS, why }
}

/**
 * Puts recordings on the reference's clock. What was heard all along goes before claps, of which there are few, and
 * those before what a label says, since a label is only as good as the last jam; what somebody moved by hand goes before
 * all.
 * @param byHand seconds at which somebody put a source, by its name
 */
export function assemble(
  sources: readonly SyncSource[],
  reference: number,
  heard: readonly Heard[],
  byHand: ReadonlyMap<string, number> = new Map(),
): readonly SyncRow[] {
  // prettier-ignore
  const against = sources[reference]!
  return sources.map((source, i): SyncRow => {
    if (i === reference)
      return { source, heard: null, bySoundS: 0, byTimecodeS: 0, byClap: null, apartS: null, clapApartS: null, believed: 'reference', atS: 0, why: 'All others are laid on this one.' } // prettier-ignore
    const judged = judge(against, source, heard[i] ?? null)
    const hand = byHand.get(source.name)
    if (hand === undefined) return { source, heard: heard[i] ?? null, ...judged }
    return { source, heard: heard[i] ?? null, ...judged, believed: 'hand', atS: hand, why: 'Somebody put it there.' }
  })
}

/** Which one to lay the others on: heard before not heard, sounds before pictures, those with timecode, the longest. */
export function bestReference(sources: readonly SyncSource[]): number {
  const worth = ({ kind, isHeard, startS, seconds }: SyncSource) =>
    (isHeard ? 4e9 : 0) + (kind === 'sound' ? 2e9 : 0) + (startS === null ? 0 : 1e9) + seconds
  return sources.reduce((best, source, i) => (worth(source) > worth(sources[best]!) ? i : best), 0)
}
