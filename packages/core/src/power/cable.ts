/** Of warm copper, Ω mm²/m. @source 0.0172 at 20 °C, some 12 % more at what a loaded cable warms to */
const COPPER = 0.0193
/** Copper of an ordinary cable, mm². */
export const USUAL_CABLE_MM2 = 1.5
/** Cables as they lie in a van, metres. */
const LENGTHS_M = [20, 10, 5] as const

/** What is lost on the way there and back, volts. */
export const voltageDrop = (lengthM: number, amperes: number, squareMm = USUAL_CABLE_MM2): number =>
  (2 * lengthM * amperes * COPPER) / squareMm

/** The fewest cables that reach, and of those the shortest together; longest first. */
export function cablesFor(lengthM: number): number[] {
  if (!(lengthM > 0)) return []
  let best: number[] | null = null
  const sum = (cables: readonly number[]) => cables.reduce((a, b) => a + b, 0)
  const most = Math.ceil(lengthM / LENGTHS_M[0])
  for (let twenties = 0; twenties <= most; twenties++)
    for (let tens = 0; tens <= 2; tens++) {
      const left = lengthM - twenties * 20 - tens * 10
      const fives = Math.max(0, Math.ceil(left / 5 - 1e-9))
      if (fives > 4) continue
      const cables = [...Array<number>(twenties).fill(20), ...Array<number>(tens).fill(10), ...Array<number>(fives).fill(5)] // prettier-ignore
      if (!best || cables.length < best.length || (cables.length === best.length && sum(cables) < sum(best))) best = cables // prettier-ignore
    }
  return best ?? []
}

/** Minutes that a battery carries a lamp at a level; a dimmed lamp draws in proportion. Infinity for one that draws nothing. */
export const batteryMinutes = (wattHours: number, watts: number, level: number): number =>
  watts * level > 0 ? (60 * wattHours * USABLE) / (watts * level) : Infinity
/** Batteries grow old, and are cold in the morning: so much of what is printed on them is reckoned with. */
const USABLE = 0.85

/** Cables counted by their length, such as "2 × 20 m, 1 × 5 m". */
export const cablesInWords = (cables: readonly number[]): string =>
  LENGTHS_M.flatMap((lengthM) => {
    const count = cables.filter((one) => one === lengthM).length
    return count > 0 ? [`${count} × ${lengthM} m`] : []
  }).join(', ')

/** More than this share of the mains is lost on the way in no plan: lamps flicker, and cables warm. */
export const MOST_DROP_SHARE = 0.05
