// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { waveOf } from '@kavrell/core/mediaFiles'
import { likeVoices } from '@kavrell/core/waveform'
import { SyncScreen } from './SyncScreen.tsx'
import { inTime } from '../../inTime.ts'

/** The worker itself, asked without a thread. */
const worker = vi.hoisted<{ api: Record<string, (...asked: unknown[]) => unknown> }>(() => ({ api: {} }))
vi.mock('comlink', () => ({
  expose: (api: typeof worker.api) => {
    if ('lineUp' in api) worker.api = api
  },
  proxy: (f: unknown) => f,
  wrap: () => {
    const ask =
      (name: string) =>
      async (...asked: unknown[]) => {
        await import('../../workers/sync.worker.ts')
        return worker.api[name]!(...asked)
      }
    return { readSource: ask('readSource'), readFrames: ask('readFrames'), lineUp: ask('lineUp') }
  },
}))
// The browser has it; jsdom does not.
Blob.prototype.arrayBuffer = function read(this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as ArrayBuffer)
    reader.readAsArrayBuffer(this)
  })
}

const answer = () => document.querySelector('[data-answer]')?.textContent
const row = (name: string) => document.querySelector(`[data-sync="${name}"]`)!
const cellsOf = (name: string) => {
  const cells: string[] = []
  for (let at = row(name).nextElementSibling; at && !at.hasAttribute('data-sync'); at = at.nextElementSibling) cells.push(at.textContent) // prettier-ignore
  return cells
}

beforeEach(() => openDemo('reader'))

test('four of five lie together by what they heard; the drifted jam is told and the other day has nothing in common', async () => {
  const user = draw(<SyncScreen />, 'sync')
  await user.click(screen.getByRole('button', { name: 'Make five to try it with' }))
  await inTime(() => expect(answer()).toBe('4 of 5 recordings lie together'))
  expect(cellsOf('A_scratch.wav').slice(0, 4)).toEqual(['3.250 s', '3.250 sSlate', '3.250 s', '0 ms'])
  expect(cellsOf('B_scratch.wav').slice(0, 4)).toEqual(['6.000 s', '6.000 sSlate', '6.080 s', '80 ms'])
  expect(cellsOf('C_scratch.wav').slice(0, 3)).toEqual(['12.000 s', '12.000 sSlate', '–'])
  expect(cellsOf('D_other_day.wav').slice(0, 3)).toEqual(['nothing in common', 'Slate', '–'])
  expect(screen.getByText(/B_scratch.wav: Its timecode is 0.08 s late/)).toBeTruthy()
  expect(parseFloat(cellsOf('A_scratch.wav')[4]!)).toBeCloseTo(18, 0)
  await user.click(screen.getByRole('button', { name: 'D_other_day.wav a frame later' }))
  expect(answer()).toBe('5 of 5 recordings lie together')
  // The keys go on from there: ten frames with the shift key.
  await user.keyboard('{Shift>}{ArrowRight}{/Shift}')
  expect(screen.getByText(/Somebody put it there/, { selector: 'title' }).parentElement!.textContent).toContain(
    'D_other',
  )
  await user.click(screen.getByRole('button', { name: 'Undo' }))
  expect(answer()).toBe('4 of 5 recordings lie together')
  expect(document.querySelector('[data-alone]')!.textContent).toMatch(
    /^One alone: R_launch.wav 0.0 to 3.[23] s, R_launch.wav 34.0 to 40.0 s\.$/,
  )
  // What is listened to stays on the device.
  expect(sent).toEqual([])
}, 400_000)

