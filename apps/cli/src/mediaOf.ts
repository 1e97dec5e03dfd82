import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { LtcDecoder, type LtcFrame, ltcRuns } from '@kavrell/core/ltc'
import { answerHead, type ByteSource, readMediaHead, samplesIn, type SoundHead } from '@kavrell/core/mediaFiles'
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
  readonly head: SoundHead
  readonly channel: (channel: number) => Sound
  readonly close: () => void
}

async function openSound(file: string): Promise<OpenSound | string> {
  const source = openSource(file)
  const head = await readMediaHead(source)
  if (!head.ok || head.value.kind !== 'sound') {
    source.close()
    return head.ok ? 'It holds pictures; sound is read from WAV.' : head.error.says
  }
  const sound = head.value
  if (!sound.isPlain) {
    source.close()
    return 'Its sound is packed; only plain samples are read.'
  }
  const frame = sound.frameBytes
  const channel = (which: number): Sound => ({
    sampleRate: sound.sampleRate,
    samples: sound.samples,
    read: (from, to) => {
      const out = new Float32Array(to - from)
      const [a, b] = [Math.max(0, from), Math.min(sound.samples, to)]
      if (b > a) out.set(samplesIn(source.readNow(sound.dataFrom + a * frame, sound.dataFrom + b * frame), sound, which), a - from) // prettier-ignore
      return out
    },
  })
  return { head: sound, channel, close: () => source.close() }
}

const print = (answer: object) => console.log(JSON.stringify(answer, null, 2))

/** What each file says of itself. */
export async function probe(files: readonly string[]): Promise<boolean> {
  let isWell = true
  const told: object[] = []
  for (const file of files) {
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
  for (let channel = 0; channel < open.head.channels; channel++) {
    const sound = open.channel(channel)
    const decoder = new LtcDecoder(sound.sampleRate)
    for (let at = 0; at < sound.samples; at += READ) decoder.push(sound.read(at, Math.min(sound.samples, at + READ)))
    const frames = decoder.finish()
    if (frames.length > best.frames.length) best = { channel, frames }
  }
  open.close()
  const runs = ltcRuns(best.frames, open.head.sampleRate)
  const longest = runs.reduce<(typeof runs)[number] | null>((a, b) => (!a || b.frames > a.frames ? b : a), null)
  print({
    file,
    channel: best.channel + 1,
    sample_rate: open.head.sampleRate,
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
  const laidOn = reference.channel(0)
  for (const file of rest) {
    const device = await openSound(file)
    if (typeof device === 'string') {
      isWell = false
      told.push({ file, error: device })
      continue
    }
    const found = lineUp(laidOn, device.channel(0))
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
