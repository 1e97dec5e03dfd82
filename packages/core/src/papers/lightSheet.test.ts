import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { lightSheet, planDrawing } from './index.ts'

const p = productionWith({
  spot: { spot: { widthM: 6, depthM: 5, heightM: 3 } },
  setup: { setup: {} },
  circuit: { ring: { name: 'Ring' } },
  mark: { mark: { name: 'Edda & Corin', xM: 3, yM: 2, heightM: 1.5, facingDeg: 180 } },
  lamp: {
    edge: { name: 'Tube', role: 'edge', xM: 3, yM: 0.4, batteryWh: 40, watts: 20, levelPct: 50 },
    key: { name: 'Big', xM: 3, yM: 4, bearingDeg: 0, tiltDeg: -12.4, levelPct: 60, circuitId: 'ring', fittings: ['dome-90', 'warm-half'], bags: 2, cctK: 5600 }, // prettier-ignore
  },
  panel: { p: { name: 'Half', type: 'cloth', xM: 3, yM: 3 } },
  person: { t: { name: 'Tobias' } },
  lightCue: { c: { name: 'Door', personId: 't', levels: { key: 20 } } },
  load: { l: { name: 'Charger', watts: 120, circuitId: 'ring' } },
  fitting: { s: { spotId: 'spot', type: 'socket', xM: 5.9, yM: 4.9, circuitId: 'ring' } },
})
const setup = p.setup['setup']!

describe('what the rigger reads', () => {
  const sheet = lightSheet(p, setup)
  test('each lamp with what is on it, its colour behind its gel, its power, its bags; the key is the first', () => {
    expect(sheet.lamps[0]).toMatchObject({ number: '1', what: 'key: Big, Soft dome, 90 cm, Half warm, +81', level: '60 %', aimed: '0°, tilt −12°', colour: '3850 K', bags: '2' }) // prettier-ignore
    expect(sheet.lamps[0]!.power).toMatch(/^Ring, \d+ m$/)
    expect(sheet.lamps[1]!.power).toBe('battery, 204 min')
  })
  test('cues by whom, cables counted, what else is plugged in', () => {
    expect(sheet.cues).toEqual(['Door: 1 key 60 to 20 %, by Tobias'])
    expect(sheet.cables).toMatch(/^1 × \d+ m$/)
    expect(sheet.loads).toBe('Charger, 120 W on Ring')
  })
})

describe('the drawing', () => {
  const drawing = planDrawing(p, setup, { widthPt: 510, heightPt: 290 })!
  const at = (text: string) => {
    const [, x, y] = new RegExp(`x="([\\d.]+)" y="([\\d.]+)"[^>]*>${text}<`).exec(drawing.svg)!
    return { x: Number(x), y: Number(y) }
  }
  test('is to a scale with a ruler for it, and fits', () => {
    expect([20, 25, 50, 75, 100]).toContain(drawing.scale)
    expect(drawing.widthPt).toBeLessThanOrEqual(510)
    expect(drawing.heightPt).toBeLessThanOrEqual(290)
    // Key and edge are 3.6 m apart.
    const apartM = ((at('1').y - at('2').y) / 72) * 0.0254 * drawing.scale
    expect(apartM).toBeCloseTo(3.6, 1)
  })
  test('is a sound file whatever people are called', () => {
    expect(drawing.svg).toContain('Edda &amp; Corin')
    expect(drawing.svg.match(/<g /g)!.length).toBe(drawing.svg.match(/<\/g>/g)!.length)
  })
  test('is none where nobody knows the room', () =>
    expect(planDrawing({ ...p, spot: {} }, setup, { widthPt: 510, heightPt: 290 })).toBeNull())
})
