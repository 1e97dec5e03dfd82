import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { LtcDecoder, type LtcFrame, ltcRuns } from '@kavrell/core/ltc'
import {
  answerHead,
  framesMissing,
  framesOf,
  headOfSequence,
  type ByteSource,
  isPlainTrack,
  plainSound,
  readImage,
  readMediaHead,
  readSoundTracks,
  type Sequence,
  sequencesOf,
} from '@kavrell/core/mediaFiles'
import { lineUp, type Sound } from '@kavrell/core/waveform'

/** A file that is open, and what to do when one is done with it. */
function openSource(
  file: string,
): ByteSource & { readonly readNow: (from: number, to: number) => Uint8Array; readonly close: () => void } {
  const handle = openSync(file, 'r')
  const { size } = fstatSync(handle)
  const readNow = (from: number, to: number) => {
    const bytes = new Uint8Array(Math.max(0, Math.min(to, size) - from))
    let done = 0
    while (done < bytes.length) {
      const count = readSync(handle, bytes, done, bytes.length - done, from + done)
      if (count === 0) break
      done += count
    }
    return bytes.subarray(0, done)
  }
  return { size, readNow, read: (from, to) => Promise.resolve(readNow(from, to)), close: () => closeSync(handle) }
}

interface OpenSound {
  readonly sampleRate: number
  readonly channels: readonly Sound[]
  readonly close: () => void
}

/** All channels of a file's sound, of all its tracks, or why there are none. */
async function openSound(file: string): Promise<OpenSound | string> {
  const source = openSource(file)
  const head = await readMediaHead(source)
  const tracks = head.ok ? await readSoundTracks(source, head.value) : []
  const channels = tracks
    .filter(isPlainTrack)
    .flatMap((track) =>
      Array.from({ length: track.channels }, (_, channel): Sound => plainSound(track, source.readNow, channel)),
    )
  if (channels[0]) return { sampleRate: channels[0].sampleRate, channels, close: () => source.close() }
  source.close()
  if (!head.ok) return head.error.says
  if (tracks.length > 0 || head.value.kind === 'sound') return 'Its sound is packed; only plain samples are read here.'
  return 'It holds no sound that is read here.'
}

const print = (answer: object) => console.log(JSON.stringify(answer, null, 2))

/** What frames in files of their own say of themselves, as the one recording they are. */
async function probeFrames(sequence: Sequence<string>): Promise<object> {
  const source = openSource(sequence.files[0]!)
  const image = await readImage(source)
  source.close()
  const file = sequence.name
  if (!image.ok) return { file, error: image.error.says }
  const { rate } = image.value
  const frames = framesOf(sequence)
  // Without a rate there is neither a length nor a number of the first frame.
  const head = rate ? answerHead(headOfSequence(image.value, frames, rate)) : { kind: 'video', frames, width: image.value.width, height: image.value.height, codec: image.value.codec, frame_rate: null } // prettier-ignore
  return { file, ...head, files: sequence.files.length, missing_frames: framesMissing(sequence), gaps: sequence.gaps }
}

/** What each file says of itself. */
export async function probe(asked: readonly string[]): Promise<boolean> {
  let isWell = true
  const told: object[] = []
  const { sequences, others } = sequencesOf(asked, (file) => file)
  for (const sequence of sequences) {
    const answer = await probeFrames(sequence)
    if ('error' in answer) isWell = false
    told.push(answer)
  }
  for (const file of others) {
    const source = openSource(file)
    const head = await readMediaHead(source)
    source.close()
    if (!head.ok) isWell = false
    told.push(head.ok ? { file, ...answerHead(head.value) } : { file, error: head.error.says })
  }
  print({ files: told })
  return isWell
}

const READ = 1 << 20
const two = (value: number) => String(value).padStart(2, '0')
const labelOf = ({ hours, minutes, seconds, frames, isDrop }: LtcFrame) => `${two(hours)}:${two(minutes)}:${two(seconds)}${isDrop ? ';' : ':'}${two(frames)}` // prettier-ignore

/** Timecode that lies in a sound: on the channel with most of it. */
export async function ltc([file]: readonly string[]): Promise<boolean> {
  const open = await openSound(file!)
  if (typeof open === 'string') {
    console.error(`${file!}: ${open}`)
    return false
  }
  let best: { channel: number; frames: readonly LtcFrame[] } = { channel: 0, frames: [] }
  for (const [channel, sound] of open.channels.entries()) {
    const decoder = new LtcDecoder(sound.sampleRate)
    for (let at = 0; at < sound.samples; at += READ) decoder.push(sound.read(at, Math.min(sound.samples, at + READ)))
    const frames = decoder.finish()
    if (frames.length > best.frames.length) best = { channel, frames }
  }
  open.close()
  const runs = ltcRuns(best.frames, open.sampleRate)
  const longest = runs.reduce<(typeof runs)[number] | null>((a, b) => (!a || b.frames > a.frames ? b : a), null)
  print({
    file,
    channel: best.channel + 1,
    sample_rate: open.sampleRate,
    frame_rate: longest && `${longest.rate.num}/${longest.rate.den}`,
    drop_frame: longest?.rate.drop ?? null,
    playback_speed: longest && Math.abs(longest.speed),
    reverse: longest && longest.speed < 0,
    start: longest?.start ?? null,
    user_bits: longest?.userBits ?? null,
    runs: runs.map(({ start, frames, fromSample, toSample, speed }) => ({ start, frames, from_sample: fromSample, to_sample: toSample, speed })), // prettier-ignore
    frames: best.frames.map((frame) => [labelOf(frame), frame.fromSample, frame.toSample]),
  })
  return best.frames.length > 0
}

/** Where each recording lies on the first one's clock, by their sound. */
export async function sync([first, ...rest]: readonly string[]): Promise<boolean> {
  const reference = await openSound(first!)
  if (typeof reference === 'string') {
    console.error(`${first!}: ${reference}`)
    return false
  }
  let isWell = true
  const told: object[] = []
  const laidOn = reference.channels[0]!
  for (const file of rest) {
    const device = await openSound(file)
    if (typeof device === 'string') {
      isWell = false
      told.push({ file, error: device })
      continue
    }
    const found = lineUp(laidOn, device.channels[0]!)
    device.close()
    told.push({
      file,
      match: found !== null,
      offset_seconds: found?.offsetSeconds ?? null,
      drift_ppm: found?.driftPpm ?? null,
      polarity_inverted: found?.isInverted ?? null,
      overlap_seconds: found?.overlapSeconds ?? 0,
      ...(found && { offset_within_seconds: found.offsetWithinSeconds, drift_within_ppm: found.driftWithinPpm }),
    })
  }
  reference.close()
  print({ reference: first, files: told })
  return isWell
}
