import type { SyncPlaceFields } from './kept.ts'

/** A stretch of a reference's time in which the same recordings run. Seconds after the reference begins. */
export interface SyncStretch {
  readonly fromS: number
  readonly toS: number
  /** Recordings that run throughout, in the order in which they were given; none is a gap. */
  readonly files: readonly string[]
}

/** From where the first of the recordings begins to where the last one ends, who runs when. What lies nowhere is left out. */
export function stretchesOf(
  places: readonly Pick<SyncPlaceFields, 'file' | 'atS' | 'seconds'>[],
): readonly SyncStretch[] {
  // prettier-ignore
  const laid = places.flatMap(({ file, atS, seconds }) => (atS === null || seconds <= 0 ? [] : [{ file, fromS: atS, toS: atS + seconds }])) // prettier-ignore
  const edges = [...new Set(laid.flatMap(({ fromS, toS }) => [fromS, toS]))].toSorted((a, b) => a - b)
  return edges.slice(0, -1).map((fromS, i): SyncStretch => {
    const toS = edges[i + 1]!
    return { fromS, toS, files: laid.filter((one) => one.fromS <= fromS && one.toS >= toS).map(({ file }) => file) }
  })
}

/** How far a recording has drifted from the reference where it ends, if it is laid down as it is; seconds, null where nobody measured. */
export const offAtEndS = ({ driftPpm, seconds }: Pick<SyncPlaceFields, 'driftPpm' | 'seconds'>): number | null =>
  driftPpm === null ? null : driftPpm * 1e-6 * seconds
