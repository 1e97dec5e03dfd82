import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { follow, solveCover } from '../cover/index.ts'
import {
  cardLossesOf,
  catchesOf,
  coverOf,
  lossesOf,
  mendsOf,
  lastSaidOf,
  momentState,
  onAirOf,
  phasesOf,
  soundLossesOf,
  soundsOf,
  visitsOf,
} from './index.ts'
import { productionWith } from '../testing/index.ts'

const T0 = Date.parse('2026-05-15T13:45:00Z')
const at = (seconds: number) => new Date(T0 + seconds * 1000).toISOString()

/** A moment of 40 minutes: three cameras, two places, one person; C stops itself after 20. */
function records(
  change: {
    events?: readonly object[]
    cameras?: Readonly<Record<string, object>>
    walks?: readonly object[]
    phases?: readonly object[]
  } = {},
) {
  const camera = { momentId: 'm', isGood: true, startS: 0, runLimitMin: null, cardMin: 100, cardFirstMin: null, batteryMin: 100, batteryFirstMin: null, restartS: 10, cardSwapS: 40, batterySwapS: 40, circuitId: null } // prettier-ignore
  const table = (rows: readonly { readonly id?: string }[]) =>
    Object.fromEntries(rows.map((row, i) => [row.id ?? String(i), { id: String(i), version: i + 1, ...row }]))
  return {
    production: { onceOnlyPictures: 3 },
    moment: table([
      {
        id: 'm',
        name: 'Launch',
        shotIds: [],
        lastsS: 2400,
        coverFromS: 0,
        pictures: null,
        sounds: null,
        speakerIds: [],
      } as object,
    ]),
    momentPhase: table(change.phases ?? []),
    momentPlace: table([
      { id: 'quay', momentId: 'm', name: 'Quay' },
      { id: 'light', momentId: 'm', name: 'Light' },
      { id: 'tug', momentId: 'm', name: 'Tug' },
    ] as object[]),
    momentWalk: table(change.walks ?? [{ momentId: 'm', fromId: 'quay', toId: 'light', walkS: 120 }]),
    momentCamera: table([
      { ...camera, id: 'A', cameraId: 'a', placeId: 'quay' },
      { ...camera, id: 'B', cameraId: 'b', placeId: 'quay', ...change.cameras?.['B'] },
      { ...camera, id: 'C', cameraId: 'c', placeId: 'light', runLimitMin: 20, ...change.cameras?.['C'] },
      { ...camera, id: 'D', cameraId: 'd', placeId: 'light', runLimitMin: 30, ...change.cameras?.['D'] },
    ] as object[]),
    momentHand: table([{ id: 'sadie', momentId: 'm', personId: 'p', placeId: 'quay', posts: [] } as object]),
    momentEvent: table(change.events ?? []),
  } as unknown as Parameters<typeof coverOf>[0]
}
const event = (type: string, seconds: number, momentCameraId: string | null = null, handId: string | null = null) => ({ momentId: 'm', type, momentCameraId, handId, takesBackId: null as string | null, happenedAt: at(seconds) }) // prettier-ignore

