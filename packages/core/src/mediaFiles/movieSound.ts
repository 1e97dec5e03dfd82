import { type Fragment, type FragmentRun, fragmentRuns, trackIdOf } from './fragments.ts'
import { type Box, boxesIn, findMoov, inside, longFields, tracksOf } from './boxes.ts'
import type { Bytes, ByteSource } from './bytes.ts'
import type { PlainLayout } from './samples.ts'
import type { Packing, SoundTrack } from './soundTrack.ts'

/* Sound in QuickTime and MP4: its description (QuickTime File Format, ch. 3; ISO/IEC 23003-5) and sample tables. */

/** More pieces than a week of packets has. */
const MOST_PIECES = 40_000_000
/** In a description of the second version. */
const [IS_FLOAT, IS_BIG_ENDIAN] = [1, 2]

interface Description {
  readonly sampleRate: number
  readonly channels: number
  readonly coding: PlainLayout | Packing
}

/** A length as MPEG-4 descriptors have it: seven bits a byte (ISO/IEC 14496-1). */
function descriptor(moov: Bytes, at: number): { tag: number; from: number; size: number } {
  let [size, from] = [0, at + 1]
  for (let i = 0; i < 4; i++) {
    const byte = moov.u8(from++)
    size = (size << 7) | (byte & 0x7f)
    if (byte < 0x80) break
  }
  return { tag: moov.u8(at), from, size }
}

/** What an AAC decoder is set up with, out of the elementary stream's description. */
function aacOf(moov: Bytes, esds: Box): Packing | null {
  const [STREAM, DECODER, SPECIFIC, AAC] = [3, 4, 5, 0x40]
  const stream = descriptor(moov, esds.from + 4)
  if (stream.tag !== STREAM) return null
  const flags = moov.u8(stream.from + 2)
  const after = stream.from + 3 + (flags & 0x80 ? 2 : 0) + (flags & 0x40 ? 1 + moov.u8(stream.from + 3) : 0) + (flags & 0x20 ? 2 : 0) // prettier-ignore
  const decoder = descriptor(moov, after)
  if (decoder.tag !== DECODER || moov.u8(decoder.from) !== AAC) return null
  const specific = descriptor(moov, decoder.from + 13)
  if (specific.tag !== SPECIFIC || specific.size < 2 || specific.from + specific.size > esds.to) return null
  const description = Uint8Array.from({ length: specific.size }, (_, i) => moov.u8(specific.from + i))
  return { codec: `mp4a.40.${description[0]! >> 3}`, description }
}

/** Rate, channels and layout, or packing, out of a track's description; null where neither is known here. */
function describe(moov: Bytes, stsd: Box): Description | null {
  const entry = stsd.from + 8
  const end = entry + moov.u32be(entry)
  const codec = moov.code(entry + 4)
  const version = moov.u16be(entry + 16)
  let [channels, bits, sampleRate] = [moov.u16be(entry + 24), moov.u16be(entry + 26), moov.u32be(entry + 32) / 65536]
  let flags = 0
  if (version === 2) {
    sampleRate = moov.f64be(entry + 40)
    channels = moov.u32be(entry + 48)
    bits = moov.u32be(entry + 56)
    flags = moov.u32be(entry + 60)
  }
  const boxes = boxesIn(moov, entry + (version === 2 ? 72 : version === 1 ? 52 : 36), Math.min(end, stsd.to))
  const named = (type: string) => boxes.find((box) => box.type === type)
  const wave = named('wave')
  const isLittle = () => {
    const enda = inside(moov, wave, 'enda')
    return enda !== undefined && moov.u16be(enda.from) === 1
  }
  const plain = (width: number, isFloat: boolean, isBigEndian: boolean): Description | null =>
    channels > 0 && sampleRate > 0 && width > 0
      ? { sampleRate, channels, coding: { channels, frameBytes: width * channels, isFloat, isBigEndian } }
      : null
  const pcm = named('pcmC')
  switch (codec) {
    case 'sowt':
      return plain(bits >> 3, false, false)
    case 'twos':
      return bits > 8 ? plain(bits >> 3, false, true) : null
    case 'in24':
      return plain(3, false, !isLittle())
    case 'in32':
      return plain(4, false, !isLittle())
    case 'fl32':
      return plain(4, true, !isLittle())
    case 'fl64':
      return plain(8, true, !isLittle())
    case 'lpcm':
      return bits > 8 ? plain(bits >> 3, (flags & IS_FLOAT) > 0, (flags & IS_BIG_ENDIAN) > 0) : null
    case 'ipcm':
    case 'fpcm':
      return pcm ? plain(moov.u8(pcm.from + 5) >> 3, codec === 'fpcm', (moov.u8(pcm.from + 4) & 1) === 0) : null
    case 'mp4a': {
      const esds = named('esds') ?? inside(moov, wave, 'esds')
      const coding = esds && aacOf(moov, esds)
      // The entry's own figure of channels is two by custom; the decoder's is meant.
      const told = coding && (coding.description[1]! >> 3) & 0xf
      return coding && sampleRate > 0 ? { sampleRate, channels: told || channels || 1, coding } : null
    }
    default:
      return null
  }
}

