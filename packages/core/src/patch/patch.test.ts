import { describe, expect, it } from 'vitest'
import { conflictsOf } from '../radio/index.ts'
import { productionWith } from '../testing/index.ts'
import { deviceTimecodes, radioPlan, radioRules } from './index.ts'

const band = { name: 'Hired', fromMHz: 606, toMHz: 614, isConfirmed: true }
const unit = (name: string, onMHz: number | null, more = {}) => ({ name, onMHz, ...more })
const RULES = radioRules({ radioSpacingKHz: 350, radioGuardKHz: 100 })
type Units = Readonly<Record<string, object>>
const planFor = (transmitter: Units, more = {}) =>
  radioPlan(productionWith({ transmitter, radioBand: { band }, ...more }), RULES)
const kinds = (plan: ReturnType<typeof planFor>) => Object.fromEntries(plan.of.map(({ transmitter, troubles }) => [transmitter.name, troubles.map(({ kind }) => kind)])) // prettier-ignore

describe('what transmits', () => {
  it('is told with what disturbs it, and set clear with as few moves as can be', () => {
    // 2 × 607.8 - 607 is 608.6.
    const plan = planFor({ a: unit('Lav 1', 607), b: unit('Lav 2', 608.6), c: unit('Talkback', 607.8) })
    const victim = plan.of.find(({ transmitter }) => transmitter.name === 'Lav 2')!
    expect(victim.troubles).toContainEqual(expect.objectContaining({ kind: 'product', from: expect.arrayContaining([expect.objectContaining({ name: 'Talkback' })]) as unknown })) // prettier-ignore
    expect(plan.proposed.size).toBe(1)
    const after = [607, 608.6, 607.8].map((mhz, i) => plan.proposed.get(['a', 'b', 'c'][i]!) ?? mhz)
    expect(conflictsOf(after.map((mhz) => Math.round(mhz * 1000)), RULES)).toEqual([]) // prettier-ignore
  })

  it('outside of every band, on a mast, out of its own range or not set is no place to stay', () => {
    const plan = planFor(
      { a: unit('Out', 620), b: unit('Mast', 610.5), c: unit('Bent', 607, { fromMHz: 610, toMHz: 614 }), d: unit('New', null) }, // prettier-ignore
      { radioStation: { mast: { name: 'Mast', fromMHz: 610, toMHz: 611 } } },
    )
    expect(kinds(plan)).toEqual({ Out: ['cannot be set so', 'no band'], Mast: ['station'], Bent: ['cannot be set so'], New: ['not set'] }) // prettier-ignore
    expect([...plan.proposed.values()].every((mhz) => mhz !== null && mhz >= 606 && mhz <= 614 && (mhz < 610 || mhz > 611))).toBe(true) // prettier-ignore
  })

  it('a band nobody looked up is told, and nothing is proposed in it', () => {
    const plan = planFor({ a: unit('Lav 1', 607), b: unit('Lav 2', null) }, { radioBand: { band: { ...band, isConfirmed: false } } }) // prettier-ignore
    expect(kinds(plan)['Lav 1']).toEqual(['not confirmed'])
    expect(plan.proposed.get('b')).toBeNull()
  })

  it('says who fits nowhere: three in a band of one place', () => {
    const narrow = { fromMHz: 606, toMHz: 606.3 }
    const plan = planFor({ a: unit('One', 606, narrow), b: unit('Two', null, narrow), c: unit('Three', null, narrow) })
    expect([...plan.proposed.values()]).toEqual([null, null])
    expect(plan.isProved).toBe(true)
  })
})

describe('what may happen to a transmitter', () => {
  it('each has a spare that leaves the others alone, or is told to have none', () => {
    const plan = planFor({ a: unit('Lav 1', 607), b: unit('Lav 2', 608.6), c: unit('Boom', 611.9) })
    for (const [id, spare] of plan.spares) {
      const others = Object.entries({ a: 607, b: 608.6, c: 611.9 }).flatMap(([other, mhz]) => (other === id ? [] : mhz * 1000)) // prettier-ignore
      expect(conflictsOf([...others, spare! * 1000], RULES)).toEqual([])
      expect(Math.abs(spare! - { a: 607, b: 608.6, c: 611.9 }[id]!)).toBeGreaterThanOrEqual(0.35)
    }
    const narrow = { fromMHz: 606, toMHz: 606.3 }
    expect(planFor({ a: unit('One', 606, narrow) }).spares.get('a')).toBeNull()
  })

  it('one that fits nowhere is told what would have to go off, what carries no voice first', () => {
    const narrow = { fromMHz: 606, toMHz: 606.3 }
    const plan = planFor({ a: unit('Lav', 606, narrow), t: unit('Talkback', 606.35, { carries: 'talkback', fromMHz: 606, toMHz: 607 }), n: unit('New', null, { fromMHz: 606.2, toMHz: 606.5 }) }) // prettier-ignore
    const room = plan.roomBy.get('n')!
    expect(room.off.name).toBe('Talkback')
    expect(conflictsOf([606_000, room.onMHz * 1000], RULES)).toEqual([])
  })

  it('what was scanned and nobody listed is told where it is near, and nothing is set on it', () => {
    const levels = Array.from({ length: 320 }, (_, i) => [606_000 + i * 25, i >= 40 && i <= 44 ? -70 : -104])
    const scan = { radioScan: { s: { version: 1, levels, scannedAt: '2026-05-14T05:00:00.000Z' } } }
    const plan = planFor({ a: unit('Lav 1', 607.2), b: unit('Lav 2', null) }, scan)
    expect(plan.unlisted).toMatchObject([{ fromKHz: 607_000, toKHz: 607_100, dBm: -70 }])
    expect(kinds(plan)['Lav 1']).toEqual(['heard'])
    expect(Math.abs(plan.proposed.get('b')! * 1000 - 607_050)).toBeGreaterThanOrEqual(400)
    const listed = planFor({ a: unit('Lav 1', 609) }, { ...scan, radioStation: { m: { fromMHz: 607, toMHz: 607.1 } } })
    expect(listed.unlisted).toEqual([])
    // A transmitter that is set where something is heard is heard itself.
    expect(planFor({ a: unit('Lav 1', 607.05) }, scan).unlisted).toEqual([])
  })
})

