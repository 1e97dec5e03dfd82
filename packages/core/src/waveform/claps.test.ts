import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { clapsOf, likeVoices, soundOf } from './index.ts'

const RATE = 48_000
/** Sticks: noise that dies within some milliseconds, with the room behind it. */
function clapAt(samples: Float32Array, atS: number, level: number, seed: number) {
  const random = seeded(seed)
  for (let i = 0; i < 0.15 * RATE; i++) {
    const s = i / RATE
    samples[Math.round(atS * RATE) + i]! +=
      level * (random() - 0.5) * (Math.exp(-s / 0.004) + 0.02 * Math.exp(-s / 0.05))
  }
}
const hiss = (seconds: number, level: number) => {
  const random = seeded(3)
  return Float32Array.from({ length: seconds * RATE }, () => level * (random() - 0.5))
}

describe('claps', () => {
  it.each([48_000, 44_100, 16_000])('are found to a thousandth of a second at %i, among voices and in hiss', (rate) => {
    const samples = likeVoices(60, RATE, 5)
    for (let i = 0; i < samples.length; i++) samples[i]! *= 0.3
    // Voices pause around a slate.
    for (const at of [4, 31.25]) samples.fill(0, (at - 0.6) * RATE, (at + 0.6) * RATE)
    hiss(60, 0.002).forEach((value, i) => (samples[i]! += value))
    clapAt(samples, 4, 1, 1)
    clapAt(samples, 31.25, 0.5, 2)
    const every = RATE / rate
    const found = clapsOf(soundOf(Float32Array.from({ length: 60 * rate }, (_, i) => samples[Math.round(i * every)]!), rate)) // prettier-ignore
    expect(found.map(({ atS }) => Math.round(atS * 1000) / 1000)).toEqual([4, 31.25])
    expect(found.every(({ standsOutDb }) => standsOutDb > 25)).toBe(true)
  })
  it('are not voices, hiss, silence, a hum or a tone that sets in', () => {
    const tone = Float32Array.from({ length: 20 * RATE }, (_, i) => (i > 8 * RATE ? Math.sin((2 * Math.PI * 440 * i) / RATE) : 0)) // prettier-ignore
    for (const samples of [likeVoices(120, RATE, 8), hiss(20, 0.1), new Float32Array(20 * RATE), tone])
      expect(clapsOf(soundOf(samples, RATE))).toEqual([])
  })
  it('of a recording that is shorter than a clap are none', () => {
    for (const length of [0, 1, 50, 300]) expect(clapsOf(soundOf(hiss(1, 1).subarray(0, length), RATE))).toEqual([])
  })
})
