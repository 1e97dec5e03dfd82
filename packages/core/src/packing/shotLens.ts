import { reaches } from '../kit/index.ts'
import type { LensInCase, Production, Shot } from '../records/index.ts'

/** Lenses that are there and can be what a shot is taken with: fixed ones of that length, else zooms that reach it. */
export function shotLens(production: Production, { focalLengthMm }: Shot): readonly LensInCase[] {
  const there = Object.values(production.lens).filter((lens) => reaches({ shortestMm: lens.focalLengthMm, longestMm: lens.longestMm }, focalLengthMm)) // prettier-ignore
  const fixed = there.filter((lens) => lens.longestMm === lens.focalLengthMm)
  return fixed.length > 0 ? fixed : there
}
