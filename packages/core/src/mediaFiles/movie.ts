import { fail, ok, type Outcome } from '../outcome/index.ts'
import { FRAME_RATES, type FrameRate } from '../timecode/index.ts'
import { type Box, boxesIn, findMoov, inside, longFields, tracksOf } from './boxes.ts'
import { countedIn, type Fragment, fragmentRuns, trackIdOf } from './fragments.ts'
import { Bytes, type ByteSource } from './bytes.ts'
import type { NoMedia, PictureHead } from './head.ts'

const CODECS: Readonly<Record<string, string>> = { avc1: 'h264', avc3: 'h264', hvc1: 'hevc', hev1: 'hevc', mp4v: 'mpeg4', apch: 'prores', apcn: 'prores', apcs: 'prores', apco: 'prores', ap4h: 'prores', ap4x: 'prores', jpeg: 'mjpeg', av01: 'av1' } // prettier-ignore
/** Seconds from 1904, where these files count from, to 1970. */
const MAC_EPOCH_S = 2_082_844_800

/** A track's units per second, and how many units each of its samples lasts where they all last as long. */
function clockOf(
  bytes: Bytes,
  trak: Box,
  fragments: readonly Fragment[],
): { scale: number; delta: number; samples: number } | null {
  const mdhd = inside(bytes, trak, 'mdia', 'mdhd')
  const stts = inside(bytes, trak, 'mdia', 'minf', 'stbl', 'stts')
  if (!mdhd || !stts) return null
  const scale = bytes.u32be(mdhd.from + (longFields(bytes, mdhd) ? 20 : 12))
  let samples = 0
  const entries = Math.min(bytes.u32be(stts.from + 4), Math.floor((stts.to - stts.from - 8) / 8))
  for (let i = 0; i < entries; i++) samples += bytes.u32be(stts.from + 8 + 8 * i)
  const later = countedIn(fragmentRuns(bytes, fragments, trackIdOf(bytes, trak)))
  if (entries === 0 && later.samples === 0) return null
  return { scale, delta: entries > 0 ? bytes.u32be(stts.from + 12) : later.lasts, samples: samples + later.samples }
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))

function rateOf(scale: number, delta: number, isDrop: boolean): FrameRate {
  const known = FRAME_RATES.find((rate) => rate.num * delta === scale * rate.den && rate.drop === isDrop)
  const by = divisor(scale, delta) || 1
  return known ?? { num: scale / by, den: delta / by, drop: false }
}

interface Timecode {
  readonly isDrop: boolean
  readonly perSecond: number
  readonly startFrame: number
  readonly reel: string | null
}

/** The timecode track: its description says how it counts, its one sample with which frame it begins. */
async function timecodeOf(
  source: ByteSource,
  { moov: bytes, fragments }: { readonly moov: Bytes; readonly fragments: readonly Fragment[] },
  traks: readonly Box[],
): Promise<Timecode | null> {
  for (const trak of traks) {
    const table = inside(bytes, trak, 'mdia', 'minf', 'stbl')
    const stsd = inside(bytes, table, 'stsd')
    if (!stsd || stsd.to - stsd.from < 42 || bytes.code(stsd.from + 12) !== 'tmcd') continue
    const [stco, co64] = [inside(bytes, table, 'stco'), inside(bytes, table, 'co64')]
    const has = (offsets: Box | undefined) => offsets !== undefined && bytes.u32be(offsets.from + 4) > 0
    const inTable = has(stco) ? bytes.u32be(stco!.from + 8) : has(co64) ? bytes.u64be(co64!.from + 8) : null
    const at = inTable ?? fragmentRuns(bytes, fragments, trackIdOf(bytes, trak))[0]?.at ?? null
    if (at === null || at + 4 > source.size) continue
    const flags = bytes.u32be(stsd.from + 28)
    const name = boxesIn(bytes, stsd.from + 42, stsd.to).find(({ type }) => type === 'name')
    return {
      isDrop: (flags & 1) === 1,
      perSecond: bytes.u8(stsd.from + 40),
      startFrame: new Bytes(await source.read(at, at + 4)).u32be(0),
      reel: name && name.to - name.from > 4 ? bytes.text(name.from + 4, name.to) : null,
    }
  }
  return null
}

/** The head of a QuickTime or MP4 file: rate, frames, picture, first label. Says so where its tracks cannot be found. */
export async function readMovie(source: ByteSource): Promise<Outcome<PictureHead, NoMedia>> {
  const { moov, fragments, isCut } = await findMoov(source)
  if (!moov) return fail({ code: 'damaged', says: 'What says how its tracks lie is missing: the recording was not ended, or the file is cut off.' }) // prettier-ignore
  const whole = boxesIn(moov, 0, moov.length)
  const traks = whole.filter(({ type }) => type === 'trak')
  const [picture] = tracksOf(moov, 'vide')
  const clock = picture && clockOf(moov, picture, fragments)
  const stsd = inside(moov, picture, 'mdia', 'minf', 'stbl', 'stsd')
  if (!picture || !clock || !stsd || clock.delta <= 0 || stsd.to - stsd.from < 44) return fail({ code: 'damaged', says: 'It has no track of pictures.' }) // prettier-ignore
  const timecode = await timecodeOf(source, { moov, fragments }, traks)
  const mvhd = whole.find(({ type }) => type === 'mvhd')
  const made = mvhd ? (longFields(moov, mvhd) ? moov.u64be(mvhd.from + 4) : moov.u32be(mvhd.from + 4)) : 0
  const [sound] = tracksOf(moov, 'soun')
  const soundDescription = inside(moov, sound, 'mdia', 'minf', 'stbl', 'stsd')
  const codec = moov.code(stsd.from + 12)
  return ok({
    kind: 'picture',
    rate: rateOf(clock.scale, clock.delta, timecode?.isDrop ?? false),
    frames: clock.samples,
    width: moov.u16be(stsd.from + 40),
    height: moov.u16be(stsd.from + 42),
    codec: CODECS[codec] ?? codec.trim(),
    startFrame: timecode?.startFrame ?? null,
    createdAt: made > MAC_EPOCH_S ? new Date((made - MAC_EPOCH_S) * 1000).toISOString() : null,
    sound: soundDescription ? { sampleRate: moov.u32be(soundDescription.from + 40) >>> 16, channels: moov.u16be(soundDescription.from + 32) } : null, // prettier-ignore
    reel: timecode?.reel ?? null,
    isCut,
  })
}
