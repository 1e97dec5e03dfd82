import { describe, expect, test } from 'vitest'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkHandOvers } from './checkHandOvers.ts'
import { checkCarrying, checkRentals } from './checkInventory.ts'

describe('what is rented', () => {
  const made = (kitItem: Record<string, object>) =>
    productionWith({
      day: { day: { title: 'Day 1', date: '2026-05-14' } },
      shot: { s: { code: '1A', rig: 'slider' } },
      orderItem: { o: { shotIds: ['s'] } },
      kitItem,
    })
  const slider = (own: object) => ({ name: 'Slider', answersTo: 'rig:slider', rented: 1, outOn: '2026-05-14', backOn: '2026-05-14', ...own }) // prettier-ignore
  test('is there from the day it goes out to the day it goes back, both among them', () => {
    expect(checkRentals(made({ a: slider({}) }))).toEqual([])
    expect(checkRentals(made({ a: slider({ outOn: '2026-05-15', backOn: '2026-05-15' }) }))[0]!.says).toMatch(/^Slider is out from Fri 15 May 2026 and Day 1/) // prettier-ignore
    expect(checkRentals(made({ a: slider({ outOn: '2026-05-12', backOn: '2026-05-13' }) }))[0]!.says).toMatch(/goes back by Wed 13 May 2026/) // prettier-ignore
  })
  test('is not missed where another one is there, or where nothing of it is said', () => {
    expect(checkRentals(made({ a: slider({ outOn: '2026-05-15', backOn: null }), b: slider({}) }))).toEqual([])
    expect(checkRentals(made({ a: slider({ outOn: null, backOn: null }) }))).toEqual([])
  })
  test('the way out puts it right', () => {
    const production = made({ a: slider({ outOn: '2026-05-15', backOn: '2026-05-16' }) })
    const [finding] = checkRentals(production)
    expect(checkRentals(tryChanges(production, finding!.fixes[0]!.changes))).toEqual([])
  })
})

test('a camera too heavy for what it stands on stops; the lens that is named mends it', () => {
  const production = productionWith({
    camera: { A: { letter: 'A', kg: 3 } },
    lens: { zoom: { name: 'Zoom', focalLengthMm: 40, longestMm: 60, kg: 3 }, prime: { name: 'Prime', focalLengthMm: 50, longestMm: 50, kg: 1 } }, // prettier-ignore
    shot: { s: { code: '2B', cameraId: 'A', focalLengthMm: 50, rig: 'arm', lensId: 'zoom' } },
    kitItem: { arm: { answersTo: 'rig:arm', owned: 1, carriesKg: 5 } },
  })
  const [finding] = checkCarrying(production)
  expect(finding).toMatchObject({ severity: 'stop', says: '2B: the camera as built is 6 kg, the arm takes 5 kg.' })
  expect(checkCarrying(tryChanges(production, finding!.fixes[0]!.changes))).toEqual([])
})

test('a hand-over is open until it came; what never came stops', () => {
  const said = (says: 'has it' | 'never came' | null) =>
    checkHandOvers(
      productionWith({
        rules: { handOvers: 'both' },
        drive: { S1: { label: 'S1' } },
        person: { pell: { name: 'Pell Arvo' } },
        custody: { c: { version: 2, driveId: 'S1', personId: 'pell', place: 'red bag' } },
        ...(says ? { custodyYes: { y: { version: 3, custodyId: 'c', says } } } : {}),
      }),
    ).map(({ severity, says: words }) => [severity, words.slice(0, 35)])
  expect(said(null)).toEqual([['watch', 'Drive S1 was given to Pell Arvo, wh']])
  expect(said('has it')).toEqual([])
  expect(said('never came')).toEqual([['stop', 'Drive S1 was given to Pell Arvo, wh']])
})
