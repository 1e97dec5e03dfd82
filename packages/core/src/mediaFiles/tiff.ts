import { fail, ok, type Outcome } from '../outcome/index.ts'
import { Bytes, type ByteSource } from './bytes.ts'
import type { ImageHead, NoMedia } from './head.ts'
import { labelOfBits, rateOfFigure } from './imageFigures.ts'

/* TIFF 6.0 and DNG: directories of entries. Of moving pictures DNG says its label, its rate and its reel. */

const TAG = { width: 256, height: 257, inner: 330, version: 50706, timeCodes: 51043, rate: 51044, reel: 51105 } as const
/** Bytes of one value by its type (TIFF 6.0, page 15). */
const SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8, 4]
const MOST_ENTRIES = 1000
const MOST_VALUE = 4096

type Directory = ReadonlyMap<number, Bytes>

/** The head of a picture, of the largest of those that lie in the file: the others are for looking at quickly. */
export async function readTiff(source: ByteSource): Promise<Outcome<ImageHead, NoMedia>> {
  const order = new Bytes(await source.read(0, 8))
  const isBig = order.code(0) === 'MM\0*'
  const u16 = (bytes: Bytes, at: number) => (isBig ? bytes.u16be(at) : bytes.u16le(at))
  const u32 = (bytes: Bytes, at: number) => (isBig ? bytes.u32be(at) : bytes.u32le(at))
  const directoryAt = async (at: number): Promise<Directory> => {
    const count = Math.min(MOST_ENTRIES, u16(new Bytes(await source.read(at, at + 2)), 0))
    const entries = new Bytes(await source.read(at + 2, at + 2 + 12 * count))
    const directory = new Map<number, Bytes>()
    for (let i = 0; i < count; i++) {
      const size = (SIZES[u16(entries, 12 * i + 2)] ?? 0) * u32(entries, 12 * i + 4)
      if (size === 0 || size > MOST_VALUE) continue
      const from = u32(entries, 12 * i + 8)
      directory.set(u16(entries, 12 * i), size <= 4 ? entries.part(12 * i + 8, 12 * i + 8 + size) : new Bytes(await source.read(from, from + size))) // prettier-ignore
    }
    return directory
  }
  const figure = (value: Bytes | undefined) => (!value ? 0 : value.length >= 4 ? u32(value, 0) : value.length >= 2 ? u16(value, 0) : 0) // prettier-ignore
  const first = await directoryAt(u32(order, 4))
  const inner = first.get(TAG.inner)
  const others: Directory[] = []
  for (let at = 0; inner && at + 4 <= Math.min(inner.length, 64); at += 4)
    others.push(await directoryAt(u32(inner, at)))
  const all = [first, ...others]
  const [largest] = all
    .map((directory) => ({ width: figure(directory.get(TAG.width)), height: figure(directory.get(TAG.height)) }))
    .toSorted((a, b) => b.width * b.height - a.width * a.height)
  if (!largest || largest.width === 0) return fail({ code: 'damaged', says: 'It has no size.' })
  const value = (tag: number) => all.map((directory) => directory.get(tag)).find((found) => found)
  const code = value(TAG.timeCodes)
  const label = code && code.length >= 4 ? labelOfBits(code.u32le(0)) : null
  const rate = value(TAG.rate)
  const perSecond = rate && rate.length >= 8 && u32(rate, 4) > 0 ? u32(rate, 0) / u32(rate, 4) : 0
  const reel = value(TAG.reel)
  return ok({
    kind: 'image',
    codec: first.has(TAG.version) ? 'dng' : 'tiff',
    ...largest,
    rate: rateOfFigure(perSecond, label?.isDrop ?? false),
    label,
    reel: reel ? reel.text(0, reel.length) : null,
  })
}