/** By how many of the track's units its first sample lies before (negative) or after the file's beginning. */
function leadOf(moov: Bytes, trak: Box, scale: number): number {
  const elst = inside(moov, trak, 'edts', 'elst')
  const mvhd = boxesIn(moov, 0, moov.length).find(({ type }) => type === 'mvhd')
  if (!elst || !mvhd) return 0
  const movieScale = moov.u32be(mvhd.from + (longFields(moov, mvhd) ? 20 : 12))
  const isLong = longFields(moov, elst)
  const size = isLong ? 20 : 12
  const count = Math.min(moov.u32be(elst.from + 4), Math.floor((elst.to - elst.from - 8) / size))
  let waits = 0
  for (let i = 0; i < count; i++) {
    const at = elst.from + 8 + i * size
    const lasts = isLong ? moov.u64be(at) : moov.u32be(at)
    const begins = isLong ? moov.i64be(at + 8) : moov.i32be(at + 4)
    // One without sound is silence; what comes after the first with sound is a cut, which cameras do not make.
    if (begins >= 0) return (waits * scale) / movieScale - begins
    waits += lasts
  }
  return 0
}

/** Rows of a table of pairs or more, each of so many figures of four bytes. */
function rowsOf(moov: Bytes, box: Box, wide: number): readonly (readonly number[])[] {
  const count = Math.min(moov.u32be(box.from + 4), Math.floor((box.to - box.from - 8) / (4 * wide)))
  return Array.from({ length: count }, (_, i) => Array.from({ length: wide }, (__, k) => moov.u32be(box.from + 8 + 4 * (i * wide + k)))) // prettier-ignore
}

/** The tracks of sound in a QuickTime or MP4 file whose coding is known here; many cameras write one for each channel. */
export async function movieSounds(source: ByteSource): Promise<readonly SoundTrack[]> {
  const { moov, fragments } = await findMoov(source)
  return moov ? tracksOf(moov, 'soun').flatMap((trak) => trackIn(moov, fragments, trak, source.size) ?? []) : []
}

function trackIn(moov: Bytes, fragments: readonly Fragment[], trak: Box, size: number): SoundTrack | null {
  const table = inside(moov, trak, 'mdia', 'minf', 'stbl')
  const mdhd = inside(moov, trak, 'mdia', 'mdhd')
  const stsd = inside(moov, table, 'stsd')
  const chunks = chunksOf(moov, table)
  const runs = fragmentRuns(moov, fragments, trackIdOf(moov, trak))
  const description = stsd && describe(moov, stsd)
  if (!mdhd || !description || chunks.length + runs.length === 0) return null
  const { sampleRate, channels, coding } = description
  const perUnit = sampleRate / moov.u32be(mdhd.from + (longFields(moov, mdhd) ? 20 : 12))
  const { pieces, samples } =
    'frameBytes' in coding
      ? plainPieces([...chunks, ...runs.map((run) => chunkOf(run, coding.frameBytes))], coding.frameBytes, size)
      : morePackets(packets(moov, table, chunks, perUnit), runs, perUnit)
  if (pieces.length === 0) return null
  return {
    sampleRate,
    channels,
    samples: Math.round(samples),
    leads: Math.round(leadOf(moov, trak, sampleRate / perUnit) * perUnit),
    coding,
    pieces: {
      at: Float64Array.from(pieces, (piece) => piece.at),
      bytes: Float64Array.from(pieces, (piece) => piece.bytes),
      firstSample: Float64Array.from(pieces, (piece) => piece.firstSample),
    },
  }
}

