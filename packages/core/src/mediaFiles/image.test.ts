import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  type ByteSource,
  framesMissing,
  framesOf,
  headOfSequence,
  type ImageHead,
  readImage,
  sayGaps,
  sequencesOf,
} from './index.ts'

const bytesOf = (name: string) => new Uint8Array(readFileSync(new URL(`../../vectors/media/${name}`, import.meta.url)))
const sourceOf = (bytes: Uint8Array): ByteSource => ({ size: bytes.length, read: (from, to) => Promise.resolve(bytes.subarray(from, Math.min(to, bytes.length))) }) // prettier-ignore
const read = (bytes: Uint8Array) => readImage(sourceOf(bytes))
const LABEL = { hours: 14, minutes: 5, seconds: 59, frames: 23, isDrop: false }
/** The label as four bytes of two figures each. */
const BITS = 0x14055923

/** A DNG of two directories, the small one first, in either order of bytes. */
function dng(isBig: boolean): Uint8Array {
  const bytes = new Uint8Array(400)
  const view = new DataView(bytes.buffer)
  const [u16, u32] = [(at: number, value: number) => view.setUint16(at, value, !isBig), (at: number, value: number) => view.setUint32(at, value, !isBig)] // prettier-ignore
  bytes.set(isBig ? [0x4d, 0x4d] : [0x49, 0x49])
  u16(2, 42)
  u32(4, 8)
  let at = 8
  const directory = (entries: readonly (readonly [tag: number, type: number, count: number, value: number])[]) => {
    u16(at, entries.length)
    for (const [i, [tag, type, count, value]] of entries.entries()) {
      const from = at + 2 + 12 * i
      u16(from, tag)
      u16(from + 2, type)
      u32(from + 4, count)
      if (type === 3) u16(from + 8, value)
      else u32(from + 8, value)
    }
    at += 2 + 12 * entries.length + 4
  }
  directory([[256, 3, 1, 160], [257, 3, 1, 90], [330, 4, 1, 200], [50706, 1, 4, 1], [51043, 1, 8, 300], [51044, 10, 1, 308], [51105, 2, 5, 316]]) // prettier-ignore
  at = 200
  directory([[256, 4, 1, 4096], [257, 4, 1, 2160]]) // prettier-ignore
  view.setUint32(300, BITS, true)
  u32(308, 24_000)
  u32(312, 1001)
  bytes.set(new TextEncoder().encode('A003\0'), 316)
  return bytes
}