describe('a moment', () => {
  it('is held by a rota of records, with the way and the time to spare of each visit', () => {
    const cover = coverOf(records(), 'm')!
    const rota = solveCover(cover.problem)
    if (rota.status !== 'held') throw new Error(rota.status)
    const visits = visitsOf(cover, rota.schedule)
    expect(visits).toHaveLength(1)
    expect(visits[0]).toMatchObject({ handId: 'sadie', kind: 'restart' })
    expect(['C', 'D']).toContain(visits[0]!.cameraId)
    expect(visits[0]!.atS - visits[0]!.leaveS).toBe(120)
    expect(Math.min(...visits.flatMap(({ slackS }) => slackS ?? []))).toBe(rota.smallestSlackS)
  })

  it('sends nobody where nobody has walked, and goes by the shortest way that is known', () => {
    const alone = coverOf(records({ walks: [] }), 'm')!
    expect(alone.unreachable).toEqual(['light'])
    expect(solveCover(alone.problem).status).toBe('cannot')
    const roundabout = coverOf(records({ walks: [{ momentId: 'm', fromId: 'quay', toId: 'tug', walkS: 30 }, { momentId: 'm', fromId: 'light', toId: 'tug', walkS: 40 }, { momentId: 'm', fromId: 'quay', toId: 'light', walkS: 900 }] }), 'm')! // prettier-ignore
    expect(roundabout.problem.walkS[0]).toEqual([0, 70, 40])
  })

  it('says what each loss costs and what would mend it; what it names does', () => {
    const cover = coverOf(records(), 'm')!
    const losses = new Map([...lossesOf(cover)].map((loss) => [loss.id, loss]))
    expect(losses.get('sadie')).toMatchObject({ good: 2 })
    expect(losses.get('A')).toMatchObject({ good: 2, firstUncoveredS: expect.any(Number) as number })
    const alone = coverOf(records({ walks: [] }), 'm')!
    const mends = [...mendsOf(alone)]
    expect(mends).toContainEqual({ kind: 'one person more', id: 'light' })
    expect(mends).toContainEqual({ kind: 'no run limit', id: 'C' })
  })
})

