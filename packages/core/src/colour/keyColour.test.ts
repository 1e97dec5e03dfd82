import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { colourDifference, lchOf } from './colour.ts'
import { judgeKey, keyColour, SKIN, USUAL_KEYS } from './index.ts'

const held = (...hexes: string[]) => hexes.map((hex) => ({ hex, name: hex }))
const anyHex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)

describe('a key colour', () => {
  test('is judged by the nearest colour that has to stay, skin always among them', () => {
    const moss = held('#0a9c3c')
    expect(judgeKey(USUAL_KEYS.green, moss)).toMatchObject({ nearest: moss[0] })
    expect(judgeKey(USUAL_KEYS.green, moss).difference).toBeCloseTo(colourDifference(USUAL_KEYS.green, '#0a9c3c'), 9)
    expect(judgeKey('#c68b65', []).difference).toBe(0)
    expect(SKIN).toContainEqual(judgeKey('#c68b65', []).nearest)
  })
  test('keeps off green where something green has to stay, and off blue where something blue has', () => {
    const green = keyColour(held('#00b140', '#2f7d3a', '#7fc97f'))
    expect(green.difference).toBeGreaterThan(judgeKey(USUAL_KEYS.green, held('#00b140', '#2f7d3a', '#7fc97f')).difference + 30) // prettier-ignore
    const blue = keyColour(held('#0047bb', '#1f5fbf', '#3a8dde'))
    expect(colourDifference(blue.hex, '#0047bb')).toBeGreaterThan(40)
  })
  test('is never nearer than the usual ones, nor than any other that could be said', () =>
    fc.assert(
      fc.property(fc.array(anyHex, { maxLength: 8 }), anyHex, (hexes, other) => {
        const best = keyColour(held(...hexes))
        expect(best.difference).toBeCloseTo(judgeKey(best.hex, held(...hexes)).difference, 9)
        for (const usual of Object.values(USUAL_KEYS))
          expect(best.difference).toBeGreaterThan(judgeKey(usual, held(...hexes)).difference - 4)
        // The grid has steps; between two of them no colour is much further away.
        const { chroma, lightness } = lchOf(other)
        if (chroma > 0.2 && lightness > 40 && lightness < 88)
          expect(judgeKey(other, held(...hexes)).difference).toBeLessThan(best.difference + 12)
      }),
      { numRuns: 30 },
    ))
})
