import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { driveBetween, moveMinutes, planDay } from './index.ts'

type Rows = Parameters<typeof productionWith>[0]
/** Two places half a degree of longitude apart on the equator: 55.6 km. */
const two = (rows: Rows = {}) =>
  productionWith({
    place: {
      place: { name: 'Yard', latitudeDeg: 0, longitudeDeg: 0, timeZone: 'UTC', loadOutMin: 25, loadInMin: 10 },
      quay: { name: 'Quay', latitudeDeg: 0, longitudeDeg: 0.5, timeZone: 'UTC', loadOutMin: 40, loadInMin: 15 },
    },
    spot: { spot: { placeId: 'place' }, edge: { placeId: 'quay' } },
    setup: { A: { letter: 'A', spotId: 'spot' }, B: { letter: 'B', spotId: 'edge' } },
    shot: { a: { code: '1', setupId: 'A', minutes: 10 }, b: { code: '2', setupId: 'B', minutes: 10 } },
    orderItem: { a: { shotIds: ['a'] }, b: { shotIds: ['b'] } },
    ...rows,
  })
const move = (p: ReturnType<typeof two>) => {
  const rows = planDay(p, 'day')!.timeline.rows
  return rows.flatMap((row) => (row.kind === 'change' && row.change.move > 0 ? [row.change.move] : []))
}

describe('a move to another place', () => {
  test('is to load out, to drive by the house rule, and to load in', () => {
    const p = two()
    expect(move(p)).toEqual([25 + p.production.moveMin + 15])
  })
  test('takes the drive of its own way, whichever way round that was typed, the newest of two', () => {
    const journey = { one: { fromPlaceId: 'quay', toPlaceId: 'place', minutes: 50 } } as const
    expect(move(two({ journey }))).toEqual([25 + 50 + 15])
    expect(move(two({ journey: { ...journey, two: { fromPlaceId: 'place', toPlaceId: 'quay', minutes: 70 } } }))).toEqual([25 + 70 + 15]) // prettier-ignore
  })
  test('back it takes what that place takes to be left', () => {
    const p = two()
    expect(moveMinutes(p, 'quay', 'place', 30)).toBe(40 + 30 + 10)
  })
})

describe('a drive by the map', () => {
  test('is the great circle with a third more for roads, at the speed that was stated', () => {
    const { place, quay } = two().place
    const drive = driveBetween(place!, quay!, 50)!
    expect(drive.km).toBeCloseTo(((Math.PI * 6371) / 360) * 1.35, 3)
    expect(drive.minutes).toBe(Math.ceil((drive.km / 50) * 60 + 5))
    expect(driveBetween(quay!, place!, 50)).toEqual(drive)
  })
  test('is not known where one of both is nowhere on the map', () => {
    const p = two({ place: { place: { latitudeDeg: null, longitudeDeg: null }, quay: { latitudeDeg: 1, longitudeDeg: 1 } } }) // prettier-ignore
    expect(driveBetween(p.place['place']!, p.place['quay']!, 50)).toBeNull()
  })
})