describe('while it goes on', () => {
  it('clocks begin anew with what was done, people are where they were last, the dead are gone', () => {
    const events = [event('begun', 0), event('restart', 600, 'C', 'sadie'), event('died', 700, 'D')]
    const all = records({ events })
    const state = momentState(all, 'm')
    expect(state).toMatchObject({ begunAt: at(0), overAt: null })
    const cover = coverOf(all, 'm', 900, state)!
    expect(cover.cameraIds).toEqual(['A', 'B', 'C'])
    const c = cover.problem.cameras[2]!
    expect(c).toMatchObject({ runFirstS: 900, startS: 0, runLimitS: 1200 })
    expect(cover.problem.durationS).toBe(1500)
    expect(cover.problem.attendants[0]!.place).toBe(cover.placeIds.indexOf('light'))
  })

  it('a slip is as if it had never been said, and the last word is the one before it', () => {
    const slip = (id: string, seconds: number) => ({ ...event('not so', seconds), takesBackId: id })
    const said = [{ ...event('begun', 0), id: 'b' }, { ...event('restart', 20, 'C', 'sadie'), id: 'r' }, { ...event('died', 30, 'C'), id: 'd' }] // prettier-ignore
    const of = (...slips: readonly object[]) => records({ events: [...said, ...slips] })
    expect(momentState(of(), 'm').died).toEqual(new Set(['C']))
    expect(momentState(of(slip('d', 40)), 'm')).toEqual(momentState(records({ events: said.slice(0, 2) }), 'm'))
    expect(momentState(of(slip('r', 40)), 'm')).toMatchObject({ visits: [], died: new Set(['C']) })
    expect(momentState(of(slip('b', 40)), 'm').begunAt).toBeNull()
    expect([of(), of(slip('d', 40)), of(slip('d', 40), slip('r', 50))].map((all) => lastSaidOf(all, 'm')?.id)).toEqual(['d', 'r', 'b']) // prettier-ignore
  })

  it('says who is still to be caught, what ends first first; said late, twice, before it began anew or by a slip', () => {
    const wanted = (id: string, untilS: number) => ({ id, version: 1, momentId: 'm', name: id, untilS, momentCameraId: null }) // prettier-ignore
    const momentCatch = { mayor: wanted('mayor', 900), crane: wanted('crane', 300), other: { ...wanted('other', 1), momentId: 'n' } } // prettier-ignore
    const caught = (catchId: string, seconds: number) => ({ ...event('caught', seconds), catchId, id: `${catchId} ${seconds}` }) // prettier-ignore
    const of = (...events: readonly object[]) =>
      catchesOf({ ...records({ events }), momentCatch } as never, 'm').map(({ wanted: { id }, caughtS, isLate }) => [id, caughtS, isLate]) // prettier-ignore
    expect(of()).toEqual([['crane', null, false], ['mayor', null, false]]) // prettier-ignore
    expect(of(event('begun', 0), caught('crane', 310), caught('crane', 200))).toEqual([['mayor', null, false], ['crane', 200, false]]) // prettier-ignore
    expect(of(event('begun', 0), caught('crane', 310))).toContainEqual(['crane', 310, true])
    expect(of(event('begun', 0), caught('mayor', 20), event('begun', 100))).toContainEqual(['mayor', null, false])
    expect(of(event('begun', 0), caught('mayor', 20), { ...event('not so', 30), takesBackId: 'mayor 20' })).toContainEqual(['mayor', null, false]) // prettier-ignore
    expect(of(caught('mayor', 20))).toContainEqual(['mayor', null, false])
    // It moves no rota: whoever is on the way to a camera goes on.
    expect(momentState(records({ events: [event('begun', 0), event('restart', 20, 'C', 'sadie'), caught('mayor', 50)] }), 'm').lastS).toBe(20) // prettier-ignore
  })

  it('what was before it began anew no longer counts, and a camera that is seen to is no longer dead', () => {
    const events = [
      event('begun', 0),
      event('died', 10, 'A'),
      event('restart', 20, 'A'),
      event('died', 30, 'B'),
      event('over', 40),
      event('begun', 100),
    ]
    expect(momentState(records({ events: events.slice(0, 4) }), 'm').died).toEqual(new Set(['B']))
    expect(momentState(records({ events: events.slice(0, 5) }), 'm').overAt).toBe(at(40))
    expect(momentState(records({ events }), 'm')).toMatchObject({
      begunAt: at(100),
      overAt: null,
      visits: [],
      died: new Set(),
    })
  })

  it('is taken in the order in which it happened: a phone that was away does not wake the dead', () => {
    const late = [event('begun', 0), event('died', 300, 'A'), event('restart', 200, 'A'), event('restart', 900, 'C'), event('card', 500, 'C')] // prettier-ignore
    const state = momentState(records({ events: late }), 'm')
    expect(state.died).toEqual(new Set(['A']))
    expect(state.visits.map(({ endS }) => endS)).toEqual([200, 500, 900])
    expect(
      coverOf(records({ events: late }), 'm', 900, state)!.problem.cameras.find(({ id }) => id === 'C')!.runFirstS,
    ).toBe(1200)
  })

  it('followed as it is planned, the rest needs no more than was planned, whenever one looks', () => {
    const random = seeded(8)
    const all = records({ cameras: { B: { cardFirstMin: 25 } } })
    const first = coverOf(all, 'm')!
    const rota = solveCover(first.problem)
    if (rota.status !== 'held') throw new Error(rota.status)
    const visits = visitsOf(first, rota.schedule)
    for (let round = 0; round < 6; round++) {
      const nowS = Math.floor((random() * 2300) / 10) * 10
      const done = visits.filter(({ atS }) => atS + 60 <= nowS)
      const events = [
        event('begun', 0),
        ...done.map(({ atS, kind, cameraId, handId }) =>
          event(kind, atS + (kind === 'restart' ? 10 : kind === 'both' ? 80 : 40), cameraId, handId),
        ),
      ]
      const now = records({ events, cameras: { B: { cardFirstMin: 25 } } })
      // In the middle of a visit nobody plans.
      if (visits.some(({ atS, leaveS }) => leaveS < nowS && nowS < atS + 90)) continue
      const rest = solveCover(coverOf(now, 'm', nowS, momentState(now, 'm'))!.problem, { width: 300 })
      expect(rest.status).toBe('held')
      if (rest.status === 'held') expect(rest.schedule.length).toBeLessThanOrEqual(visits.length - done.length)
    }
    expect(follow(first.problem, rota.schedule).impossible).toEqual([])
  })

  it('says who has the picture: never nobody once somebody had it, whoever wants to leave and whatever phone comes late', () => {
    const air = (events: readonly ReturnType<typeof event>[]) => onAirOf(records({ events }), 'm')
    const told = [event('begun', 0), event('has it', 5, null, 'h1'), event('on', 10, 'A'), event('next', 20, 'C'), event('leaving', 60, null, 'h1')] // prettier-ignore
    expect(air(told)).toEqual({ onId: 'A', nextId: 'C', holderId: 'h1', isLeaving: true })
    expect(air([...told, event('has it', 64, null, 'h2')])).toMatchObject({ holderId: 'h2', isLeaving: false })
    // Somebody who does not have it may go without asking, and leaves nobody without.
    expect(air([...told.slice(0, 4), event('leaving', 60, null, 'h2')])).toMatchObject({ isLeaving: false })
    expect(air([...told, event('on', 70, 'C')])).toMatchObject({ onId: 'C', nextId: null })
    expect(air([...told, event('died', 70, 'A')])).toMatchObject({ onId: null, nextId: 'C' })
    expect(air([...told, event('begun', 99)])).toEqual({ onId: null, nextId: null, holderId: null, isLeaving: false })
    const random = seeded(3)
    for (let round = 0; round < 200; round++) {
      const some = Array.from({ length: 12 }, (_, i) => event(random() < 0.5 ? 'has it' : 'leaving', 10 + i, null, random() < 0.5 ? 'h1' : 'h2')) // prettier-ignore
      const { holderId } = air([event('begun', 0), ...some])
      const lastTaker = some.findLast(({ type }) => type === 'has it')
      expect(holderId).toBe(lastTaker?.handId ?? null)
    }
    // The plan of who restarts what is not made anew by it.
    expect(momentState(records({ events: told }), 'm')).toMatchObject({ visits: [], lastS: 0 })
  })
})

