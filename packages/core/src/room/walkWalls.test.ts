import { expect, test } from 'vitest'
import { areaM2, outlineFaults } from '../geometry/index.ts'
import { walkWalls } from './walkWalls.ts'

const corners = (text: string, units: 'metric' | 'feet' = 'metric') => {
  const walked = walkWalls(text, units)
  return walked.ok ? walked.value.map((p) => [p.xM, p.yM]) : walked.error
}

test.each([
  [
    'two lengths',
    '6.2 4',
    [
      [0, 0],
      [6.2, 0],
      [6.2, 4],
      [0, 4],
    ],
  ],
  [
    'three, the last wall closing it',
    '6.2 4 6.2',
    [
      [0, 0],
      [6.2, 0],
      [6.2, 4],
      [0, 4],
    ],
  ],
  [
    'all four',
    '6.2 4 6.2 4',
    [
      [0, 0],
      [6.2, 0],
      [6.2, 4],
      [0, 4],
    ],
  ],
  [
    'a corner that juts in',
    '8 3 5 l 3 r 3 6',
    [
      [0, 0],
      [8, 0],
      [8, 3],
      [3, 3],
      [3, 6],
      [0, 6],
    ],
  ],
  [
    'put to 5 cm',
    '6.23 4.08',
    [
      [0, 0],
      [6.25, 0],
      [6.25, 4.1],
      [0, 4.1],
    ],
  ],
  [
    'centimetres and commas',
    '620cm 4,0',
    [
      [0, 0],
      [6.2, 0],
      [6.2, 4],
      [0, 4],
    ],
  ],
])('%s: %s', (_, text, wanted) => expect(corners(text)).toEqual(wanted))

test('a first corner to the left is a room to the left, and still begins at 0, 0', () => {
  const walked = walkWalls('4 l 3 l 4', 'metric')
  expect(walked.ok && [areaM2(walked.value), outlineFaults(walked.value)]).toEqual([12, []])
  expect(corners('4 l 3 l 4')).toEqual([
    [0, 3],
    [4, 3],
    [4, 0],
    [0, 0],
  ])
})

test('in feet', () =>
  expect(corners(`20' 13'`, 'feet')).toEqual([
    [0, 0],
    [6.1, 0],
    [6.1, 3.95],
    [0, 3.95],
  ]))

test.each([
  ['6 wide', { code: 'not-a-length', word: 'wide' }],
  ['6 -4', { code: 'not-a-length', word: '-4' }],
  ['6', { code: 'too-few-walls', walls: 1 }],
  ['', { code: 'too-few-walls', walls: 0 }],
])('%j is told why not', (text, error) => expect(corners(text)).toEqual(error))
