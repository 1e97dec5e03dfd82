import type { SyncRow } from './assemble.ts'

/** Where a recording was believed to lie, as it is kept: the fields of an entry without who and when. */
export interface SyncPlaceFields {
  readonly file: string
  readonly reference: string
  readonly seconds: number
  readonly by: SyncRow['believed']
  readonly atS: number | null
  readonly withinS: number | null
  readonly driftPpm: number | null
  readonly apartS: number | null
}
/** By what a recording is believed to lie where it does, in words. */
export const SAID_BY: Readonly<Record<SyncRow['believed'], string>> = {
  reference: 'the reference',
  sound: 'by what was heard',
  clap: 'by claps',
  timecode: 'by timecode alone',
  hand: 'put there by hand',
  nothing: 'not found',
}

/** An entry that was kept; the newer one has the higher version. */
export type KeptPlace = SyncPlaceFields & { readonly version: number }

const heardOf = ({ heard, believed }: SyncRow) => (believed === 'sound' && heard !== 'nothing in common' ? heard : null)

/** What is to be kept of recordings that were laid on one another. Sure and drift are of what was heard, where that is believed. */
export function placesToKeep(rows: readonly SyncRow[]): readonly SyncPlaceFields[] {
  const reference = rows.find(({ believed }) => believed === 'reference')?.source.name
  if (reference === undefined) return []
  return rows.map((row) => ({
    file: row.source.name,
    reference,
    seconds: row.source.seconds,
    by: row.believed,
    atS: row.atS,
    withinS: heardOf(row)?.offsetWithinSeconds ?? null,
    driftPpm: heardOf(row)?.driftPpm ?? null,
    apartS: row.apartS,
  }))
}

/** The newest entry of each recording that lies on a reference, or of all where none is named. */
export function newestPlaces<P extends KeptPlace>(entries: readonly P[], reference?: string): ReadonlyMap<string, P> {
  const newest = new Map<string, P>()
  for (const entry of entries) {
    if (reference !== undefined && entry.reference !== reference) continue
    if (entry.version >= (newest.get(entry.file)?.version ?? -1)) newest.set(entry.file, entry)
  }
  return newest
}

/** Recordings of one name are the same one where they last as long, to a tenth of a second. */
export const SAME_LENGTH_S = 0.1

/** Where somebody had put recordings by hand that are here again: of this reference, name and length. */
export function putBefore(entries: readonly KeptPlace[], rows: readonly SyncRow[]): ReadonlyMap<string, number> {
  const reference = rows.find(({ believed }) => believed === 'reference')?.source
  if (!reference) return new Map()
  const newest = newestPlaces(entries, reference.name)
  const isSame = (kept: KeptPlace | undefined, seconds: number) => kept !== undefined && Math.abs(kept.seconds - seconds) < SAME_LENGTH_S // prettier-ignore
  if (!isSame(newest.get(reference.name), reference.seconds)) return new Map()
  return new Map(
    rows.flatMap(({ source }) => {
      const kept = newest.get(source.name)
      return kept?.by === 'hand' && kept.atS !== null && isSame(kept, source.seconds) ? [[source.name, kept.atS]] : []
    }),
  )
}

const MOST_APART_S = 1e-6
const near = (a: number | null, b: number | null) =>
  a === b || (a !== null && b !== null && Math.abs(a - b) < MOST_APART_S)

/** Whether what lies here was kept just so. */
export function isKept(entries: readonly KeptPlace[], places: readonly SyncPlaceFields[]): boolean {
  const newest = newestPlaces(entries, places[0]?.reference)
  return places.every((place) => {
    const kept = newest.get(place.file)
    return kept?.by === place.by && near(kept.atS, place.atS) && near(kept.seconds, place.seconds)
  })
}
