import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { asId } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { isOpenAt, nextNumber, rollingRuns, runSeconds, runStates } from './runs.ts'
import { shotMarks, shotsClosed, shotsDone, takeStates } from './takeStates.ts'

type Given = Parameters<typeof productionWith>[0]
const minute = (m: number) => `2026-05-14T07:${String(m).padStart(2, '0')}:00.000Z`
const label = (m: number) => `08:${String(m).padStart(2, '0')}:00:00`
const cut = (takeId: string, m: number, version = 2) =>
  ({ version, takeId, type: 'cut', timecode: label(m), happenedAt: minute(m) }) as const
const states = (given: Given) => takeStates(productionWith(given), 'day')

describe('runs of a take', () => {
  const given: Given = {
    camera: { a: { letter: 'A' }, b: { letter: 'B' } },
    card: { a1: { label: 'A1' }, a2: { label: 'A2' } },
    take: {
      one: { startedAt: minute(0), startTimecode: label(0) },
      two: { number: 2, startedAt: minute(20), startTimecode: label(20) },
    },
    takeEvent: { c1: cut('one', 10), c2: cut('two', 30) },
    run: {
      // The unattended one began before the first take and outlives it.
      b: { cameraId: 'b', startedAt: '2026-05-14T06:55:00.000Z', startTimecode: '07:55:00:00', stays: true },
      a: { takeId: 'one', cameraId: 'a', cardId: 'a1', startedAt: minute(0), startTimecode: label(0) },
      again: { takeId: 'one', cameraId: 'a', cardId: 'a2', startedAt: minute(6), startTimecode: label(6) },
    },
    runStop: {
      full: { runId: 'a', timecode: label(5), how: 'card full', happenedAt: minute(5) },
      end: { runId: 'again', timecode: label(10), happenedAt: minute(10) },
    },
  }
  test('each device has its own: one breaks and goes on within the take, one goes through both', () => {
    const [one, two] = states(given)
    expect(one!.runs.map((run) => run.id)).toEqual(['b', 'a', 'again'])
    expect(two!.runs.map((run) => run.id)).toEqual(['b'])
    expect(one!.runs.map(runSeconds)).toEqual([null, 300, 240])
    expect(rollingRuns(runStates(productionWith(given))).map((run) => run.id)).toEqual(['b'])
  })
  test('a correction of its start, its stop and its card stands in place of what it names, and forgets no card', () => {
    const [one] = states({
      ...given,
      correction: {
        x: { runId: 'a', cardId: 'a2', stopTimecode: label(4), stoppedAt: minute(4), reason: 'read from the clip' },
      },
    })
    const run = one!.runs.find((r) => r.id === 'a')!
    expect(run).toMatchObject({
      cardId: 'a2',
      cardsNamed: ['a1', 'a2'],
      stop: { timecode: label(4), how: 'card full' },
    })
    expect(runSeconds(run)).toBe(240)
  })
  test('one that is struck is of no take, and is no longer said to roll', () => {
    const struck: Given = { ...given, correction: { x: { runId: 'b', strikes: 'struck', reason: 'was never on' } } }
    expect(states(struck)[1]!.runs).toEqual([])
    expect(rollingRuns(runStates(productionWith(struck)))).toEqual([])
  })
  test('a log from before there were runs reads as if each device had rolled from start to cut', () => {
    const [one] = states({
      camera: { a: {} },
      take: { one: { cameraIds: ['a'], cardIds: ['a1'], startedAt: minute(0), startTimecode: label(0) } },
      takeEvent: { c: cut('one', 2) },
    })
    expect(one!.runs.map((run) => [run.device.id, runSeconds(run), run.cardsNamed])).toEqual([['a', 120, ['a1']]])
  })
  test('lengths come from frames, over midnight too', () => {
    const [run] = runStates(
      productionWith({
        run: { r: { cameraId: 'a', startTimecode: '23:59:50:00', startedAt: minute(0) } },
        runStop: { s: { runId: 'r', timecode: '00:00:10:00', happenedAt: minute(1) } },
      }),
    )
    expect(runSeconds(run!)).toBe(20)
  })
  test('what is open at a moment is open exactly between start and stop', () =>
    fc.assert(
      fc.property(fc.nat(59), fc.nat(59), fc.nat(59), (start, stop, at) => {
        const [run] = runStates(
          productionWith({
            run: { r: { cameraId: 'a', startedAt: minute(Math.min(start, stop)) } },
            runStop: { s: { runId: 'r', happenedAt: minute(Math.max(start, stop)), timecode: label(1) } },
          }),
        )
        expect(isOpenAt(run!, minute(at))).toBe(at >= Math.min(start, stop) && at < Math.max(start, stop))
      }),
    ))
})

