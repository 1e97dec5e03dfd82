import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { FRAME_RATES, formatTimecode, type FrameRate, framesPerSecond, parseTimecode, rateName } from '../timecode/index.ts' // prettier-ignore
import { decodeLtc, encodeLtc, type LtcFrame, ltcRuns } from './index.ts'

interface Expected {
  readonly file: string
  readonly rate_num: number
  readonly rate_den: number
  readonly drop_frame: boolean
  readonly sample_rate: number
  readonly samples: number
  readonly playback_speed: number
  readonly reverse: boolean
  readonly samples_per_frame: number
  readonly user_bits: readonly string[] | null
  readonly frames: readonly (readonly [string, number, number])[]
  readonly encoded_frames: readonly (readonly [string, number])[]
}
const folder = new URL('../../vectors/ltc/', import.meta.url)
const { files } = JSON.parse(readFileSync(new URL('expected.json', folder), 'utf8')) as { files: readonly Expected[] }

function soundOf(file: string): Float32Array {
  const bytes = readFileSync(new URL(`../${file}`, folder))
  return Float32Array.from({ length: (bytes.length - 44) >> 1 }, (_, i) => bytes.readInt16LE(44 + 2 * i) / 32768)
}
const two = (value: number) => String(value).padStart(2, '0')
const labelOf = ({ hours, minutes, seconds, frames, isDrop }: LtcFrame) => `${two(hours)}:${two(minutes)}:${two(seconds)}${isDrop ? ';' : ':'}${two(frames)}` // prettier-ignore

describe('timecode as sound', () => {
  it.each(files.map((file) => [file.file, file] as const))('%s holds the frames that were put in', (name, expected) => {
    const frames = decodeLtc(soundOf(name), expected.sample_rate)
    const truth = new Map(expected.encoded_frames)
    const heard = new Set(frames.map(labelOf))
    expect(frames.map(labelOf).filter((label) => !truth.has(label))).toEqual([])
    expect(expected.frames.map(([label]) => label).filter((label) => !heard.has(label))).toEqual([])
    const tolerance = Math.max(16, 0.01 * expected.samples_per_frame)
    for (const frame of frames)
      expect(Math.abs((expected.reverse ? frame.toSample : frame.fromSample) - truth.get(labelOf(frame))!)).toBeLessThan(tolerance) // prettier-ignore
    if (expected.user_bits) expect(frames[0]!.userBits).toBe(expected.user_bits[0])
  })

  it.each(files.map((file) => [file.file, file] as const))('%s is told with its rate and speed', (name, expected) => {
    const runs = ltcRuns(decodeLtc(soundOf(name), expected.sample_rate), expected.sample_rate)
    const longest = runs.reduce((best, run) => (run.frames > best.frames ? run : best))
    expect(longest.rate).toEqual({ num: expected.rate_num, den: expected.rate_den, drop: expected.drop_frame })
    expect(longest.speed).toBeCloseTo(expected.playback_speed, 3)
  })
})

describe('what is written', () => {
  const random = seeded(5)
  const at = (label: string, rate: FrameRate) => {
    const frames = parseTimecode(label, rate)
    if (!frames.ok) throw new Error(label)
    return frames.value
  }
  const carried = FRAME_RATES.filter((rate) => framesPerSecond(rate) <= 30)

  it.each(carried.map((rate) => [rateName(rate), rate] as const))(
    'at %s is read again, both ways round and at any speed',
    (_, rate) => {
      for (const speed of [1, 0.9, 1.1, -1, -1.1]) {
        const sampleRate = 48000
        const startFrames = at(rate.drop ? '09:58:58;00' : '23:59:58:00', rate)
        const written = encodeLtc({ rate, startFrames, frames: 120, sampleRate: sampleRate / Math.abs(speed), userBits: '1f2e3d4c' }) // prettier-ignore
        const heard = speed < 0 ? written.toReversed() : written
        const frames = decodeLtc(heard, sampleRate)
        const labels = frames.map(labelOf)
        const truth = Array.from({ length: 120 }, (__, i) => formatTimecode(startFrames + i, rate))
        if (speed < 0) truth.reverse()
        // What stands at an edge may lack the turn that ends it.
        expect(labels.length).toBeGreaterThanOrEqual(118)
        expect(truth.join(' ')).toContain(labels.join(' '))
        expect(frames[1]).toMatchObject({ userBits: '1f2e3d4c', isBackwards: speed < 0 })
        const [run] = ltcRuns(frames, sampleRate)
        // 24 a tenth of a per cent slow sounds as 23.976 does.
        expect(Math.abs(run!.speed - speed)).toBeLessThan(0.0012)
      }
    },
  )

  it('is read out of hum, hiss and clipping, and never as what was not sent', () => {
    const rate = FRAME_RATES[2]!
    const startFrames = at('13:05:00:00', rate)
    const written = encodeLtc({ rate, startFrames, frames: 250, sampleRate: 48000, level: 0.1 })
    const truth = new Set(Array.from({ length: 250 }, (_, i) => formatTimecode(startFrames + i, rate)))
    const spoilt = written.map((value, i) => {
      const hum = 0.15 * Math.sin((2 * Math.PI * 50 * i) / 48000) + 0.05 * Math.sin((2 * Math.PI * 150 * i) / 48000)
      return Math.max(-0.28, Math.min(0.28, value + hum + 0.01 * (random() - 0.5)))
    })
    const labels = decodeLtc(spoilt, 48000).map(labelOf)
    expect(labels.filter((label) => !truth.has(label))).toEqual([])
    expect(labels.length).toBeGreaterThan(240)
  })

  it('is not heard in noise, silence or speech-like sound', () => {
    const noise = Float32Array.from({ length: 480_000 }, () => random() - 0.5)
    const tone = Float32Array.from({ length: 480_000 }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / 48000))
    const swept = Float32Array.from({ length: 480_000 }, (_, i) => Math.sin(i * i * 1e-7) * Math.sin(i / 9000))
    for (const sound of [noise, tone, swept, new Float32Array(48000)]) expect(decodeLtc(sound, 48000)).toEqual([])
  })
})
