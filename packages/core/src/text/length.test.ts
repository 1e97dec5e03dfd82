import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { lengthText, parseLength } from './length.ts'

describe('lengths as people write them', () => {
  test.each([
    [2.06, 'metric', '2.06 m'],
    [2.1, 'metric', '2.1 m'],
    [0.62, 'metric', '0.62 m'],
    [14, 'metric', '14 m'],
    [123.4, 'metric', '123 m'],
    [2.06, 'feet', `6' 9"`],
    [0.3048, 'feet', `1'`],
    [0.0127, 'feet', '½"'],
    [0.0254 * 9.5, 'feet', '9½"'],
    [0.0254 * 143.6, 'feet', `12'`],
    [0, 'feet', '0"'],
    [-1, 'feet', `−3' 3½"`],
    [Infinity, 'feet', '∞'],
  ] as const)('%d m in %s is %s', (metres, units, text) => expect(lengthText(metres, units)).toBe(text))

  test.each([
    ['2.1', 'metric', 2.1],
    ['2,1', 'metric', 2.1],
    ['210 cm', 'feet', 2.1],
    ['2100mm', 'metric', 2.1],
    ['7', 'feet', 7 * 0.3048],
    [`6' 11"`, 'metric', 83 * 0.0254],
    [`6'11`, 'metric', 83 * 0.0254],
    ['6ft 11in', 'metric', 83 * 0.0254],
    ['6 feet', 'metric', 6 * 0.3048],
    [`83"`, 'feet', 83 * 0.0254],
    ['½"', 'feet', 0.0127],
    ['-2 m', 'feet', -2],
  ] as const)('%s typed in a %s production', (typed, units, metres) =>
    expect(parseLength(typed, units)).toBeCloseTo(metres, 9),
  )

  test.each(['', 'far', '2 yards', '1.2.3', `6' 11" 3`, '"', 'm'])('%j is no length', (typed) =>
    expect(parseLength(typed, 'metric')).toBeNull(),
  )

  test('what is printed reads back as the same length, to the digits that mean something', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 500, noNaN: true }),
        fc.constantFrom('metric', 'feet'),
        (metres, units) => {
          const read = parseLength(lengthText(metres, units), units)!
          const step =
            units === 'feet' ? (metres < 3.05 ? 0.0064 : 0.0128) : metres < 10 ? 0.0051 : metres < 100 ? 0.051 : 0.51
          return Math.abs(read - metres) <= step
        },
      ),
    ))
})