describe('a take put right', () => {
  const take = {
    one: { shotIds: ['a'], startedAt: minute(0) },
    two: { number: 2, shotIds: ['a'], startedAt: minute(5) },
  }
  test('a wrong verdict is replaced, the newest is what stands; several can be good and one is the best', () => {
    const verdict = (id: string, takeId: string, type: 'good' | 'best' | 'no-good' | 'open', m: number) => ({ [id]: { takeId, type, happenedAt: minute(m), timecode: '' } }) // prettier-ignore
    const told = states({
      take,
      takeEvent: {
        ...verdict('x', 'one', 'no-good', 1),
        ...verdict('y', 'one', 'best', 2),
        ...verdict('z', 'two', 'best', 6),
      },
    })
    expect(told.map((s) => [s.verdict, s.best])).toEqual([['good', false], ['good', true]]) // prettier-ignore
    const back = states({ take, takeEvent: { ...verdict('x', 'one', 'good', 1), ...verdict('y', 'one', 'open', 2) } })
    expect(back[0]!.verdict).toBe('open')
  })
  test('a false start is struck, counts for nothing, and its number is not given again', () => {
    const given: Given = {
      take,
      takeEvent: {
        g: { takeId: 'two', type: 'good', happenedAt: minute(6), timecode: '' },
        s: { takeId: 'two', type: 'struck', happenedAt: minute(7), timecode: '' },
      },
    }
    expect([...shotsDone(states(given))]).toEqual([])
    expect(nextNumber(productionWith(given), '1A')).toBe(3)
  })
  test('moved to another shot it is that shot’s, and numbers go on from the highest either ever had', () => {
    const given: Given = {
      take,
      takeEvent: { g: { takeId: 'two', type: 'good', happenedAt: minute(6), timecode: '' } },
      correction: { m: { takeId: 'two', reslates: true, slate: '1B', number: 4, shotIds: ['b'] } },
    }
    expect([...shotsDone(states(given))]).toEqual(['b'])
    expect(nextNumber(productionWith(given), '1B')).toBe(5)
    expect(nextNumber(productionWith(given), '1A')).toBe(3)
  })
  test('a note is put right, and taken back by an empty one', () => {
    const given = (text: string): Given => ({
      take,
      takeEvent: { n: { takeId: 'one', type: 'note', text: 'gulls', happenedAt: minute(1), timecode: '' } },
      correction: { c: { eventId: 'n', text } },
    })
    expect(states(given('gulls at the end'))[0]!.notes).toEqual(['gulls at the end'])
    expect(states(given(''))[0]!.notes).toEqual([])
  })
})

