import { expect, test } from 'vitest'
import { takeStates } from '../takes/index.ts'
import { productionWith } from '../testing/index.ts'
import { hasBegun, setupSteps, stepsFromPlan } from './index.ts'

const production = productionWith({
  setup: {
    setup: { spotId: 'spot', steps: 'Black the varnish mirror\n\n Sandbags on C \nSandbags on C', cautions: ['wind'] },
  },
  shot: { a: { code: '1A', setupId: 'setup' }, b: { code: '1B' } },
  lamp: { key: { setupId: 'setup', name: '300 W daylight', role: 'key', levelPct: 60 }, edge: { setupId: 'setup', name: 'Panel', role: 'edge', levelPct: 100 } }, // prettier-ignore
  panel: { cloth: { setupId: 'setup', name: 'in the door', type: 'flag' } },
  stepDone: {
    one: { version: 3, step: 'Sandbags on C', done: true },
    two: { version: 5, step: 'Black the varnish mirror', done: true },
    three: { version: 9, step: 'Black the varnish mirror', done: false },
    other: { version: 9, dayId: 'tomorrow', step: 'Sandbags on C', done: false },
  },
})

test('each line once, and what was said of it last on that day', () => {
  expect(setupSteps(production, 'setup', 'day')).toEqual([
    { step: 'Black the varnish mirror', done: false },
    { step: 'Sandbags on C', done: true },
  ])
  expect(setupSteps(production, 'setup', 'tomorrow').map(({ done }) => done)).toEqual([false, false])
  expect(setupSteps(production, 'gone', 'day')).toEqual([])
})

test('a setup has begun with the first take of a shot of it that counts', () => {
  const after = (take: object, event?: object) =>
    hasBegun(
      production,
      'setup',
      takeStates(productionWith({ take: { take }, takeEvent: event ? { event } : {} }), 'day'),
    )
  expect(after({ shotIds: ['a'] })).toBe(true)
  expect(after({ shotIds: ['b'] })).toBe(false)
  expect(after({ shotIds: ['a'], wild: true })).toBe(false)
  expect(after({ shotIds: ['a'] }, { takeId: 'take', type: 'struck' })).toBe(false)
})

test('a checklist begins with what the plan has standing and what there is to take care of', () =>
  expect(stepsFromPlan(production, production.setup['setup' as never]!)).toEqual([
    'Edge: Panel',
    'Key: 300 W daylight at 60 %',
    'Flag in the door',
    'Wind: ballast is on, what can tip is held, it is agreed when it comes down',
  ]))

test('bags, what is on a lamp, and a filter beside haze are lines of it', () => {
  const p = productionWith({
    setup: { setup: { cautions: ['haze'] } },
    lamp: { key: { name: 'Big', fittings: ['dome-90'], bags: 2 } },
    panel: { f: { name: 'Half', type: 'cloth', bags: 1 } },
    shot: { a: { code: '3A', setupId: 'setup', diffusion: 'soft 1/4' }, b: { code: '3B', diffusion: 'soft 1/4' } },
  })
  expect(stepsFromPlan(p, p.setup['setup' as never]!).slice(0, 5)).toEqual([
    'Key: Big, with soft dome, 90 cm',
    'Cloth Half',
    '2 bags on Big',
    '1 bag on Half',
    'Filter soft 1/4 on 3A, looked at with the haze that is in the air',
  ])
})
