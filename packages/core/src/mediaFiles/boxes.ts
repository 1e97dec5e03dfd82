import { Bytes, type ByteSource } from './bytes.ts'

/* QuickTime and MP4: boxes in boxes (ISO/IEC 14496-12), with Apple's timecode track (QuickTime File Format, ch. 3). */

const MOST_MOOV = 256 << 20

export interface Box {
  readonly type: string
  readonly from: number
  readonly to: number
}

/** Boxes in a stretch that lies in memory. */
export function boxesIn(bytes: Bytes, from: number, to: number): Box[] {
  const boxes: Box[] = []
  for (let at = from; at + 8 <= to;) {
    let [size, head] = [bytes.u32be(at), 8]
    if (size === 1 && at + 16 <= to) [size, head] = [bytes.u64be(at + 8), 16]
    if (size === 0) size = to - at
    if (size < head || at + size > to) break
    boxes.push({ type: bytes.code(at + 4), from: at + head, to: at + size })
    at += size
  }
  return boxes
}

/** The box at the end of a path of boxes; nothing where one is missing. */
export const inside = (bytes: Bytes, box: Box | undefined, ...path: readonly string[]): Box | undefined =>
  path.reduce<Box | undefined>(
    (at, type) => at && boxesIn(bytes, at.from, at.to).find((each) => each.type === type),
    box,
  )

/** Its times are of 64 bits. */
export const longFields = (bytes: Bytes, box: Box) => bytes.u8(box.from) === 1

/** Tracks of one kind: `vide` for pictures, `soun` for sound. */
export const tracksOf = (moov: Bytes, kind: 'vide' | 'soun'): readonly Box[] =>
  boxesIn(moov, 0, moov.length).filter((trak) => {
    const hdlr = trak.type === 'trak' ? inside(moov, trak, 'mdia', 'hdlr') : undefined
    return hdlr !== undefined && moov.code(hdlr.from + 8) === kind
  })

export interface FoundMovie {
  /** The description of the tracks; null where there is none. */
  readonly moov: Bytes | null
  /** What fragments say of themselves, with where their boxes begin in the file. */
  readonly fragments: readonly { readonly at: number; readonly bytes: Bytes }[]
  readonly isCut: boolean
}

/** Walks the outermost boxes by their heads, to where the description of the tracks lies. */
export async function findMoov(source: ByteSource): Promise<FoundMovie> {
  let moov: Bytes | null = null
  const fragments: { at: number; bytes: Bytes }[] = []
  for (let at = 0; at + 8 <= source.size;) {
    const head = new Bytes(await source.read(at, Math.min(source.size, at + 16)))
    let [size, from] = [head.u32be(0), 8]
    if (size === 1 && head.length >= 16) [size, from] = [head.u64be(8), 16]
    if (size === 0) size = source.size - at
    if (size < from) break
    if (at + size > source.size) return { moov, fragments, isCut: true }
    if (head.code(4) === 'moov' && size <= MOST_MOOV) moov = new Bytes(await source.read(at + from, at + size))
    if (head.code(4) === 'moof' && size <= MOST_MOOV) fragments.push({ at, bytes: new Bytes(await source.read(at + from, at + size)) }) // prettier-ignore
    at += size
  }
  return { moov, fragments, isCut: false }
}
