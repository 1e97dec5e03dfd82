import { fail, ok, type Outcome } from '../outcome/index.ts'
import { Bytes, type ByteSource } from './bytes.ts'
import type { ImageHead, NoMedia } from './head.ts'
import { labelOfBits, rateOfFigure } from './imageFigures.ts'
import { readTiff } from './tiff.ts'

/*
 * Pictures that lie in files of their own, one for each frame: DPX (SMPTE ST 268-1), OpenEXR (its file layout), and DNG
 * and TIFF (tiff.ts). All of them keep a label as the time address of SMPTE ST 12-1, two figures to a byte.
 */

const EXR_MAGIC = 0x01312f76

const isTiff = (first: Bytes) => ['II*\0', 'MM\0*'].includes(first.code(0))

/** The head of one picture of a sequence. */
export async function readImage(source: ByteSource): Promise<Outcome<ImageHead, NoMedia>> {
  const first = new Bytes(await source.read(0, Math.min(source.size, 2048)))
  try {
    if (first.length < 44) return fail({ code: 'not-media', says: 'It is too short for a picture.' })
    if (isTiff(first)) return await readTiff(source)
    if (first.u32le(0) === EXR_MAGIC) return await readExr(source)
    return first.code(0) === 'SDPX' || first.code(0) === 'XPDS' ? readDpx(first) : fail({ code: 'not-media', says: 'It is no picture of a sequence: DPX, OpenEXR, DNG or TIFF.' }) // prettier-ignore
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return fail({ code: 'damaged', says: 'Its head points to what is not there: the picture is damaged or cut off.' })
  }
}

const UNSET = 0xffffffff

function readDpx(head: Bytes): Outcome<ImageHead, NoMedia> {
  const isBig = head.code(0) === 'SDPX'
  const u32 = (at: number) => (isBig ? head.u32be(at) : head.u32le(at))
  const f32 = (at: number) => (isBig ? head.f32be(at) : head.f32le(at))
  const [width, height] = [u32(772), u32(776)]
  if (width === 0 || height === 0 || width === UNSET) return fail({ code: 'damaged', says: 'It has no size.' })
  // The headers for film and television may be left out: the picture begins where they would lie. Each may hold a rate.
  const has = (to: number) => u32(4) >= to && head.length >= to
  const figure = [1940, 1724].flatMap((at) => (has(at + 4) && f32(at) >= 1 ? [f32(at)] : []))[0] ?? 0
  const bits = has(1924) ? u32(1920) : UNSET
  const label = bits === UNSET ? null : labelOfBits(bits)
  return ok({
    kind: 'image',
    codec: 'dpx',
    width,
    height,
    rate: rateOfFigure(figure, label?.isDrop ?? false),
    label,
    reel: null,
  })
}

/** Headers are some hundred bytes, with pictures of their own in them some hundred thousand. */
const MOST_EXR_HEADER = 1 << 20

async function readExr(source: ByteSource): Promise<Outcome<ImageHead, NoMedia>> {
  const bytes = new Bytes(await source.read(0, Math.min(source.size, MOST_EXR_HEADER)))
  const own = new Map<string, Bytes>()
  for (let at = 8; bytes.u8(at) !== 0;) {
    const name = bytes.text(at, at + 256)
    const type = at + name.length + 1
    const size = type + bytes.text(type, type + 256).length + 1
    const length = bytes.u32le(size)
    own.set(name, bytes.part(size + 4, size + 4 + length))
    at = size + 4 + length
  }
  const window = own.get('dataWindow')
  if (!window || window.length < 16) return fail({ code: 'damaged', says: 'It has no size.' })
  const code = own.get('timeCode')
  const label = code ? labelOfBits(code.u32le(0)) : null
  const fraction = own.get('framesPerSecond')
  const perSecond = fraction && fraction.u32le(4) > 0 ? fraction.u32le(0) / fraction.u32le(4) : 0
  const side = (low: number, high: number) => Math.max(0, (window.u32le(high) | 0) - (window.u32le(low) | 0) + 1)
  const reel = own.get('reelName')
  return ok({
    kind: 'image',
    codec: 'exr',
    width: side(0, 8),
    height: side(4, 12),
    rate: rateOfFigure(perSecond, label?.isDrop ?? false),
    label,
    reel: reel ? reel.text(0, reel.length) : null,
  })
}
