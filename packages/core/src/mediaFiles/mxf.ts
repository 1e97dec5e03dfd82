import { fail, ok, type Outcome } from '../outcome/index.ts'
import { FRAME_RATES, type FrameRate, nominalFrames } from '../timecode/index.ts'
import type { Bytes, ByteSource } from './bytes.ts'
import type { NoMedia, PictureHead } from './head.ts'
import { hexOf, IS, type MetadataSet, named, partitionAt, setsOf, SOUNDS, TAG } from './mxfSets.ts'

/* MXF: keys, lengths and values (SMPTE ST 377-1). What a file says of itself are sets of its header metadata, or of its
   footer's, which is written when a recording has ended. */

const PICTURES = new Set([0x27, 0x28, 0x29, 0x51])
const PICTURE_TRACK = '01030202010000'
const TIMECODE_TRACK = '010302010'
/** How pictures are packed, by where the registered label of the coding begins (SMPTE RP 224, bytes 9 on). */
const CODINGS: readonly (readonly [string, string])[] = [
  ['040102020131', 'h264'],
  ['040102020132', 'h264'],
  ['040102020133', 'h264'],
  ['0401020201', 'mpeg2video'],
  ['0401020202', 'dvvideo'],
  ['040102020301', 'jpeg2000'],
  ['040102020306', 'prores'],
  ['0401020271', 'dnxhd'],
]
interface Track {
  readonly num: number
  readonly den: number
  /** Units of its edit rate; null while the recording was not ended. */
  readonly duration: number | null
  readonly definition: string
  readonly components: readonly MetadataSet[]
}

function tracksOf(sets: ReadonlyMap<string, MetadataSet>, inPackage: MetadataSet): Track[] {
  return named(sets, inPackage.tags.get(TAG.tracks)).flatMap((track): Track[] => {
    const reference = track.tags.get(TAG.sequence)
    const rate = track.tags.get(TAG.editRate)
    const whole = reference && sets.get(hexOf(reference, 0, 16))
    if (!whole || !rate || rate.u32be(0) === 0 || rate.u32be(4) === 0) return []
    const definition = whole.tags.get(TAG.definition)
    const duration = whole.tags.get(TAG.duration)
    const units = duration ? duration.u64be(0) : null
    return [
      {
        num: rate.u32be(0),
        den: rate.u32be(4),
        duration: units !== null && units > 0 && units < 2 ** 53 ? units : null,
        definition: definition ? hexOf(definition, 8, 16) : '',
        components: whole.is === IS.sequence ? named(sets, whole.tags.get(TAG.components)) : [whole],
      },
    ]
  })
}

/** The first label that a package's timecode track gives, at the rate of its pictures. */
function labelOf(tracks: readonly Track[], rate: (isDrop: boolean) => FrameRate) {
  for (const { components, definition } of tracks) {
    const [set] = components
    if (!definition.startsWith(TIMECODE_TRACK) || set?.is !== IS.timecode) continue
    const [start, base] = [set.tags.get(TAG.start)?.u64be(0), set.tags.get(TAG.base)?.u16be(0)]
    if (start === undefined || !base) continue
    const isDrop = set.tags.get(TAG.drop)?.u8(0) === 1
    // Labels may count every second picture, as they do at 50 and 60 a second.
    const perLabel = nominalFrames(rate(isDrop)) / base
    if (Number.isInteger(perLabel)) return { isDrop, startFrame: start * perLabel }
  }
  return null
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))
function rateOf({ num, den }: Pick<Track, 'num' | 'den'>, isDrop: boolean): FrameRate {
  const known = FRAME_RATES.find((rate) => rate.num * den === num * rate.den && rate.drop === isDrop)
  const by = divisor(num, den) || 1
  return known ?? { num: num / by, den: den / by, drop: false }
}