const PHASES = [
  { id: 'move', momentId: 'm', name: 'She moves', fromS: 900, pictures: 4, sounds: null, speakerIds: [] },
  { id: 'fast', momentId: 'm', name: 'Made fast', fromS: 1740, pictures: 2, sounds: null, speakerIds: [] },
]

describe('phases', () => {
  it('want as many as they say, from now on too', () => {
    const all = records({ phases: PHASES })
    expect(phasesOf(all, all.moment['m']!).map(({ fromS, toS, pictures }) => [fromS, toS, pictures])).toEqual([[0, 900, 3], [900, 1740, 4], [1740, 2400, 2]]) // prettier-ignore
    expect(coverOf(all, 'm')!.problem).toMatchObject({ needGood: 3, phases: [{ fromS: 900, needGood: 4 }, { fromS: 1740, needGood: 2 }] }) // prettier-ignore
    expect(coverOf(all, 'm', 1000)!.problem).toMatchObject({ needGood: 4, phases: [{ fromS: 740, needGood: 2 }] })
  })

  it('are held by a rota that touches nothing while all are wanted', () => {
    const cover = coverOf(records({ phases: PHASES }), 'm')!
    const rota = solveCover(cover.problem)
    if (rota.status !== 'held') throw new Error(rota.status)
    // C would stop at 1200: it is begun anew before 900, with the walk to it.
    const [first] = visitsOf(cover, rota.schedule)
    expect(first).toMatchObject({ cameraId: 'C' })
    expect(first!.atS + 10).toBeLessThanOrEqual(900)
    const { good } = follow(cover.problem, rota.schedule)
    expect(good.filter((_, step) => step * cover.problem.stepS >= 900 && step * cover.problem.stepS < 1740)).toSatisfy((counts: number[]) => counts.every((count) => count === 4)) // prettier-ignore
  })
})

