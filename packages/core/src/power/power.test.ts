import { describe, expect, test } from 'vitest'
import { socketLoads } from '../place/index.ts'
import { productionWith } from '../testing/index.ts'
import { amperes, circuitLoad } from './circuitLoad.ts'

test('a dimmed lamp draws in proportion', () => {
  expect(amperes(437, 230)).toBeCloseTo(2, 6)
  expect(amperes(437, 230, 0.5)).toBeCloseTo(1, 6)
})

test('lamps and what already hangs there are held against the share of the rating the rule allows', () => {
  const load = circuitLoad({ ratingA: 16, otherLoadW: 2300 }, [{ watts: 437, levelPct: 100 }], 230, 80)
  expect(load.lampA).toBeCloseTo(2, 6)
  expect(load.otherA).toBeCloseTo(10, 6)
  expect(load.allowedA).toBeCloseTo(12.8, 6)
  expect(load.headroomA).toBeCloseTo(0.8, 6)
})

describe('behind every socket of a spot', () => {
  const given = {
    spot: { shed: {} },
    circuit: { wall: { name: 'Wall', ratingA: 16, otherLoadW: 2300 } },
    fitting: {
      s: { spotId: 'shed', type: 'socket' as const, circuitId: 'wall' },
      loose: { spotId: 'shed', type: 'socket' as const, circuitId: null },
      door: { spotId: 'shed', type: 'door' as const },
    },
    setup: { A: { spotId: 'shed', letter: 'A' }, B: { spotId: 'shed', letter: 'B' } },
    lamp: {
      a: { setupId: 'A', circuitId: 'wall', watts: 437, levelPct: 100 },
      b1: { setupId: 'B', circuitId: 'wall', watts: 437, levelPct: 50 },
      b2: { setupId: 'B', circuitId: 'wall', watts: 874, levelPct: 100 },
      elsewhere: { setupId: 'B', circuitId: null, watts: 5000, levelPct: 100 },
    },
    rules: { mainsVolts: 230, circuitHeadroomPct: 80 },
  }
  const loads = (over: object = {}) => {
    const production = productionWith({ ...given, ...over })
    return socketLoads(production, production.spot.shed!)
  }
  test('the heaviest setup counts, with whatever else hangs there', () => {
    const [found, ...others] = loads()
    expect(others).toEqual([])
    expect(found).toMatchObject({ fittingId: 's', setupId: 'B' })
    expect(found!.load.totalA).toBeCloseTo(10 + 1 + 4, 6)
    expect(found!.load.headroomA).toBeCloseTo(12.8 - 15, 6)
  })
  test('with nothing lit there is what hangs there anyway, and no setup', () => {
    const [found] = loads({ lamp: {} })
    expect(found!.setupId).toBeNull()
    expect(found!.load.totalA).toBeCloseTo(10, 6)
  })
  test('a socket on no circuit, or on one that is gone, has no load to tell', () => {
    expect(loads({ circuit: {} })).toEqual([])
  })
})
