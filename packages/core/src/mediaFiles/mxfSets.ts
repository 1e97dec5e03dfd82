import { Bytes, type ByteSource } from './bytes.ts'

/* MXF: keys, lengths and values (SMPTE ST 377-1), the partitions of a file and the sets of metadata in them. */

const hex = (...bytes: readonly number[]) => bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')
/** Bytes 1 to 13 of a partition pack; the 14th says which, the 15th whether it was closed. */
export const PARTITION = '060e2b34020501010d01020101'
const FILLER = /^060e2b340101010[12]0301021001000000$/
/** Bytes 1 to 13 of a set of header metadata; the 15th says which. */
const SET = '060e2b34025301010d01010101'
/** Sets by the 15th byte of their key (ST 377-1, annexes A to F). */
export const IS = {
  sequence: 0x0f,
  timecode: 0x14,
  material: 0x36,
  source: 0x37,
  track: 0x3b,
  staticTrack: 0x3a,
} as const
export const SOUNDS = new Set([0x42, 0x47, 0x48])
/** Local tags of ST 377-1. */
export const TAG = {
  id: 0x3c0a, tracks: 0x4403, sequence: 0x4803, editRate: 0x4b01, definition: 0x0201, duration: 0x0202,
  components: 0x1001, start: 0x1501, base: 0x1502, drop: 0x1503, modified: 0x4404, width: 0x3203, height: 0x3202,
  shownWidth: 0x3209, shownHeight: 0x3208, layout: 0x320c, coding: 0x3201, sampling: 0x3d03, channels: 0x3d07, bits: 0x3d01, blockAlign: 0x3d0a,
  linkedTrack: 0x3006, trackId: 0x4801, trackNumber: 0x4804, name: 0x4402,
} as const // prettier-ignore
/** A recording's metadata are a few kilobytes; a footer lies at the end, after hours of pictures. */
const MOST_METADATA = 64 << 20

export type MetadataSet = { readonly is: number; readonly tags: ReadonlyMap<number, Bytes> }

/** Bytes as hexadecimal figures, two for each. */
export const hexOf = (bytes: Bytes, from: number, to: number) =>
  hex(...Array.from({ length: to - from }, (_, i) => bytes.u8(from + i)))

/** A length in the basic encoding rules: one byte, or so many bytes as the first says. */
export function lengthAt(bytes: Bytes, at: number): { value: number; from: number } {
  const first = bytes.u8(at)
  if (first < 0x80) return { value: first, from: at + 1 }
  let value = 0
  for (let i = 1; i <= (first & 0x7f); i++) value = value * 256 + bytes.u8(at + i)
  return { value, from: at + 1 + (first & 0x7f) }
}

export interface Partition {
  /** Its metadata lie in this stretch of the file. */
  readonly from: number
  readonly to: number
  readonly footerAt: number
}

/** The partition that begins at a byte of the file; null where none does. */
export async function partitionAt(source: ByteSource, at: number): Promise<Partition | null> {
  const head = new Bytes(await source.read(at, Math.min(source.size, at + 128)))
  if (head.length < 104 || hexOf(head, 0, 13) !== PARTITION) return null
  const { value, from } = lengthAt(head, 16)
  const metadata = head.u64be(from + 32)
  const packed = at + from + value
  // What fills up to the next grid line is not counted among the metadata.
  const next = new Bytes(await source.read(packed, Math.min(source.size, packed + 32)))
  const filler = next.length >= 32 && FILLER.test(hexOf(next, 0, 16)) ? lengthAt(next, 16) : null
  const begins = filler ? packed + filler.from + filler.value : packed
  return { from: begins, to: begins + Math.min(metadata, MOST_METADATA), footerAt: head.u64be(from + 24) }
}

/** Whether a file begins as one. */
export const isMxf = (first: Bytes): boolean => hexOf(first, 0, 13) === PARTITION

/** The sets of metadata of a partition, by their instance. */
export async function setsOf(source: ByteSource, { from, to }: Partition): Promise<Map<string, MetadataSet>> {
  const sets = new Map<string, MetadataSet>()
  const bytes = new Bytes(await source.read(from, Math.min(to, source.size)))
  for (let at = 0; at + 17 <= bytes.length;) {
    const key = hexOf(bytes, at, at + 15)
    const { value, from: begins } = lengthAt(bytes, at + 16)
    if (begins + value > bytes.length) break
    if (key.startsWith(SET)) {
      const tags = new Map<number, Bytes>()
      for (let tag = begins; tag + 4 <= begins + value;) {
        const length = bytes.u16be(tag + 2)
        tags.set(bytes.u16be(tag), bytes.part(tag + 4, tag + 4 + length))
        tag += 4 + length
      }
      const id = tags.get(TAG.id)
      if (id && id.length >= 16) sets.set(hexOf(id, 0, 16), { is: bytes.u8(at + 14), tags })
    }
    at = begins + value
  }
  return sets
}

/** What a list of references names, in its order. */
export const named = (sets: ReadonlyMap<string, MetadataSet>, list: Bytes | undefined): MetadataSet[] =>
  list && list.length >= 8
    ? Array.from({ length: Math.min(list.u32be(0), Math.floor((list.length - 8) / 16)) }, (_, i) =>
        sets.get(hexOf(list, 8 + 16 * i, 24 + 16 * i)),
      ).filter((set) => set !== undefined)
    : []