describe('clocks', () => {
  const at = (minutes: number) => new Date(Date.parse('2026-05-14T05:00:00Z') + minutes * 60_000).toISOString()
  const clocks = (
    jams: readonly (readonly [minutes: number, seenMs: number | null])[],
    nowMin: number,
    extra: object = {},
  ) =>
    deviceTimecodes(
      productionWith({
        camera: { A: { letter: 'A' } },
        jam: Object.fromEntries(jams.map(([minutes, seenMs], i) => [`j${i}`, { version: i + 1, cameraId: 'A', jammedAt: at(minutes), seenMs }])), // prettier-ignore
        ...extra,
      }),
      Date.parse(at(nowMin)),
      { num: 25, den: 1, drop: false },
      'Europe/London',
    )[0]!

  it('never set is never called near, set once is as ordinary clocks are', () => {
    expect(clocks([], 60)).toMatchObject({ jammedAt: null, offFrames: null, againBy: null })
    const once = clocks([[0, null]], 100)
    // 6000 s at 10 millionths are 60 ms, a frame and a half.
    expect(once.offFrames).toBeCloseTo(1.5, 6)
    expect(Date.parse(once.againBy!) - Date.parse(at(0))).toBe(2_000_000)
  })

  it('after a fresh battery nobody knows how far off it is, until it is set again', () => {
    const battery = (minutes: number) => ({ batteryChange: { b: { cameraId: 'A', recorderId: null, happenedAt: at(minutes) } } }) // prettier-ignore
    expect(clocks([[0, null]], 100, battery(50))).toMatchObject({ isSince: true, offFrames: null, againBy: null })
    expect(clocks([[0, null], [51, null]], 100, battery(50))).toMatchObject({ isSince: false }) // prettier-ignore
    expect(clocks([[0, null]], 100, battery(-1)).offFrames).toBeCloseTo(1.5, 6)
  })

  it('looked at twice it has a drift of its own, with how well that is known', () => {
    const twice = clocks([[0, null], [100, 30]], 100) // prettier-ignore
    expect(twice.driftPpm).toBeCloseTo(5, 6)
    expect(twice.withinPpm).toBeCloseTo(20 / 6, 6)
    expect(twice.offFrames).toBe(0)
  })

  it('an hour ahead was another zone and no drift, and minutes apart say nothing', () => {
    expect(clocks([[0, null], [100, 3_600_000]], 100).driftPpm).toBeNull() // prettier-ignore
    expect(clocks([[0, null], [5, 30]], 100).driftPpm).toBeNull() // prettier-ignore
  })

  it('seen to show another time is told until it is set again; seen to agree it does so no more after a power-up', () => {
    // 05:00 in UTC is 06:00 there in summer.
    const look = (minutes: number, shown: string) => ({ clockLook: { l: { version: 1, cameraId: 'A', shown, lookedAt: at(minutes) } } }) // prettier-ignore
    const battery = (minutes: number) => ({ batteryChange: { b: { cameraId: 'A', recorderId: null, happenedAt: at(minutes) } } }) // prettier-ignore
    expect(clocks([[0, null]], 100, look(60, '07:00:01:04')).seen).toMatchObject({ reason: 'agrees', isBeforePowerUp: false }) // prettier-ignore
    expect(clocks([[0, null]], 100, look(60, '06:00:01:04')).seen).toMatchObject({ reason: 'other zone' })
    expect(clocks([[0, null]], 100, look(60, '06:00:01:04'))).toMatchObject({ offFrames: null, againBy: null })
    expect(clocks([[0, null]], 100, { ...look(60, '07:00:01:04'), ...battery(61) }).seen).toMatchObject({ isBeforePowerUp: true }) // prettier-ignore
    expect(clocks([[0, null]], 100, { ...look(60, '00:09:40:00'), ...battery(50) }).seen).toMatchObject({ reason: 'since power-up' }) // prettier-ignore
    expect(clocks([[0, null], [61, null]], 100, look(60, '06:00:01:04')).seen).toBeNull() // prettier-ignore
  })

  it('a device nobody sets is lined up by what it records, or by nothing', () => {
    const sound = (is: string, gone = false) => ({ soundSource: { s: { is, gone } }, soundWay: { w: { sourceId: 's', cameraId: 'A', recorderId: null } } }) // prettier-ignore
    expect(clocks([], 0).linesUpBy).toBe('nothing')
    expect(clocks([], 0, sound('timecode')).linesUpBy).toBe('timecode as sound')
    expect(clocks([], 0, sound('room')).linesUpBy).toBe('waveform')
    expect(clocks([], 0, sound('room', true)).linesUpBy).toBe('nothing')
    expect(clocks([[0, null]], 1).linesUpBy).toBe('timecode')
  })
})
