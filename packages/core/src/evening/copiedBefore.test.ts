import { describe, expect, it } from 'vitest'
import type { CardSight } from '../cards/index.ts'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { ASSUMED, eveningHands, eveningOf, eveningTasks } from './index.ts'

const GB = 1e9
/** After all that is logged on the card. */
const AT = { version: 6, afterSeq: 5 }
/** A card with 10 GB of a camera that is done for the day, copied at lunch onto both fast drives and read back. */
const lunch = (given: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 } },
    card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 256 } },
    drive: { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' }, H1: { label: 'H1', speed: 'slow' } }, // prettier-ignore
    run: { one: { cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } },
    runStop: { one: { runId: 'one', timecode: '10:01:40:00', happenedAt: '2026-05-14T09:01:40.000Z' } },
    copyRun: { first: { ...AT, cardId: 'A1', driveId: 'S1', bytes: 10 * GB }, second: { ...AT, cardId: 'A1', driveId: 'S2', bytes: 10 * GB } }, // prettier-ignore
    copyCheck: { first: { version: 7, copyRunId: 'first' }, second: { version: 7, copyRunId: 'second' } },
    rules: { copiesBeforeWipe: 3, checkedBeforeWipe: 2, holdersBeforeWipe: 0 },
    ...given,
  })
const eveningFor = (production: ReturnType<typeof lunch>, sights: Readonly<Record<string, CardSight>> = {}) =>
  eveningOf(production, planDay(production, 'day')!, { sights })!
const NONE = { count: 0, first: [], gone: 0 }
const sight = (more: Partial<CardSight> = {}): Readonly<Record<string, CardSight>> => ({
  A1: { medium: '', files: 1, bytes: 10 * GB, unread: [], lacking: { first: NONE, second: NONE }, ...more },
})
const goesTo = (evening: ReturnType<typeof eveningFor>) =>
  eveningTasks(evening).copies.flatMap(({ driveIds }) => driveIds)

describe('a card that was copied before the end of shooting', () => {
  it('is not put in again: the drive that lacks it has it from one that has it, and nobody is needed', () => {
    for (const sights of [{}, sight()]) {
      const evening = eveningFor(lunch(), sights)
      expect(evening.course.steps.map(({ kind, to }) => [kind, to.map((d) => evening.problem.drives[d]!.id)])).toEqual([['copy', ['H1']]]) // prettier-ignore
      const seconds = (10 * GB) / ASSUMED.slow.write + (10 * GB) / ASSUMED.slow.read
      expect((evening.allSafeMin!.likely - evening.startMin) * 60).toBeCloseTo(seconds, 5)
      expect(eveningTasks(evening)).toEqual({ copies: [], relays: [{ cardId: 'A1', driveId: 'H1' }] })
      expect([evening.lastHandMin, evening.lacks]).toEqual([evening.startMin, null])
      expect(eveningHands(evening, String)[0]).toMatch(/^No card has to be put in/)
    }
  })

  it('goes only where its copy was not read back', () => {
    const evening = eveningFor(lunch({ copyCheck: { first: { version: 7, copyRunId: 'first' } } }))
    expect(goesTo(evening)).toEqual(['S2'])
    expect(evening.cards[0]!.onDrives).toEqual(['S1'])
    expect(evening.course.steps.map(({ kind }) => kind)).toEqual(['offload', 'copy'])
  })

  // Whatever makes it doubtful that the copies hold all of the card, it is copied whole.
  it.each([
    ['the reader sees a file that they lack', {}, sight({ files: 2, lacking: { first: { count: 1, first: ['B.mov'], gone: 0 }, second: { count: 1, first: ['B.mov'], gone: 0 } } })], // prettier-ignore
    ['they could not be held against the card', {}, sight({ lacking: {} })],
    ['something on the card could not be read', {}, sight({ unread: ['B.mov: not allowed to read it.'] })],
    ['a file that they have is not on the card', {}, sight({ lacking: { first: { ...NONE, gone: 1 }, second: { ...NONE, gone: 1 } } })], // prettier-ignore
    ['the reader knows it as another card', { card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 256, medium: 'mine' } } }, sight({ medium: 'other' })], // prettier-ignore
    ['one of them differs', { copyCheck: { first: { version: 7, copyRunId: 'first' }, second: { version: 7, copyRunId: 'second', outcome: 'different' } } }, {}], // prettier-ignore
    ['it rolled after them', { run: { one: { version: 9, cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } } }, {}], // prettier-ignore
    ['nobody said that its camera stopped', { runStop: {} }, sight()],
    ['they hold less than the log has', { copyRun: { first: { ...AT, cardId: 'A1', driveId: 'S1', bytes: GB }, second: { ...AT, cardId: 'A1', driveId: 'S2', bytes: GB } } }, {}], // prettier-ignore
    ['nobody kept what they hold', { copyRun: { first: { ...AT, cardId: 'A1', driveId: 'S1', bytes: 10 * GB, manifest: '' }, second: { ...AT, cardId: 'A1', driveId: 'S2', bytes: 10 * GB, manifest: '' } } }, {}], // prettier-ignore
    ['more is to be shot on it', { shot: { one: { code: '1A', cameraId: 'A', takeSeconds: 500, takesExpected: 2 } }, orderItem: { first: { shotIds: ['one'] } } }, sight()], // prettier-ignore
  ])('goes onto all drives again where %s', (_, given, sights) => {
    const evening = eveningFor(lunch(given as Parameters<typeof lunch>[0]), sights)
    expect(goesTo(evening)).toEqual(['S1', 'S2'])
    expect(eveningTasks(evening).relays).toHaveLength(1)
  })

  it('never becomes safe by copies in too few hands, however many there are', () => {
    const custody = { one: { driveId: 'S1', personId: 'p' }, two: { driveId: 'S2', personId: 'p' }, three: { driveId: 'H1', personId: 'p' } } // prettier-ignore
    const rules = { copiesBeforeWipe: 3, checkedBeforeWipe: 2, holdersBeforeWipe: 2 }
    const evening = eveningFor(lunch({ person: { p: {} }, custody, rules }))
    expect([evening.allSafeMin, evening.lacks]).toEqual([null, 'holders'])
    // Where every drive has it, there is nothing to copy either, and nothing is said to be.
    const two = eveningFor(lunch({ person: { p: {} }, custody, rules: { ...rules, copiesBeforeWipe: 2 } }))
    expect([two.lacks, eveningTasks(two), eveningHands(two, String)[0]]).toEqual(['holders', { copies: [], relays: [] }, 'No card has to be put in.']) // prettier-ignore
  })
})
