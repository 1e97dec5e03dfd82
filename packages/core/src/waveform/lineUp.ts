import { correlate, findIn } from './correlate.ts'
import { averaged, resampled, type Sound } from './sound.ts'

/*
 * Two recordings of one scene laid on one another: first where, by stretches of a few seconds that are looked for in
 * the whole of the other at a low rate; then how exactly and how their clocks drift, by windows along what they share.
 */

export interface LinedUp {
  /** Where the device's first sample lies on the reference's clock, seconds. */
  readonly offsetSeconds: number
  /** How much faster the device's clock runs, in millionths: reference = offset + device / (1 + drift). */
  readonly driftPpm: number
  readonly isInverted: boolean
  /** What both recorded, seconds of the reference. */
  readonly overlapSeconds: number
  /** Half the width within which offset and drift lie in 95 of 100 cases, from how the windows scatter. */
  readonly offsetWithinSeconds: number
  readonly driftWithinPpm: number
  /** Windows that were looked at, and those that lie on the line. */
  readonly windows: number
  readonly agreeing: number
}

/** Progress from 0 to 1; answering false stops the work. */
export type OnProgress = (done: number) => boolean | void

const COARSE_RATE = 2000
const COARSE_SIZE = 1 << 17
const SEGMENT_SECONDS = 12
/** A peak that stands out so far is one; sound that has nothing in common stays below. */
const COARSE_HEIGHT = 14
const FINE_HEIGHT = 9
const FINE_SECONDS = 5
const MOST_WINDOWS = 24
/** No clock in use is further off. */
const MOST_DRIFT = 300e-6
/** A drift that moves the ends of a window against one another by more than microseconds. */
const WORTH_TAKING_OUT = 2e-6
/** Less than this in common says nothing, seconds. */
const LEAST_SECONDS = 2
/** A window that is off the line by more is not of it, seconds. */
const OFF_LINE_SECONDS = 1.5e-3

/** Lays a device's sound on the reference's; null where they have nothing in common, or it was stopped. */
export function lineUp(reference: Sound, device: Sound, onProgress: OnProgress = () => undefined): LinedUp | null {
  const secondsOf = ({ samples, sampleRate }: Sound) => samples / sampleRate
  if (secondsOf(reference) < LEAST_SECONDS || secondsOf(device) < LEAST_SECONDS) return null
  let isStopped = false
  const told = (done: number) => {
    if (onProgress(done) === false) isStopped = true
    return !isStopped
  }
  const candidates = findCoarsely(reference, device, (done) => told(0.7 * done))
  for (const candidate of candidates) {
    if (isStopped) return null
    const fine = refine(reference, device, candidate, (done) => told(0.7 + 0.3 * done))
    if (fine) return fine
  }
  return null
}

interface Found {
  /** Reference time less device time, at device time `atSeconds`. */
  readonly offsetSeconds: number
  readonly atSeconds: number
  readonly height: number
}

const lows = new WeakMap<Sound, Float32Array>()
/** A sound at the low rate; once made it stays, since one reference is asked for by every device. */
function low(whole: Sound): Float32Array {
  const known = lows.get(whole)
  if (known) return known
  const sound = averaged(whole, Math.max(1, Math.floor(whole.sampleRate / (4 * COARSE_RATE))))
  const step = sound.sampleRate / COARSE_RATE
  const made = resampled(sound, 0, Math.floor(sound.samples / step), step)
  lows.set(whole, made)
  return made
}

/** Loudest stretches first: silence finds nothing. */
function segmentsOf(samples: Float32Array): readonly number[] {
  const length = Math.min(samples.length, SEGMENT_SECONDS * COARSE_RATE)
  const step = Math.max(1, Math.floor(length / 2))
  const starts: { from: number; energy: number }[] = []
  for (let from = 0; from + length <= samples.length; from += step) {
    // The median of short parts: one bang does not make a stretch good.
    const parts = Array.from({ length: 12 }, (_, p) => {
      let sum = 0
      const [a, b] = [from + Math.floor((p * length) / 12), from + Math.floor(((p + 1) * length) / 12)]
      for (let i = a; i < b; i++) sum += samples[i]! * samples[i]!
      return sum
    }).toSorted((a, b) => a - b)
    starts.push({ from, energy: parts[6]! })
  }
  return starts.toSorted((a, b) => b.energy - a.energy).map(({ from }) => from)
}

