import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { sayBytes } from '../text/index.ts'
import { dayReport } from './dayReport.ts'

const drop = { rateNum: 30000, rateDen: 1001, dropFrame: true }
const p = productionWith({
  camera: { a: {}, b: { letter: 'B' } },
  recorder: { r: {} },
  card: { card: {} },
  shot: {
    one: { code: '1A', mustHave: true, quiet: true },
    two: { code: '1B' },
    three: { code: '1C', mustHave: true },
  },
  orderItem: { i: { shotIds: ['one'] }, j: { shotIds: ['two'], rank: 1 }, k: { shotIds: ['three'], rank: 2 } },
  take: {
    t1: {
      version: 1,
      slate: '1A',
      number: 1,
      shotIds: ['one'],
      cameraIds: ['b', 'a'],
      cardIds: ['card'],
      startTimecode: '08:59:59;28',
      ...drop,
      startedAt: '2026-05-14T07:59:59.900Z',
    },
    t2: {
      version: 2,
      slate: '1A',
      number: 2,
      shotIds: ['one'],
      startTimecode: '09:01:00;02',
      ...drop,
      startedAt: '2026-05-14T08:01:00.000Z',
    },
    wild: { version: 3, slate: 'W1', wild: true, recorderIds: ['r'], startedAt: '2026-05-14T08:05:00.000Z' },
    elsewhere: { dayId: 'another', slate: '9Z' },
  },
  takeEvent: {
    cut1: { takeId: 't1', type: 'cut', timecode: '09:00:00;02', happenedAt: '2026-05-14T08:00:00.100Z' },
    bad: { takeId: 't1', type: 'no-good', happenedAt: '2026-05-14T08:00:01.000Z' },
    good: { takeId: 't1', type: 'good', happenedAt: '2026-05-14T08:00:09.000Z' },
    note: { takeId: 't1', type: 'note', text: 'gull', happenedAt: '2026-05-14T08:00:10.000Z' },
    more: { takeId: 't1', type: 'note', text: 'best', happenedAt: '2026-05-14T08:00:11.000Z' },
  },
})
const report = dayReport(p, planDay(p, 'day')!)

describe('the day’s report', () => {
  test('counts takes of the day, without wild sound', () =>
    expect(report).toMatchObject({ takes: 2, goodTakes: 1, shotsPlanned: 3, shotsDone: 1 }))
  test('measures a take by its timecode, across a minute that drops labels', () =>
    // 08:59:59;28 to 09:00:00;02 is four frames: the hour keeps its labels.
    expect(report.lines[0]).toMatchObject({
      slate: '1A',
      take: 1,
      verdict: 'good',
      cameras: 'A B',
      notes: 'gull; best',
    }))
  test('seconds are frames over the true rate', () =>
    expect(report.lines[0]!.seconds).toBeCloseTo((4 * 1001) / 30000, 6))
  test('a take that was never cut has no length and is named', () => {
    expect(report.lines[1]!.seconds).toBeNull()
    expect(report.missing).toContain('1A take 2 was never cut.')
  })
  test('names what the editor will miss: musts without a good take, quiet ones without sound, unsafe cards', () => {
    expect(report.missing).toContain('Must-have 1C has no good take.')
    expect(report.missing).not.toContain('Must-have 1A has no good take.')
    expect(report.missing).toContain('1A take 1 is good but has no sound recorder.')
    expect(report.missing).toContain('Card A1 does not have the copies the house rule asks for.')
    expect(report.missingShots.map((s) => s.code)).toEqual(['1B', '1C'])
  })
  test('what is copied is what it stands for, and cards are counted by their copies, as is said', () => {
    const run = { cardId: 'card', driveId: 'drive', files: 1, bytes: 2e6, bytesStandFor: 1000, outcome: 'complete' }
    const copied = { ...p, copyRun: { run: { ...Object.values(productionWith({ copyRun: { run: {} } }).copyRun)[0]!, ...run } } } as unknown as typeof p // prettier-ignore
    const { bytesCopied, cards, cardsCopied } = dayReport(copied, planDay(copied, 'day')!)
    expect({ bytesCopied, cards, cardsCopied }).toEqual({ bytesCopied: 2e9, cards: 1, cardsCopied: 0 })
  })
  test('first and last are clock times of the place', () =>
    expect(report).toMatchObject({ firstTake: '08:59', lastCut: '09:00' }))
  test('a day on which nothing rolled reports nothing done and does not divide by it', () =>
    expect(dayReport(productionWith({}), planDay(productionWith({}), 'day')!)).toMatchObject({
      takes: 0,
      takesPerShot: null,
      firstTake: null,
      lastCut: null,
      lines: [],
    }))
})

test.each([
  [0, '0 B'],
  [999, '999 B'],
  [1_000, '1.00 kB'],
  [840_000_000, '840 MB'],
  [1_034_000_000_000, '1.03 TB'],
])('%d bytes are %s', (bytes, text) => expect(sayBytes(bytes)).toBe(text))