test('where they lie is kept, and what somebody put by hand lies there when the same are chosen again', async () => {
  openDemo('planner')
  const user = draw(<SyncScreen />, 'sync')
  const five = async () => {
    await user.click(screen.getByRole('button', { name: 'Make five to try it with' }))
    await inTime(() => expect(answer()).toMatch(/of 5 recordings lie together/))
  }
  await five()
  await user.click(screen.getByRole('button', { name: 'D_other_day.wav a frame later' }))
  await user.click(screen.getByRole('button', { name: 'Keep where they lie' }))
  expect(screen.queryByRole('button', { name: 'Keep where they lie' })).toBeNull()
  expect(all('syncPlace')).toHaveLength(5)
  cleanup()
  draw(<SyncScreen />, 'sync')
  expect(document.querySelector('[data-kept="D_other_day.wav"]')!.textContent).toContain('put there by hand0.040 s')
  await five()
  expect(answer()).toBe('5 of 5 recordings lie together')
  await user.click(screen.getByRole('button', { name: 'Undo' }))
  expect(answer()).toBe('4 of 5 recordings lie together')
  expect(screen.getByRole('button', { name: 'Keep where they lie' })).toBeTruthy()
}, 400_000)

test('what is no recording is told by name, and the rest goes on', async () => {
  const user = draw(<SyncScreen />, 'sync')
  const files = [
    new File(['take three was the good one, said somebody to somebody'], 'notes.wav'),
    new File([], 'empty.wav'),
  ]
  await user.upload(screen.getByLabelText('Recordings to line up'), files)
  await inTime(() => expect(answer()).toBe('Nothing that could be read'))
  expect(document.body.textContent).toContain('notes.wav It is neither WAV nor QuickTime, MP4 or MXF.')
  expect(document.body.textContent).toContain('empty.wav The file is empty.')
})

test('two files of one name are told apart, and packed sound is no recording', async () => {
  const user = draw(<SyncScreen />, 'sync')
  const wave = (packed = false) => {
    const bytes = waveOf(likeVoices(6, 16_000, 3), 16_000)
    if (packed) new DataView(bytes.buffer).setUint16(20, 0x55, true)
    return new File([bytes as BlobPart], 'C0001.wav')
  }
  await user.upload(screen.getByLabelText('Recordings to line up'), [wave(), wave(), wave(true)])
  await inTime(() => expect(answer()).toBe('2 of 2 recordings lie together'))
  expect(cellsOf('C0001.wav (2)')[0]).toBe('0.000 s')
  expect(document.body.textContent).toContain('C0001.wav (3) Its sound is packed')
}, 400_000)

const pad = (n: number) => String(n).padStart(4, '0')
/** A frame in a file of its own, with a label and a rate. */
function dpx(n: number): File {
  const bytes = new Uint8Array(2048)
  const view = new DataView(bytes.buffer)
  bytes.set(new TextEncoder().encode('SDPX'))
  view.setUint32(4, 2048)
  view.setUint32(772, 2048)
  view.setUint32(776, 1152)
  view.setUint32(1920, 0x10000000 + n)
  view.setFloat32(1940, 25)
  return new File([bytes], `A001_${pad(n)}.dpx`)
}

test('frames in files of their own are one recording, and a slate that is marked on both lays it down where nothing was heard', async () => {
  const user = draw(<SyncScreen />, 'sync')
  const sound = new File([waveOf(likeVoices(20, 16_000, 3), 16_000) as BlobPart], 'R.wav')
  await user.upload(screen.getByLabelText('Recordings to line up'), [...[1, 2, 3, 6].map(dpx), sound])
  await inTime(() => expect(answer()).toBe('None of 2 recordings lies beside another'))
  const name = 'A001_0001-0006.dpx'
  expect(row(name).textContent).toContain('2 frames are missing: 4 to 5.')
  const mark = async (of: string, seconds: string) => {
    await user.click(screen.getByRole('button', { name: `Slate of ${of}` }))
    await user.type(await screen.findByLabelText('Seconds after it begins'), `${seconds}{Enter}`)
  }
  await mark(name, '0.12')
  expect(answer()).toBe('None of 2 recordings lies beside another')
  await mark('R.wav', '99')
  expect(await screen.findByText(/20.00 s long/)).toBeTruthy()
  await user.clear(screen.getByLabelText('Seconds after it begins'))
  await user.type(screen.getByLabelText('Seconds after it begins'), '7,5{Enter}')
  await inTime(() => expect(answer()).toBe('2 of 2 recordings lie together'))
  expect(cellsOf(name)[1]).toContain('7.380 s')
}, 400_000)
