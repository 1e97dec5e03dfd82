import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { slateFor } from './slate.ts'

const with_ = (slateScheme: 'scene-shot' | 'running', take: Parameters<typeof productionWith>[0]['take'] = {}) => {
  const p = productionWith({
    rules: { slateScheme },
    shot: { a: { code: '2A' }, b: { code: '2B' }, c: { code: '3' } },
    orderItem: { ab: { shotIds: ['a', 'b'] }, c: { shotIds: ['c'] } },
    take,
  })
  return { ab: slateFor(p, p.orderItem.ab!), c: slateFor(p, p.orderItem.c!) }
}

describe('the slate', () => {
  test('by scene and shot is the shots’ codes, whatever was taken', () =>
    expect(with_('scene-shot', { t: { slate: '7' } })).toEqual({ ab: '2A–B', c: '3' }))
  test('running begins at 1', () => expect(with_('running')).toEqual({ ab: '1', c: '1' }))
  test('running stays for all takes of one thing and goes on for the next', () =>
    expect(
      with_('running', { t: { slate: '4', orderItemId: 'ab' }, u: { slate: '4', orderItemId: 'ab', number: 2 } }),
    ).toEqual({ ab: '4', c: '5' }))
  test('an item made anew with the same shots keeps its number', () =>
    expect(with_('running', { t: { slate: '4', orderItemId: 'gone', shotIds: ['b', 'a'] } }).ab).toBe('4'))
  test('wild sound and slates of the other scheme are not counted', () =>
    expect(with_('running', { t: { slate: '12', wild: true }, u: { slate: '2A' } }).c).toBe('1'))
  test('numbers are compared as numbers', () =>
    expect(with_('running', { t: { slate: '9' }, u: { slate: '10' } }).c).toBe('11'))
})
