import { expect, test } from 'vitest'
import { encodeLtc } from '@kavrell/core/ltc'
import { lineUp, likeVoices, soundOf } from '@kavrell/core/waveform'
import { KeptSound } from './keptSound.ts'

const RATE = 48_000
/** As a decoder hands it over: a thousand samples at a time. */
function keep(channels: readonly Float32Array[]): KeptSound {
  const kept = new KeptSound(RATE, channels.length)
  for (let at = 0; at < channels[0]!.length; at += 1024)
    kept.add(channels.map((samples) => samples.subarray(at, at + 1024)))
  return kept
}
const SECONDS = 40
const voice = likeVoices(SECONDS, RATE, 7)
const timecode = encodeLtc({
  startFrames: 36_000 * 25,
  frames: SECONDS * 25,
  rate: { num: 25, den: 1, drop: false },
  sampleRate: RATE,
})

test('a channel that carries timecode says when it began, and is not mixed with the voice', () => {
  const kept = keep([voice, timecode.subarray(0, voice.length)])
  // An encoder put 2,112 samples before the sound.
  const sound = kept.soundFrom(-2112)
  expect(sound.sampleRate).toBe(16_000)
  expect(kept.timecode).toMatchObject({ start: '10:00:00:00' })
  const found = lineUp(soundOf(voice, RATE), sound)
  expect(found?.offsetSeconds).toBeCloseTo(2112 / RATE, 3)
  const alone = keep([voice]).soundFrom(-2112)
  expect([...sound.read(1000, 1400)]).toEqual([...alone.read(1000, 1400)])
})

test('two voices become one, and a short recording is kept whole', () => {
  const half = voice.map((value) => value / 2)
  const kept = keep([voice.subarray(0, 5 * RATE), half.subarray(0, 5 * RATE)])
  const sound = kept.soundFrom(0)
  expect(kept.timecode).toBeNull()
  expect(sound.samples).toBe(5 * 16_000)
  const mean = (at: number) => (0.75 * (voice[3 * at]! + voice[3 * at + 1]! + voice[3 * at + 2]!)) / 3
  for (const at of [0, 777, 50_000]) expect(sound.read(at, at + 1)[0]).toBeCloseTo(mean(at), 3)
})

test('timecode on the only channel is all there is', () => {
  const kept = keep([timecode])
  expect(kept.soundFrom(0).samples).toBeGreaterThan(0)
  expect(kept.timecode).toMatchObject({ start: '10:00:00:00' })
})
