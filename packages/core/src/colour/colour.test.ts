import { asId } from '../records/index.ts'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { colourDifference, colourName, hexOf, oklabOf, readHex } from './colour.ts'
import { drawPalette } from './drawPalette.ts'
import { keyContrast, nearestInPalette, paletteDifference } from './palettes.ts'
import { scenesInStretch, scenesOfPalette } from './stretch.ts'

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)

describe('a colour', () => {
  test.each([
    ['#ABC', '#aabbcc'],
    ['27394a', '#27394a'],
    [' #27394A ', '#27394a'],
    ['27394', null],
    ['blue', null],
    ['', null],
  ])('%j is read as %s', (text, read) => expect(readHex(text)).toBe(read))
  test('there and back through OKLab is the same colour', () =>
    fc.assert(fc.property(hex, (h) => hexOf(oklabOf(h)) === h)))
  test('white, black and red where the paper that defines OKLab has them', () => {
    expect(oklabOf('#ffffff').l).toBeCloseTo(1, 4)
    expect(oklabOf('#000000').l).toBeCloseTo(0, 4)
    expect(oklabOf('#ff0000')).toEqual({
      l: expect.closeTo(0.628, 3),
      a: expect.closeTo(0.2249, 3),
      b: expect.closeTo(0.1258, 3),
    })
  })
  test('difference is none with itself, the same both ways, and large between black and white', () => {
    expect(colourDifference('#000000', '#ffffff')).toBeCloseTo(100, 3)
    fc.assert(
      fc.property(
        hex,
        hex,
        (a, b) => colourDifference(a, a) === 0 && Math.abs(colourDifference(a, b) - colourDifference(b, a)) < 1e-9,
      ),
    )
  })
  test.each([
    ['#27394a', 'dark greyed blue'],
    ['#8a5a2e', 'brown'],
    ['#d9a55c', 'orange'],
    ['#808080', 'mid grey'],
    ['#f3ead9', 'pale greyed yellow'],
    ['#0b0b0c', 'black'],
    ['#1d5fb4', 'blue'],
    ['#b42f2f', 'red'],
    ['#3f7a3a', 'green'],
  ])('%s is called %s', (h, name) => expect(colourName(h)).toBe(name))
})

/** A picture of flat patches: so many pixels of each colour. */
const picture = (patches: readonly (readonly [string, number])[]) =>
  new Uint8ClampedArray(
    patches.flatMap(([h, n]) =>
      Array.from({ length: n }, () => [...[1, 3, 5].map((i) => parseInt(h.slice(i, i + 2), 16)), 255]).flat(),
    ),
  )

describe('the palette of a picture', () => {
  test('flat patches come out as they are, darkest first, with their shares', () => {
    const drawn = drawPalette(
      picture([
        ['#27394a', 500],
        ['#d9a55c', 300],
        ['#8a2f2a', 200],
      ]),
      5,
    )
    expect(drawn.map((c) => [c.hex, c.share])).toEqual([
      ['#27394a', 0.5],
      ['#8a2f2a', 0.2],
      ['#d9a55c', 0.3],
    ])
  })
  test('a small strong accent is found beside a large soft run of greys', () => {
    const greys = Array.from({ length: 100 }, (_, i): [string, number] => [`#${(100 + i).toString(16).repeat(3)}`, 100])
    const drawn = drawPalette(picture([...greys, ['#d01818', 120]]), 4)
    expect(Math.min(...drawn.map((c) => colourDifference(c.hex, '#d01818')))).toBeLessThan(3)
  })
  test('never more than wanted, never two that look alike, and shares add up to the whole', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(hex, fc.integer({ min: 1, max: 40 })), { minLength: 1, maxLength: 40 }),
        fc.integer({ min: 1, max: 8 }),
        (patches, wanted) => {
          const drawn = drawPalette(picture(patches), wanted)
          const share = drawn.reduce((sum, c) => sum + c.share, 0)
          return drawn.length >= 1 && drawn.length <= wanted && Math.abs(share - 1) < 1e-9
        },
      ),
    ))
  test('nothing of nothing, and what is transparent does not count', () => {
    expect(drawPalette(new Uint8ClampedArray(0), 5)).toEqual([])
    const seeThrough = picture([['#ff0000', 4]])
    seeThrough.set([0, 255, 0, 0], 0)
    expect(drawPalette(seeThrough, 5).map((c) => c.hex)).toEqual(['#ff0000'])
  })
})

describe('palettes', () => {
  const shed = ['#3a2a1e', '#8a5a2e', '#d9a55c', '#d0d5cf']
  test('a blue jacket strays from tungsten and timber, a brown one does not', () => {
    expect(nearestInPalette(shed, '#2f4f8f')!.difference).toBeGreaterThan(25)
    expect(nearestInPalette(shed, '#845833')!).toMatchObject({ hex: '#8a5a2e' })
    expect(nearestInPalette(shed, '#845833')!.difference).toBeLessThan(5)
    expect(nearestInPalette([], '#845833')).toBeNull()
  })
  test('the same colours in another turn are the same palette', () => {
    expect(paletteDifference(shed, [...shed].reverse())).toBe(0)
    expect(paletteDifference(shed, [])).toBe(Infinity)
    expect(paletteDifference(shed, ['#1f2846', '#7d4a4e', '#da8b4a'])).toBeGreaterThan(8)
  })
  test.each([
    ['#d9a55c', '#27394a', 'lighter than its background by far, in the opposite hue'],
    ['#27394a', '#2a3d4e', 'as light as its background, in the same hue'],
    ['#808080', '#27394a', 'lighter than its background, no hue against hue'],
  ])('%s on %s is %s', (key, background, says) => expect(keyContrast(key, background).says).toBe(says))
})

describe('a stretch of the story', () => {
  const scenes = ['1', '2', '3', '3A', '4', '5', '12'].map((number, rank) => ({
    id: `s${number}`,
    number,
    rank: String(rank),
  }))
  const of = (stretch: string) => scenesInStretch(stretch, scenes).map((id) => id.slice(1))
  test.each([
    ['2-4', ['2', '3', '3A', '4']],
    ['2–4', ['2', '3', '3A', '4']],
    ['scenes 2 to 4', ['2', '3', '3A', '4']],
    ['4 - 2', ['2', '3', '3A', '4']],
    ['1, 3a and 12', ['1', '3A', '12']],
    ['5', ['5']],
    ['from 5', ['5', '12']],
    ['1; 4-5, 4', ['1', '4', '5']],
  ])('%s', (stretch, numbers) => {
    expect(of(stretch)).toEqual(numbers)
  })
  test.each([['the morning'], [''], ['7'], ['2-9'], ['the 1950s']])('"%s" names no scene and holds none', (stretch) => {
    expect(of(stretch)).toEqual([])
  })
  test('a range follows the order of the script, not that of the numbers', () => {
    const moved = scenes.map((s) => (s.number === '5' ? { ...s, rank: '1.5' } : s))
    expect(scenesInStretch('2-3', moved)).toEqual(['s2', 's5', 's3'])
  })
  test('a palette holds the scenes chosen one by one and those of its stretch, each once', () => {
    const production = productionWith({
      scene: { a: { number: '21' }, b: { number: '22', rank: 1 }, c: { number: '23', rank: 2 } },
    })
    expect(
      scenesOfPalette(Object.values(production.scene), { sceneIds: [asId('c'), asId('a')], stretch: '21-22' }).sort(),
    ).toEqual(['a', 'b', 'c'])
  })
})
