import { colourDifference, type Hex, lchOf } from './colour.ts'

export interface Nearest {
  readonly hex: Hex
  /** CIEDE2000 from the colour asked about. */
  readonly difference: number
}

/** The colour of a palette nearest to one that is to go with it; null for an empty palette. */
export function nearestInPalette(palette: readonly Hex[], hex: Hex): Nearest | null {
  return palette
    .map((candidate) => ({ hex: candidate, difference: colourDifference(candidate, hex) }))
    .reduce<Nearest | null>((best, next) => (best === null || next.difference < best.difference ? next : best), null)
}

/**
 * How far apart two palettes look: the mean, over the colours of both, of the difference to the nearest colour of the
 * other. 0 for the same colours in any order; Infinity when one has none.
 */
export function paletteDifference(one: readonly Hex[], other: readonly Hex[]): number {
  if (one.length === 0 || other.length === 0) return Infinity
  const from = (a: readonly Hex[], b: readonly Hex[]) => a.map((hex) => nearestInPalette(b, hex)!.difference)
  const all = [...from(one, other), ...from(other, one)]
  return all.reduce((sum, d) => sum + d, 0) / all.length
}

export interface Contrast {
  /** Key's lightness less the background's, −100 to 100. */
  readonly lightness: number
  /** Degrees round the circle between the two hues, 0 to 180; null where one of them is grey. */
  readonly hueDeg: number | null
  readonly says: string
}

/** How a key colour stands off its background, in lightness and in hue. */
export function keyContrast(key: Hex, background: Hex): Contrast {
  const [k, b] = [lchOf(key), lchOf(background)]
  const lightness = k.lightness - b.lightness
  const hueDeg =
    k.hueDeg === undefined || b.hueDeg === undefined ? null : Math.abs(((k.hueDeg - b.hueDeg + 540) % 360) - 180)
  const light =
    Math.abs(lightness) < 10
      ? 'as light as its background'
      : `${lightness > 0 ? 'lighter' : 'darker'} than its background${Math.abs(lightness) > 40 ? ' by far' : ''}`
  const hue =
    hueDeg === null
      ? 'no hue against hue'
      : hueDeg < 30
        ? 'in the same hue'
        : hueDeg < 75
          ? 'in a neighbouring hue'
          : hueDeg < 140
            ? 'in another hue'
            : 'in the opposite hue'
  return { lightness, hueDeg, says: `${light}, ${hue}` }
}
