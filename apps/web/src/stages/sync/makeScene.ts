import { seeded } from '@kavrell/core/chance'
import { waveOf } from '@kavrell/core/mediaFiles'
import { likeVoices, resampled, soundOf } from '@kavrell/core/waveform'

const RATE = 48_000
const SECONDS = 40

const scene = (seed: number) => likeVoices(SECONDS, RATE, seed)
const CLAP_S = 14

/** Voices pause, and the sticks of a slate meet: noise that dies within some milliseconds. */
function withClap(samples: Float32Array): Float32Array {
  const random = seeded(21)
  samples.fill(0, (CLAP_S - 0.5) * RATE, (CLAP_S + 0.5) * RATE)
  for (let i = 0; i < 0.1 * RATE; i++)
    samples[CLAP_S * RATE + i] = 0.9 * (2 * random() - 1) * Math.exp(-i / (0.004 * RATE))
  return samples
}

/** The start of a recording as `bext` has it: samples since midnight. */
function bext(startS: number): { id: string; bytes: Uint8Array } {
  const bytes = new Uint8Array(602)
  new DataView(bytes.buffer).setBigUint64(338, BigInt(Math.round(startS * RATE)), true)
  return { id: 'bext', bytes }
}

/**
 * Recordings of one launch, made on the spot: a recorder, a camera whose clock runs fast, one whose jam has drifted by
 * two frames, one without timecode, and one of another day.
 */
export function makeScene(): File[] {
  const heard = withClap(scene(4))
  const noon = 14 * 3600 + 49 * 60
  const hiss = seeded(9)
  const device = (fromS: number, seconds: number, ppm: number, level: number): Float32Array => {
    const step = 1 / (1 + ppm * 1e-6)
    return resampled(soundOf(heard, RATE), (fromS * RATE) / step, seconds * RATE, step).map((value) => level * value + 0.004 * (hiss() - 0.5)) // prettier-ignore
  }
  const file = (name: string, bytes: Uint8Array) => new File([bytes as BlobPart], name, { type: 'audio/wav' })
  return [
    file('R_launch.wav', waveOf(heard, RATE, [bext(noon)])),
    file('A_scratch.wav', waveOf(device(3.25, 30, 18, 0.6), RATE, [bext(noon + 3.25)])),
    file('B_scratch.wav', waveOf(device(6, 28, -11, 0.3), RATE, [bext(noon + 6.08)])),
    file('C_scratch.wav', waveOf(device(12, 22, 0, 0.5), RATE)),
    file('D_other_day.wav', waveOf(scene(77).subarray(0, 20 * RATE), RATE)),
  ]
}
