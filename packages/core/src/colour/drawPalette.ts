import { type Hex, hexOf, type Oklab, oklabOf } from './colour.ts'

/** A colour of a picture and how much of it there is. */
export interface DrawnColour {
  readonly hex: Hex
  /** 0 to 1. */
  readonly share: number
}

/** Below this two clusters look like one colour and become one. OKLab distance. */
const ALIKE = 0.045
const ROUNDS = 24

/**
 * The colours that make up a picture, darkest first: its pixels are gathered into cells of like colour, and the cells
 * clustered by nearness in OKLab. The first centres are the most common colour and then, each time, the one that the
 * centres so far leave furthest out, so that a small strong accent is found and the same picture always gives the
 * same palette.
 * @param pixels red, green, blue, alpha of each, 0 to 255; transparent ones do not count
 * @param wanted at most so many colours, 1 to 12
 * @source Lloyd's algorithm on weighted cells; farthest-point start as in Gonzalez (1985), weighted by the root of the
 * number of pixels
 */
export function drawPalette(pixels: Uint8ClampedArray, wanted: number): DrawnColour[] {
  const cells = gather(pixels)
  if (cells.length === 0) return []
  const centres = firstCentres(cells, Math.min(12, Math.max(1, Math.round(wanted))))
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => ({ l: 0, a: 0, b: 0, n: 0 }))
    for (const cell of cells) {
      const sum = sums[nearest(centres, cell.at)]!
      sum.l += cell.at.l * cell.n
      sum.a += cell.at.a * cell.n
      sum.b += cell.at.b * cell.n
      sum.n += cell.n
    }
    let moved = 0
    for (const [i, sum] of sums.entries()) {
      if (sum.n === 0) continue
      const next = { l: sum.l / sum.n, a: sum.a / sum.n, b: sum.b / sum.n }
      moved = Math.max(moved, distance(next, centres[i]!))
      centres[i] = next
    }
    if (moved < 1e-4) break
  }
  const total = cells.reduce((sum, cell) => sum + cell.n, 0)
  const counts = centres.map(() => 0)
  for (const cell of cells) counts[nearest(centres, cell.at)]! += cell.n
  return merged(centres.map((at, i) => ({ at, n: counts[i]! })))
    .filter(({ n }) => n > 0)
    .sort((a, b) => a.at.l - b.at.l)
    .map(({ at, n }) => ({ hex: hexOf(at), share: n / total }))
}

interface Cell {
  readonly at: Oklab
  readonly n: number
}

/** Pixels by their upper five bits of each colour, each cell at the mean of what fell into it. */
function gather(pixels: Uint8ClampedArray): Cell[] {
  const counts = new Uint32Array(32768),
    reds = new Float64Array(32768),
    greens = new Float64Array(32768),
    blues = new Float64Array(32768)
  for (let i = 0; i + 3 < pixels.length; i += 4) {
    if (pixels[i + 3]! < 128) continue
    const [r, g, b] = [pixels[i]!, pixels[i + 1]!, pixels[i + 2]!]
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3)
    counts[key]! += 1
    reds[key]! += r
    greens[key]! += g
    blues[key]! += b
  }
  const cells: Cell[] = []
  const two = (value: number) => Math.round(value).toString(16).padStart(2, '0')
  for (let key = 0; key < counts.length; key++) {
    const n = counts[key]!
    if (n > 0) cells.push({ at: oklabOf(`#${two(reds[key]! / n)}${two(greens[key]! / n)}${two(blues[key]! / n)}`), n })
  }
  return cells
}

function firstCentres(cells: readonly Cell[], wanted: number): Oklab[] {
  const most = cells.reduce((best, cell) => (cell.n > best.n ? cell : best))
  const centres = [most.at]
  const away = cells.map((cell) => distance(cell.at, most.at))
  while (centres.length < wanted) {
    let best = -1,
      furthest = 0
    for (const [i, cell] of cells.entries()) {
      const weight = away[i]! * cell.n ** 0.5
      if (away[i]! > ALIKE && weight > furthest) {
        furthest = weight
        best = i
      }
    }
    if (best < 0) break
    const centre = cells[best]!.at
    centres.push(centre)
    for (const [i, cell] of cells.entries()) away[i] = Math.min(away[i]!, distance(cell.at, centre))
  }
  return centres
}

function merged(clusters: readonly { at: Oklab; n: number }[]): { at: Oklab; n: number }[] {
  const kept: { at: Oklab; n: number }[] = []
  for (const cluster of [...clusters].sort((a, b) => b.n - a.n)) {
    const same = kept.find((k) => distance(k.at, cluster.at) < ALIKE)
    if (same) same.n += cluster.n
    else kept.push({ ...cluster })
  }
  return kept
}

const distance = (x: Oklab, y: Oklab) => Math.hypot(x.l - y.l, x.a - y.a, x.b - y.b)

function nearest(centres: readonly Oklab[], at: Oklab): number {
  let best = 0,
    least = Infinity
  for (const [i, centre] of centres.entries()) {
    const d = (centre.l - at.l) ** 2 + (centre.a - at.a) ** 2 + (centre.b - at.b) ** 2
    if (d < least) {
      least = d
      best = i
    }
  }
  return best
}
