import { expose } from 'comlink'
import { LtcDecoder, ltcRuns } from '@kavrell/core/ltc'
import {
  isPlainTrack,
  headOfSequence,
  type MediaHead,
  plainSound,
  readImage,
  readMediaHead,
  readSoundTracks,
  type SoundTrack,
} from '@kavrell/core/mediaFiles'
import { type FrameRate, secondsOfFrames } from '@kavrell/core/timecode'
import type { Heard, SyncSource } from '@kavrell/core/sync'
import { clapsOf, lineUp, type Peaks, peaksOf, type Sound } from '@kavrell/core/waveform'
import { firstRun } from './keptSound.ts'
import { unpackedSound } from './unpacking.ts'

/** What was found in a file, or why nothing was. */
export type FoundSource =
  | { readonly ok: true; readonly source: SyncSource; readonly peaks: Peaks | null; readonly says: string }
  | { readonly ok: false; readonly name: string; readonly says: string }

/** A recording whose frames lie in files of their own. */
export interface FrameFiles {
  readonly name: string
  readonly first: File
  /** From the first to the last. */
  readonly frames: number
  /** What is missing of them. */
  readonly says: string
}

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

/** Bytes of a file: of a small one as it lies in memory, of a large one a stretch at a time. */
async function bytesOf(file: File): Promise<(from: number, to: number) => Uint8Array> {
  const isHeld = file.size <= SMALL && held + file.size <= MOST_HELD
  if (isHeld) held += file.size
  const whole = isHeld ? new Uint8Array(await file.arrayBuffer()) : null
  return (from, to) => whole ? whole.subarray(from, to) : new Uint8Array(new FileReaderSync().readAsArrayBuffer(file.slice(from, to))) // prettier-ignore
}

interface Channels {
  readonly channels: readonly Sound[]
  /** When it began by timecode that was heard while packed sound was unpacked. */
  readonly startS: number | null
}

/** All channels of all tracks of a file, or why there are none. */
async function channelsOf(file: File, tracks: readonly SoundTrack[]): Promise<Channels | string> {
  const readNow = await bytesOf(file)
  const channels: Sound[] = []
  let startS: number | null = null
  for (const track of tracks) {
    if (isPlainTrack(track)) {
      for (let channel = 0; channel < track.channels; channel++) channels.push(plainSound(track, readNow, channel))
      continue
    }
    const unpacked = await unpackedSound(track, readNow)
    if (typeof unpacked === 'string') return unpacked
    channels.push(unpacked.sound)
    startS ??= unpacked.startS
  }
  return { channels, startS }
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
    const run = firstRun(ltcRuns(decoder.finish(), sound.sampleRate))
    if (run) return { startS: secondsOfFrames(run.startFrames, run.rate) - run.fromSample / sound.sampleRate, channel }
  }
  return null
}

/** What is listened to of each file: one channel that is no timecode. */
const voices = new Map<string, Sound>()

async function readSource(file: File): Promise<FoundSource> {
  const { name } = file
  const bytes = { size: file.size, read: async (from: number, to: number) => new Uint8Array(await file.slice(from, to).arrayBuffer()) } // prettier-ignore
  const told = await readMediaHead(bytes)
  if (!told.ok) return { ok: false, name, says: told.error.says }
  const head = told.value
  const read = await channelsOf(file, await readSoundTracks(bytes, head))
  const channels = typeof read === 'string' ? [] : read.channels
  const isHeard = channels.length > 0
  if (head.kind === 'sound' && !isHeard) return { ok: false, name, says: 'Its sound is packed; give it as a WAV of plain samples.' } // prettier-ignore
  const labelled = startOf(head)
  const unpackedS = typeof read === 'string' ? null : read.startS
  const ltc = unpackedS === null && isHeard && (labelled === null || channels.length > 1) ? heardTimecode(channels) : null // prettier-ignore
  const bySoundS = unpackedS ?? ltc?.startS ?? null
  const voice = isHeard ? channels[ltc?.channel === 0 && channels.length > 1 ? 1 : 0]! : null
  if (voice) voices.set(name, voice)
  const source: SyncSource = {
    name,
    kind: head.kind,
    isHeard: voice !== null,
    seconds: head.kind === 'sound' ? head.samples / head.sampleRate : secondsOfFrames(head.frames, head.rate),
    startS: bySoundS ?? labelled,
    startBy: bySoundS !== null ? 'sound' : labelled === null ? null : 'head',
  }
  const claps = voice ? clapsOf(voice) : []
  const named = head.kind === 'sound' ? [head.ixml?.scene, head.ixml?.take].filter(Boolean).join('/') : ''
  const cut = head.isCut ? 'It is cut off: what is there is used.' : ''
  const says = [named, voice ? '' : whyMute(head, read), cut].filter(Boolean).join(' ')
  return {
    ok: true,
    source: { ...source, claps: { claps, isMarked: false } },
    peaks: voice && peaksOf(voice, PEAKS),
    says,
  }
}

/** Frames in files of their own, as one recording, by the first of them. */
async function readFrames({ name, first, frames, says }: FrameFiles, otherwise: FrameRate): Promise<FoundSource> {
  const image = await readImage({ size: first.size, read: async (from, to) => new Uint8Array(await first.slice(from, to).arrayBuffer()) }) // prettier-ignore
  if (!image.ok) return { ok: false, name, says: image.error.says }
  const head = headOfSequence(image.value, frames, otherwise)
  const startS = startOf(head)
  const source: SyncSource = { name, kind: 'picture', isHeard: false, seconds: secondsOfFrames(head.frames, head.rate), startS, startBy: startS === null ? null : 'head' } // prettier-ignore
  const rate = image.value.rate ? '' : 'Its pictures say no rate: that of the deliverable is taken.'
  return { ok: true, source, peaks: null, says: [`${frames} frames in files of their own.`, says, rate].filter(Boolean).join(' ') } // prettier-ignore
}

/** When it began by the head of its file, seconds since midnight. */
function startOf(head: MediaHead): number | null {
  if (head.kind === 'sound') return head.startSamples === null ? null : head.startSamples / head.sampleRate
  return head.startFrame === null ? null : secondsOfFrames(head.startFrame, head.rate)
}

/** Why pictures are not listened to. */
function whyMute(head: MediaHead, read: Channels | string): string {
  if (typeof read === 'string') return read
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
  readFrames: (files: FrameFiles, otherwise: FrameRate): Promise<FoundSource> =>
    readFrames(files, otherwise).catch((): FoundSource => ({
      ok: false,
      name: files.name,
      says: 'Its first picture could not be read.',
    })),
  lineUp(reference: string, device: string, tell: (done: number) => void): Heard {
    const [a, b] = [voices.get(reference), voices.get(device)]
    return a && b ? (lineUp(a, b, (done) => tell(done)) ?? 'nothing in common') : null
  },
}
export type SyncWorker = typeof api
expose(api)
