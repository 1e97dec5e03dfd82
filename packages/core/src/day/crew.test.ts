import { describe, expect, test } from 'vitest'
import { wageOf } from '../money/index.ts'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { costsAsLines, crewCosts, dayPlans, loadsOf, pagesOf } from './index.ts'

const TERMS = { rateMinor: 40_000, rateFor: 'day', rateMin: 600, overtimePct: 150 } as const

describe('what a day costs of somebody', () => {
  test('a day’s rate is paid whole; beyond its minutes the hour costs half as much again', () => {
    expect(wageOf(TERMS, 300, true)).toEqual({ baseMinor: 40_000, overtimeMin: 0, overtimeMinor: 0 })
    expect(wageOf(TERMS, 690, false)).toEqual({ baseMinor: 40_000, overtimeMin: 90, overtimeMinor: 9000 })
  })
  test('by the hour it is the hours, and overtime from so many minutes on', () =>
    expect(wageOf({ ...TERMS, rateFor: 'hour', rateMinor: 6000 }, 630, false)).toEqual({ baseMinor: 60_000, overtimeMin: 30, overtimeMinor: 4500 })) // prettier-ignore
  test('for the job it is paid once and has no overtime', () => {
    const job = { ...TERMS, rateFor: 'job' } as const
    expect(wageOf(job, 900, true)).toEqual({ baseMinor: 40_000, overtimeMin: 0, overtimeMinor: 0 })
    expect(wageOf(job, 900, false).baseMinor).toBe(0)
  })
  test('of a rate for no minutes nothing is made up', () =>
    expect(wageOf({ ...TERMS, rateMin: 0 }, 60, true)).toMatchObject({ overtimeMin: 60, overtimeMinor: 0 }))
})

const crew = (rows: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    person: { edda: { needed: 'all-day', role: 'Gaffer', ...TERMS }, orla: { name: 'Orla Finn', needed: 'by-shots' } },
    attendance: { a: { personId: 'edda' }, b: { personId: 'orla' } },
    camera: { A: { letter: 'A', operatorId: 'orla' } },
    recorder: { R: { letter: 'R', name: 'Mixer', operatorId: 'orla' } },
    shot: { a: { minutes: 720, cameraId: 'A', personIds: [] }, b: { code: '1B', minutes: 10, personIds: ['orla'] } },
    orderItem: { ia: { shotIds: ['a'], recorderIds: ['R'], rank: 0 }, ib: { shotIds: ['b'], rank: 1 } },
    ...rows,
  })

describe('what the crew costs', () => {
  test('from call to release, waiting as work; whoever has no rate costs nothing that is known', () => {
    const [edda, ...others] = crewCosts(crew())
    expect(others).toEqual([])
    expect(edda).toMatchObject({ days: 1, minutes: 730, baseMinor: 40_000, overtimeMin: 130, overtimeMinor: 13_000 })
    const unpaid = crew({ person: { edda: {}, orla: {} } })
    expect(crewCosts(unpaid)).toEqual([])
  })
  test('becomes lines of money once: pressed again it changes nothing, and overtime that is gone costs nothing', () => {
    let n = 0
    const p = crew()
    const with_ = tryChanges(
      p,
      costsAsLines(p, () => `l${n++}`),
    )
    const lines = Object.values(with_.moneyLine).map(({ title, rateMinor, days }) => [title, rateMinor, days])
    expect(lines).toEqual([['Edda Marsh, Gaffer', 40_000, 1], ['Edda Marsh, Gaffer, overtime', 13_000, 1]]) // prettier-ignore
    expect(costsAsLines(with_, () => `l${n++}`)).toEqual([])
    const short = { ...with_, shot: { ...with_.shot, a: { ...with_.shot.a!, minutes: 60 } } }
    const then = tryChanges(
      short,
      costsAsLines(short, () => `l${n++}`),
    )
    expect(Object.values(then.moneyLine).map(({ title, rateMinor }) => [title, rateMinor])).toEqual([['Edda Marsh, Gaffer', 40_000], ['Edda Marsh, Gaffer, overtime', 0]]) // prettier-ignore
  })
})

test('a line that somebody wrote under that title is left as it is, and not written a second time', () => {
  const p = crew({ moneyLine: { own: { title: 'Edda Marsh, Gaffer', rateMinor: 99, note: 'agreed by phone' } } })
  let n = 0
  const then = tryChanges(
    p,
    costsAsLines(p, () => `l${n++}`),
  )
  expect(then.moneyLine.own).toMatchObject({ rateMinor: 99, note: 'agreed by phone' })
  expect(Object.values(then.moneyLine).map(({ title }) => title).sort()).toEqual(['Edda Marsh, Gaffer', 'Edda Marsh, Gaffer, overtime']) // prettier-ignore
})

describe('who has more to do than two hands can', () => {
  test('two devices at once', () => {
    const [orla, ...others] = loadsOf(crew(), dayPlans(crew())[0]!)
    expect(others).toEqual([])
    expect(orla).toMatchObject({ personId: 'orla', jobs: ['camera A', 'sound, Mixer'] })
    expect(orla!.atOnce.map(({ shots, jobs }) => [shots, jobs])).toEqual([['1A', ['camera A', 'sound, Mixer']]])
  })
})

describe('pages', () => {
  const script = (rows: Parameters<typeof productionWith>[0] = {}) =>
    productionWith({
      scene: { one: { number: '1', eighths: 12 }, two: { number: '2', eighths: 4 } },
      shot: { a: { sceneId: 'one', mustHave: true }, b: { sceneId: 'one', code: '1B' }, c: { sceneId: 'two', code: '2A', mustHave: true }, d: { sceneId: 'two', code: '2B', mustHave: true } }, // prettier-ignore
      orderItem: { ia: { shotIds: ['a'], rank: 0 }, ib: { shotIds: ['b'], rank: 1 }, ic: { shotIds: ['c'], rank: 2, standsBy: true } }, // prettier-ignore
      ...rows,
    })
  test('count by the share of a scene’s shots; what stands by is planned on no day', () => {
    const pages = pagesOf(script(), new Set(['a']))
    expect(pages).toMatchObject({ eighths: 16, doneEighths: 6, plannedEighths: 12 })
    expect(pages.scenes.map(({ scene, canBeCut, mustsOnNoDay }) => [scene.number, canBeCut, mustsOnNoDay])).toEqual([['1', true, 0], ['2', false, 2]]) // prettier-ignore
  })
  test('a scene is not called fit to be cut while a must of it is missing', () => {
    expect(pagesOf(script(), new Set(['b'])).scenes[0]!.canBeCut).toBe(false)
    expect(pagesOf(script(), new Set()).scenes.some((one) => one.canBeCut)).toBe(false)
  })
  test('what turned out not to be needed is no longer missing', () =>
    expect(pagesOf(script(), new Set(['c']), new Set(['d'])).scenes[1]).toMatchObject({ shots: 1, canBeCut: true }))
  test('of one day only what that day holds', () =>
    expect(pagesOf(script(), new Set(['a', 'c']), new Set(), 'day')).toMatchObject({
      doneEighths: 6,
      plannedEighths: 12,
    }))
})
