import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { frameDrawing } from './frameDrawing.ts'
import { figuresText, type PlacedFigure, readFigures } from './placedFigure.ts'

const USED = { sensorWidthMm: 36, sensorHeightMm: 15, squeeze: 1 }
const SHOT = { focalLengthMm: 50, distanceM: 4, figure: 'standing', frameSide: 'centre' } as const
const at = (across: number, behindM = 0, more: Partial<PlacedFigure> = {}): PlacedFigure => ({
  across,
  behindM,
  figure: 'standing',
  looks: 'ahead',
  ...more,
})
/** Every number pair of a path is a point; a body's box is round all of its paths. */
const drawn = (figures: readonly PlacedFigure[], shot: object = SHOT) =>
  frameDrawing({ ...SHOT, ...shot, figures }, USED, 2.4, 240)
const torsos = (d: ReturnType<typeof drawn>) => d.paths.filter((p) => / Q /.test(p.d)).map((p) => p.d)
const spanOf = (d: string) => {
  const xs = [...d.matchAll(/(?:[ML]|Q) (-?[\d.]+) (-?[\d.]+)/g)].map((m) => Number(m[1]))
  return [Math.min(...xs), Math.max(...xs)] as const
}

describe('figures placed in a frame', () => {
  test('one in the plane of focus is as large as the one it is measured by', () => {
    const [own] = torsos(frameDrawing(SHOT, USED, 2.4, 240))
    const [placed] = torsos(drawn([at(0.5)]))
    expect(placed).toBe(own)
  })
  test('twice as far is half as wide, half as far twice as wide', () => {
    const width = (behindM: number) => {
      const [a, b] = spanOf(torsos(drawn([at(0.5, behindM)]))[0]!)
      return b - a
    }
    expect(width(4) / width(0)).toBeCloseTo(0.5, 2)
    expect(width(-2) / width(0)).toBeCloseTo(2, 2)
  })
  test('each stands where it was put across the frame', () => {
    const middles = torsos(drawn([at(0.25), at(0.75)])).map((d) => {
      const [a, b] = spanOf(d)
      return (a + b) / 2
    })
    expect(middles[0]).toBeCloseTo(60, 1)
    expect(middles[1]).toBeCloseTo(180, 1)
  })
  test('the farther one is drawn first, so that the nearer covers it', () => {
    const order = torsos(drawn([at(0.3, -1), at(0.6, 3)])).map((d) => spanOf(d)[1] - spanOf(d)[0])
    expect(order[0]).toBeLessThan(order[1]!)
  })
  test('somebody can be placed in a frame that is measured by nobody', () => {
    expect(drawn([], { figure: 'none' }).hasFigure).toBe(false)
    expect(drawn([at(0.5)], { figure: 'none' }).hasFigure).toBe(true)
  })
  test('nobody is drawn with anything but numbers, however near', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: -100, max: 500, noNaN: true }),
        fc.double({ min: 0.1, max: 80, noNaN: true }),
        (across, behindM, distanceM) =>
          drawn([at(across, behindM)], { distanceM }).paths.every((p) => !/NaN|Infinity/.test(p.d)),
      ),
    ))
})

describe('figures as text', () => {
  test.each([
    ['34 %', [at(0.34)]],
    ['34,5%', [at(0.345)]],
    ['50 %, 1.2 m behind, seated, right', [at(0.5, 1.2, { figure: 'seated', looks: 'right' })]],
    ['20%, left; 80 %, 0.4 m in front', [at(0.2, 0, { looks: 'left' }), at(0.8, -0.4)]],
    ['', []],
    [' ; ', []],
  ])('%s', (text, figures) => {
    expect(readFigures(text)).toEqual({ ok: true, value: figures })
  })
  test.each([
    ['in the middle', /where across the frame/],
    ['140 %', /between 0 % and 100 %/],
    ['-3 %', /between 0 % and 100 %/],
    [Array(13).fill('50 %').join(';'), /At most 12/],
  ])('%s is refused with what would be right', (text, says) => {
    const read = readFigures(text)
    expect(!read.ok && read.error).toMatch(says)
  })
  test('what is written reads back the same', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            across: fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000),
            behindM: fc.integer({ min: -990, max: 5000 }).map((n) => n / 100),
            figure: fc.constantFrom('standing' as const, 'seated' as const),
            looks: fc.constantFrom('left' as const, 'right' as const, 'ahead' as const),
          }),
          { maxLength: 12 },
        ),
        (figures) => {
          expect(readFigures(figuresText(figures))).toEqual({ ok: true, value: figures })
        },
      ),
    ))
})
