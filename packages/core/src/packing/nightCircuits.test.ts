import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { chargeTonight, nightCircuits } from './index.ts'

const night = (circuits: readonly [string | null, string | null]) =>
  productionWith({
    rules: { mainsVolts: 230, circuitHeadroomPct: 80 },
    circuit: {
      wall: { name: 'Wall', ratingA: 3, otherLoadW: 230 },
      floor: { name: 'Floor', ratingA: 16, otherLoadW: 0 },
    },
    kitItem: { plate: { name: 'Plate', owned: 8, wh: 98 } },
    charger: {
      one: { name: 'Quad', slots: 4, watts: 70, takes: ['plate'], circuitId: circuits[0] },
      two: { name: 'Second quad', slots: 4, watts: 70, takes: ['plate'], circuitId: circuits[1] },
    },
    chargeNight: { n: { dayId: 'day', fromMin: 1260, untilMin: 240, asleepFromMin: 1380, asleepUntilMin: 200 } },
  })
const of = (circuits: readonly [string | null, string | null]) => {
  const production = night(circuits)
  return nightCircuits(production, chargeTonight(production, 'day')!)
}

test('chargers on one circuit draw together, beside what hangs on it anyway', () => {
  const [wall] = of(['wall', 'wall'])
  expect(wall!.chargers).toEqual(['Quad', 'Second quad'])
  // Eight slots of 70 W, of which 85 % arrive.
  expect(wall!.drawW).toBeCloseTo((8 * 70) / 0.85, 6)
  expect(wall!.load.otherA).toBeCloseTo(1, 6)
  expect(wall!.load.headroomA).toBeLessThan(0)
})
test('spread over two they are within the rule; where nobody said which, nothing is said', () => {
  const spread = of(['wall', 'floor'])
  expect(spread.map(({ circuit }) => circuit.name).sort()).toEqual(['Floor', 'Wall'])
  expect(spread.find(({ circuit }) => circuit.name === 'Floor')!.load.headroomA).toBeGreaterThan(0)
  expect(of([null, null])).toEqual([])
})
