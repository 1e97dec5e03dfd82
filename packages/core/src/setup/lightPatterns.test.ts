import { describe, expect, test } from 'vitest'
import { LIGHT_PATTERNS, lightPattern } from '../beginnings/index.ts'
import { isInside } from '../geometry/index.ts'
import { outlineOfSpot } from '../place/index.ts'
import { asId, tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { lampsInView, readSetup } from './index.ts'

const shots = (tStop: number) => ({ a: { setupId: 'setup', cameraId: 'a', tStop, focalLengthMm: 50 } })
const room = (widthM: number, depthM: number) =>
  productionWith({
    spot: { spot: { widthM, depthM, heightM: 2.7, wallPct: 40, ceilingPct: 70, floorPct: 20 } },
    setup: { setup: {} },
    camera: { a: { letter: 'A' }, b: { letter: 'B' } },
    shot: shots(2.8),
  })
const withPattern = (name: string, empty = room(7, 7)) => {
  let n = 0
  const pattern = LIGHT_PATTERNS.find((one) => one.name === name)!
  return tryChanges(empty, [...lightPattern(empty, asId('setup'), pattern, () => `new${n++}`)])
}
const names = LIGHT_PATTERNS.map(({ name }) => name)

describe('a pattern of light', () => {
  test.each(names)('%s: two cameras, a face lit for T2.8, no lamp in a picture', (name) => {
    const p = withPattern(name)
    const reading = readSetup(p, p.setup['setup']!)
    expect(Object.values(p.cameraPosition)).toHaveLength(2)
    expect(reading.marks[0]!.reading.ratio).toBeGreaterThan(1.2)
    expect(Math.abs(reading.shots[0]!.errorStops)).toBeLessThan(1)
    expect(lampsInView(p, p.setup['setup']!, reading.lamps)).toEqual([])
  })
  test.each(names)('%s: in a small room nothing is in a wall', (name) => {
    const p = withPattern(name, room(2.6, 2.4))
    const outline = outlineOfSpot(p.spot['spot']!)
    for (const thing of [...Object.values(p.lamp), ...Object.values(p.mark), ...Object.values(p.cameraPosition)])
      expect(isInside(outline, thing)).toBe(true)
  })
  test('with a black the shadow side is darker than with a board', () => {
    const ratio = (name: string) => {
      const p = withPattern(name)
      return readSetup(p, p.setup['setup']!).marks[0]!.reading.ratio!
    }
    expect(ratio('Key and black')).toBeGreaterThan(ratio('Key and board'))
  })
})