describe('two who press at once', () => {
  const at = (seconds: number) => new Date(Date.parse(minute(0)) + seconds * 1000).toISOString()
  test('in one unit are one take, with all that either logged', () => {
    const told = states({
      camera: { a: {}, b: {} },
      take: { one: { startedAt: at(0), cameraIds: ['a'] }, two: { startedAt: at(1.2), cameraIds: ['b'] } },
      takeEvent: {
        c: cut('two', 3),
        g: { takeId: 'one', type: 'good', happenedAt: minute(4), timecode: '' },
      },
    })
    expect(told).toHaveLength(1)
    expect(told[0]).toMatchObject({ verdict: 'good', cutAt: minute(3), twins: ['two'], misnumbered: null })
    expect(told[0]!.runs.map((run) => run.device.id)).toEqual(['a', 'b'])
  })
  test('with other numbers, as one was away: it is the higher one, and what is put right is put right for both', () => {
    const take = { one: { number: 2, startedAt: at(0) }, two: { number: 4, startedAt: at(1) } }
    expect(states({ take })).toMatchObject([{ take: { id: 'one', number: 4 }, twins: ['two'] }])
    const word = { takeId: 'one', reslates: true, slate: '6B', number: 1, shotIds: [] }
    expect(states({ take, correction: { c: word } })).toMatchObject([
      { take: { slate: '6B', number: 1 }, twins: ['two'] },
    ])
    // Cut and begun anew is another one, however soon.
    expect(states({ take, takeEvent: { c: { takeId: 'one', type: 'cut', timecode: '', happenedAt: at(1) } } })).toHaveLength(2) // prettier-ignore
  })
  test('told of one run of each device, which stops once, and frees neither card that was named', () => {
    const given: Given = {
      camera: { a: {} },
      card: { a1: { label: 'A1' }, a2: { label: 'A2' } },
      take: { one: { startedAt: at(0), cameraIds: ['a'] }, two: { startedAt: at(1.2), cameraIds: ['a'] } },
      run: {
        first: { takeId: 'one', cameraId: 'a', cardId: 'a1', startedAt: at(0), startTimecode: label(0) },
        second: { takeId: 'two', cameraId: 'a', cardId: 'a2', startedAt: at(1.2), startTimecode: label(0) },
      },
      runStop: { s: { runId: 'second', timecode: label(1), happenedAt: at(60) } },
    }
    const [take] = states(given)
    expect(take!.runs).toMatchObject([{ ids: ['first', 'second'], cardsNamed: ['a1', 'a2'], stop: { at: at(60) } }])
    expect(rollingRuns(runStates(productionWith(given)))).toEqual([])
    // One that begins once the other has stopped is another run, however soon.
    const again = { ...given, runStop: { s: { runId: 'first', timecode: label(1), happenedAt: at(1) } } }
    expect(states(again)[0]!.runs).toHaveLength(2)
  })
  test('in two units are two, and so are two moments, which are told to have one number', () => {
    const units = states({
      unit: { u: {} },
      take: { one: { startedAt: at(0) }, two: { startedAt: at(1), unitId: 'u' } },
    })
    expect(units).toHaveLength(2)
    const twice = states({ take: { one: { startedAt: at(0) }, two: { startedAt: at(300) } } })
    expect(twice.map((s) => s.misnumbered)).toEqual(['twice', 'twice'])
  })
  test('has a number after those before it, unless somebody said so; what was logged by a phone that was away is told', () => {
    const given: Given = {
      take: {
        three: { number: 3, startedAt: at(0) },
        one: { number: 1, startedAt: at(300) },
        other: { number: 1, slate: '9Z', startedAt: at(400) },
        unit: { number: 2, startedAt: at(500), unitId: 'u' },
      },
    }
    expect(states(given).map((s) => s.misnumbered)).toEqual([null, 'out of turn', null, null])
    const said = { c: { takeId: 'one', reslates: true, slate: '5A', number: 2, shotIds: [] } }
    expect(states({ ...given, correction: said }).find((s) => s.take.id === asId('one'))!.misnumbered).toBeNull()
    // A false start counts for nothing.
    const struck = { s: { takeId: 'three', type: 'struck', timecode: '', happenedAt: at(10) } } as const
    expect(states({ ...given, takeEvent: struck }).map((s) => s.misnumbered)).toEqual([null, null, null, null])
  })
  test('stopped when it first did, not when a phone heard of it that had been away', () => {
    const given: Given = {
      take: { t: { startedAt: at(0) } },
      run: { r: { takeId: 't', cameraId: 'a', startedAt: at(0), startTimecode: label(0) } },
      runStop: {
        late: { version: 2, runId: 'r', timecode: label(90), happenedAt: at(90) },
        first: { version: 3, runId: 'r', timecode: label(30), happenedAt: at(30) },
        fast: { version: 1, runId: 'r', timecode: label(0), happenedAt: at(-5) },
      },
    }
    expect(runStates(productionWith(given))[0]!.stop!.at).toBe(at(30))
  })
})

test('a shot is closed by a good take or a word; one wanted once more is open until the next good one', () => {
  const mark = (type: 'dropped' | 'not needed' | 'again' | 'open', version = 1, m = 10) => ({ shotId: 'a', type, version, happenedAt: minute(m) }) // prettier-ignore
  const closed = (marks: NonNullable<Given['shotMark']>, goodAt: number | null = null) => {
    const production = productionWith({
      shotMark: marks,
      take: goodAt === null ? {} : { t: { shotIds: ['a'], startedAt: minute(goodAt) } },
      takeEvent: goodAt === null ? {} : { g: { takeId: 't', type: 'good', happenedAt: minute(goodAt), timecode: '' } },
    })
    return shotsClosed(takeStates(production, 'day'), shotMarks(production.shotMark, 'day')).has(asId('a'))
  }
  expect(closed({ m: mark('dropped') })).toBe(true)
  expect(closed({ m: mark('dropped'), n: mark('open', 2) })).toBe(false)
  expect(closed({}, 5)).toBe(true)
  expect(closed({ m: mark('again') }, 5)).toBe(false)
  expect(closed({ m: mark('again') }, 15)).toBe(true)
})
