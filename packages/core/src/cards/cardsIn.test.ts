import { expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { cardsIn } from './cardHistory.ts'

const card = { a2: { label: 'A2', cameraId: 'a' }, a1: { label: 'A1', cameraId: 'a' }, s1: { label: 'S1', recorderId: 's' } } // prettier-ignore
const labels = (take: Parameters<typeof productionWith>[0]['take'] = {}) => {
  const inDevice = cardsIn(productionWith({ card, take }))
  return { a: inDevice('a')?.label, s: inDevice('s')?.label, b: inDevice('b')?.label }
}

test('before anything rolled a device has the first of its own cards; one without cards has none', () =>
  expect(labels()).toEqual({ a: 'A1', s: 'S1', b: undefined }))

test('the card that was recorded on last is the one that is in', () => {
  const first = { startedAt: '2026-05-14T06:00:00Z', cardIds: ['a2', 's1'] }
  expect(labels({ first }).a).toBe('A2')
  expect(labels({ later: { startedAt: '2026-05-14T07:00:00Z', cardIds: ['a1'] }, first }).a).toBe('A1')
})
