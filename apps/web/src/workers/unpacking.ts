import type { SoundTrack } from '@kavrell/core/mediaFiles'
import { secondsOfFrames } from '@kavrell/core/timecode'
import type { Sound } from '@kavrell/core/waveform'
import { KeptSound } from './keptSound.ts'

/** Packets that are on their way to the decoder at one time. */
const AT_ONCE = 64
type Packed = Exclude<SoundTrack['coding'], { frameBytes: number }>

/** What was unpacked of a track. */
export interface Unpacked {
  readonly sound: Sound
  /** Seconds since midnight at which it began, by timecode that lies on one of its channels; null where there is none. */
  readonly startS: number | null
}

/**
 * The sound of a packed track by the browser's own decoder, its voices as one; or why it cannot be had. What an
 * encoder put before the sound is taken off.
 */
export async function unpackedSound(
  track: SoundTrack,
  readNow: (from: number, to: number) => Uint8Array,
): Promise<Unpacked | string> {
  const { codec, description } = track.coding as Packed
  const config: AudioDecoderConfig = { codec, description, sampleRate: track.sampleRate, numberOfChannels: track.channels } // prettier-ignore
  const support = 'AudioDecoder' in globalThis ? await AudioDecoder.isConfigSupported(config).catch(() => null) : null
  if (!support?.supported) return 'Its sound is packed as AAC, which this browser does not unpack: by timecode only. As a WAV it is listened to.' // prettier-ignore
  let kept: KeptSound | null = null
  let failed = false
  /** Somebody waits for the decoder: it has taken something, or failed and takes nothing more. */
  let wake = () => {}
  const decoder = new AudioDecoder({
    output: (data) => {
      kept ??= new KeptSound(data.sampleRate, data.numberOfChannels)
      kept.add(planesOf(data))
      data.close()
    },
    error: () => {
      failed = true
      wake()
    },
  })
  decoder.addEventListener('dequeue', () => wake())
  decoder.configure(config)
  const { at, bytes, firstSample } = track.pieces
  for (let i = 0; i < at.length && !failed; i++) {
    const timestamp = Math.round((firstSample[i]! / track.sampleRate) * 1e6)
    decoder.decode(new EncodedAudioChunk({ type: 'key', timestamp, data: readNow(at[i]!, at[i]! + bytes[i]!) }))
    if (decoder.decodeQueueSize > AT_ONCE) await new Promise<void>((done) => (wake = done))
  }
  if (!failed) await decoder.flush().catch(() => (failed = true))
  if (failed) return 'Its sound could not be unpacked to its end: by timecode only.'
  // The compiler does not see that the decoder has set it.
  const all = kept as KeptSound | null
  if (!all) return 'Its sound holds nothing.'
  const sound = all.soundFrom(track.leads)
  const run = all.timecode
  const startS = run && secondsOfFrames(run.startFrames, run.rate) - (run.fromSample + track.leads) / track.sampleRate
  return { sound, startS }
}

const planesOf = (data: AudioData): Float32Array[] =>
  Array.from({ length: data.numberOfChannels }, (_, planeIndex) => {
    const plane = new Float32Array(data.numberOfFrames)
    data.copyTo(plane, { planeIndex, format: 'f32-planar' })
    return plane
  })
