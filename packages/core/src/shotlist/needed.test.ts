import { expect, test } from 'vitest'
import { dayPlans } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { coverage } from './coverage.ts'
import { inFrontOf, neededAt } from './needed.ts'

const p = productionWith({
  person: Object.fromEntries(['actor', 'camera', 'sound', 'grip', 'idle'].map((id) => [id, { name: id, needed: 'by-shots' }])), // prettier-ignore
  attendance: Object.fromEntries(['actor', 'camera', 'sound', 'grip', 'idle'].map((id) => [id, { personId: id }])),
  camera: { A: { operatorId: 'camera' } },
  recorder: { R: { operatorId: 'sound' } },
  shot: { s: { cameraId: 'A', personIds: ['actor', 'sound'] } },
  orderItem: { i: { shotIds: ['s'], recorderIds: ['R'], personIds: ['grip'] } },
})

test('in front of the lens, at a device, and needed are three things', () => {
  expect(inFrontOf(p, p.shot.s!)).toEqual(['actor'])
  expect(neededAt(p, 'i', ['s']).sort()).toEqual(['actor', 'camera', 'grip', 'sound'])
  expect(neededAt(p, 'gone', ['gone'])).toEqual([])
})

test('whoever is needed is called and works then; whoever is not, is not called', () => {
  const [day] = dayPlans(p)
  expect(day!.calls.map((c) => c.personId).sort()).toEqual(['actor', 'camera', 'grip', 'sound'])
  for (const call of day!.calls) expect(call.busy).toHaveLength(1)
})

test('coverage counts whoever is in front, however long they are needed, and nobody behind', () => {
  const allDay = { ...p, person: { ...p.person, actor: { ...p.person.actor!, needed: 'all-day' as const } } }
  expect(coverage(allDay, 'scene').rows.map((row) => row.name)).toEqual(['actor'])
})
