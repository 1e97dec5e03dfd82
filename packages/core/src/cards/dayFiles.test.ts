import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { dayFiles } from './index.ts'

const at = (clock: string) => `2026-05-14T${clock}.000Z`
const run = (camera: string, card: string | null, from: string, to: string | null, more: object = {}) => ({
  run: { version: 5, dayId: 'd', cameraId: camera, cardId: card, startedAt: at(from), startTimecode: '', ...more },
  stop: to && { version: 6, timecode: '', happenedAt: at(to) },
})
/** A file of so many seconds that was closed at a time of its device's own clock. */
const clip = (card: string, name: string, ended: string, seconds: number, more: object = {}) => ({ version: 20, cardId: card, reading: 'now', path: name, seconds, modifiedAt: ended.length > 8 ? ended : at(ended), startTimecode: '', ...more }) // prettier-ignore

function world(runs: Readonly<Record<string, ReturnType<typeof run>>>, clips: Readonly<Record<string, object>>) {
  return productionWith({
    place: { yard: { timeZone: 'Europe/London' } },
    day: { d: { placeId: 'yard', date: '2026-05-14' } },
    camera: { a: { letter: 'A' }, c: { letter: 'C' } },
    card: {
      a1: { label: 'A1', cameraId: 'a' },
      a2: { label: 'A2', cameraId: 'a' },
      c1: { label: 'C1', cameraId: 'c' },
    },
    drive: { s1: {} },
    run: Object.fromEntries(Object.entries(runs).map(([id, one]) => [id, one.run])),
    runStop: Object.fromEntries(Object.entries(runs).flatMap(([id, { stop }]) => (stop ? [[`${id} stop`, { ...stop, runId: id }]] : []))), // prettier-ignore
    copyRun: Object.fromEntries(['a1', 'c1'].map((cardId) => [cardId, { version: 20, cardId, driveId: 's1', outcome: 'complete', startedAt: at('18:00:00'), reading: 'now' }])), // prettier-ignore
    clip: clips,
  })
}
const RUNS = {
  one: run('a', 'a1', '09:00:00', '09:02:00'),
  two: run('a', 'a1', '09:10:00', '09:15:00'),
  three: run('a', 'a1', '09:30:00', '09:31:00'),
  late: run('a', 'a2', '10:00:00', '10:01:00'),
  locked: run('c', 'c1', '09:00:00', '09:40:00'),
  again: run('c', 'c1', '10:30:00', '10:40:00'),
}

test('each file is of the run it lies in, by a clock that is put right; a run may lie in two files, on another card than was logged', () => {
  const files = dayFiles(
    world(RUNS, {
      one: clip('a1', 'A_0001.mov', '09:02:01', 121),
      two: clip('a1', 'A_0002.mov', '09:12:00', 120),
      more: clip('a2', 'A_0003.mov', '09:15:01', 181),
      // Camera C is an hour ahead; its first file ends a minute before the log says.
      locked: clip('c1', 'C_0001.mov', '10:39:00', 2340),
      again: clip('c1', 'C_0002.mov', '11:40:00', 600),
      nobody: clip('c1', 'C_0003.mov', '12:20:00', 30),
      old: clip('c1', 'C_0999.mov', '2026-05-02T12:00:00.000Z', 50),
    }),
  )
  const named = (id: string) => files.runs.find(({ run: one }) => one.id === id)!
  expect(named('one').clips.map(({ path }) => path)).toEqual(['A_0001.mov'])
  expect(named('two').clips.map(({ path }) => path)).toEqual(['A_0002.mov', 'A_0003.mov'])
  expect(named('locked').clips.map(({ path }) => path)).toEqual(['C_0001.mov'])
  expect(named('two').lacks).toEqual({ atStartS: 0, atEndS: 0 })
  expect(files.elsewhere).toMatchObject([{ run: { letter: 'A' }, logged: 'A1', found: 'A2' }])
  expect(files.unlogged).toMatchObject([{ letter: 'C', clip: { path: 'C_0003.mov' } }])
  expect(files.old).toMatchObject([{ letter: 'C', clip: { path: 'C_0999.mov' } }])
  expect(files.clocks).toMatchObject([{ letter: 'C', aheadS: expect.closeTo(3600, -2) as number }])
  expect(files.overlapping).toEqual([])
})
test('what no file is of is told only where its card was read after it had ended', () => {
  const files = dayFiles(world({ ...RUNS, evening: run('a', 'a1', '19:00:00', '19:05:00'), open: run('c', 'c1', '11:00:00', null), unsaid: run('a', null, '11:00:00', '11:01:00') }, { one: clip('a1', 'A_0001.mov', '09:02:01', 121) })) // prettier-ignore
  const ids = (list: typeof files.without) => list.map(({ run: one }) => one.id).sort()
  expect(ids(files.without)).toEqual(['again', 'locked', 'three', 'two'])
  // After the copy; on a card that was never read; still open; on a card that nobody named, of which one was not read.
  expect(ids(files.notRead)).toEqual(['evening', 'late', 'open', 'unsaid'])
})
test('files on a card of which nobody said what it was in are told, and no run is then said to be in no file', () => {
  const { card, ...rest } = world(RUNS, { one: clip('a1', 'A_0001.mov', '09:02:01', 121), stray: clip('x', 'A_0001.mov', '09:31:00', 60) }) // prettier-ignore
  const files = dayFiles({ ...rest, card: { ...card, x: { ...card['a1' as never], id: 'x', label: 'X9', cameraId: null, recorderId: null } } } as never) // prettier-ignore
  expect(files.ofNoDevice).toMatchObject([{ cardId: 'x', path: 'A_0001.mov' }])
  expect(files.without).toEqual([])
  expect(files.notRead).toHaveLength(5)
  expect(files.twice).toEqual([{ name: 'A_0001.mov', cards: ['A1', 'X9'] }])
})
test('a file that ends before the log says, two of one camera at one time, and one name on two cards are told', () => {
  const files = dayFiles(
    world(RUNS, {
      one: clip('a1', 'X.mov', '09:01:20', 80),
      other: clip('a1', 'A_0002.mov', '09:01:10', 60),
      two: clip('a1', 'A_0003.mov', '09:15:00', 300),
      three: clip('a1', 'A_0004.mov', '09:31:00', 60),
      locked: clip('c1', 'X.mov', '09:40:00', 2400),
    }),
  )
  expect(files.overlapping).toMatchObject([{ letter: 'A', byS: expect.closeTo(60, 0) as number }])
  expect(files.twice).toEqual([{ name: 'X.mov', cards: ['A1', 'C1'] }])
  expect(files.runs.find(({ run: one }) => one.id === 'one')!.lacks.atEndS).toBeGreaterThan(30)
})
test('without a log or without files nothing is claimed', () => {
  expect(dayFiles(world({}, { one: clip('a1', 'A_0001.mov', '09:02:01', 121) }))).toMatchObject({ runs: [], without: [], old: [], unlogged: [{ letter: 'A' }] }) // prettier-ignore
  expect(dayFiles(world(RUNS, {}))).toMatchObject({ unlogged: [], overlapping: [], twice: [] })
})
