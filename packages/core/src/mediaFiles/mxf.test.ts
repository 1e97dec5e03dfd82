import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { readMediaHead } from './index.ts'

const original = readFileSync(new URL('../../vectors/media/p_m2997.mxf', import.meta.url))
const read = (bytes: Uint8Array) =>
  readMediaHead({
    size: bytes.length,
    read: (from, to) => Promise.resolve(bytes.subarray(from, Math.min(to, bytes.length))),
  })
/** Every length (local tag 0202, eight bytes) of the header as it stands while a recording goes on: not known. */
function whileRecording(): Buffer {
  const bytes = Buffer.from(original)
  const tag = Buffer.from('02020008', 'hex')
  for (let at = bytes.indexOf(tag); at >= 0 && at < 8000; at = bytes.indexOf(tag, at + 1))
    bytes.fill(0xff, at + 4, at + 12)
  return bytes
}
const FOOTER = Buffer.from('060e2b34020501010d01020101040400', 'hex')
const PRIMER = Buffer.from('060e2b34020501010d01020101050100', 'hex')
/** As a recorder leaves it that writes what it knew only at the end into the footer. */
function withFooter(): Buffer {
  const open = whileRecording()
  const counted = Number(original.readBigUInt64BE(20 + 32))
  const primer = original.indexOf(PRIMER)
  const footerAt = open.lastIndexOf(FOOTER)
  const length = 20 + open.readUIntBE(footerAt + 17, 3)
  const footer = Buffer.from(open.subarray(footerAt, footerAt + length))
  footer.writeBigUInt64BE(BigInt(counted), 20 + 32)
  return Buffer.concat([open.subarray(0, footerAt), footer, original.subarray(primer, primer + counted)])
}

test('a recording that was not ended does not know its length: that is said, and nothing is guessed', async () => {
  const head = await read(whileRecording())
  expect(head).toMatchObject({ ok: false, error: { code: 'damaged' } })
  expect(!head.ok && head.error.says).toMatch(/not ended/)
})
test('what was only known at the end stands in the footer', async () => {
  const bytes = withFooter()
  const head = await read(bytes)
  expect(head).toMatchObject({ ok: true, value: { frames: 6, rate: { num: 30_000, den: 1001, drop: true }, isCut: false } }) // prettier-ignore
})
test('one that was cut off says so, and still begins where it began', async () => {
  const whole = await read(original)
  const head = await read(original.subarray(0, 12_000))
  if (!head.ok || !whole.ok || head.value.kind !== 'picture') throw new Error('not read')
  expect(head.value).toEqual({ ...whole.value, isCut: true })
})
test('of hours of pictures no more is read than the head and the foot', async () => {
  const foot = Number(original.readBigUInt64BE(20 + 24))
  const size = 400e9
  const bytes = Buffer.from(original)
  bytes.writeBigUInt64BE(BigInt(size - 2000), 20 + 24)
  let all = 0
  const head = await readMediaHead({
    size,
    read: (from, to) => {
      all += to - from
      const at = from >= size - 2000 ? from - size + 2000 + foot : from
      return Promise.resolve(bytes.subarray(at, Math.min(at + to - from, bytes.length)))
    },
  })
  expect(head).toMatchObject({ ok: true, value: { frames: 6, isCut: false } })
  expect(all).toBeLessThan(20_000)
})
test('labels that count every second picture are counted in pictures', async () => {
  const bytes = readFileSync(new URL('../../vectors/media/p_m50.mxf', import.meta.url))
  const base = Buffer.from('150200020032', 'hex')
  const start = Buffer.from('15010008', 'hex')
  const first = bytes.readBigUInt64BE(bytes.indexOf(start) + 4)
  for (let at = bytes.indexOf(base); at >= 0; at = bytes.indexOf(base, at + 1)) bytes.writeUInt16BE(25, at + 4)
  const head = await read(bytes)
  expect(head).toMatchObject({ ok: true, value: { startFrame: Number(first) * 2, rate: { num: 50, den: 1 } } })
})
