import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import expected from '../../vectors/schedule/expected.json'
import { type ChangeCosts, changeover, changeoverMinutes } from './changeover.ts'

interface Instance {
  shots: {
    id: string
    location: string
    lighting: string
    side: string
    rig: string
    duration: number
    window: [number | null, number | null] | null
  }[]
  move_cost: Record<string, Record<string, number>>
  costs: { relight: number; turnaround: number; rig: number }
  initial_setup: Record<string, number>
}
interface Result {
  instance?: string
  name?: string
  file?: string
  status: string
  optimal_finish?: number
  best_known_finish?: number
  an_optimal_order?: string[]
  best_order?: string[]
}

const results = (expected.results as unknown as Result[]).filter((r) => r.an_optimal_order ?? r.best_order)

test.each(results)('the reference order of $name$instance ends when the reference says', (result) => {
  const name = (result.file ?? result.name ?? result.instance)!.replace(/^schedule\//, '').replace(/\.json$/, '')
  const instance = JSON.parse(
    readFileSync(new URL(`../../vectors/schedule/${name}.json`, import.meta.url), 'utf8'),
  ) as Instance
  const { relight, turnaround, rig } = instance.costs
  const costs: ChangeCosts = {
    move: (a, b) => instance.move_cost[a]![b]!,
    relight: () => relight,
    turnMin: turnaround,
    rigMin: rig,
    moveIncludesRelight: true,
  }
  const shots = (result.an_optimal_order ?? result.best_order)!.map((id) => instance.shots.find((s) => s.id === id)!)
  let clock = 0
  shots.forEach((shot, i) => {
    const previous = shots[i - 1]
    const at = (s: typeof shot) => ({ spotId: s.location, setupId: s.lighting, side: s.side, rig: s.rig })
    clock += previous
      ? changeoverMinutes(changeover(at(previous), at(shot), costs))
      : instance.initial_setup[shot.lighting]!
    clock = Math.max(clock, shot.window?.[0] ?? 0) + shot.duration
  })
  expect(clock).toBe(result.optimal_finish ?? result.best_known_finish)
})

test('a shot that names no side does not turn the camera round', () => {
  const costs: ChangeCosts = { move: () => 30, relight: () => 20, turnMin: 12, rigMin: 5 }
  const here = { spotId: 'a', setupId: 'A', side: '', rig: 'sticks' }
  expect(changeover(here, { ...here, side: 'in' }, costs).turn).toBe(0)
  expect(changeover({ ...here, side: 'out' }, { ...here, side: 'in' }, costs).turn).toBe(12)
})
