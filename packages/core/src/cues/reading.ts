import type { RecordOf } from '../records/index.ts'

/** What stands in square brackets is a direction and not read; "[3 s]" is a pause of so long. */
const DIRECTION = /\[[^\]]*\]/g
const PAUSE = /^\[\s*(\d+(?:[.,]\d+)?)\s*s\s*\]$/i

const SEGMENTER = new Intl.Segmenter(undefined, { granularity: 'word' })

/** Words that are read aloud, in any script: those without spaces are cut as their readers do. */
export function wordsIn(text: string): number {
  let words = 0
  for (const { isWordLike } of SEGMENTER.segment(text.replace(DIRECTION, ' '))) words += isWordLike ? 1 : 0
  return words
}

/** Seconds of pauses that a text asks for. */
export const pausesIn = (text: string): number =>
  (text.match(DIRECTION) ?? []).reduce((sum, found) => sum + Number(PAUSE.exec(found)?.[1]?.replace(',', '.') ?? 0), 0)

/** How fast somebody reads aloud. */
export interface Pace {
  readonly wordsPerMin: number
  /** Of how many readings it was measured; 0 is what is usual. */
  readonly reads: number
  /** Standard deviation of the logarithm of one reading's pace. */
  readonly spread: number
}

/** From a screen, at ease; people differ by a fifth. */
const USUAL: Pace = { wordsPerMin: 140, reads: 0, spread: 0.2 }
/** One person from one reading to the next, where it was not measured often enough. */
const OWN_SPREAD = 0.1
/** How many readings that guess is worth beside those that were measured. */
const GUESS_IS_WORTH = 3

/** Somebody's own pace, from how long so many words took; without any reading, what is usual. Seconds of pauses are not in it. */
export function paceOf(reads: readonly Pick<RecordOf<'promptRead'>, 'words' | 'tookS'>[]): Pace {
  if (reads.length === 0) return USUAL
  const logs = reads.map(({ words, tookS }) => Math.log((words * 60) / tookS))
  const mean = logs.reduce((a, b) => a + b, 0) / logs.length
  const squares = logs.reduce((sum, log) => sum + (log - mean) ** 2, 0)
  return {
    wordsPerMin: Math.exp(mean),
    reads: reads.length,
    spread: Math.sqrt((squares + GUESS_IS_WORTH * OWN_SPREAD ** 2) / (reads.length - 1 + GUESS_IS_WORTH)),
  }
}

export interface ReadingTime {
  readonly words: number
  readonly pausesS: number
  readonly seconds: number
  /** Eight readings in ten take between these. */
  readonly fromS: number
  readonly toS: number
}

/** The normal distribution's half-width that holds eight in ten. */
const EIGHT_IN_TEN = 1.2816

/** How long a text takes at a pace, with its pauses; the range grows where the pace is little known. */
export function readingTime(text: string, { wordsPerMin, reads, spread }: Pace): ReadingTime {
  const words = wordsIn(text)
  const pausesS = pausesIn(text)
  const readS = (words / wordsPerMin) * 60
  const wide = Math.exp(EIGHT_IN_TEN * spread * Math.sqrt(1 + (reads > 0 ? 1 / reads : 0)))
  return { words, pausesS, seconds: readS + pausesS, fromS: readS / wide + pausesS, toS: readS * wide + pausesS }
}
