import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type ByteSource, isPlainTrack, plainSound, readMediaHead, readSoundTracks } from './index.ts'

const folder = new URL('../../vectors/movieSound/', import.meta.url)
const bytesOf = (name: string) => new Uint8Array(readFileSync(new URL(name, folder)))
const sourceOf = (bytes: Uint8Array): ByteSource => ({ size: bytes.length, read: (from, to) => Promise.resolve(bytes.subarray(from, Math.min(to, bytes.length))) }) // prettier-ignore

async function open(bytes: Uint8Array) {
  const source = sourceOf(bytes)
  const head = await readMediaHead(source)
  if (!head.ok) throw new Error(head.error.says)
  const tracks = await readSoundTracks(source, head.value)
  const sounds = tracks
    .filter(isPlainTrack)
    .flatMap((track) =>
      Array.from({ length: track.channels }, (_, channel) =>
        plainSound(track, (from, to) => bytes.subarray(from, to), channel),
      ),
    )
  return { tracks, sounds }
}
/** What lies in these files: half a second at 8 kHz; on the left each sample tells its number, on the right its negative. */
const left = (sample: number) => (3 * sample - 6000) / 32768

describe('sound between the pictures of a movie, written by another program', () => {
  const names = readdirSync(folder).filter((name) => name.startsWith('pcm_'))
  it('is there in seven codings, and in fragments', () => expect(names).toHaveLength(8))
  it.each(names)('%s is read to the sample, from any place', async (name) => {
    const { sounds } = await open(bytesOf(name))
    expect(sounds).toHaveLength(2)
    const [a, b] = sounds
    expect(a).toMatchObject({ sampleRate: 8000, samples: 4000 })
    for (const from of [0, 1, 1023, 1024, 1500, 3990]) {
      const to = Math.min(4000, from + 700)
      const wanted = Array.from({ length: to - from }, (_, i) => left(from + i))
      expect(Math.max(...a!.read(from, to).map((value, i) => Math.abs(value - wanted[i]!)))).toBeLessThan(1e-6)
      expect(Math.max(...b!.read(from, to).map((value, i) => Math.abs(value + wanted[i]!)))).toBeLessThan(1e-6)
    }
    expect([...a!.read(3999, 4002)]).toEqual([Math.fround(left(3999)), 0, 0])
    expect([...a!.read(-2, 0)]).toEqual([0, 0])
  })
  it('lies on tracks of its own, one for each channel', async () => {
    const { tracks, sounds } = await open(bytesOf('two_tracks.mov'))
    expect(tracks).toHaveLength(2)
    expect(sounds.map((sound) => sound.read(10, 11)[0])).toEqual([Math.fround(left(10)), Math.fround(-left(10))])
  })
  it('that sets in after the picture is silent until then', async () => {
    const { sounds } = await open(bytesOf('late.mov'))
    expect(sounds[0]!.samples).toBe(6000)
    expect([...sounds[0]!.read(1998, 2001)]).toEqual([0, 0, Math.fround(left(0))])
  })
  it('is handed to a decoder where it is packed, without what the encoder put before it', async () => {
    const { tracks } = await open(bytesOf('a_cam1.mp4'))
    expect(tracks).toMatchObject([{ sampleRate: 48000, channels: 1, leads: -1024, coding: { codec: 'mp4a.40.2' } }])
    const { pieces, samples } = tracks[0]!
    expect(pieces.at).toHaveLength(939)
    // The decoder gives 20 s, and what comes before and after them.
    expect(samples - 1024).toBeGreaterThanOrEqual(960_000)
    expect(pieces.firstSample[1]).toBe(1024)
  })
  it('is handed over packet by packet where the movie is written in fragments, and what is whole of one that was cut off', async () => {
    const whole = bytesOf('fragments.mp4')
    const { tracks } = await open(whole)
    expect(tracks).toMatchObject([{ sampleRate: 8000, channels: 1, coding: { codec: 'mp4a.40.2' } }])
    expect(tracks[0]!.pieces.at.length).toBe(9)
    expect(tracks[0]!.samples).toBeGreaterThanOrEqual(8000)
    const head = await readMediaHead(sourceOf(whole))
    expect(head).toMatchObject({ ok: true, value: { frames: 25, rate: { num: 25, den: 1 }, width: 64, isCut: false } })
    const cut = await readMediaHead(sourceOf(whole.subarray(0, 6000)))
    if (!cut.ok || cut.value.kind !== 'picture') throw new Error('not read')
    expect(cut.value.isCut).toBe(true)
    expect(cut.value.frames).toBeGreaterThan(0)
    expect(cut.value.frames % 5).toBe(0)
    expect(cut.value.frames).toBeLessThan(25)
  })
  it('lies in elements of its own in MXF', async () => {
    const bytes = bytesOf('elements.mxf')
    const { tracks, sounds } = await open(bytes)
    expect(tracks).toMatchObject([{ sampleRate: 48_000, channels: 2, leads: 0 }])
    const loud = (sample: number) => Math.min(32767, 3 * sample - 6000) / 32768
    for (const from of [0, 1919, 5000]) {
      const [a, b] = sounds.map((sound) => sound.read(from, from + 2500))
      expect(Math.max(...a!.map((value, i) => Math.abs(value - loud(from + i))))).toBeLessThan(1e-4)
      expect(Math.max(...b!.map((value, i) => Math.abs(value + loud(from + i))))).toBeLessThan(1e-4)
    }
    // Cut off, what is there is there.
    const { sounds: cut } = await open(bytes.subarray(0, 60_000))
    expect(cut[0]!.samples).toBeGreaterThan(5000)
    expect(cut[0]!.samples).toBeLessThan(sounds[0]!.samples)
    expect(cut[0]!.read(4000, 4001)[0]).toBeCloseTo(loud(4000), 4)
  })
  it('with tables that lie is left out, and does not take the pictures with it', async () => {
    const whole = bytesOf('pcm_s16le.mov')
    const at = Buffer.from(whole).lastIndexOf('stsc')
    for (const lie of [0, 0xffffffff]) {
      const bytes = whole.slice()
      new DataView(bytes.buffer).setUint32(at + 8, lie)
      const { tracks } = await open(bytes)
      expect(tracks.length).toBeLessThan(2)
    }
    const bytes = whole.slice()
    new DataView(bytes.buffer).setUint32(at + 12 + 4, 0xfffffff0)
    // More samples are promised than there are bytes.
    const { sounds } = await open(bytes)
    expect(sounds[0]!.samples).toBeLessThan(bytes.length)
  })
})
