/** Light of one colour temperature that falls on something. */
export interface ColouredLight {
  readonly lux: number
  readonly kelvin: number
}

/**
 * Chromaticity of a colour temperature: the black body's, and daylight's from 5000 K on.
 * @source Kim et al. 2002 for the black body, 1667 to 25000 K; CIE 15 for daylight
 */
export function chromaticity(kelvin: number): readonly [x: number, y: number] {
  const t = 1000 / Math.min(25000, Math.max(1667, kelvin))
  if (kelvin >= 5000) {
    const x =
      kelvin <= 7000
        ? 0.244063 + t * (0.09911 + t * (2.9678 - t * 4.607))
        : 0.23704 + t * (0.24748 + t * (1.9018 - t * 2.0064))
    return [x, -3 * x * x + 2.87 * x - 0.275]
  }
  const x =
    kelvin <= 4000
      ? 0.17991 + t * (0.8776956 - t * (0.2343589 + t * 0.2661239))
      : 0.24039 + t * (0.2226347 + t * (2.1070379 - t * 3.0258469))
  const y =
    kelvin <= 2222
      ? -0.20219683 + x * (2.18555832 - x * (1.3481102 + x * 1.1063814))
      : kelvin <= 4000
        ? -0.16748867 + x * (2.09137015 - x * (1.37418593 + x * 0.9549476))
        : -0.37001483 + x * (3.75112997 - x * (5.8733867 - x * 3.081758))
  return [x, y]
}

/** Colour temperature that a meter reads where lights meet; null in the dark. @source McCamy 1992 */
export function mixedKelvin(lights: readonly ColouredLight[]): number | null {
  let [X, Y, Z] = [0, 0, 0]
  for (const { lux, kelvin } of lights) {
    const [x, y] = chromaticity(kelvin)
    X += (lux * x) / y
    Y += lux
    Z += (lux * (1 - x - y)) / y
  }
  if (!(Y > 0)) return null
  const [x, y] = [X / (X + Y + Z), Y / (X + Y + Z)]
  const n = (x - 0.332) / (0.1858 - y)
  return 449 * n ** 3 + 3525 * n ** 2 + 6823.3 * n + 5520.33
}

/** How far two colour temperatures lie apart, in mireds; what a gel of so many takes one to the other with. */
export const miredsBetween = (fromKelvin: number, toKelvin: number): number => 1e6 / toKelvin - 1e6 / fromKelvin
/** A lamp's colour behind a gel of so many mireds, warmer above 0. */
export const behindGel = (kelvin: number, mireds: number): number => 1e6 / (1e6 / kelvin + mireds)

/** A full gel to tungsten, and one to daylight, and what they take, stops. Typical of the kind; the maker's sheet decides. */
const FULL = { warm: { mireds: 159, stops: 0.85 }, cool: { mireds: -137, stops: 1.5 } }
/** What a gel of so many mireds takes, stops. */
export function gelLossStops(mireds: number): number {
  const { mireds: full, stops } = mireds > 0 ? FULL.warm : FULL.cool
  return Math.round(Math.abs(mireds / full) * stops * 10) / 10
}
