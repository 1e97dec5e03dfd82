import { fftOf } from './fft.ts'

export interface Peak {
  /** By how many samples `b` has to be moved to lie on `a`, with fractions. */
  readonly lag: number
  /** How far it stands out of the rest, in deviations of it. */
  readonly height: number
  readonly isInverted: boolean
}

/** How far the spectra are whitened: with 1 only phase counts, with 0 what is loud. */
const WHITENING = 0.85

const rooms = new Map<number, readonly [Float64Array, Float64Array, Float64Array, Float64Array]>()
/** Four arrays of a length, empty; the same ones each time. */
function roomFor(size: number) {
  let room = rooms.get(size)
  if (!room) rooms.set(size, (room = [new Float64Array(size), new Float64Array(size), new Float64Array(size), new Float64Array(size)])) // prettier-ignore
  for (const array of room) array.fill(0)
  return room
}

/** Of the loudest, in power: what is fainter is no sound but the rounding of a file. */
const FAINTEST = 1e-11

/**
 * Where two stretches of sound lie on one another best: the generalised cross-correlation with phase transform (Knapp
 * and Carter, IEEE Trans. ASSP 24, 1976), which does not mind level, tone and much of the room.
 * @param a, b of one rate, no longer than half of `size` together with the lags that are looked at
 * @param low, high which lags are looked at
 */
export function correlate(a: Float32Array, b: Float32Array, size: number, low: number, high: number): Peak {
  const fft = fftOf(size)
  const [re, im, cr, ci] = roomFor(size)
  taper(a, re)
  taper(b, im)
  fft.forward(re, im)
  // Both are real: of a + ib each is got back from the pair of mirrored bins.
  let loudest = 0
  for (let k = 1; k < size; k++) loudest = Math.max(loudest, re[k]! * re[k]! + im[k]! * im[k]!)
  for (let k = 1; k < size / 2; k++) {
    const m = size - k
    const [ar, ai] = [(re[k]! + re[m]!) / 2, (im[k]! - im[m]!) / 2]
    const [br, bi] = [(im[k]! + im[m]!) / 2, (re[m]! - re[k]!) / 2]
    const [xr, xi] = [ar * br + ai * bi, ai * br - ar * bi]
    const power = xr * xr + xi * xi
    if (power <= (FAINTEST * loudest) ** 2) continue
    const weight = power ** (-WHITENING / 2)
    cr[k] = cr[m] = xr * weight
    ci[k] = xi * weight
    ci[m] = -xi * weight
  }
  fft.inverse(cr, ci)
  let [best, energy, count] = [low, 0, 0]
  const at = (lag: number) => cr[((lag % size) + size) % size]!
  for (let lag = low; lag <= high; lag++) {
    const value = at(lag)
    energy += value * value
    count++
    if (Math.abs(value) > Math.abs(at(best))) best = lag
  }
  const peak = at(best)
  // The rest, without the peak and what leans on it.
  let near = 0
  for (let lag = best - 3; lag <= best + 3; lag++) near += at(lag) ** 2
  const deviation = Math.sqrt(Math.max(1e-30, energy - near) / Math.max(1, count - 7))
  const [before, after] = [Math.abs(at(best - 1)), Math.abs(at(best + 1))]
  const curve = before - 2 * Math.abs(peak) + after
  const shift = curve < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / curve)) : 0
  return { lag: best + shift, height: Math.abs(peak) / deviation, isInverted: peak < 0 }
}

/** A twentieth at each end rises and falls, so that the cut makes no click. */
function taper(from: Float32Array, to: Float64Array) {
  const n = from.length
  const edge = Math.max(1, Math.floor(n / 20))
  for (let i = 0; i < n; i++) {
    const near = Math.min(i, n - 1 - i)
    to[i] = near < edge ? from[i]! * (0.5 - 0.5 * Math.cos((Math.PI * near) / edge)) : from[i]!
  }
}
