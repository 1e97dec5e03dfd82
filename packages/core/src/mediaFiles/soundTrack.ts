import type { SoundHead } from './head.ts'
import { type PlainLayout, samplesIn } from './samples.ts'

/** Packed sound, as a decoder wants to be told of it. */
export interface Packing {
  /** As RFC 6381 names it, such as mp4a.40.2. */
  readonly codec: string
  /** What the decoder is set up with; for AAC its AudioSpecificConfig (ISO/IEC 14496-3). */
  readonly description: Uint8Array
}

/** Where the sound of a file lies in it: in pieces, between the pictures. */
export interface SoundTrack {
  readonly sampleRate: number
  readonly channels: number
  /** Those of the track, of one channel. */
  readonly samples: number
  /**
   * Which sample of the file's own time the track's first one is: what an encoder put before the sound is negative,
   * sound that sets in after the picture positive.
   */
  readonly leads: number
  readonly coding: PlainLayout | Packing
  /** Of each piece its first byte, its bytes, and its first sample; in order. */
  readonly pieces: {
    readonly at: Float64Array
    readonly bytes: Float64Array
    readonly firstSample: Float64Array
  }
}

/** Its samples can be read as they stand. */
export const isPlainTrack = (track: SoundTrack): track is SoundTrack & { readonly coding: PlainLayout } =>
  'frameBytes' in track.coding

/** A WAV's sound as a track of one piece; null where its samples are packed. */
export const trackOfWave = (head: SoundHead): SoundTrack | null =>
  head.isPlain
    ? {
        sampleRate: head.sampleRate,
        channels: head.channels,
        samples: head.samples,
        leads: 0,
        coding: { channels: head.channels, frameBytes: head.frameBytes, isFloat: head.isFloat, isBigEndian: false },
        pieces: {
          at: Float64Array.of(head.dataFrom),
          bytes: Float64Array.of(head.samples * head.frameBytes),
          firstSample: Float64Array.of(0),
        },
      }
    : null

/** The last piece that begins at or before a sample. */
function pieceOf(firstSample: Float64Array, sample: number): number {
  let [low, high] = [0, firstSample.length]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (firstSample[middle]! <= sample) low = middle
    else high = middle
  }
  return low
}

/**
 * One channel of a track of plain samples, read as it is asked for; silence outside of it.
 * @param readNow bytes of the file
 * @param channel 0 for the first
 */
export function plainSound(
  track: SoundTrack & { readonly coding: PlainLayout },
  readNow: (from: number, to: number) => Uint8Array,
  channel: number,
) {
  const { coding, pieces, leads, samples, sampleRate } = track
  const { frameBytes } = coding
  return {
    sampleRate,
    samples: Math.max(0, samples + leads),
    read(from: number, to: number): Float32Array {
      const out = new Float32Array(to - from)
      const [a, b] = [Math.max(0, from - leads), Math.min(samples, to - leads)]
      for (let sample = a, piece = pieceOf(pieces.firstSample, a); sample < b; piece++) {
        const end = Math.min(b, pieces.firstSample[piece + 1] ?? samples)
        const first = pieces.at[piece]! + (sample - pieces.firstSample[piece]!) * frameBytes
        out.set(samplesIn(readNow(first, first + (end - sample) * frameBytes), coding, channel), sample + leads - from)
        sample = end
      }
      return out
    },
  }
}