/** Where it may lie, the likeliest first. Stretches apart that agree settle it. */
function findCoarsely(reference: Sound, device: Sound, told: OnProgress): readonly Found[] {
  const ref = low(reference)
  if (told(0.15) === false) return []
  const dev = low(device)
  if (told(0.3) === false) return []
  const length = Math.min(dev.length, SEGMENT_SECONDS * COARSE_RATE)
  const found: Found[] = []
  const starts = segmentsOf(dev).slice(0, 8)
  for (const [s, from] of starts.entries()) {
    const segment = dev.subarray(from, from + length)
    const peak = findIn(ref, segment, COARSE_SIZE, (done) => told(0.3 + (0.7 * (s + done)) / starts.length))
    if (!peak) return []
    found.push({ offsetSeconds: (peak.lag - from) / COARSE_RATE, atSeconds: (from + length / 2) / COARSE_RATE, height: peak.height }) // prettier-ignore
    const strongest = found.reduce((a, b) => (b.height > a.height ? b : a))
    const agreeing = found.filter((other) => Math.abs(other.offsetSeconds - strongest.offsetSeconds) < 0.02 + MOST_DRIFT * Math.abs(other.atSeconds - strongest.atSeconds)) // prettier-ignore
    if (strongest.height > 2 * COARSE_HEIGHT || (agreeing.length > 1 && strongest.height > COARSE_HEIGHT)) return [strongest] // prettier-ignore
  }
  return found
    .filter(({ height }) => height > COARSE_HEIGHT)
    .toSorted((a, b) => b.height - a.height)
    .slice(0, 3)
}

interface Window {
  readonly deviceSeconds: number
  readonly offsetSeconds: number
  readonly height: number
  readonly isInverted: boolean
}

/**
 * One window of both at the lower of their rates, around where it is expected. With the device's clock taken as
 * `1 + slope` slow, so that a window that is half silence does not lean to where it is not.
 */
function lookAt(
  reference: Sound,
  device: Sound,
  deviceSeconds: number,
  expected: number,
  within: number,
  slope = 0,
): Window {
  // prettier-ignore
  const rate = Math.min(reference.sampleRate, device.sampleRate)
  const length = Math.round(FINE_SECONDS * rate)
  const reach = Math.ceil(within * rate)
  const size = 2 ** Math.ceil(Math.log2(length + 2 * reach + 16))
  const from = Math.round((deviceSeconds - FINE_SECONDS / 2) * rate)
  // In samples of the device as it would run by the reference's clock.
  const first = Math.round(from * (1 + slope))
  const there = Math.round(from + expected * rate - (slope * FINE_SECONDS * rate) / 2)
  const isSame = device.sampleRate === rate && slope === 0
  const b = isSame ? device.read(from, from + length) : resampled(device, first, length, device.sampleRate / rate / (1 + slope)) // prettier-ignore
  const count = length + 2 * reach
  const a = reference.sampleRate === rate ? reference.read(there - reach, there - reach + count) : resampled(reference, there - reach, count, reference.sampleRate / rate) // prettier-ignore
  const peak = correlate(a, b, size, 0, 2 * reach)
  const middle = first / (1 + slope) + length / 2 / (1 + slope)
  const offsetSeconds = (there - reach + peak.lag + length / 2 - middle) / rate
  return { deviceSeconds: middle / rate, offsetSeconds, height: peak.height, isInverted: peak.isInverted }
}

/** A line through windows, nearer ones counting more: weights fall with the distance (Huber). */
function fitLine(windows: readonly Window[]) {
  let weights = windows.map(() => 1)
  let [at0, slope, middle] = [0, 0, 0]
  for (let round = 0; round < 12; round++) {
    const sum = weights.reduce((a, b) => a + b, 0)
    middle = windows.reduce((s, w, i) => s + weights[i]! * w.deviceSeconds, 0) / sum
    at0 = windows.reduce((s, w, i) => s + weights[i]! * w.offsetSeconds, 0) / sum
    const across = windows.reduce((s, w, i) => s + weights[i]! * (w.deviceSeconds - middle) ** 2, 0)
    slope = across > 1e-9 ? windows.reduce((s, w, i) => s + weights[i]! * (w.deviceSeconds - middle) * (w.offsetSeconds - at0), 0) / across : 0 // prettier-ignore
    const off = windows.map((w) => Math.abs(w.offsetSeconds - at0 - slope * (w.deviceSeconds - middle)))
    const scale = Math.max(2e-6, 1.5 * off.toSorted((a, b) => a - b)[off.length >> 1]!)
    weights = off.map((o) => 1 / Math.max(1, (o / scale) ** 2))
  }
  const rest = windows.map((w) => w.offsetSeconds - at0 - slope * (w.deviceSeconds - middle))
  return { at: (seconds: number) => at0 + slope * (seconds - middle), slope, middle, rest }
}

