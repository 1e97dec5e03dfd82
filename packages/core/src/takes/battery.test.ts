import { describe, expect, test } from 'vitest'
import { asId, type Production } from '../records/index.ts'
import { batteryIn } from './battery.ts'

const at = (clock: string) => `2026-05-14T${clock}:00.000Z`
const ms = (clock: string) => Date.parse(at(clock))
const changes = (...all: readonly (readonly [device: string, clock: string, mistaken?: string])[]) =>
  Object.fromEntries(
    all.map(([device, clock, mistakenId = null], i) => [
      i,
      { id: String(i), cameraId: device, recorderId: null, happenedAt: at(clock), mistakenId },
    ]),
  ) as unknown as Production['batteryChange']
const a = { id: asId<'camera'>('A'), batteryMin: 90 }

describe('the battery in a device', () => {
  test('counts from the newest change of its own, whatever the order in which they were logged', () => {
    expect(batteryIn(a, changes(['A', '08:00'], ['A', '07:00'], ['B', '09:20']), ms('09:00'))).toEqual({
      changeId: '0',
      inMin: 60,
      leftMin: 30,
    })
  })
  test('is overdue below nothing, and says by how much', () =>
    expect(batteryIn(a, changes(['A', '07:00']), ms('09:00'))!.leftMin).toBe(-30))
  test('is not known before anybody put one in, nor from another day', () => {
    expect(batteryIn(a, {}, ms('09:00'))).toBeNull()
    expect(batteryIn(a, changes(['B', '08:00']), ms('09:00'))).toBeNull()
    expect(batteryIn(a, changes(['A', '08:00']), ms('08:01') + 86_400_000)).toBeNull()
  })
  test('of which nobody knows how long it lasts only says for how long it is in', () =>
    expect(batteryIn({ ...a, batteryMin: null }, changes(['A', '08:30']), ms('09:00'))).toEqual({
      changeId: '0',
      inMin: 30,
      leftMin: null,
    }))
  test('put in just now, it is in, whenever the clock was looked at last', () =>
    expect(batteryIn(a, changes(['A', '07:00'], ['A', '09:01']), ms('09:01') - 9_000)).toEqual({
      changeId: '1',
      inMin: 0,
      leftMin: 90,
    }))
  test('that was no fresh one after all is the one before it', () => {
    const told = changes(['A', '07:40'], ['A', '08:30'], ['A', '08:31', '1'])
    expect(batteryIn(a, told, ms('09:00'))).toEqual({ changeId: '0', inMin: 80, leftMin: 10 })
    expect(batteryIn(a, changes(['A', '08:30'], ['A', '08:31', '0']), ms('09:00'))).toBeNull()
  })
  test('a change that a device with a fast clock logged is not counted before it comes', () =>
    expect(batteryIn(a, changes(['A', '08:00'], ['A', '09:30']), ms('09:00'))!.inMin).toBe(60))
})
