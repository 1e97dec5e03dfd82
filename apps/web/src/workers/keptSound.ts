import { LtcDecoder, type LtcRun, ltcRuns } from '@kavrell/core/ltc'
import type { Sound } from '@kavrell/core/waveform'

/** Kept at about this rate: enough to lay sounds on one another to a part of a sample, and hours of it fit into memory. */
const KEPT_RATE = 16_000
/** So long each channel is listened to for timecode before those that are voices become one. */
const LISTEN_SECONDS = 30
/** Fewer frames of timecode are chance. */
const LEAST_FRAMES = 25

/** The first stretch of timecode in a sound that runs forwards, and is no chance. */
export const firstRun = (runs: readonly LtcRun[]): LtcRun | undefined =>
  runs.find(({ frames, speed }) => frames >= LEAST_FRAMES && speed > 0)

/** One channel on its way: each few of its samples become their mean. */
class Channel {
  readonly timecode: LtcDecoder
  /** What has come of it while nobody knew whether it is a voice. */
  readonly waiting: number[] = []
  #sum = 0
  #held = 0
  constructor(sampleRate: number) {
    this.timecode = new LtcDecoder(sampleRate)
  }
  means(samples: Float32Array, each: number): number[] {
    const means: number[] = []
    for (const value of samples) {
      this.#sum += value
      if (++this.#held < each) continue
      means.push(this.#sum / each)
      this.#sum = this.#held = 0
    }
    return means
  }
}

/**
 * Samples of some channels that come a few at a time, kept as one sound at a low rate. A channel that carries timecode
 * is no voice: it says when the recording began, and is left out.
 */
export class KeptSound {
  readonly #sampleRate: number
  readonly #each: number
  readonly #channels: readonly Channel[]
  /** Those that are voices; null while it is being listened to. */
  #voices: readonly number[] | null = null
  #heard = 0
  #room = new Int16Array(1 << 20)
  #length = 0
  /** The timecode that was heard, by samples as they came. */
  timecode: LtcRun | null = null

  constructor(sampleRate: number, channels: number) {
    this.#sampleRate = sampleRate
    this.#each = Math.max(1, Math.round(sampleRate / KEPT_RATE))
    this.#channels = Array.from({ length: channels }, () => new Channel(sampleRate))
  }

  /** @param planes as many samples of each channel */
  add(planes: readonly Float32Array[]) {
    const means = this.#channels.map((channel, c) => {
      // The samples of the place in which they come are used again for the next.
      if (!this.#voices) channel.timecode.push(planes[c]!.slice())
      return channel.means(planes[c]!, this.#each)
    })
    if (this.#voices) return this.#fold(means, this.#voices)
    for (const [c, channel] of this.#channels.entries()) for (const value of means[c]!) channel.waiting.push(value)
    this.#heard += planes[0]?.length ?? 0
    if (this.#heard >= LISTEN_SECONDS * this.#sampleRate) this.#decide()
  }

  #decide() {
    const runs = this.#channels.map(({ timecode }) => firstRun(ltcRuns(timecode.finish(), this.#sampleRate)) ?? null)
    this.timecode = runs.find((run) => run) ?? null
    const voices = runs.flatMap((run, c) => (run ? [] : [c]))
    this.#voices = voices.length > 0 ? voices : runs.map((_, c) => c)
    this.#fold(this.#channels.map(({ waiting }) => waiting), this.#voices) // prettier-ignore
    for (const { waiting } of this.#channels) waiting.length = 0
  }

  #fold(means: readonly (readonly number[])[], voices: readonly number[]) {
    for (let i = 0; i < means[0]!.length; i++) {
      let sum = 0
      for (const c of voices) sum += means[c]![i]!
      this.#keep(sum / voices.length)
    }
  }

  #keep(value: number) {
    if (this.#length === this.#room.length) {
      const larger = new Int16Array(2 * this.#room.length)
      larger.set(this.#room)
      this.#room = larger
    }
    this.#room[this.#length++] = Math.round(32767 * Math.max(-1, Math.min(1, value)))
  }

  /**
   * What was kept, when all has come.
   * @param leads which sample of the recording's own time the first that came is
   */
  soundFrom(leads: number): Sound {
    if (!this.#voices) this.#decide()
    const sampleRate = this.#sampleRate / this.#each
    const lead = Math.round(leads / this.#each)
    const [room, length] = [this.#room, this.#length]
    return {
      sampleRate,
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