function refine(reference: Sound, device: Sound, coarse: Found, told: OnProgress): LinedUp | null {
  const [refSeconds, devSeconds] = [reference.samples / reference.sampleRate, device.samples / device.sampleRate]
  const from = Math.max(0, -coarse.offsetSeconds)
  const to = Math.min(devSeconds, refSeconds - coarse.offsetSeconds)
  const half = FINE_SECONDS / 2
  if (to - from < LEAST_SECONDS) return null
  const count = Math.max(1, Math.min(MOST_WINDOWS, Math.floor((to - from) / (FINE_SECONDS * 0.75))))
  const centres = Array.from({ length: count }, (_, i) => from + half + ((to - from - 2 * half) * (i + 0.5)) / count)
  // Outwards from where it was found, each expected by those before it.
  centres.sort((a, b) => Math.abs(a - coarse.atSeconds) - Math.abs(b - coarse.atSeconds))
  const good: Window[] = []
  for (const [i, centre] of centres.entries()) {
    const line = good.length > 3 ? fitLine(good) : null
    const nearest = good.length ? Math.min(...good.map((w) => Math.abs(w.deviceSeconds - centre))) : Math.abs(centre - coarse.atSeconds) // prettier-ignore
    const expected = line ? line.at(centre) : (good[0]?.offsetSeconds ?? coarse.offsetSeconds)
    const window = lookAt(reference, device, centre, expected, 0.03 + (line ? 50e-6 : MOST_DRIFT) * nearest)
    if (window.height > FINE_HEIGHT) good.push(window)
    if (told((i + 1) / centres.length) === false) return null
  }
  if (good.length < Math.min(3, count)) return null
  const rough = fitLine(good)
  if (Math.abs(rough.slope) > WORTH_TAKING_OUT)
    for (const [i, window] of good.entries())
      good[i] = lookAt(reference, device, window.deviceSeconds, rough.at(window.deviceSeconds), 0.01, rough.slope)
  const first = fitLine(good)
  const onLine = good.filter((_, i) => Math.abs(first.rest[i]!) < OFF_LINE_SECONDS)
  if (onLine.length < Math.max(Math.min(3, count), 0.5 * count)) return null
  const inverted = onLine.filter((w) => w.isInverted).length
  if (Math.abs(first.slope) > MOST_DRIFT) return null
  return measured(onLine, inverted * 2 > onLine.length, { refSeconds, devSeconds, count })
}

function measured(
  windows: readonly Window[],
  isInverted: boolean,
  { refSeconds, devSeconds, count }: { refSeconds: number; devSeconds: number; count: number },
): LinedUp {
  // prettier-ignore
  const line = fitLine(windows)
  const n = windows.length
  const spread = Math.sqrt(line.rest.reduce((sum, off) => sum + off * off, 0) / Math.max(1, n - 2))
  const across = windows.reduce((sum, w) => sum + (w.deviceSeconds - line.middle) ** 2, 0)
  // With one or two windows a slope is chance: the clocks then count as equal.
  const slope = n > 2 ? line.slope : 0
  const offsetSeconds = line.at(0)
  const endSeconds = offsetSeconds + devSeconds * (1 + slope)
  return {
    offsetSeconds,
    driftPpm: (1 / (1 + slope) - 1) * 1e6,
    isInverted,
    overlapSeconds: Math.max(0, Math.min(refSeconds, endSeconds) - Math.max(0, offsetSeconds)),
    offsetWithinSeconds: 2 * spread * Math.sqrt(1 / n + (across > 0 ? line.middle ** 2 / across : 0)) + 1e-5,
    driftWithinPpm: n > 2 && across > 0 ? (2e6 * spread) / Math.sqrt(across) + 0.05 : 300,
    windows: count,
    agreeing: n,
  }
}
