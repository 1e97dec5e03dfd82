import { describe, expect, test } from 'vitest'
import { applyChanges, type Tables, withNewIds } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { cardHistory, cardHoldings, logOfClip, mayWipe, unloggedClips, wipeRule } from './index.ts'

const clip = (startTimecode: string, seconds: number, more: object = {}) => ({
  version: 20,
  cardId: 'c1',
  reading: 'now',
  bytes: 9e9,
  path: `${startTimecode}.mov`,
  startTimecode,
  seconds,
  modifiedAt: '2026-05-14T09:02:00.000Z',
  ...more,
})
const day = (clips: Readonly<Record<string, object>>) =>
  productionWith({
    camera: { a: { letter: 'A' }, c: { letter: 'C' } },
    card: { a1: { label: 'A1', cameraId: 'a' }, c1: { label: 'C1', cameraId: 'c' } },
    drive: { s1: {}, s2: { label: 'S2' } },
    person: { edda: {} },
    take: {
      take: { version: 10, cameraIds: ['a'], cardIds: ['a1'], startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' }, // prettier-ignore
    },
    takeEvent: { cut: { version: 11, takeId: 'take', type: 'cut', timecode: '10:02:00:00', happenedAt: '2026-05-14T09:02:00.000Z' } }, // prettier-ignore
    copyRun: {
      x: { version: 20, cardId: 'c1', driveId: 's1', afterSeq: 19, reading: 'now', files: 2, bytes: 2e10 },
      y: { version: 20, cardId: 'c1', driveId: 's2', afterSeq: 19, reading: 'now', files: 2, bytes: 2e10 },
    },
    copyCheck: { x: { version: 21, copyRunId: 'x' }, y: { version: 21, copyRunId: 'y' } },
    custody: { one: { version: 22, driveId: 's1', personId: 'edda' } },
    clip: clips,
  })
const may = (production: ReturnType<typeof day>) => mayWipe(cardHistory(production, 'c1'), wipeRule(production), null)
const after = (production: ReturnType<typeof day>, changes: ReturnType<typeof logOfClip>) => {
  let n = 0
  const tables = { ...production, production: { production: production.production } } as unknown as Tables
  const made = applyChanges(
    tables,
    withNewIds(changes!, () => `made ${n++}`),
    30,
  )
  return { ...production, ...made, production: production.production } as ReturnType<typeof day>
}

describe('clips that nobody logged', () => {
  test('one that was recorded during a take becomes a run of its camera in it, and the copy stays as good', () => {
    const production = day({ one: clip('10:00:03:00', 100) })
    const [found] = unloggedClips(production, 'c1')
    expect(found).toMatchObject({ take: { slate: '1A' }, device: { kind: 'camera', id: 'c' } })
    const changes = logOfClip(found!)
    expect(changes).toMatchObject([
      { kind: 'run', fields: { cameraId: 'c', cardId: 'c1', how: 'file', startedAt: '2026-05-14T09:00:03.000Z' } },
      { kind: 'runStop', fields: { how: 'file', timecode: '10:01:43:00', happenedAt: '2026-05-14T09:01:43.000Z' } },
    ])
    const logged = after(production, changes)
    expect(unloggedClips(logged, 'c1')).toEqual([])
    expect(cardHoldings(logged, 'c1')).toMatchObject({ missing: [], unlogged: [] })
    expect(may(logged)).toMatchObject({ may: true, goodCopies: 2 })
  })
  test('one of no take, of another device’s card or without a label is named, and guessed to be nothing', () => {
    const clips = { one: clip('16:00:00:00', 50), two: clip('', 50), three: clip('10:00:03:00', 50, { seconds: null }) }
    const found = unloggedClips(day(clips), 'c1')
    expect(found.map(({ take }) => take)).toEqual([null, null, null])
    expect(found.map(logOfClip)).toEqual([null, null, null])
  })
  test('a clip of another reading is none of this copy', () =>
    expect(unloggedClips(day({ one: clip('10:00:03:00', 50, { reading: 'before' }) }), 'c1')).toEqual([]))
  test('before midnight and after it is one night', () => {
    const night = day({ one: clip('00:00:10:00', 30) })
    const take = { ...Object.values(night.take)[0]!, startTimecode: '23:59:30:00' }
    const found = unloggedClips({ ...night, take: { take } }, 'c1')
    expect(logOfClip(found[0]!)![0]).toMatchObject({ fields: { startedAt: '2026-05-14T09:00:40.000Z' } })
  })
})

describe('somebody who has looked', () => {
  const lacking = () => {
    const production = day({ one: clip('16:00:00:00', 100, { modifiedAt: '2026-05-14T15:02:00.000Z' }) })
    const run = { version: 12, dayId: 'day', cameraId: 'c', cardId: 'c1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } // prettier-ignore
    return productionWith({
      ...(production as object),
      run: { run },
      runStop: { stop: { version: 13, runId: 'run', timecode: '10:02:00:00', happenedAt: '2026-05-14T09:02:00.000Z' } },
    })
  }
  const look = (production: ReturnType<typeof day>, more: object = {}) =>
    ({ ...production, cardLook: { look: { id: 'look', version: 30, cardId: 'c1', reading: 'now', lookedAt: '', ...more } } }) as unknown as typeof production // prettier-ignore
  test('is believed of what was on the card then', () => {
    expect(may(lacking()).may).toBe(false)
    expect(may(look(lacking()))).toMatchObject({ may: true })
  })
  test('is believed of a card on which nothing could be read, for that copy and one of the very same files', () => {
    const unread = { ...lacking(), clip: {} } as unknown as ReturnType<typeof day>
    expect(may(unread).may).toBe(false)
    expect(may(look(unread)).may).toBe(true)
    const again = (manifest: string) => ({ ...unread, copyRun: { ...unread.copyRun, y: { ...unread.copyRun['y' as never]!, reading: 'again', manifest } } }) as unknown as typeof unread // prettier-ignore
    expect(may(look(again('f'.repeat(64)))).may).toBe(true)
    expect(may(look(again('e'.repeat(64)))).may).toBe(false)
  })
  test('is not believed of what came on it since, of less, or of another reading', () => {
    expect(may(look(lacking(), { version: 11 })).may).toBe(false)
    expect(may(look(lacking(), { reading: 'another' })).may).toBe(false)
    const more = { more: { id: 'more', ...clip('17:00:00:00', 10, { reading: 'then' }) }, one: { id: 'one', ...clip('16:00:00:00', 100, { reading: 'then', modifiedAt: '2026-05-14T15:02:00.000Z' }) } } // prettier-ignore
    const before = lacking()
    const production = { ...before, clip: { ...before.clip, ...more } } as unknown as typeof before
    expect(may(look(production, { reading: 'then' })).may).toBe(false)
  })
})
