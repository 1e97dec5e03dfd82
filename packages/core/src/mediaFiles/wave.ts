import { XMLParser } from 'fast-xml-parser'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { FRAME_RATES, type FrameRate } from '../timecode/index.ts'
import { Bytes, type ByteSource } from './bytes.ts'
import type { Bext, Ixml, NoMedia, SoundHead } from './head.ts'

/*
 * WAV and its large forms: RIFF (Multimedia Programming Interface, 1991), RF64 (EBU Tech 3306), BW64 (ITU-R BS.2088),
 * with the chunks a sound recorder writes.
 */

const MOST_TEXT = 1 << 20
const UNKNOWN_32 = 0xffffffff
/** What a format's tag says of its samples. */
const [PCM, FLOAT, EXTENSIBLE] = [1, 3, 0xfffe]

const readBext = (bytes: Bytes): Bext => ({
  description: bytes.text(0, 256),
  originator: bytes.text(256, 288),
  originatorReference: bytes.text(288, 320),
  originationDate: bytes.text(320, 330),
  originationTime: bytes.text(330, 338),
  timeReference: bytes.u64le(338),
  version: bytes.u16le(346),
  codingHistory: bytes.length > 602 ? bytes.text(602, bytes.length).trimEnd() : '',
})

type Xml = Record<string, unknown>
const asText = (value: unknown) => (typeof value === 'string' ? value.trim() : '')
const asNumber = (value: unknown) => (/^\d+$/.test(asText(value)) ? Number(asText(value)) : null)

function rateOf(speed: Xml): FrameRate | null {
  const match = /^(\d+)\/(\d+)$/.exec(asText(speed['TIMECODE_RATE']))
  if (!match) return null
  const isDrop = asText(speed['TIMECODE_FLAG']) === 'DF'
  const [num, den] = [Number(match[1]), Number(match[2])]
  return FRAME_RATES.find((rate) => rate.num * den === num * rate.den && rate.drop === isDrop) ?? null
}

/** Entities of a document's own are not expanded, so that a small file cannot become a large one. */
function readIxml(text: string): Ixml | null {
  let root: Xml
  try {
    const parser = new XMLParser({ parseTagValue: false, ignoreAttributes: true, isArray: (name) => name === 'TRACK' })
    root = ((parser.parse(text.replace(/<!DOCTYPE[\s\S]*?(\]>|>)/i, '')) as Xml)['BWFXML'] ?? {}) as Xml
  } catch {
    return null
  }
  const part = (value: unknown) => (typeof value === 'object' && value !== null ? value : {}) as Xml
  const speed = part(root['SPEED'])
  const [high, low] = [asNumber(speed['TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI']), asNumber(speed['TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO'])] // prettier-ignore
  const tracks = (part(root['TRACK_LIST'])['TRACK'] ?? []) as readonly unknown[]
  return {
    project: asText(root['PROJECT']),
    scene: asText(root['SCENE']),
    take: asText(root['TAKE']),
    tape: asText(root['TAPE']),
    note: asText(root['NOTE']),
    isCircled: asText(root['CIRCLED']).toUpperCase() === 'TRUE',
    rate: rateOf(speed),
    timestampSamples: low === null ? null : (high ?? 0) * 2 ** 32 + low,
    tracks: tracks.map(part).map((track) => ({
      channel: asNumber(track['CHANNEL_INDEX']) ?? 0,
      name: asText(track['NAME']),
      function: asText(track['FUNCTION']),
    })),
  }
}

interface Chunk {
  readonly id: string
  readonly from: number
  readonly size: number
}

/** The chunks of a file, by their heads alone. */
async function chunksOf(source: ByteSource, large: Map<string, number>): Promise<Chunk[]> {
  const chunks: Chunk[] = []
  for (let at = 12; at + 8 <= source.size && chunks.length < 10_000;) {
    const head = new Bytes(await source.read(at, at + 8))
    const id = head.code(0)
    if (!/^[\x20-\x7e]{4}$/.test(id)) break
    const said = head.u32le(4)
    const size = said === UNKNOWN_32 ? (large.get(id) ?? source.size - at - 8) : said
    chunks.push({ id, from: at + 8, size })
    at += 8 + size + (size % 2)
  }
  return chunks
}

/** The head of a WAV of any size. `first` are its first 44 bytes. Says so where format or sound are missing. */
export async function readWave(source: ByteSource, first: Bytes): Promise<Outcome<SoundHead, NoMedia>> {
  const container = first.code(0) as SoundHead['container']
  const large = new Map<string, number>()
  if (container !== 'RIFF' && first.code(12) === 'ds64') large.set('data', first.u64le(28))
  const chunks = await chunksOf(source, large)
  const bytesOf = async (id: string) => {
    const chunk = chunks.find((each) => each.id === id)
    return chunk ? new Bytes(await source.read(chunk.from, Math.min(source.size, chunk.from + Math.min(chunk.size, MOST_TEXT)))) : null // prettier-ignore
  }
  const format = await bytesOf('fmt ')
  const data = chunks.find(({ id }) => id === 'data')
  if (!format || format.length < 16 || !data) return fail({ code: 'damaged', says: 'It is a WAV without a format or without sound.' }) // prettier-ignore
  const [tag, channels, sampleRate, block, bits] = [format.u16le(0), format.u16le(2), format.u32le(4), format.u16le(12), format.u16le(14)] // prettier-ignore
  if (!channels || !sampleRate || !block)
    return fail({ code: 'damaged', says: 'It is a WAV of no channels or no rate.' })
  const kind = tag === EXTENSIBLE && format.length >= 26 ? format.u16le(24) : tag
  const there = Math.max(0, Math.min(data.size, source.size - data.from))
  const bext = await bytesOf('bext')
  const ixml = await bytesOf('iXML')
  const notes = { bext: bext && bext.length >= 348 ? readBext(bext) : null, ixml: ixml ? readIxml(ixml.text(0, ixml.length)) : null } // prettier-ignore
  return ok({
    kind: 'sound',
    container,
    sampleRate,
    channels,
    bits,
    samples: Math.floor(there / block),
    chunks: chunks.map(({ id }) => id),
    dataFrom: data.from,
    isFloat: kind === FLOAT,
    isPlain: (kind === PCM || kind === FLOAT) && block / channels >= 1 && block / channels <= 8,
    frameBytes: block,
    ...notes,
    startSamples: notes.bext?.timeReference ?? notes.ixml?.timestampSamples ?? null,
    isCut: there < data.size,
  })
}
