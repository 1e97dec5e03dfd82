import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { answerHead, type ByteSource, readMediaHead, samplesIn, type SoundHead, waveOf } from './index.ts'

const folder = new URL('../../vectors/', import.meta.url)
const files = ['media/expected.json', 'media/expected-mxf.json'].flatMap(
  (name) =>
    (
      JSON.parse(readFileSync(new URL(name, folder), 'utf8')) as {
        files: readonly { readonly file: string; readonly expected: object }[]
      }
    ).files,
)
const sourceOf = (bytes: Uint8Array): ByteSource => ({
  size: bytes.length,
  read: (from, to) => Promise.resolve(bytes.subarray(from, Math.min(to, bytes.length))),
})
const bytesOf = (name: string) => new Uint8Array(readFileSync(new URL(name, folder)))

describe('what files say of themselves', () => {
  it.each(files.map((file) => [file.file, file.expected] as const))(
    '%s is read as other programs read it',
    async (name, expected) => {
      const head = await readMediaHead(sourceOf(bytesOf(name)))
      if (!head.ok) throw new Error(head.error.says)
      expect(answerHead(head.value)).toMatchObject(expected)
    },
  )

  it('of more than four gigabytes is read by its large head, without reading the rest', async () => {
    const wave = bytesOf('media/p1_bext.wav')
    const [size, dataBytes] = [6_000_000_000, 5_999_999_000]
    const head = new Uint8Array(12 + 36 + (wave.length - 12))
    head.set(wave.subarray(0, 12))
    head.set(new TextEncoder().encode('RF64'))
    head.set(new TextEncoder().encode('ds64'), 12)
    const view = new DataView(head.buffer)
    view.setUint32(16, 28, true)
    view.setBigUint64(20, BigInt(size), true)
    view.setBigUint64(28, BigInt(dataBytes), true)
    head.set(wave.subarray(12), 48)
    const data = Buffer.from(head).indexOf('data')
    view.setUint32(data + 4, 0xffffffff, true)
    let most = 0
    const source: ByteSource = {
      size,
      read: (from, to) => {
        most = Math.max(most, to - from)
        const part = new Uint8Array(Math.max(0, Math.min(to, size) - from))
        if (from < head.length) part.set(head.subarray(from, Math.min(to, head.length)))
        return Promise.resolve(part)
      },
    }
    const read = await readMediaHead(source)
    expect(read).toMatchObject({
      ok: true,
      value: { container: 'RF64', samples: dataBytes / 2, startSamples: 1772640960 },
    })
    expect(most).toBeLessThan(100_000)
  })

  it('is told in words where there is nothing to read', async () => {
    const says = async (bytes: Uint8Array) => {
      const read = await readMediaHead(sourceOf(bytes))
      return read.ok ? null : read.error.code
    }
    expect(await says(new Uint8Array())).toBe('empty')
    expect(await says(new TextEncoder().encode('take three was the good one, take two had the plane in it'))).toBe(
      'not-media',
    )
    expect(await says(bytesOf('media/p5_25.mov').subarray(0, 200))).toBe('damaged')
  })

  it('packed sound is told, so that nobody listens to its bytes', async () => {
    const file = waveOf(new Float32Array(100), 48000)
    expect(await readMediaHead(sourceOf(file))).toMatchObject({ ok: true, value: { isPlain: true } })
    new DataView(file.buffer).setUint16(20, 0x55, true)
    expect(await readMediaHead(sourceOf(file))).toMatchObject({ ok: true, value: { isPlain: false } })
  })

  it('never throws, however a file was cut or changed', async () => {
    const random = seeded(4)
    for (const { file } of files) {
      const whole = bytesOf(file)
      for (let round = 0; round < 60; round++) {
        const bytes = whole.slice(0, round % 3 ? whole.length : Math.floor(random() * whole.length))
        for (let k = 0; k < 12; k++)
          bytes[Math.floor(random() * Math.min(bytes.length, 6000))] = Math.floor(random() * 256)
        const read = await readMediaHead(sourceOf(bytes))
        if (!read.ok) expect(read.error.says).not.toBe('')
      }
    }
  })

  it('a cut sound says that it is cut, and counts what is there', async () => {
    const read = await readMediaHead(sourceOf(bytesOf('media/p1_bext.wav').subarray(0, 100_000)))
    expect(read).toMatchObject({ ok: true, value: { isCut: true } })
    if (read.ok) expect((read.value as SoundHead).samples).toBeLessThan(50_000)
  })
})

it('samples go out and come back, 16 bits and 24', async () => {
  const samples = Float32Array.from({ length: 500 }, (_, i) => Math.sin(i / 9) * 0.8)
  const file = waveOf(samples, 48000, [{ id: 'note', bytes: new Uint8Array(3) }])
  const read = await readMediaHead(sourceOf(file))
  if (!read.ok || read.value.kind !== 'sound') throw new Error('no sound')
  const back = samplesIn(file.subarray(read.value.dataFrom), { ...read.value, isBigEndian: false })
  for (const [i, value] of back.entries()) expect(value).toBeCloseTo(samples[i]!, 4)
  const packed = new Uint8Array([0, 0, 0x40, 0, 0, 0xc0])
  expect([...samplesIn(packed, { channels: 1, frameBytes: 3, isFloat: false, isBigEndian: false })]).toEqual([
    0.5, -0.5,
  ])
})
