import { expose } from 'comlink'
import { LtcDecoder, ltcRuns } from '@kavrell/core/ltc'
import { type MediaHead, readMediaHead, samplesIn, type SoundHead } from '@kavrell/core/mediaFiles'
import { secondsOfFrames } from '@kavrell/core/timecode'
import type { Heard, SyncSource } from '@kavrell/core/sync'
import { lineUp, type Peaks, peaksOf, type Sound } from '@kavrell/core/waveform'

/** What was found in a file, or why nothing was. */
export type FoundSource =
  | { readonly ok: true; readonly source: SyncSource; readonly peaks: Peaks | null; readonly says: string }
  | { readonly ok: false; readonly name: string; readonly says: string }

/** Only workers have it, and the page's types do not name it. */
declare class FileReaderSync {
  readAsArrayBuffer(part: Blob): ArrayBuffer
}

/** Up to this size a file is read at once. */
const SMALL = 64 << 20
const PEAKS = 1200
const READ = 1 << 20
/** Fewer frames of timecode are chance. */
const LEAST_FRAMES = 25

/** Sound of a file that is read as it is needed, a stretch at a time. */
async function soundOf(file: File, head: SoundHead, channel: number): Promise<Sound> {
  const frame = head.frameBytes
  const whole = file.size <= SMALL ? new Uint8Array(await file.arrayBuffer()) : null
  const bytes = (from: number, to: number) => whole ? whole.subarray(from, to) : new Uint8Array(new FileReaderSync().readAsArrayBuffer(file.slice(from, to))) // prettier-ignore
  return {
    sampleRate: head.sampleRate,
    samples: head.samples,
    read: (from, to) => {
      const out = new Float32Array(to - from)
      const [a, b] = [Math.max(0, from), Math.min(head.samples, to)]
      if (b > a)
        out.set(samplesIn(bytes(head.dataFrom + a * frame, head.dataFrom + b * frame), head, channel), a - from)
      return out
    },
  }
}

/** When it began by timecode that lies as sound on one of its channels; that channel is no voice. */
async function heardTimecode(file: File, head: SoundHead): Promise<{ startS: number; channel: number } | null> {
  for (let channel = 0; channel < head.channels; channel++) {
    const sound = await soundOf(file, head, channel)
    const decoder = new LtcDecoder(sound.sampleRate)
    for (let at = 0; at < sound.samples; at += READ) {
      decoder.push(sound.read(at, Math.min(sound.samples, at + READ)))
      // Half a minute without a frame: there is none on this one.
      if (at > 30 * sound.sampleRate && decoder.frames.length === 0) break
    }
    const run = ltcRuns(decoder.finish(), sound.sampleRate).find(
      ({ frames, speed }) => frames >= LEAST_FRAMES && speed > 0,
    )
    if (run) return { startS: secondsOfFrames(run.startFrames, run.rate) - run.fromSample / sound.sampleRate, channel }
  }
  return null
}

const kept = new Map<string, { head: MediaHead; channel: number }>()

async function readSource(file: File): Promise<FoundSource> {
  const { name } = file
  const read = await readMediaHead({ size: file.size, read: async (from, to) => new Uint8Array(await file.slice(from, to).arrayBuffer()) }) // prettier-ignore
  if (!read.ok) return { ok: false, name, says: read.error.says }
  const head = read.value
  const cut = head.isCut ? ' It is cut off: what is there is used.' : ''
  if (head.kind === 'picture') {
    kept.set(name, { head, channel: 0 })
    const startS = head.startFrame === null ? null : secondsOfFrames(head.startFrame, head.rate)
    const source: SyncSource = { name, kind: 'picture', seconds: secondsOfFrames(head.frames, head.rate), startS, startBy: startS === null ? null : 'head' } // prettier-ignore
    return { ok: true, source, peaks: null, says: `Pictures: by timecode only.${cut}` }
  }
  if (!head.isPlain) return { ok: false, name, says: 'Its sound is packed; give it as a WAV of plain samples.' }
  const ltc = head.startSamples === null || head.channels > 1 ? await heardTimecode(file, head) : null
  const channel = ltc?.channel === 0 && head.channels > 1 ? 1 : 0
  kept.set(name, { head, channel })
  const startS = ltc?.startS ?? (head.startSamples === null ? null : head.startSamples / head.sampleRate)
  const startBy = ltc ? 'sound' : startS === null ? null : 'head'
  const source: SyncSource = {
    name,
    kind: 'sound',
    seconds: head.samples / head.sampleRate,
    startS,
    startBy,
  }
  const told = [head.ixml?.scene, head.ixml?.take].filter(Boolean).join('/')
  return { ok: true, source, peaks: peaksOf(await soundOf(file, head, channel), PEAKS), says: `${told}${cut}` }
}

/** The reference stays open: what was made of it for one device serves the next. */
let laidOn: { readonly name: string; readonly sound: Sound } | null = null

/** Reads recordings and lays them on one another, off the page's thread. */
const api = {
  readSource: (file: File): Promise<FoundSource> =>
    readSource(file).catch((): FoundSource => ({
      ok: false,
      name: file.name,
      says: 'It could not be read to its end.',
    })),
  async lineUp(reference: File, device: File, tell: (done: number) => void): Promise<Heard> {
    const [a, b] = [kept.get(reference.name), kept.get(device.name)]
    if (a?.head.kind !== 'sound' || b?.head.kind !== 'sound') return null
    if (laidOn?.name !== reference.name) laidOn = { name: reference.name, sound: await soundOf(reference, a.head, a.channel) } // prettier-ignore
    const sound = await soundOf(device, b.head, b.channel)
    return lineUp(laidOn.sound, sound, (done) => tell(done)) ?? 'nothing in common'
  },
}
export type SyncWorker = typeof api
expose(api)
