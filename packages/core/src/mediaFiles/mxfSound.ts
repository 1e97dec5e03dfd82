import { Bytes, type ByteSource } from './bytes.ts'
import { hexOf, IS, lengthAt, type MetadataSet, partitionAt, setsOf, SOUNDS, TAG } from './mxfSets.ts'
import type { SoundTrack } from './soundTrack.ts'

/* Sound in MXF: plain samples in elements of their own, between the pictures or in one piece (SMPTE ST 382). */

/** Bytes 1 to 12 of an essence element of the generic container; the 13th says of what, the last four which track. */
const ELEMENT = '060e2b34010201010d010301'
const SOUND_ITEM = 0x16
const HEAD = 16 + 9
/** Elements of sound lie side by side: some of them are had by one look at the file. */
const LOOK = 16 << 10

interface Coding {
  readonly sampleRate: number
  readonly channels: number
  readonly frameBytes: number
}

function codingOf({ tags }: MetadataSet): Coding | null {
  const rate = tags.get(TAG.sampling)
  const channels = tags.get(TAG.channels)?.u32be(0) ?? 1
  const frameBytes = tags.get(TAG.blockAlign)?.u16be(0) ?? (channels * (tags.get(TAG.bits)?.u32be(0) ?? 0)) / 8
  if (!rate || rate.u32be(4) === 0 || channels < 1 || ![2, 3, 4].includes(frameBytes / channels)) return null
  return { sampleRate: rate.u32be(0) / rate.u32be(4), channels, frameBytes }
}

/** How the sound of each track is coded, by the number that its elements carry. */
function codings(sets: ReadonlyMap<string, MetadataSet>): ReadonlyMap<number, Coding> {
  const all = [...sets.values()]
  const sounds = all.filter(({ is }) => SOUNDS.has(is))
  const found = new Map<number, Coding>()
  for (const { is, tags } of all) {
    const [id, number] = [tags.get(TAG.trackId)?.u32be(0), tags.get(TAG.trackNumber)?.u32be(0)]
    if (is !== IS.track || !id || !number || number >>> 24 !== SOUND_ITEM) continue
    const own = sounds.find((sound) => sound.tags.get(TAG.linkedTrack)?.u32be(0) === id) ?? (sounds.length === 1 ? sounds[0] : undefined) // prettier-ignore
    const coding = own && codingOf(own)
    if (coding) found.set(number, coding)
  }
  return found
}

/** The tracks of plain sound of an MXF file. Its elements are walked from one to the next by their lengths. */
export async function mxfSounds(source: ByteSource): Promise<readonly SoundTrack[]> {
  const header = await partitionAt(source, 0)
  if (!header) return []
  let known = codings(await setsOf(source, header))
  if (known.size === 0 && header.footerAt > 0) {
    const footer = await partitionAt(source, header.footerAt)
    if (footer) known = codings(await setsOf(source, footer))
  }
  const pieces = new Map([...known].map(([number]) => [number, [] as { at: number; bytes: number }[]]))
  let look = new Bytes(new Uint8Array(0))
  let lookAt = 0
  for (let at = header.to; known.size > 0 && at + HEAD <= source.size;) {
    if (at < lookAt || at + HEAD > lookAt + look.length) {
      lookAt = at
      look = new Bytes(await source.read(at, Math.min(source.size, at + LOOK)))
    }
    const key = at - lookAt
    // What is no key is a file that is not as it says: what was found until there is used.
    if (look.length < key + HEAD || look.u32be(key) !== 0x060e2b34) break
    const { value, from } = lengthAt(look, key + 16)
    const begins = lookAt + from
    if (hexOf(look, key, key + 12) === ELEMENT)
      pieces.get(look.u32be(key + 12))?.push({ at: begins, bytes: Math.min(value, source.size - begins) })
    at = begins + value
  }
  return [...known].flatMap(([number, coding]): SoundTrack[] => {
    const { sampleRate, channels, frameBytes } = coding
    let samples = 0
    const own = pieces.get(number)!.map(({ at, bytes }) => {
      const frames = Math.floor(bytes / frameBytes)
      samples += frames
      return { at, bytes: frames * frameBytes, firstSample: samples - frames }
    })
    if (own.length === 0) return []
    return [
      {
        sampleRate,
        channels,
        samples,
        leads: 0,
        coding: { channels, frameBytes, isFloat: false, isBigEndian: false },
        pieces: {
          at: Float64Array.from(own, ({ at }) => at),
          bytes: Float64Array.from(own, ({ bytes }) => bytes),
          firstSample: Float64Array.from(own, ({ firstSample }) => firstSample),
        },
      },
    ]
  })
}
