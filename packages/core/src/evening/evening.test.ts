import { describe, expect, it } from 'vitest'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { ASSUMED, eveningOf } from './index.ts'

const GB = 1e9
/** One camera that shoots 1000 s at 800 Mb/s, 100 GB, and one card of it. */
const made = (given: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 } },
    card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 256 } },
    drive: { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' } },
    shot: { one: { code: '1A', cameraId: 'A', takeSeconds: 500, takesExpected: 2 } },
    orderItem: { first: { shotIds: ['one'] } },
    ...given,
  })
const eveningFor = (production: ReturnType<typeof made>) => eveningOf(production, planDay(production, 'day')!)

describe('the evening of a day', () => {
  it('is a minute of hands, writing by the reader, reading back by the laptop both drives hang on', () => {
    const evening = eveningFor(made())!
    expect(evening.cards).toMatchObject([{ loggedBytes: 0, plannedBytes: 100 * GB, isOver: false }])
    // Writing passes the laptop three times, so that a third of it is less than the reader gives.
    const writingS = (100 * GB) / Math.min(ASSUMED.reader, ASSUMED.laptop / 3)
    const backS = (100 * GB) / Math.min(ASSUMED.fast.read, ASSUMED.laptop / 2)
    const minutes = (60 + writingS + backS) / 60
    expect(evening.allSafeMin!.likely - evening.startMin).toBeCloseTo(minutes, 5)
    expect(evening.allSafeMin!.early).toBeLessThan(evening.allSafeMin!.likely)
    expect(evening.allSafeMin!.late).toBeGreaterThan(evening.allSafeMin!.likely)
  })

  it('never says all would be safe where the rule cannot be met: too few drives, hands, or room', () => {
    const rule = (rules: object) => eveningFor(made({ rules }))!.allSafeMin
    expect(rule({ copiesBeforeWipe: 3 })).toBeNull()
    // Nobody is down as holding either drive: they count as one pair of hands.
    expect(rule({ holdersBeforeWipe: 2 })).toBeNull()
    // Where the drives lie was never written down, or is one place.
    expect(rule({ placesBeforeWipe: 1 })).toBeNull()
    expect(rule({ placesBeforeWipe: 0 })).not.toBeNull()
    const lying = (s1: string, s2: string) => eveningFor(made({ rules: { placesBeforeWipe: 2 }, person: { p: {} }, custody: { one: { driveId: 'S1', personId: 'p', place: s1 }, two: { driveId: 'S2', personId: 'p', place: s2 } } }))! // prettier-ignore
    expect([lying('van', ' Van'), lying('van', 'room 12')].map(({ allSafeMin }) => allSafeMin !== null)).toEqual([false, true]) // prettier-ignore
    const small = eveningFor(made({ drive: { S1: { label: 'S1', speed: 'fast', capacityGb: 50 }, S2: { label: 'S2', speed: 'fast' } } }))! // prettier-ignore
    expect(small.allSafeMin).toBeNull()
    expect(small.course.refused).toMatchObject([{ kind: 'offload' }])
  })

  it('has a card in it whose copies are enough by the ledger, if the reader sees more on it than they hold', () => {
    const run = { one: { cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } } // prettier-ignore
    const runStop = { one: { runId: 'one', timecode: '10:01:40:00', happenedAt: '2026-05-14T09:01:40.000Z' } }
    const rules = { copiesBeforeWipe: 0, checkedBeforeWipe: 0, holdersBeforeWipe: 0 }
    const production = made({ run, runStop, rules, orderItem: {} })
    const of = (unread: readonly string[]) =>
      eveningOf(production, planDay(production, 'day')!, {
        sights: { A1: { medium: '', files: 1, bytes: 1, unread, lacking: {} } },
      })
    expect(of([])).toBeNull()
    expect(of(['CLIPS/A1.mov: not allowed to read it.'])!.cards).toMatchObject([
      { loggedBytes: 10 * GB, plannedBytes: 0 },
    ])
  })

  it('is later where reader and drives share a hub: all that is read and written passes it', () => {
    const hub = { h: { name: 'Hub', passesMBps: 300 } }
    const on = (hubId: string | null) =>
      eveningFor(made({ hub, cardReader: { r: { name: 'R1', cards: 1, hubId } }, drive: { S1: { label: 'S1', speed: 'fast', hubId }, S2: { label: 'S2', speed: 'fast', hubId } } }))! // prettier-ignore
    const minutes = ({ allSafeMin, startMin }: ReturnType<typeof on>) => allSafeMin!.likely - startMin
    // Written it passes three times, read back twice.
    const throughS = (100 * GB * 3) / 300e6 + (100 * GB * 2) / 300e6
    expect(minutes(on('h'))).toBeCloseTo((60 + throughS) / 60, 5)
    expect(minutes(on(null))).toBeLessThan(minutes(on('h')) / 2)
  })

  it('names what would make it earlier, and done so it is as early as was said, or earlier', () => {
    const run = (id: string, cardId: string) => ({ [id]: { cameraId: 'A', cardId, startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } }) // prettier-ignore
    const stop = (runId: string) => ({ [`${runId} stop`]: { runId, timecode: '10:16:40:00', happenedAt: '2026-05-14T09:16:40.000Z' } }) // prettier-ignore
    const given = {
      card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 256 }, A2: { label: 'A2', cameraId: 'A', capacityGb: 256 }, A3: { label: 'A3', cameraId: 'A', capacityGb: 256 } }, // prettier-ignore
      run: { ...run('one', 'A1'), ...run('two', 'A2') },
      runStop: { ...stop('one'), ...stop('two') },
      hub: { h: { name: 'Hub', passesMBps: 500 } },
      cardReader: { r: { name: 'R1', cards: 1, readMBps: 120 } },
      rules: { copiesBeforeWipe: 3 },
    }
    const drive = (hubId: string | null, last = {}) => ({ S1: { label: 'S1', speed: 'fast', hubId }, S2: { label: 'S2', speed: 'fast', hubId }, H1: { label: 'H1', speed: 'slow', ...last } }) as const // prettier-ignore
    const of = (more: Parameters<typeof made>[0] = {}) => eveningFor(made({ ...given, drive: drive('h'), ...more }))!
    const evening = of()
    const safe = ({ allSafeMin, startMin }: typeof evening) => (allSafeMin!.likely - startMin) * 60
    const said = Object.fromEntries(evening.earlier.map((one) => [one.way, one.allSafeS]))
    expect(Object.keys(said)).toContain('reader')
    expect(Object.keys(said)).toContain('before')
    for (const allSafeS of Object.values(said)) expect(allSafeS).toBeLessThan(safe(evening) - 60)
    const done: Readonly<Record<string, () => typeof evening>> = {
      reader: () => of({ cardReader: { r: { name: 'R1', cards: 2, readMBps: 120 } } }),
      'no hub': () => of({ drive: drive(null) }),
      'quicker drive': () => of({ drive: drive('h', { readMBps: 900, writeMBps: 800 }) }),
      before: () => of({ run: {}, runStop: {} }),
    }
    for (const [way, allSafeS] of Object.entries(said)) expect(safe(done[way]!())).toBeLessThanOrEqual(allSafeS + 1)
    // Where nothing would, nothing is said.
    expect(eveningFor(made({ rules: { copiesBeforeWipe: 3 } }))!.earlier).toEqual([])
  })

  it('uploads what the house rule wants and no drive is there for, last and from a fast one', () => {
    const drive = { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' }, U1: { label: 'U1', speed: 'upload' } } as const // prettier-ignore
    const of = (more: object, copiesBeforeWipe: number) =>
      eveningFor(made({ drive: { ...drive, ...more }, rules: { copiesBeforeWipe } }))!
    const labels = (drives: readonly { label: string }[]) => drives.map(({ label }) => label)
    const two = of({}, 2)
    expect([labels(two.first), labels(two.later)]).toEqual([['S1', 'S2'], []])
    const three = of({}, 3)
    expect([labels(three.first), labels(three.later)]).toEqual([['S1', 'S2'], ['U1']])
    // A hundred gigabytes by a line that nobody measured take the night and the day after; read back they take more.
    const hours = (three.allSafeMin!.likely - two.allSafeMin!.likely) / 60
    expect(hours).toBeGreaterThan((100 * GB) / ASSUMED.upload.write / 3600)
    expect(of({ H1: { label: 'H1', speed: 'slow' } }, 3).later.map(({ label }) => label)).toEqual(['H1'])
    expect(labels(of({ H1: { label: 'H1', speed: 'slow' } }, 4).later)).toEqual(['H1', 'U1'])
    // Where there is nothing else, it is begun at once.
    const alone = eveningFor(made({ drive: { U1: { label: 'U1', speed: 'upload' } }, rules: { copiesBeforeWipe: 1 } }))!
    expect([labels(alone.first), labels(alone.later)]).toEqual([['U1'], []])
  })

  it('takes from a drive what the ledger says was copied onto it', () => {
    const copyRun = { one: { cardId: 'A1', driveId: 'S1', bytes: 1950 * GB } }
    expect(eveningFor(made({ copyRun }))!.course.refused).toMatchObject([{ full: [0] }])
  })

  it('has two pairs of hands where two people are down as holding', () => {
    const custody = { one: { driveId: 'S1', personId: 'p' }, two: { driveId: 'S2', personId: 'q' } }
    const evening = eveningFor(made({ rules: { holdersBeforeWipe: 2 }, person: { p: {}, q: {} }, custody }))!
    expect(evening.allSafeMin).not.toBeNull()
    expect(evening.unheld).toEqual([])
  })

  it('puts fast drives first and slow ones from them, and says what straight onto the slow ones would take', () => {
    const drive = { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' }, H1: { label: 'H1', speed: 'slow' } } as const // prettier-ignore
    const evening = eveningFor(made({ drive, rules: { copiesBeforeWipe: 3 } }))!
    expect(evening.course.steps.map(({ kind }) => kind)).toEqual(['offload', 'copy'])
    expect(evening.straight!.safeMin).not.toBeNull()
    expect(eveningFor(made())!.straight).toBeNull()
    expect(evening.safeMin[0]!).toBeCloseTo(evening.allSafeMin!.likely, 5)
  })

  it('a card that would hold more than it has room for says so, and a camera with two fills the first', () => {
    const cards = {
      A1: { label: 'A1', cameraId: 'A', capacityGb: 64 },
      A2: { label: 'A2', cameraId: 'A', capacityGb: 64 },
    }
    expect(eveningFor(made({ card: cards }))!.cards.map(({ plannedBytes, isOver }) => [plannedBytes / GB, isOver])).toEqual([[64, false], [36, false]]) // prettier-ignore
    expect(eveningFor(made({ card: { A1: cards.A1 } }))!.cards[0]).toMatchObject({ isOver: true })
  })

  it('counts the next call on this day’s clock, and says nothing where there is nothing to copy', () => {
    const days = { day: { date: '2026-05-14', callMin: 480 }, next: { date: '2026-05-15', callMin: 420 } }
    expect(eveningFor(made({ day: days }))!.nextCallMin).toBe(1440 + 420)
    expect(eveningFor(made({ shot: {}, orderItem: {} }))).toBeNull()
    expect(eveningFor(made({ drive: {} }))).toBeNull()
  })
})