describe('a picture that is a frame of a recording', () => {
  it('of another program is read: its size, and its rate where it says one', async () => {
    expect(await read(bytesOf('frame.exr'))).toMatchObject({ ok: true, value: { codec: 'exr', width: 32, height: 18, rate: { num: 24, den: 1 }, label: null } }) // prettier-ignore
    // This DPX leaves out the headers in which rate and label would stand.
    expect(await read(bytesOf('frame.dpx'))).toMatchObject({ ok: true, value: { codec: 'dpx', width: 32, height: 18, rate: null, label: null } }) // prettier-ignore
    expect(await read(bytesOf('frame.tiff'))).toMatchObject({ ok: true, value: { codec: 'tiff', width: 32, height: 18 } }) // prettier-ignore
  })
  it('DPX says label and rate in the header for television, in either order of bytes', async () => {
    for (const isLittle of [false, true]) {
      const bytes = new Uint8Array(2048)
      const view = new DataView(bytes.buffer)
      bytes.set(new TextEncoder().encode(isLittle ? 'XPDS' : 'SDPX'))
      view.setUint32(4, 2048, isLittle)
      view.setUint32(772, 2048, isLittle)
      view.setUint32(776, 1152, isLittle)
      view.setUint32(1920, BITS, isLittle)
      view.setFloat32(1940, 23.976, isLittle)
      const head = await read(bytes)
      expect(head).toMatchObject({ ok: true, value: { width: 2048, height: 1152, rate: { num: 24_000, den: 1001 }, label: LABEL } }) // prettier-ignore
      view.setUint32(1920, 0xffffffff)
      expect(await read(bytes)).toMatchObject({ ok: true, value: { label: null } })
    }
  })
  it('OpenEXR says its label, its rate and its reel', async () => {
    const attribute = (name: string, type: string, ...words: number[]) => {
      const head = new TextEncoder().encode(`${name}\0${type}\0`)
      const out = new Uint8Array(head.length + 4 + 4 * words.length)
      out.set(head)
      const view = new DataView(out.buffer)
      view.setUint32(head.length, 4 * words.length, true)
      words.forEach((word, i) => view.setUint32(head.length + 4 + 4 * i, word, true))
      return out
    }
    const parts = [Uint8Array.of(0x76, 0x2f, 0x31, 1, 2, 0, 0, 0), attribute('dataWindow', 'box2i', -4 >>> 0, 0, 1915, 1079), attribute('framesPerSecond', 'rational', 30_000, 1001), attribute('timeCode', 'timecode', BITS | 0x40, 0), new Uint8Array(64)] // prettier-ignore
    const head = await read(Buffer.concat(parts))
    expect(head).toMatchObject({ ok: true, value: { width: 1920, height: 1080, rate: { num: 30_000, den: 1001, drop: true }, label: { ...LABEL, isDrop: true } } }) // prettier-ignore
  })
  it.each([true, false])('DNG: the larger of its pictures, label, rate and reel (big end first: %s)', async (isBig) =>
    expect(await read(dng(isBig))).toMatchObject({ ok: true, value: { codec: 'dng', width: 4096, height: 2160, rate: { num: 24_000, den: 1001, drop: false }, label: LABEL, reel: 'A003' } })) // prettier-ignore
  it('that is cut off, empty or none says so', async () => {
    for (const bytes of [
      new Uint8Array(0),
      new Uint8Array(100),
      dng(true).subarray(0, 60),
      bytesOf('frame.exr').subarray(0, 90),
    ])
      // prettier-ignore
      expect((await read(bytes)).ok).toBe(false)
  })
})

describe('sequences', () => {
  const names = (numbers: readonly number[], before = 'A003/A003_C001_', after = '.dng') => numbers.map((n) => `${before}${String(n).padStart(6, '0')}${after}`) // prettier-ignore
  it('are the files of one name; lost frames are counted, and what is no sequence is left', () => {
    const files = [...names([12, 10, 11, 14, 17]), ...names([1, 2, 3], 'B/x_', '.DPX'), 'A003/notes.txt', 'still_0001.tif', 'A003_C001.mov'] // prettier-ignore
    const { sequences, others } = sequencesOf(files, (file) => file)
    expect(sequences.map(({ name }) => name)).toEqual(['A003/A003_C001_000010-000017.dng', 'B/x_000001-000003.DPX'])
    expect(sequences[0]!.files).toEqual(names([10, 11, 12, 14, 17]))
    expect(sequences[0]!.gaps).toEqual([[13, 13], [15, 16]]) // prettier-ignore
    expect(framesMissing(sequences[0]!)).toBe(3)
    expect(sayGaps(sequences[0]!)).toBe('3 frames are missing: 13, 15 to 16.')
    expect(sayGaps(sequences[1]!)).toBe('')
    expect(others).toEqual(['A003/notes.txt', 'A003_C001.mov', 'still_0001.tif'])
  })
  it('are a recording that is as long as from their first to their last frame, at their rate or one that is given', () => {
    const [sequence] = sequencesOf(names([10, 11, 12, 14]), (file) => file).sequences
    const first: ImageHead = { kind: 'image', codec: 'dng', width: 4096, height: 2160, rate: null, label: LABEL, reel: 'A003' } // prettier-ignore
    const head = headOfSequence(first, framesOf(sequence!), { num: 25, den: 1, drop: false })
    expect(head).toMatchObject({ frames: 5, startFrame: ((14 * 60 + 5) * 60 + 59) * 25 + 23, reel: 'A003' })
    const own = headOfSequence({ ...first, rate: { num: 24, den: 1, drop: false } }, framesOf(sequence!), { num: 25, den: 1, drop: false }) // prettier-ignore
    expect(own).toMatchObject({ startFrame: ((14 * 60 + 5) * 60 + 59) * 24 + 23, rate: { num: 24 } })
  })
})
