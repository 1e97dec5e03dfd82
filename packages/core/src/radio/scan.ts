import { fail, ok, type Outcome } from '../outcome/index.ts'

/** What a scanner heard: a level for each frequency, in rising order. */
export interface Scan {
  readonly points: readonly { readonly kHz: number; readonly dBm: number }[]
}

/** Something that stands out of the noise. */
export interface Carrier {
  readonly fromKHz: number
  readonly toKHz: number
  /** Where it is strongest. */
  readonly atKHz: number
  readonly dBm: number
}

/** What is so far above the middle of all levels is no noise: noise of a sweep keeps within 10 dB of it. */
const OVER_NOISE_DB = 15
const MOST_POINTS = 20_000

/**
 * A scan out of the cells of a table: a frequency and a level a row. Frequencies in MHz, kHz or Hz, by their size: what is
 * scanned for microphones lies between 30 MHz and 7 GHz.
 */
export function readScan(rows: readonly (readonly string[])[]): Outcome<Scan & { unread: number }, string> {
  if (rows.length > MOST_POINTS) return fail(`A scan of at most ${MOST_POINTS} points is read: take the bands of the job.`)
  const points: { kHz: number; dBm: number }[] = []
  let unread = 0
  for (const [i, row] of rows.entries()) {
    const [frequency, level] = row.map((cell) => Number(cell.trim().replace('−', '-').replace(',', '.') || 'none'))
    const kHz = frequency === undefined ? NaN : inKHz(frequency)
    if (!Number.isFinite(kHz) || level === undefined || !Number.isFinite(level) || level < -200 || level > 50) {
      // A row of heads is passed over.
      if (i > 0) unread++
      continue
    }
    points.push({ kHz, dBm: level })
  }
  if (points.length < 3) return fail('There is no scan in it: a row has a frequency and a level, such as 606.025, -98.')
  return ok({ points: points.toSorted((a, b) => a.kHz - b.kHz), unread })
} // prettier-ignore

function inKHz(frequency: number): number {
  const kHz = frequency >= 30e6 ? frequency / 1000 : frequency >= 30e3 ? frequency : frequency * 1000
  return kHz >= 30e3 && kHz <= 7e6 ? Math.round(kHz) : NaN
}

/** A scan of so many points at the most: of neighbours that become one the loudest stays, so that no carrier is lost. */
export function thinned({ points }: Scan, most: number): Scan {
  const each = Math.ceil(points.length / most)
  if (each <= 1) return { points }
  return {
    points: Array.from({ length: Math.ceil(points.length / each) }, (_, i) =>
      points.slice(i * each, (i + 1) * each).reduce((a, b) => (b.dBm > a.dBm ? b : a)),
    ),
  }
}

/** The noise of a scan: the middle of its levels, dBm. */
export function noiseOf({ points }: Scan): number {
  const levels = points.map(({ dBm }) => dBm).toSorted((a, b) => a - b)
  return levels[Math.floor(levels.length / 2)] ?? 0
}

/** What stands out of the noise, in rising order; neighbours are one carrier. */
export function carriersOf(scan: Scan): readonly Carrier[] {
  const noise = noiseOf(scan)
  const found: { fromKHz: number; toKHz: number; atKHz: number; dBm: number }[] = []
  let isOn = false
  for (const { kHz, dBm } of scan.points) {
    const stands = dBm >= noise + OVER_NOISE_DB
    const last = found.at(-1)
    if (stands && isOn && last) {
      last.toKHz = kHz
      if (dBm > last.dBm) Object.assign(last, { atKHz: kHz, dBm })
    } else if (stands) found.push({ fromKHz: kHz, toKHz: kHz, atKHz: kHz, dBm })
    isOn = stands
  }
  return found
}
