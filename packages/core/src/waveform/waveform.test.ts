import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { Fft } from './fft.ts'
import { likeVoices, lineUp, peaksOf, resampled, type Sound, soundOf } from './index.ts'

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
    const scene = likeVoices(90, 48000, 1)
    const reference = soundOf(scene.subarray(20 * 48000, 60 * 48000), 48000)
    const drift = 40e-6
    const device = resampled(soundOf(scene, 48000), 0, Math.floor((85 * 44100) * (1 + drift)), 48000 / (44100 * (1 + drift))) // prettier-ignore
    device.fill(0, 30 * 44100, 40 * 44100)
    const found = lineUp(reference, soundOf(device, 44100))
    expect(Math.abs(found!.offsetSeconds + 20)).toBeLessThan(1e-3)
    expect(Math.abs(found!.driftPpm - 40)).toBeLessThan(1)
  })

  it('that share nothing are never said to, nor is silence, nor a tone, nor a few samples', () => {
    const one = soundOf(likeVoices(60, 16000, 2), 16000)
    const tone = soundOf(
      Float32Array.from({ length: 320_000 }, (_, i) => Math.sin(i / 7)),
      16000,
    )
    const silence = soundOf(new Float32Array(320_000), 16000)
    for (const other of [
      soundOf(likeVoices(40, 16000, 3), 16000),
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
    const one = soundOf(likeVoices(30, 16000, 2), 16000)
    let told = 0
    expect(lineUp(one, one, () => ++told < 4)).toBeNull()
    expect(told).toBeLessThan(6)
  })
})

describe('what it is made of', () => {
  it.each([64, 128])('transforms %i numbers as the sum of the definition does, and back', (size) => {
    const random = seeded(1)
    const x = Float64Array.from({ length: 2 * size }, () => random() - 0.5)
    const data = x.slice()
    const fft = new Fft(size)
    fft.forward(data)
    for (const k of [0, 1, 7, size / 2, size - 1]) {
      let [re, im] = [0, 0]
      for (let n = 0; n < size; n++) {
        const [c, s] = [Math.cos((-2 * Math.PI * k * n) / size), Math.sin((-2 * Math.PI * k * n) / size)]
        re += x[2 * n]! * c - x[2 * n + 1]! * s
        im += x[2 * n]! * s + x[2 * n + 1]! * c
      }
      expect(data[2 * k]).toBeCloseTo(re, 10)
      expect(data[2 * k + 1]).toBeCloseTo(im, 10)
    }
    fft.inverse(data)
    for (const [i, value] of data.entries()) expect(value / size).toBeCloseTo(x[i]!, 12)
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
