import { formatTimecode, type FrameRate, secondsOfFrames } from '../timecode/index.ts'
import type { MediaHead, PictureHead, SoundHead } from './head.ts'

/** What a head says, in the names of the files of results, for other programs. */
export const answerHead = (head: MediaHead): object => (head.kind === 'sound' ? answerSound(head) : answerPicture(head))

/** Label at which a sound began at its own rate, and whether it began just with that frame. */
export function soundStart(startSamples: number, sampleRate: number, rate: FrameRate) {
  const exact = (startSamples * rate.num) / (sampleRate * rate.den)
  const frame = Math.floor(exact + 1e-9)
  return { frame, isExact: Math.abs(exact - frame) < 1e-6 }
}

function answerSound(head: SoundHead): object {
  const { bext, ixml, startSamples } = head
  const rate = ixml?.rate ?? null
  const start = startSamples !== null && rate ? soundStart(startSamples, head.sampleRate, rate) : null
  return {
    kind: 'wav',
    container: head.container,
    sample_rate: head.sampleRate,
    channels: head.channels,
    bits: head.bits,
    samples: head.samples,
    duration_s: head.samples / head.sampleRate,
    chunks: head.chunks,
    bext: bext && {
      description: bext.description,
      originator: bext.originator,
      originator_reference: bext.originatorReference,
      origination_date: bext.originationDate,
      origination_time: bext.originationTime,
      time_reference: bext.timeReference,
      version: bext.version,
      coding_history: bext.codingHistory,
    },
    ixml: ixml && {
      project: ixml.project,
      scene: ixml.scene,
      take: ixml.take,
      tape: ixml.tape,
      note: ixml.note,
      circled: ixml.isCircled,
      timecode_rate: rate && `${rate.num}/${rate.den}`,
      timecode_flag: rate && (rate.drop ? 'DF' : 'NDF'),
      timestamp_samples: ixml.timestampSamples,
      tracks: ixml.tracks,
    },
    ...(startSamples === null ? {} : { time_reference_samples: startSamples, start_seconds_since_midnight: startSamples / head.sampleRate }), // prettier-ignore
    ...(start && rate ? { start_timecode: formatTimecode(start.frame, rate), start_frame_exact: start.isExact } : {}),
    ...(head.isCut ? { cut_off: true } : {}),
  }
}

function answerPicture(head: PictureHead): object {
  const { rate, frames, startFrame } = head
  const label = (frame: number) => formatTimecode(frame, rate)
  return {
    kind: 'video',
    start_timecode: startFrame === null ? null : label(startFrame),
    drop_frame: rate.drop,
    start_frame: startFrame,
    frame_rate: `${rate.num}/${rate.den}`,
    frames,
    duration_s: secondsOfFrames(frames, rate),
    ...(startFrame === null ? {} : { last_frame_timecode: label(startFrame + frames - 1), end_timecode_exclusive: label(startFrame + frames) }), // prettier-ignore
    width: head.width,
    height: head.height,
    codec: head.codec,
    creation_time: head.createdAt && head.createdAt.replace(/\.\d{3}Z$/, '.000000Z'),
    audio: head.sound && { sample_rate: head.sound.sampleRate, channels: head.sound.channels },
    ...(head.isCut ? { cut_off: true } : {}),
  }
}
