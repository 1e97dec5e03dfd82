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

/** Of the loudest, in power: what is fainter is no sound but the rounding of a file. */
const FAINTEST = 1e-11

const rooms = new Map<string, Float64Array>()
/** Room for so many complex numbers, empty; the same each time for one name. */
function roomFor(name: string, size: number): Float64Array {
  const key = `${name} ${size}`
  let room = rooms.get(key)
  if (!room) rooms.set(key, (room = new Float64Array(2 * size)))
  return room.fill(0)
}

/**
 * Where two stretches of sound lie on one another best: the generalised cross-correlation with phase transform (Knapp
 * and Carter, IEEE Trans. ASSP 24, 1976), which does not mind level, tone and much of the room.
 * @param a, b of one rate, no longer than half of `size` together with the lags that are looked at
 * @param low, high which lags are looked at
 */
export function correlate(a: Float32Array, b: Float32Array, size: number, low: number, high: number): Peak {
  const fft = fftOf(size)
  const both = roomFor('both', size)
  const cross = roomFor('cross', size)
  taper(a, both, 0)
  taper(b, both, 1)
  fft.forward(both)
  const faintest = (FAINTEST * loudestOf(both)) ** 2
  // Both are real: of a + ib each is got back from the pair of mirrored bins.
  for (let k = 1; k < size / 2; k++) {
    const m = size - k
    const ar = (both[2 * k]! + both[2 * m]!) / 2
    const ai = (both[2 * k + 1]! - both[2 * m + 1]!) / 2
    const br = (both[2 * k + 1]! + both[2 * m + 1]!) / 2
    const bi = (both[2 * m]! - both[2 * k]!) / 2
    const xr = ar * br + ai * bi
    const xi = ai * br - ar * bi
    const power = xr * xr + xi * xi
    if (power <= faintest) continue
    const weight = power ** (-WHITENING / 2)
    cross[2 * k] = cross[2 * m] = xr * weight
    cross[2 * k + 1] = xi * weight
    cross[2 * m + 1] = -xi * weight
  }
  fft.inverse(cross)
  return peakOf(cross, 0, size, low, high)
}

/**
 * Where a short stretch lies in a long one: as `correlate`, block by block, two blocks in one transform.
 * @param onBlock told how much is done; false stops, and then there is no answer
 */
export function findIn(
  whole: Float32Array,
  part: Float32Array,
  size: number,
  onBlock: (done: number) => boolean | void,
): Peak | null {
  const fft = fftOf(size)
  const pattern = roomFor('pattern', size)
  taper(part, pattern, 0)
  fft.forward(pattern)
  const [length, stride] = [part.length, size - 2 * part.length]
  const starts: number[] = []
  for (let at = -length; at < whole.length; at += stride) starts.push(at)
  const blockAt = (at: number) => whole.subarray(Math.max(0, at), Math.min(whole.length, at + stride + length))
  let best: Peak | null = null
  for (let i = 0; i < starts.length; i += 2) {
    const blocks = [blockAt(starts[i]!), i + 1 < starts.length ? blockAt(starts[i + 1]!) : new Float32Array(0)]
    const data = roomFor('both', size)
    for (const [p, block] of blocks.entries()) taper(block, data, p as 0 | 1)
    fft.forward(data)
    crossWith(data, pattern, size)
    fft.inverse(data)
    for (const [p, block] of blocks.entries()) {
      if (block.length < LEAST_BLOCK) continue
      const peak = peakOf(data, p as 0 | 1, size, 1 - length, block.length - 1)
      if (!best || peak.height > best.height) best = { ...peak, lag: peak.lag + Math.max(0, starts[i + p]!) }
    }
    if (onBlock(Math.min(1, (i + 2) / starts.length)) === false) return null
  }
  return best
}

/** A block of less is an end that its neighbour holds too. */
const LEAST_BLOCK = 2000

/** Makes of the spectrum of two real sounds, one real and one imaginary, their whitened cross-spectra with a third. */
function crossWith(data: Float64Array, pattern: Float64Array, size: number) {
  const faintest = (FAINTEST * (loudestOf(data) + loudestOf(pattern))) ** 2
  data[0] = data[1] = data[size] = data[size + 1] = 0
  for (let k = 1; k < size / 2; k++) {
    const m = size - k
    const [pr, pi] = [pattern[2 * k]!, pattern[2 * k + 1]!]
    const ar = (data[2 * k]! + data[2 * m]!) / 2
    const ai = (data[2 * k + 1]! - data[2 * m + 1]!) / 2
    const br = (data[2 * k + 1]! + data[2 * m + 1]!) / 2
    const bi = (data[2 * m]! - data[2 * k]!) / 2
    let xr = ar * pr + ai * pi
    let xi = ai * pr - ar * pi
    let yr = br * pr + bi * pi
    let yi = bi * pr - br * pi
    const [powerX, powerY] = [xr * xr + xi * xi, yr * yr + yi * yi]
    const weightX = powerX <= faintest ? 0 : powerX ** (-WHITENING / 2)
    const weightY = powerY <= faintest ? 0 : powerY ** (-WHITENING / 2)
    xr *= weightX
    xi *= weightX
    yr *= weightY
    yi *= weightY
    data[2 * k] = xr - yi
    data[2 * k + 1] = xi + yr
    data[2 * m] = xr + yi
    data[2 * m + 1] = yr - xi
  }
}

function loudestOf(data: Float64Array): number {
  let loudest = 0
  for (let i = 2; i < data.length; i += 2)
    loudest = Math.max(loudest, data[i]! * data[i]! + data[i + 1]! * data[i + 1]!)
  return loudest
}

/** The highest of a range of lags in the real (0) or the imaginary part (1). */
function peakOf(data: Float64Array, part: 0 | 1, size: number, low: number, high: number): Peak {
  const at = (lag: number) => data[2 * (((lag % size) + size) % size) + part]!
  let [best, energy, count] = [low, 0, 0]
  let highest = -1
  for (let lag = low; lag <= high; lag++) {
    const value = at(lag)
    energy += value * value
    count++
    if (Math.abs(value) <= highest) continue
    highest = Math.abs(value)
    best = lag
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

/** A twentieth at each end rises and falls, so that the cut makes no click; into the real or the imaginary part. */
function taper(from: Float32Array, to: Float64Array, part: 0 | 1) {
  const n = from.length
  const edge = Math.max(1, Math.floor(n / 20))
  for (let i = 0; i < n; i++) {
    const near = Math.min(i, n - 1 - i)
    to[2 * i + part] = near < edge ? from[i]! * (0.5 - 0.5 * Math.cos((Math.PI * near) / edge)) : from[i]!
  }
}