/** Year, month, day, hour, minute, second, and units of four milliseconds. */
function stampOf(bytes: Bytes | undefined): string | null {
  if (!bytes || bytes.length < 8 || bytes.u16be(0) === 0) return null
  const [month, day, hour, minute, second] = [2, 3, 4, 5, 6].map(bytes.u8) as [number, number, number, number, number]
  const ms = Date.UTC(bytes.u16be(0), month - 1, day, hour, minute, second, bytes.u8(7) * 4)
  return Number.isFinite(ms) ? new Date(ms).toISOString() : null
}

function pictureOf(sets: ReadonlyMap<string, MetadataSet>) {
  const set = [...sets.values()].find(({ is }) => PICTURES.has(is))
  const figure = (...tags: number[]) => tags.map((tag) => set?.tags.get(tag)?.u32be(0)).find((value) => value) ?? 0
  const coding = set?.tags.get(TAG.coding)
  const label = coding && coding.length >= 16 ? hexOf(coding, 8, 16) : ''
  // Of fields that are kept one by one the height is of one of them.
  const isFields = [1, 3, 4].includes(set?.tags.get(TAG.layout)?.u8(0) ?? 0)
  return {
    width: figure(TAG.shownWidth, TAG.width),
    height: figure(TAG.shownHeight, TAG.height) * (isFields ? 2 : 1),
    codec: CODINGS.find(([begins]) => label.startsWith(begins))?.[1] ?? '',
  }
}

function soundOf(sets: ReadonlyMap<string, MetadataSet>): PictureHead['sound'] {
  const own = [...sets.values()].filter(({ is }) => SOUNDS.has(is))
  const rate = own[0]?.tags.get(TAG.sampling)
  if (!rate || rate.u32be(4) === 0) return null
  const channels = own.reduce((sum, { tags }) => sum + (tags.get(TAG.channels)?.u32be(0) ?? 1), 0)
  return { sampleRate: Math.round(rate.u32be(0) / rate.u32be(4)), channels }
}

/**
 * The head of an MXF file: rate, frames, picture, first label. A recording that was not ended has no length in its
 * header; then its footer is asked, and where there is none it is said so rather than guessed.
 * @source SMPTE ST 377-1, Material Exchange Format: file format specification
 */
export async function readMxf(source: ByteSource): Promise<Outcome<PictureHead, NoMedia>> {
  const header = await partitionAt(source, 0)
  if (!header) return fail({ code: 'damaged', says: 'Its header cannot be read.' })
  const isCut = header.footerAt > 0 && header.footerAt >= source.size
  const footer = header.footerAt > 0 && !isCut ? await partitionAt(source, header.footerAt) : null
  let read = packagesOf(await setsOf(source, header))
  if (read?.picture?.duration == null && footer) read = packagesOf(await setsOf(source, footer)) ?? read
  if (!read?.picture) return fail({ code: 'damaged', says: 'It has no track of pictures.' })
  const { picture, sets } = read
  if (picture.duration === null)
    return fail({ code: 'damaged', says: 'It does not say how long it is: the recording was not ended.' })
  const label = read.packages.map((one) => labelOf(one, (isDrop) => rateOf(picture, isDrop))).find((one) => one) ?? null
  return ok({
    kind: 'picture',
    rate: rateOf(picture, label?.isDrop ?? false),
    frames: picture.duration,
    ...pictureOf(sets),
    startFrame: label?.startFrame ?? null,
    createdAt: stampOf(read.modified),
    sound: soundOf(sets),
    reel: null,
    isCut,
  })
}

/** Tracks of its packages, of what is shown first, then of where it comes from; and the track of its pictures. */
function packagesOf(sets: ReadonlyMap<string, MetadataSet>) {
  const all = [...sets.values()]
  const material = all.find(({ is }) => is === IS.material)
  if (!material) return null
  const packages = [material, ...all.filter(({ is }) => is === IS.source)].map((one) => tracksOf(sets, one))
  const picture = packages[0]!.find(({ definition }) => definition === `${PICTURE_TRACK}00`)
  return { sets, packages, picture, modified: material.tags.get(TAG.modified) }
}
