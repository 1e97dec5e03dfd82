import { expose } from 'comlink'
import { LtcDecoder, ltcRuns } from '@kavrell/core/ltc'
import {
  isPlainTrack,
  type MediaHead,
  plainSound,
  readMediaHead,
  readSoundTracks,
  type SoundTrack,
} from '@kavrell/core/mediaFiles'
import { secondsOfFrames } from '@kavrell/core/timecode'
import type { Heard, SyncSource } from '@kavrell/core/sync'
import { lineUp, type Peaks, peaksOf, type Sound } from '@kavrell/core/waveform'
import { unpackedSound } from './unpacking.ts'

/** What was found in a file, or why nothing was. */
export type FoundSource =
  | { readonly ok: true; readonly source: SyncSource; readonly peaks: Peaks | null; readonly says: string }
  | { readonly ok: false; readonly name: string; readonly says: string }

/** Only workers have it, and the page's types do not name it. */
declare class FileReaderSync {
  readAsArrayBuffer(part: Blob): ArrayBuffer
}

/** Up to this size a file is read at once, and up to so much of all of them stays in memory. */
const SMALL = 64 << 20
const MOST_HELD = 256 << 20
let held = 0
const PEAKS = 1200
const READ = 1 << 20
/** Fewer frames of timecode are chance. */
const LEAST_FRAMES = 25

/** Bytes of a file: of a small one as it lies in memory, of a large one a stretch at a time. */
async function bytesOf(file: File): Promise<(from: number, to: number) => Uint8Array> {
  const isHeld = file.size <= SMALL && held + file.size <= MOST_HELD
  if (isHeld) held += file.size
  const whole = isHeld ? new Uint8Array(await file.arrayBuffer()) : null
  return (from, to) => whole ? whole.subarray(from, to) : new Uint8Array(new FileReaderSync().readAsArrayBuffer(file.slice(from, to))) // prettier-ignore
}

/** All channels of all tracks of a file, or why there are none. */
async function channelsOf(file: File, tracks: readonly SoundTrack[]): Promise<readonly Sound[] | string> {
  const readNow = await bytesOf(file)
  const channels: Sound[] = []
  for (const track of tracks) {
    if (isPlainTrack(track)) {
      for (let channel = 0; channel < track.channels; channel++) channels.push(plainSound(track, readNow, channel))
      continue
    }
    const unpacked = await unpackedSound(track, readNow)
    if (typeof unpacked === 'string') return unpacked
    channels.push(unpacked)
  }
  return channels
}

/** When it began by timecode that lies as sound on one of its channels; that channel is no voice. */
function heardTimecode(channels: readonly Sound[]): { startS: number; channel: number } | null {
  for (const [channel, sound] of channels.entries()) {
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

/** What is listened to of each file: one channel that is no timecode. */
const voices = new Map<string, Sound>()

async function readSource(file: File): Promise<FoundSource> {
  const { name } = file
  const bytes = { size: file.size, read: async (from: number, to: number) => new Uint8Array(await file.slice(from, to).arrayBuffer()) } // prettier-ignore
  const read = await readMediaHead(bytes)
  if (!read.ok) return { ok: false, name, says: read.error.says }
  const head = read.value
  const channels = await channelsOf(file, await readSoundTracks(bytes, head))
  const isHeard = typeof channels !== 'string' && channels.length > 0
  if (head.kind === 'sound' && !isHeard) return { ok: false, name, says: 'Its sound is packed; give it as a WAV of plain samples.' } // prettier-ignore
  const labelled = startOf(head)
  const ltc = isHeard && (labelled === null || channels.length > 1) ? heardTimecode(channels) : null
  const voice = isHeard ? channels[ltc?.channel === 0 && channels.length > 1 ? 1 : 0]! : null
  if (voice) voices.set(name, voice)
  const source: SyncSource = {
    name,
    kind: head.kind,
    isHeard: voice !== null,
    seconds: head.kind === 'sound' ? head.samples / head.sampleRate : secondsOfFrames(head.frames, head.rate),
    startS: ltc?.startS ?? labelled,
    startBy: ltc ? 'sound' : labelled === null ? null : 'head',
  }
  const told = head.kind === 'sound' ? [head.ixml?.scene, head.ixml?.take].filter(Boolean).join('/') : ''
  const cut = head.isCut ? 'It is cut off: what is there is used.' : ''
  const says = [told, voice ? '' : whyMute(head, channels), cut].filter(Boolean).join(' ')
  return { ok: true, source, peaks: voice && peaksOf(voice, PEAKS), says }
}

/** When it began by the head of its file, seconds since midnight. */
function startOf(head: MediaHead): number | null {
  if (head.kind === 'sound') return head.startSamples === null ? null : head.startSamples / head.sampleRate
  return head.startFrame === null ? null : secondsOfFrames(head.startFrame, head.rate)
}

/** Why pictures are not listened to. */
function whyMute(head: MediaHead, channels: readonly Sound[] | string): string {
  if (typeof channels === 'string') return channels
  return head.kind === 'picture' && head.sound ? 'Its sound is not read here: by timecode only.' : 'Pictures without sound: by timecode only.' // prettier-ignore
}

/** Reads recordings and lays them on one another, off the page's thread. */
const api = {
  readSource: (file: File): Promise<FoundSource> =>
    readSource(file).catch((): FoundSource => ({
      ok: false,
      name: file.name,
      says: 'It could not be read to its end.',
    })),
  lineUp(reference: string, device: string, tell: (done: number) => void): Heard {
    const [a, b] = [voices.get(reference), voices.get(device)]
    return a && b ? (lineUp(a, b, (done) => tell(done)) ?? 'nothing in common') : null
  },
}
export type SyncWorker = typeof api
expose(api)
