import { deflateSync } from 'node:zlib'
import { type FrameRate, nominalFrames } from '@kavrell/core/timecode'

const u16 = (n: number) => {
  const b = Buffer.alloc(2)
  b.writeUInt16BE(n)
  return b
}
const u32 = (n: number) => {
  const b = Buffer.alloc(4)
  b.writeUInt32BE(n >>> 0)
  return b
}
const text = (s: string) => Buffer.from(s, 'latin1')
const zeros = (n: number) => Buffer.alloc(n)
const atom = (type: string, ...parts: Buffer[]) => {
  const body = Buffer.concat(parts)
  return Buffer.concat([u32(body.length + 8), text(type), body])
}
const full = (type: string, flags: number, ...parts: Buffer[]) => atom(type, u32(flags), ...parts)
const MATRIX = Buffer.concat([0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x40000000].map(u32))

/** A flat picture with a lighter band, as PNG: enough to see that a clip plays. */
export function bandPicture(
  width: number,
  height: number,
  rgb: readonly [number, number, number],
  bandAt: number,
): Buffer {
  const rows = Array.from({ length: height }, (_, y) => {
    const lift = Math.abs(y / height - bandAt) < 0.12 ? 60 : 0
    const row = Buffer.alloc(1 + width * 3)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) row[1 + x * 3 + c] = Math.min(255, rgb[c]! + lift + ((x * 7 + y * 13) % 9))
    return row
  })
  const chunk = (type: string, body: Buffer) =>
    Buffer.concat([u32(body.length), text(type), body, u32(crc32(Buffer.concat([text(type), body])))])
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', Buffer.concat([u32(width), u32(height), Buffer.from([8, 2, 0, 0, 0])])),
    chunk('IDAT', deflateSync(Buffer.concat(rows), { level: 9 })),
    chunk('IEND', zeros(0)),
  ])
}

/** @source PNG specification, annex D: CRC-32, reflected polynomial 0xEDB88320 */
function crc32(bytes: Buffer): number {
  let crc = ~0
  for (const byte of bytes) {
    crc ^= byte
    for (let k = 0; k < 8; k++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0)
  }
  return ~crc >>> 0
}

export interface Clip {
  readonly rate: FrameRate
  readonly startFrame: number
  readonly frames: number
  readonly width: number
  readonly height: number
  /** In their turn, over and over. */
  readonly pictures: readonly Buffer[]
  /** How long the file is at the least, as one from a camera of some data rate. */
  readonly bytes: number
}

/**
 * A QuickTime movie with a video track of PNG frames and a timecode track.
 * @source QuickTime File Format: movie, track and sample atoms; timecode sample description `tmcd`
 */
export function quickTimeMovie(clip: Clip): Buffer {
  const { rate, frames, width, height, pictures, startFrame } = clip
  const timescale = rate.num,
    perFrame = rate.den,
    duration = frames * perFrame
  const samples = Array.from({ length: frames }, (_, i) => i % pictures.length)
  const head = atom('ftyp', text('qt  '), u32(0x20050300), text('qt  '))
  const dataStart = head.length + 8
  const timecodeSample = u32(startFrame)
  const mdat = atom('mdat', ...pictures, timecodeSample)
  const pictureStarts = pictures.map((_, i) => dataStart + pictures.slice(0, i).reduce((sum, p) => sum + p.length, 0))
  const videoDescription = atom(
    'png ',
    zeros(6),
    u16(1),
    zeros(16),
    u16(width),
    u16(height),
    u32(0x480000),
    u32(0x480000),
    u32(0),
    u16(1),
    zeros(32),
    u16(24),
    u16(0xffff),
  )
  const timecodeDescription = atom(
    'tmcd',
    zeros(6),
    u16(1),
    u32(0),
    u32(rate.drop ? 1 : 0),
    u32(timescale),
    u32(perFrame),
    Buffer.from([nominalFrames(rate), 0]),
  )
  const table = (
    description: Buffer,
    count: number,
    each: number,
    sizes: readonly number[],
    offsets: readonly number[],
  ) =>
    atom(
      'stbl',
      full('stsd', 0, u32(1), description),
      full('stts', 0, u32(1), u32(count), u32(each)),
      full('stsc', 0, u32(1), u32(1), u32(1), u32(1)),
      full('stsz', 0, u32(0), u32(sizes.length), ...sizes.map(u32)),
      full('stco', 0, u32(offsets.length), ...offsets.map(u32)),
    )
  const dataInfo = atom('dinf', full('dref', 0, u32(1), full('alis', 1)))
  const handler = (kind: string, sub: string) => full('hdlr', 0, text(kind), text(sub), zeros(12), Buffer.from([0]))
  const mediaHead = full('mdhd', 0, u32(0), u32(0), u32(timescale), u32(duration), u16(0), u16(0))
  const trackHead = (id: number, w: number, h: number) =>
    full(
      'tkhd',
      15,
      u32(0),
      u32(0),
      u32(id),
      u32(0),
      u32(duration),
      zeros(8),
      zeros(8),
      MATRIX,
      u32(w << 16),
      u32(h << 16),
    )
  const video = atom(
    'trak',
    trackHead(1, width, height),
    atom('tref', atom('tmcd', u32(2))),
    atom(
      'mdia',
      mediaHead,
      handler('mhlr', 'vide'),
      atom(
        'minf',
        full('vmhd', 1, zeros(8)),
        handler('dhlr', 'alis'),
        dataInfo,
        table(
          videoDescription,
          frames,
          perFrame,
          samples.map((s) => pictures[s]!.length),
          samples.map((s) => pictureStarts[s]!),
        ),
      ),
    ),
  )
  const timecode = atom(
    'trak',
    trackHead(2, 0, 0),
    atom(
      'mdia',
      mediaHead,
      handler('mhlr', 'tmcd'),
      atom(
        'minf',
        atom(
          'gmhd',
          full('gmin', 0, u16(0x40), zeros(6), zeros(4)),
          atom('tmcd', full('tcmi', 0, u16(0), u16(0), u16(12), zeros(2), zeros(12), Buffer.from([0]))),
        ),
        handler('dhlr', 'alis'),
        dataInfo,
        table(timecodeDescription, 1, duration, [4], [dataStart + pictures.reduce((sum, p) => sum + p.length, 0)]),
      ),
    ),
  )
  const movieHead = full(
    'mvhd',
    0,
    u32(0),
    u32(0),
    u32(timescale),
    u32(duration),
    u32(0x10000),
    u16(0x100),
    zeros(10),
    MATRIX,
    zeros(24),
    u32(3),
  )
  const movie = Buffer.concat([head, mdat, atom('moov', movieHead, video, timecode)])
  return Buffer.concat([movie, atom('free', zeros(Math.max(0, clip.bytes - movie.length - 8)))])
}
