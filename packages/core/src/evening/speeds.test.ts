import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { type ChainProblem, simulateChain } from '../copyChain/index.ts'
import { productionWith } from '../testing/index.ts'
import { asItMayBe, ASSUMED, type Known, rangesOf, speedsOf } from './speeds.ts'

describe('how quick a drive is', () => {
  const run = (own: object) => ({ cardId: 'A1', driveId: 'S1', bytes: 60e9, startedAt: '2026-05-14T18:00:00.000Z', endedAt: '2026-05-14T18:05:00.000Z', ...own }) // prettier-ignore
  const writes = (copyRun: Record<string, object>, drive: object = {}) =>
    speedsOf(productionWith({ card: { A1: {} }, drive: { S1: { speed: 'slow', ...drive } }, copyRun })).drives.get(
      'S1',
    )!.write
  test('is what somebody measured, else what copies showed, else what is assumed', () => {
    expect(writes({ a: run({}) }, { writeMBps: 90 })).toEqual({ bytesPerS: 90e6, from: 'measured' })
    expect(writes({ a: run({}) })).toEqual({ bytesPerS: 200e6, from: 'learnt' })
    expect(writes({})).toEqual({ bytesPerS: ASSUMED.slow.write, from: 'assumed' })
  })
  test('is not learnt from stand-ins, from little, from what did not end, nor from a clock that stood still', () => {
    for (const bad of [
      { bytesStandFor: 1000 },
      { bytes: 1e6 },
      { outcome: 'incomplete' },
      { endedAt: '2026-05-14T18:00:00.000Z' },
    ])
      // prettier-ignore
      expect(writes({ a: run(bad) }).from).toBe('assumed')
  })
  test('is the quickest of the newest runs: what held others up was something else', () =>
    expect(writes({ a: run({ endedAt: '2026-05-14T18:20:00.000Z' }), b: run({}) }).bytesPerS).toBe(200e6))
})

test('a reader that takes two cards at once is two, and one that nobody listed is one', () => {
  const names = (cardReader: Record<string, object>) => speedsOf(productionWith({ cardReader })).readers.map(({ name, speed }) => [name, speed.bytesPerS / 1e6]) // prettier-ignore
  expect(names({})).toEqual([['reader', 400]])
  expect(names({ a: { name: 'Bay', cards: 2, readMBps: 250 }, b: { name: 'Single' } })).toEqual([['Bay', 250], ['Bay', 250], ['Single', 400]]) // prettier-ignore
})

test('machines and hubs are a tree; what nobody said of hangs on the first machine, and a hub in a circle does too', () => {
  const tree = (hub: Record<string, object>, drive: object = {}) => {
    const { ports, drives } = speedsOf(productionWith({ hub, drive: { S1: drive } }))
    const of = (port: number | null) => (port === null ? null : ports[port]!.name)
    return { ports: ports.map(({ name, speed, parent }) => [name, speed.bytesPerS / 1e6, of(parent)]), of: of(drives.get('S1')!.port) } // prettier-ignore
  }
  expect(tree({})).toEqual({ ports: [['laptop', 1000, null]], of: 'laptop' })
  const hubs = { a: { name: 'Desk hub', passesMBps: 300 }, b: { name: 'Far hub', onId: 'a' } }
  expect(tree(hubs, { hubId: 'b' })).toEqual({ ports: [['laptop', 1000, null], ['Desk hub', 300, 'laptop'], ['Far hub', 450, 'Desk hub']], of: 'Far hub' }) // prettier-ignore
  const own = { ...hubs, m: { name: 'Workstation', is: 'machine', passesMBps: 2500 } }
  expect(tree(own)).toEqual({ ports: [['Workstation', 2500, null], ['Desk hub', 300, 'Workstation'], ['Far hub', 450, 'Desk hub']], of: 'Workstation' }) // prettier-ignore
  const circle = { a: { name: 'A', onId: 'b' }, b: { name: 'B', onId: 'a' } }
  expect(tree(circle, { hubId: 'a' })).toEqual({ ports: [['laptop', 1000, null], ['A', 450, 'laptop'], ['B', 450, 'laptop']], of: 'A' }) // prettier-ignore
})

describe('when all is safe', () => {
  const problem = (seed: number): ChainProblem => {
    const random = seeded(seed)
    const cards = 2 + Math.floor(random() * 5)
    return {
      ports: [{ id: 'laptop', bytesPerS: 1000e6, parent: null }],
      readers: [{ id: 'reader', bytesPerS: (200 + 400 * random()) * 1e6, port: 0 }],
      drives: [800, 700, 160].map((mb, i) => ({ id: `${i}`, readBytesPerS: mb * 1.1e6, writeBytesPerS: mb * 1e6, freeBytes: 1e13, port: 0, holder: `h${i}` })), // prettier-ignore
      cards: Array.from({ length: cards }, (_, i) => ({ id: `${i}`, bytes: (20 + 300 * random()) * 1e9, fromS: 0, to: [0, 1], readyByS: null })), // prettier-ignore
      copies: Array.from({ length: cards }, (_, card) => ({ card, of: 0, to: 2, fromS: 0 })),
      people: [{ id: 'somebody', thereS: [[0, 200_000]] }],
      handlingS: 60,
      copiesWanted: 3,
      holdersWanted: 2,
      order: Array.from({ length: cards }, (_, i) => i),
    }
  }
  const known: Known = {
    ports: ['assumed'],
    readers: ['learnt'],
    drives: [{ read: 'assumed', write: 'learnt' }, { read: 'assumed', write: 'assumed' }, { read: 'measured', write: 'measured' }], // prettier-ignore
  }
  test('lies within the range eight times in ten, with speeds that are what they are', () => {
    const truth = seeded(77)
    let within = 0
    let asked = 0
    for (let seed = 1; seed <= 20; seed++) {
      const one = problem(seed)
      const [early, late] = rangesOf(one, known)!.safe
      for (let i = 0; i < 50; i++) {
        const end = simulateChain(asItMayBe(one, known, truth)).allSafeS!
        asked++
        if (end >= early && end <= late) within++
      }
    }
    expect(within / asked).toBeGreaterThan(0.77)
    expect(within / asked).toBeLessThan(0.83)
  })
  test('has no range where more than once in ten it never is', () =>
    expect(rangesOf({ ...problem(3), copiesWanted: 4 }, known)).toBeNull())
})
