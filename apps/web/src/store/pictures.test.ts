import { beforeEach, expect, test, vi } from 'vitest'
import { bringPictures, pictureUrl } from './pictures.ts'
import { openSnapshot, useProductionStore } from './production.ts'
import { type RecordFields, NO_RECORDS } from '@kavrell/core/records'

const drawn = vi.hoisted(() => ({ colours: () => [{ hex: '#102030', share: 0.7 }] }))
// The worker that draws colours out of pixels has no pixels here: what it would give stands in its place.
vi.mock('comlink', () => ({ wrap: () => ({ draw: async () => drawn.colours() }), expose: () => undefined }))

const PRODUCTION = '00000000-0000-7000-8000-00000000000a'
const FILE = 'f1'.repeat(32)
const pictures = () =>
  Object.values(useProductionStore.getState().records.picture ?? {}) as unknown as RecordFields<'picture'>[]
const file = (name: string) => new File([new Uint8Array(8)], name, { type: 'image/jpeg' })
const uploads: { url: string; headers: unknown; body: unknown }[] = []
let answer: (n: number) => Response

beforeEach(() => {
  uploads.length = 0
  answer = () => Response.json({ fileId: FILE, widthPx: 4000, heightPx: 3000 }, { status: 201 })
  vi.stubGlobal('Worker', class {})
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    if (!url.endsWith('/uploads')) throw new TypeError('connection refused')
    uploads.push({ url, headers: init.headers, body: init.body })
    return answer(uploads.length)
  })
  drawn.colours = () => [{ hex: '#102030', share: 0.7 }]
  useProductionStore.setState({ productionId: null, pending: [] })
  openSnapshot({ productionId: PRODUCTION, seq: 1, head: null, role: 'planner', jobs: [], records: NO_RECORDS })
})

test('a picture is kept with its size, its colours, what it is for and the name of its file', async () => {
  const picture = file('still wharf.at dusk.JPG')
  const brought = await bringPictures([picture], { purpose: 'continuity' })
  expect(brought).toMatchObject({ ids: [expect.any(String)], refused: [] })
  expect(pictures()).toMatchObject([
    {
      caption: 'still wharf.at dusk',
      purpose: 'continuity',
      fileId: FILE,
      widthPx: 4000,
      heightPx: 3000,
      colours: [{ hex: '#102030', share: 0.7 }],
    },
  ])
  expect(uploads).toEqual([
    { url: `/api/productions/${PRODUCTION}/uploads`, headers: { 'x-kavrell': '1' }, body: picture },
  ])
})

test('one that is none is told by its name, and the others are kept', async () => {
  answer = (n) =>
    n === 2
      ? Response.json({ refusal: { code: 'invalid', says: 'This is no picture.' } }, { status: 400 })
      : Response.json({ fileId: FILE, widthPx: 10, heightPx: 10 }, { status: 201 })
  const steps: number[] = []
  const brought = await bringPictures([file('a.jpg'), file('notes.txt'), file('c.jpg')], {}, (n) => steps.push(n))
  expect(brought.refused).toEqual(['notes.txt: This is no picture.'])
  expect(pictures().map((p) => p.caption)).toEqual(['a', 'c'])
  expect(steps).toEqual([1, 2, 3])
})

test('a server that fails without a word, and one that is away, are said in words', async () => {
  answer = () => Response.json({}, { status: 500 })
  expect((await bringPictures([file('a.jpg')], {})).refused).toEqual([
    'a.jpg: The server is away: pictures can only be brought while it is there.',
  ])
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('connection refused')
  })
  expect((await bringPictures([file('a.jpg')], {})).refused).toEqual([
    'a.jpg: The server is away: pictures can only be brought while it is there.',
  ])
  expect(pictures()).toEqual([])
})

test('a picture whose colours cannot be drawn is kept without', async () => {
  drawn.colours = () => {
    throw new Error('no pixels')
  }
  await bringPictures([file('a.jpg')], {})
  expect(pictures()).toMatchObject([{ caption: 'a', colours: [] }])
})

test('a name longer than a caption may be is cut, a caption that is given is taken', async () => {
  await bringPictures([file(`${'wharf '.repeat(60)}.jpg`)], {})
  await bringPictures([file('b.jpg')], { caption: 'Frame for 3A' })
  expect(pictures().map((p) => p.caption.length)).toEqual([200, 12])
})

test('where a picture is to be had, large and small', () => {
  expect(pictureUrl(FILE)).toBe(`/api/productions/${PRODUCTION}/uploads/${FILE}`)
  expect(pictureUrl(FILE, true)).toBe(`/api/productions/${PRODUCTION}/uploads/${FILE}?size=small`)
})
