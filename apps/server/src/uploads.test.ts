import { readdir } from 'node:fs/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { openTestServer, type TestServer } from './testServer.ts'
import type { ProductionFile, Upload } from '@kavrell/contract'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const bring = async (bytes: Buffer, headers: Record<string, string> = {}) => {
  const response = await fetch(`${world.server.address}/api/productions/${world.productionId}/uploads`, {
    method: 'POST',
    body: new Uint8Array(bytes),
    headers: { cookie: world.cookies.get('owner')!, 'x-kavrell': '1', ...headers },
  })
  const json = (await response.json()) as Upload & { refusal?: { says: string } }
  return { status: response.status, json, says: json.refusal?.says ?? '' }
}
const see = async (fileId: string, size = '') => {
  const route = `/api/productions/${world.productionId}/uploads/${fileId}${size}`
  const response = await fetch(world.server.address + route, { headers: { cookie: world.cookies.get('reader')! } })
  return { response, bytes: Buffer.from(await response.arrayBuffer()) }
}
const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#27394a' } })
const kept = async (): Promise<string[]> =>
  (await readdir(world.uploads, { recursive: true }).catch(() => [])).filter((f) => f.includes('.'))

test('a picture is kept anew encoded, smaller, upright, and without what came along with it', async () => {
  const photo = await plain(4000, 3000)
    .withExif({ IFD0: { Copyright: 'somebody', Make: 'secret camera' }, IFD3: { GPSLatitude: '53/1 42/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()
  const { status, json } = await bring(photo, { 'content-type': 'text/html' })
  expect([status, json.widthPx, json.heightPx]).toEqual([201, 1920, 2560])
  const { response, bytes } = await see(json.fileId)
  expect(response.headers.get('content-type')).toBe('image/jpeg')
  const metadata = await sharp(bytes).metadata()
  expect([metadata.width, metadata.height, metadata.exif, metadata.orientation]).toEqual([
    1920,
    2560,
    undefined,
    undefined,
  ])
  expect(bytes.includes('secret camera')).toBe(false)
  expect(await sharp((await see(json.fileId, '?size=small')).bytes).metadata()).toMatchObject({
    width: 360,
    height: 480,
  })
})

test('the same picture twice is kept once', async () => {
  const photo = await plain(300, 200).png().toBuffer()
  const one = await bring(photo),
    files = await kept()
  expect((await bring(photo)).json.fileId).toBe(one.json.fileId)
  expect(await kept()).toEqual(files)
})

describe('what is no picture is refused with a sentence, and nothing of it is kept', () => {
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>'
  test.each([
    ['text', async () => Buffer.from('hello'), /not a picture that can be read/],
    ['nothing', async () => Buffer.alloc(0), /not a picture/],
    ['a drawing with a script in it', async () => Buffer.from(svg), /this one is SVG/],
    ['half a picture', async () => (await plain(900, 900).png().toBuffer()).subarray(0, 400), /broken/],
    ['a page that calls itself one', async () => Buffer.from('\xff\xd8<html>', 'latin1'), /not a picture/],
    [
      'a small file that claims to be huge',
      async () =>
        sharp({ create: { width: 20_000, height: 12_000, channels: 3, background: 'red' } })
          .png()
          .toBuffer(),
      /240 million points; up to 200 million/,
    ],
  ])(
    '%s',
    async (_, make, says) => {
      const files = await kept()
      const answer = await bring(await make(), { 'content-type': 'image/jpeg' })
      expect(answer.status).toBe(422)
      expect(answer.says).toMatch(says)
      expect(await kept()).toEqual(files)
    },
    60_000,
  )
  test('more bytes than may come at once', async () => {
    const answer = await bring(Buffer.alloc(41_000_000))
    expect([answer.status, answer.says]).toEqual([413, 'This is too large: up to 40 MB can be brought at once.'])
  })
})

test('a hundred million points are read and made smaller', async () => {
  const large = await plain(11_600, 8_700).jpeg().toBuffer()
  expect((await bring(large)).json).toMatchObject({ widthPx: 2560, heightPx: 1920 })
})

test.each(['..%2f..%2fpostgres', '%2e%2e/secret', 'x'.repeat(64), 'b'.repeat(64), 'a'.repeat(63)])(
  'no name leads out of the folder: %s',
  async (name) => expect((await see(name)).response.status).toBe(404),
)

test('a picture of another production is not shown, though its name is known', async () => {
  const { json } = await bring(await plain(64, 64).png().toBuffer())
  const other = (await world.call('owner', '/productions', { title: 'Other', mainsHz: 50 })).json as unknown as {
    id: string
  }
  const answer = await world.call('owner', `/productions/${other.id}/uploads/${json.fileId}`)
  expect(answer.status).toBe(404)
})

test('pictures leave and come back with their production, byte for byte', async () => {
  const { json: upload } = await bring(await plain(640, 480).webp().toBuffer())
  const file = (await world.call('owner', `/productions/${world.productionId}/export.json`))
    .json as unknown as ProductionFile
  const attachment = file.attachments.find((a) => a.fileId === upload.fileId)!
  expect(Buffer.from(attachment.base64, 'base64')).toEqual((await see(upload.fileId)).bytes)
  const copy = (await world.call('owner', '/productions/import', file)).json as unknown as { id: string }
  const back = (await world.call('owner', `/productions/${copy.id}/export.json`)).json as unknown as ProductionFile
  expect(back.attachments).toEqual(file.attachments)
  // With one that is not what its name says nothing comes in, and it is said.
  const swapped = { ...file, attachments: [{ ...attachment, base64: Buffer.from('other').toString('base64') }] }
  const third = await world.call('owner', '/productions/import', swapped)
  expect([third.status, third.json.refusal?.says]).toEqual([
    422,
    expect.stringContaining('not the one it is said to be'),
  ])
})

test('a file written before pictures and palettes were there comes in, with new fields as they begin', async () => {
  const file = (await world.call('owner', `/productions/${world.productionId}/export.json`))
    .json as unknown as ProductionFile
  const [{ strayLimit: _s, currency: _c, ...production }] = file.records.production as unknown as [
    Record<string, unknown>,
  ]
  const { palette: _p, attachments: _a, ...records } = { ...file.records, attachments: [] } as Record<string, unknown>
  const old = { ...file, version: 1, attachments: undefined, records: { ...records, production: [production] } }
  const answer = await world.call('owner', '/productions/import', old)
  expect(answer.status).toBe(201)
})
