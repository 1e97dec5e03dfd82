import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { cardsIn } from './cardHistory.ts'

const card = { a2: { label: 'A2', cameraId: 'a' }, a1: { label: 'A1', cameraId: 'a' }, s1: { label: 'S1', recorderId: 's' } } // prettier-ignore
const labels = (take: Parameters<typeof productionWith>[0]['take'] = {}) => {
  const inDevice = cardsIn(productionWith({ card, take }))
  return { a: inDevice('a').card?.label, s: inDevice('s').card?.label, b: inDevice('b').card?.label }
}

test('before anything rolled a device has the first of its own cards; one without cards has none', () =>
  expect(labels()).toEqual({ a: 'A1', s: 'S1', b: undefined }))

test('the card that was recorded on last is the one that is in', () => {
  const first = { startedAt: '2026-05-14T06:00:00Z', cardIds: ['a2', 's1'] }
  expect(labels({ first }).a).toBe('A2')
  expect(labels({ later: { startedAt: '2026-05-14T07:00:00Z', cardIds: ['a1'] }, first }).a).toBe('A1')
})

describe('what was logged going in and out', () => {
  type Given = Parameters<typeof productionWith>[0]['cardMove']
  const after = (cardMove: Given) => {
    const inDevice = cardsIn(productionWith({ card: { ...card, b1: { label: 'B1', cameraId: 'b' } }, cardMove }))
    const says = (id: string) => [inDevice(id).card?.label ?? null, inDevice(id).logged]
    return { a: says('a'), b: says('b') }
  }
  test('is believed before what is likely', () =>
    expect(after({ m: { cardId: 'a2', cameraId: 'a' } })).toEqual({ a: ['A2', true], b: ['B1', false] }))
  test('a device whose card went out is empty, and said to be', () =>
    expect(after({ m: { cardId: 'a2', cameraId: 'a' }, n: { version: 2, cardId: 'a2', cameraId: 'a', type: 'out' } }).a).toEqual([null, true])) // prettier-ignore
  test('a card is in one device at a time', () =>
    expect(after({ m: { cardId: 'a2', cameraId: 'a' }, n: { version: 2, cardId: 'a2', cameraId: 'b' } })).toEqual({ a: [null, true], b: ['A2', true] })) // prettier-ignore
})
