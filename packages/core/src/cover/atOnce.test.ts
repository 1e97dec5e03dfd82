import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { LIVE_RECORD, liveRun } from '../testing/index.ts'
import { type CoverProblem, follow, solveAtOnce } from './index.ts'
import { needByStep } from './problem.ts'

describe('a rota at once', () => {
  test('of events of any making is one that can be done and holds, wherever it says so; and proves nothing', () => {
    const random = seeded(4)
    let held = 0
    for (let round = 0; round < 40; round++) {
      const at = (least: number, more: number) => 10 * Math.floor((least + random() * more) / 10)
      const problem: CoverProblem = {
        ...LIVE_RECORD,
        durationS: at(900, 1400),
        needGood: 2 + Math.floor(random() * 3),
        phases: random() < 0.5 ? [{ fromS: at(100, 700) + 5, needGood: 1 + Math.floor(random() * 4) }] : [],
        cameras: LIVE_RECORD.cameras.map((camera) => ({ ...camera, batteryFirstS: at(300, 3000), cardFirstS: at(300, 3000), runLimitS: random() < 0.4 ? at(600, 1200) : null })), // prettier-ignore
        attendants: LIVE_RECORD.attendants.slice(0, 1 + Math.floor(random() * 3)),
      }
      const rota = solveAtOnce(problem)
      if (rota.status === 'cannot') {
        expect(rota.isProved).toBe(false)
        // What stops is started again where somebody can: never a step with fewer than what was said to hold.
        const { good, impossible } = follow(problem, rota.most.schedule)
        expect(impossible).toEqual([])
        const need = needByStep(problem)
        expect(good.every((count, i) => count >= Math.min(need[i]!, rota.most.good))).toBe(true)
        continue
      }
      held++
      const course = follow(problem, rota.schedule)
      expect(course.impossible).toEqual([])
      expect(course.firstUncoveredS).toBeNull()
      expect(rota.isFewestProved && rota.schedule.length > 0).toBe(false)
    }
    expect(held).toBeGreaterThan(10)
  })
})

test('live records that fail in the same ways are better kept by the rota than by sight, and by sight than by nobody', () => {
  const bare = (keeping: 'rota' | 'by sight' | 'nobody') =>
    Array.from({ length: 12 }, (_, i) => liveRun(LIVE_RECORD, keeping, i + 1).bareS).reduce((a, b) => a + b, 0)
  const [rota, sight, nobody] = [bare('rota'), bare('by sight'), bare('nobody')]
  expect(rota).toBeLessThan(sight * 0.7)
  expect(sight).toBeLessThan(nobody * 0.5)
  // What is lost is told to the second.
  const { bareS, causes } = liveRun(LIVE_RECORD, 'nobody', 1)
  expect(Object.values(causes).reduce((a, b) => a + b, 0)).toBeCloseTo(bareS, 6)
})
