import type { SoundTrack } from '@kavrell/core/mediaFiles'
import type { Sound } from '@kavrell/core/waveform'

/** Packets that are on their way to the decoder at one time. */
const AT_ONCE = 64
/** Kept at about this rate: enough to lay sounds on one another to a part of a sample, and hours of it fit into memory. */
const KEPT_RATE = 16_000

type Packed = Exclude<SoundTrack['coding'], { frameBytes: number }>

/** Samples that come a few at a time, their channels as one, each few of them kept as their mean. */
class Kept {
  #room = new Int16Array(1 << 20)
  #length = 0
  #sum = 0
  #held = 0
  #each = 1
  sampleRate = 0

  add(data: AudioData) {
    if (this.sampleRate === 0) {
      this.#each = Math.max(1, Math.round(data.sampleRate / KEPT_RATE))
      this.sampleRate = data.sampleRate / this.#each
    }
    const mixed = new Float32Array(data.numberOfFrames)
    const plane = new Float32Array(data.numberOfFrames)
    for (let channel = 0; channel < data.numberOfChannels; channel++) {
      data.copyTo(plane, { planeIndex: channel, format: 'f32-planar' })
      for (let i = 0; i < plane.length; i++) mixed[i]! += plane[i]! / data.numberOfChannels
    }
    for (const value of mixed) {
      this.#sum += value
      if (++this.#held < this.#each) continue
      this.#keep(this.#sum / this.#each)
      this.#sum = this.#held = 0
    }
    data.close()
  }
  #keep(value: number) {
    if (this.#length === this.#room.length) {
      const larger = new Int16Array(2 * this.#room.length)
      larger.set(this.#room)
      this.#room = larger
    }
    this.#room[this.#length++] = Math.round(32767 * Math.max(-1, Math.min(1, value)))
  }
  /** What was kept, as a sound of which the first sample is the one that is called `lead`. */
  soundFrom(lead: number): Sound {
    const [room, length] = [this.#room, this.#length]
    return {
      sampleRate: this.sampleRate,
      samples: Math.max(0, length + lead),
      read(from, to) {
        const out = new Float32Array(to - from)
        const [a, b] = [Math.max(0, from - lead), Math.min(length, to - lead)]
        for (let i = a; i < b; i++) out[i + lead - from] = room[i]! / 32767
        return out
      },
    }
  }
}

/**
 * The sound of a packed track by the browser's own decoder, its channels as one; or why it cannot be had. What an
 * encoder put before the sound is taken off.
 */
export async function unpackedSound(
  track: SoundTrack,
  readNow: (from: number, to: number) => Uint8Array,
): Promise<Sound | string> {
  const { codec, description } = track.coding as Packed
  const config: AudioDecoderConfig = { codec, description, sampleRate: track.sampleRate, numberOfChannels: track.channels } // prettier-ignore
  const support = 'AudioDecoder' in globalThis ? await AudioDecoder.isConfigSupported(config).catch(() => null) : null
  if (!support?.supported) return 'Its sound is packed as AAC, which this browser does not unpack: by timecode only. As a WAV it is listened to.' // prettier-ignore
  const kept = new Kept()
  let failed = false
  /** Somebody waits for the decoder: it has taken something, or failed and takes nothing more. */
  let wake = () => {}
  const decoder = new AudioDecoder({
    output: (data) => kept.add(data),
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
  return kept.soundFrom(Math.round((track.leads / track.sampleRate) * kept.sampleRate))
}
