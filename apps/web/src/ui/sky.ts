import { positionOf } from '@kavrell/core/records'
import { skyBands } from '@kavrell/core/sun'

const SKY: readonly (readonly [altitude: number, rgb: readonly [number, number, number]])[] = [
  [-18, [24, 32, 56]],
  [-8, [58, 70, 122]],
  [-3, [148, 100, 110]],
  [0, [206, 136, 84]],
  [5, [232, 204, 150]],
  [12, [208, 226, 228]],
  [60, [226, 238, 238]],
]

/** Colour of the sky for a height of the sun, between the two nearest of the table. */
function skyColour(altitude: number): string {
  const above = SKY.findIndex(([a]) => a >= altitude)
  if (above <= 0) return `rgb(${(above === 0 ? SKY[0]! : SKY.at(-1)!)[1].join(' ')})`
  const [a, from] = SKY[above - 1]!,
    [b, to] = SKY[above]!
  const t = (altitude - a) / (b - a)
  return `rgb(${from.map((v, i) => Math.round(v + (to[i]! - v) * t)).join(' ')})`
}

/**
 * The sky over a place from one moment to another, as a background; plain where nobody has said where it is.
 * @param steps in how many looks at the sun
 * @param isDownwards from top to bottom instead of from left to right
 */
export function skyBackground(
  fromMs: number,
  untilMs: number,
  steps: number,
  place: { readonly latitudeDeg: number | null; readonly longitudeDeg: number | null },
  isDownwards = false,
): string {
  const at = positionOf(place)
  if (!at) return 'var(--chakra-colors-well)'
  const bands = skyBands(fromMs, untilMs, steps, at.latitudeDeg, at.longitudeDeg)
  return `linear-gradient(${isDownwards ? '180deg' : '90deg'}, ${bands.map((height, i) => `${skyColour(height)} ${((i + 0.5) / bands.length) * 100}%`).join(', ')})`
}