describe('what is lost', () => {
  it('with a circuit is every camera on it; on the mains no battery ends', () => {
    const cameras = { C: { circuitId: 'wall', batteryMin: 10, runLimitMin: null }, D: { circuitId: 'wall', runLimitMin: null } } // prettier-ignore
    const cover = coverOf(records({ cameras }), 'm')!
    expect(follow(cover.problem, []).cameras[2]!.recordsS).toEqual([[0, 2400]])
    const lost = [...lossesOf(cover)].find(({ kind }) => kind === 'circuit')
    expect(lost).toEqual({ kind: 'circuit', id: 'wall', good: 2, firstUncoveredS: 0 })
  })

  it('with a card is what was recorded on it between two changes, to the second', () => {
    const cover = coverOf(
      records({ cameras: { C: { runLimitMin: null, cardMin: 25 }, D: { runLimitMin: null } } }),
      'm',
    )!
    const change = { beginS: 1100, attendant: 0, camera: 2, kind: 'card' as const }
    const cards = cardLossesOf(cover, [change])
    expect(cards.filter(({ cameraId }) => cameraId === 'C')).toEqual([
      { cameraId: 'C', number: 1, fromS: 0, toS: 1100, lackingS: 0, firstLackingS: null, least: null },
      { cameraId: 'C', number: 2, fromS: 1140, toS: 2400, lackingS: 0, firstLackingS: null, least: null },
    ])
    // While C is in hands there are three: any other card is then one too many to lose.
    const [a] = cards
    expect(a).toMatchObject({ cameraId: 'A', lackingS: 40, firstLackingS: 1100, least: 2 })
  })
})

describe('who is heard', () => {
  const sound = (ways: object) =>
    productionWith({
      rules: { onceOnlySounds: 2 },
      person: { edda: { name: 'Edda' }, corin: { name: 'Corin' }, mute: { name: 'Rolf' } },
      recorder: { r: { letter: 'R', tracks: 4 } },
      camera: { a: { letter: 'A', soundInputs: 2 } },
      transmitter: { one: { name: 'Lav 1' } },
      soundSource: { lav: { name: 'Lav', is: 'worn', hears: ['edda'], transmitterId: 'one' }, boom: { name: 'Boom', is: 'boom', hears: ['edda', 'corin'] } }, // prettier-ignore
      soundWay: ways as never,
      moment: { m: { lastsS: 600, speakerIds: ['edda', 'corin'] } },
      momentPhase: { later: { momentId: 'm', fromS: 200, sounds: 1, speakerIds: ['corin', 'mute'] } },
    })
  const ways = { 1: { sourceId: 'lav', recorderId: 'r', cameraId: null, input: 1 }, 2: { sourceId: 'boom', cameraId: 'a', input: 1 } } // prettier-ignore

  it('is counted for each phase against what it wants, and whom nobody hears has none', () => {
    const all = sound(ways)
    const told = soundsOf(all, all.moment['m' as never]!).map(({ voices }) => voices.map(({ personId, independent, wanted }) => [personId, independent, wanted])) // prettier-ignore
    expect(told).toEqual([[['corin', 1, 2], ['edda', 2, 2]], [['mute', 0, 1], ['corin', 1, 1]]]) // prettier-ignore
  })

  it('is lost with what every recording of somebody needs, and only where the moment wants them', () => {
    const all = sound(ways)
    const losses = soundLossesOf(all, all.moment['m' as never]!)
    expect(losses.map(({ dies, silences, fromS }) => [dies, silences, fromS])).toEqual([['Boom', ['corin'], 0], ['camera A', ['corin'], 0]]) // prettier-ignore
    expect(soundLossesOf(all, { ...all.moment['m' as never]!, speakerIds: [] }).map(({ fromS }) => fromS)).toEqual([200, 200]) // prettier-ignore
    const silent = productionWith({ ...all, rules: { onceOnlySounds: 2 }, momentPhase: {}, moment: { m: { lastsS: 600, speakerIds: ['corin'], sounds: 0 } } }) // prettier-ignore
    expect(soundLossesOf(silent, silent.moment['m' as never]!)).toEqual([])
  })
})
