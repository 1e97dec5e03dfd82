import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { buildWork, ownPace, relightMinutes, suggestedMinutes, workFrom } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
const setups = (rows: Rows = {}) =>
  productionWith({
    setup: { a: { letter: 'A', buildMin: 60 }, b: { letter: 'B', parentId: 'a', buildMin: 50 }, c: { letter: 'C', buildMin: 40 } }, // prettier-ignore
    lamp: {
      a1: { setupId: 'a', name: 'Big', role: 'key', circuitId: 'mains' },
      a2: { setupId: 'a', name: 'Small', role: 'fill', heightM: 3.4 },
      b1: { setupId: 'b', name: 'Big', role: 'key', circuitId: 'mains' },
      b2: { setupId: 'b', name: 'Small', role: 'fill', heightM: 3.4 },
      c1: { setupId: 'c', name: 'Big', role: 'key' },
    },
    circuit: { mains: {} },
    ...rows,
  })
const of = (p: ReturnType<typeof setups>, id: string) => p.setup[id]!

describe('what it takes to build a setup', () => {
  test('from an empty floor every thing counts, with its cable, its height and what is on it', () => {
    const work = buildWork(setups(), of(setups(), 'a'))
    expect(work.tasks.map((task) => [task.says, task.minutes])).toEqual([['key, Big', 4.5], ['fill, Small', 5]]) // prettier-ignore
    const soft = setups({ lamp: { a1: { setupId: 'a', fittings: ['dome-90', 'comb-40', 'warm-half'] } } })
    expect(buildWork(soft, of(soft, 'a')).tasks[0]!.minutes).toBe(6)
  })
  test('more hands are quicker, but not by as much, and never quicker than the longest thing', () => {
    const minutes = (hands: number) => {
      const p = setups({ setup: { a: { hands } } })
      return buildWork(p, of(p, 'a')).minutes
    }
    expect(minutes(1)).toBe(14)
    expect(minutes(2)).toBeLessThan(14)
    expect(minutes(30)).toBe(9)
  })
  test('from its parent only what differs is done; nothing, where nothing does', () => {
    const p = setups()
    expect(workFrom(p, of(p, 'a'), of(p, 'b'))).toEqual({ tasks: [], minutes: 0 })
    const moved = setups({ lamp: { a1: { setupId: 'a', name: 'Big', role: 'key' }, a2: { setupId: 'a', name: 'Small', role: 'fill' }, b1: { setupId: 'b', name: 'Big', role: 'key', xM: 3, levelPct: 50 } } }) // prettier-ignore
    expect(workFrom(moved, of(moved, 'a'), of(moved, 'b')).tasks.map((task) => task.says)).toEqual([
      'key, Big: moved',
      'key, Big: set anew',
      'fill, Small: struck',
    ])
  })
})

describe('what the order is charged', () => {
  test('a child after its parent, and the parent after its child, is what differs; any other all that was said', () => {
    const p = setups()
    expect(relightMinutes(p, 'a', 'b')).toBe(0)
    expect(relightMinutes(p, 'b', 'a')).toBe(0)
    expect(relightMinutes(p, 'c', 'b')).toBe(50)
    expect(relightMinutes(p, '', 'b')).toBe(50)
    expect(relightMinutes(p, 'a', 'nobody')).toBeNull()
  })
  test('never more than was said for it, and all of it in another spot', () => {
    const quick = setups({ setup: { a: {}, b: { parentId: 'a', buildMin: 3 } }, lamp: { b1: { setupId: 'b' } } })
    expect(relightMinutes(quick, 'a', 'b')).toBe(3)
    const away = setups({ setup: { a: { buildMin: 60 }, b: { parentId: 'a', buildMin: 50, spotId: 'far' } }, spot: { far: {} } }) // prettier-ignore
    expect(relightMinutes(away, 'a', 'b')).toBe(50)
  })
  test('where nothing was drawn what was said stands', () => {
    const bare = setups({ lamp: {} })
    expect(relightMinutes(bare, 'a', 'b')).toBe(50)
  })
})

test('what was typed for other setups is this crew’s pace', () => {
  const lamps = { a1: { setupId: 'a' }, b1: { setupId: 'b' }, c1: { setupId: 'c' } }
  const minutes = buildWork(setups({ lamp: lamps }), of(setups(), 'a')).minutes
  const p = setups({ setup: { a: { buildMin: minutes * 2 }, b: { buildMin: minutes * 2 }, c: { buildMin: minutes } }, lamp: lamps }) // prettier-ignore
  expect(ownPace(p)).toEqual({ factor: 2, setups: 2 })
  expect(suggestedMinutes(p, of(p, 'c'))).toBe(minutes * 2)
  expect(ownPace(setups({ lamp: {} }))).toEqual({ factor: 1, setups: 0 })
})

test('minutes that nobody said are nobody’s pace', () => {
  const lamps = { a1: { setupId: 'a' }, b1: { setupId: 'b' }, c1: { setupId: 'c' } }
  const unsaid = setups({ setup: { a: { buildMin: 25 }, b: { buildMin: 25 }, c: { buildMin: 25 } }, lamp: lamps })
  expect(ownPace(unsaid)).toEqual({ factor: 1, setups: 0 })
})

test('a lamp that was moved since is charged, though the same was asked before', () => {
  const p = setups()
  expect(relightMinutes(p, 'a', 'b')).toBe(0)
  const moved = { ...p, lamp: { ...p.lamp, b1: { ...p.lamp['b1']!, xM: 5 } } }
  expect(relightMinutes(moved, 'a', 'b')).toBeGreaterThan(0)
  const alone = { ...p, setup: { ...p.setup, b: { ...p.setup['b']!, parentId: null } } }
  expect(relightMinutes(alone, 'a', 'b')).toBe(50)
  expect(relightMinutes(p, 'a', 'b')).toBe(0)
})