interface Chunk {
  readonly at: number
  /** Samples, or packets, that lie in it. */
  readonly held: number
}

/** Where the chunks of a track begin and how much each holds. */
function chunksOf(moov: Bytes, table: Box | undefined): readonly Chunk[] {
  const stsc = inside(moov, table, 'stsc')
  const stco = inside(moov, table, 'stco')
  const offsets = stco ?? inside(moov, table, 'co64')
  const runs = stsc ? rowsOf(moov, stsc, 3) : []
  if (!offsets || runs.length === 0) return []
  const wide = stco ? 4 : 8
  const count = Math.min(moov.u32be(offsets.from + 4), Math.floor((offsets.to - offsets.from - 8) / wide))
  let run = 0
  return Array.from({ length: count }, (_, i) => {
    while (run + 1 < runs.length && runs[run + 1]![0]! <= i + 1) run++
    const from = offsets.from + 8 + wide * i
    return { at: stco ? moov.u32be(from) : moov.u64be(from), held: runs[run]![1]! }
  })
}

interface Piece {
  readonly at: number
  readonly bytes: number
  readonly firstSample: number
}
interface Pieces {
  readonly pieces: readonly Piece[]
  readonly samples: number
}

/** A chunk of plain samples is a piece. A file that was cut off promises more than there is. */
function plainPieces(chunks: readonly Chunk[], frameBytes: number, size: number): Pieces {
  let samples = 0
  const pieces = chunks.map(({ at, held }): Piece => {
    const there = Math.min(held, Math.max(0, Math.floor((size - at) / frameBytes)))
    const piece = { at, bytes: there * frameBytes, firstSample: samples }
    samples += there
    return piece
  })
  return { pieces, samples }
}

/** A run of a fragment as a chunk of plain samples; what its samples are called does not matter, only their bytes. */
function chunkOf(run: FragmentRun, frameBytes: number): Chunk {
  let bytes = run.isUniform ? run.count * run.bytesOf(0) : 0
  for (let i = 0; i < run.count && !run.isUniform; i++) bytes += run.bytesOf(i)
  return { at: run.at, held: Math.floor(bytes / frameBytes) }
}

/** Packets in fragments come after those in the tables. */
function morePackets(known: Pieces, runs: readonly FragmentRun[], perUnit: number): Pieces {
  const pieces = [...known.pieces]
  let { samples } = known
  for (const run of runs) {
    let at = run.at
    for (let i = 0; i < run.count && pieces.length < MOST_PIECES; i++) {
      const bytes = run.bytesOf(i)
      if (bytes === 0) return { pieces, samples }
      pieces.push({ at, bytes, firstSample: samples })
      at += bytes
      samples += run.lastsOf(i) * perUnit
    }
  }
  return { pieces, samples }
}

/** A packet is a piece, and lasts as the table of times says. */
function packets(moov: Bytes, table: Box | undefined, chunks: readonly Chunk[], perUnit: number): Pieces {
  const stsz = inside(moov, table, 'stsz')
  const stts = inside(moov, table, 'stts')
  const pieces: Piece[] = []
  let samples = 0
  if (!stsz || !stts) return { pieces, samples }
  const one = moov.u32be(stsz.from + 4)
  const most = Math.min(MOST_PIECES, one > 0 ? Infinity : Math.floor((stsz.to - stsz.from - 12) / 4))
  const times = rowsOf(moov, stts, 2)
  let row = 0
  let left = times[0]?.[0] ?? 0
  for (const chunk of chunks) {
    let at = chunk.at
    for (let i = 0; i < chunk.held && pieces.length < most; i++) {
      while (left === 0 && row + 1 < times.length) left = times[++row]![0]!
      if (left === 0) return { pieces, samples }
      const bytes = one > 0 ? one : moov.u32be(stsz.from + 12 + 4 * pieces.length)
      pieces.push({ at, bytes, firstSample: samples })
      at += bytes
      samples += times[row]![1]! * perUnit
      left--
    }
  }
  return { pieces, samples }
}
