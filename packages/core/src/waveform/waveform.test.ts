import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { Fft } from './fft.ts'
import { lineUp, peaksOf, resampled, type Sound, soundOf } from './index.ts'

interface Expected {
  readonly file: string
  readonly match: boolean
  readonly offset_seconds: number
  readonly drift_ppm: number
  readonly polarity_inverted: boolean
  readonly overlap_seconds: number
}
const folder = new URL('../../vectors/', import.meta.url)
const { cases } = JSON.parse(readFileSync(new URL('audiosync/expected.json', folder), 'utf8')) as {
  cases: readonly { readonly reference: string; readonly files: readonly Expected[] }[]
}
function fileOf(name: string): Sound {
  const bytes = readFileSync(new URL(name, folder))
  const samples = Float32Array.from({ length: (bytes.length - 44) >> 1 }, (_, i) => bytes.readInt16LE(44 + 2 * i) / 32768) // prettier-ignore
  return soundOf(samples, bytes.readUInt32LE(24))
}
const pairs = cases.flatMap(({ reference, files }) => files.map((file) => [file.file, reference, file] as const))

describe('recordings of one scene', () => {
  it.each(pairs)('%s lies where it was made to lie', (name, reference, expected) => {
    const found = lineUp(fileOf(reference), fileOf(name))
    if (!expected.match) {
      expect(found).toBeNull()
      return
    }
    expect(Math.abs(found!.offsetSeconds - expected.offset_seconds)).toBeLessThan(Math.min(5e-4, Math.max(3e-5, found!.offsetWithinSeconds))) // prettier-ignore
    expect(Math.abs(found!.driftPpm - expected.drift_ppm)).toBeLessThan(1)
    expect(found!.isInverted).toBe(expected.polarity_inverted)
    expect(found!.overlapSeconds).toBeCloseTo(expected.overlap_seconds, 2)
  })

  it('of two rates, the device longer than the reference, half of it silent', () => {
    const scene = talk(90, 48000, 1)
    const reference = soundOf(scene.subarray(20 * 48000, 60 * 48000), 48000)
    const drift = 40e-6
    const device = resampled(soundOf(scene, 48000), 0, Math.floor((85 * 44100) * (1 + drift)), 48000 / (44100 * (1 + drift))) // prettier-ignore
    device.fill(0, 30 * 44100, 40 * 44100)
    const found = lineUp(reference, soundOf(device, 44100))
    expect(Math.abs(found!.offsetSeconds + 20)).toBeLessThan(1e-3)
    expect(Math.abs(found!.driftPpm - 40)).toBeLessThan(1)
  })

  it('that share nothing are never said to, nor is silence, nor a tone, nor a few samples', () => {
    const one = soundOf(talk(60, 16000, 2), 16000)
    const tone = soundOf(
      Float32Array.from({ length: 320_000 }, (_, i) => Math.sin(i / 7)),
      16000,
    )
    const silence = soundOf(new Float32Array(320_000), 16000)
    for (const other of [
      soundOf(talk(40, 16000, 3), 16000),
      tone,
      silence,
      soundOf(new Float32Array(5), 16000),
      soundOf(new Float32Array(0), 16000),
    ])
      // prettier-ignore
      expect(lineUp(one, other)).toBeNull()
    expect(lineUp(tone, tone)).toBeNull()
    expect(lineUp(silence, silence)).toBeNull()
  })

  it('can be stopped', () => {
    const one = soundOf(talk(30, 16000, 2), 16000)
    let told = 0
    expect(lineUp(one, one, () => ++told < 4)).toBeNull()
    expect(told).toBeLessThan(6)
  })
})

describe('what it is made of', () => {
  it('transforms as the sum of the definition does', () => {
    const random = seeded(1)
    const x = Float64Array.from({ length: 64 }, () => random() - 0.5)
    const [re, im] = [x.slice(), new Float64Array(64)]
    new Fft(64).forward(re, im)
    for (const k of [0, 1, 7, 32, 63]) {
      const sum = (part: (a: number) => number) => x.reduce((s, value, n) => s + value * part((-2 * Math.PI * k * n) / 64), 0) // prettier-ignore
      expect(re[k]).toBeCloseTo(sum(Math.cos), 10)
      expect(im[k]).toBeCloseTo(sum(Math.sin), 10)
    }
  })

  it('draws the lowest and highest of each stretch', () => {
    const samples = new Float32Array(1000)
    samples[250] = 0.75
    samples[999] = -0.5
    const peaks = peaksOf(soundOf(samples, 100), 10)!
    expect([...peaks.highs]).toEqual([0, 0, 0.75, 0, 0, 0, 0, 0, 0, 0])
    expect([...peaks.lows]).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 0, -0.5])
    expect(peaks.secondsEach).toBe(1)
  })
})

/** Something like voices: bursts of coloured noise and partials, with pauses. */
function talk(seconds: number, rate: number, seed: number): Float32Array {
  const random = seeded(seed)
  const samples = new Float32Array(seconds * rate)
  let at = 0
  while (at < samples.length) {
    const length = Math.floor((0.1 + 0.4 * random()) * rate)
    const [pitch, tone, level] = [90 + 200 * random(), 0.05 + 0.4 * random(), 0.2 + 0.6 * random()]
    let smooth = 0
    for (let i = 0; i < length && at + i < samples.length; i++) {
      smooth += tone * (random() - 0.5 - smooth)
      const rise = Math.sin((Math.PI * i) / length)
      samples[at + i]! += level * rise * (smooth + 0.1 * Math.sin((2 * Math.PI * pitch * i) / rate))
    }
    at += length + Math.floor(0.15 * random() * rate)
  }
  return samples
}
