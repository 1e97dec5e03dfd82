import { expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { stuckAt } from './doors.ts'

const box = (sides: readonly [number | null, number | null, number | null], kg = 20) => ({ record: { longCm: sides[0], wideCm: sides[1], highCm: sides[2] }, kg }) // prettier-ignore
const way = (doorWideCm: number | null, doorHighCm: number | null, rampKg: number | null = null) => ({ doorWideCm, doorHighCm, rampKg }) // prettier-ignore

test('a case goes through a door lengthwise, upright or on its side, with room for hands', () => {
  expect(stuckAt(box([180, 60, 50]), way(70, 200))).toEqual([])
  expect(stuckAt(box([50, 180, 60]), way(70, 200))).toEqual([])
  expect(stuckAt(box([180, 80, 75]), way(70, 200))).toEqual(['door'])
  // Low and wide, as a hatch is.
  expect(stuckAt(box([180, 90, 40]), way(100, 45))).toEqual([])
  expect(stuckAt(box([100, 67, 67]), way(70, 200))).toEqual(['door'])
})
test('what nobody measured is not judged; a ramp is by weight', () => {
  expect(stuckAt(box([180, null, 75]), way(10, 10))).toEqual([])
  expect(stuckAt(box([180, 80, 75]), way(null, null))).toEqual([])
  expect(stuckAt(box([180, 80, 75], 320), way(null, null, 300))).toEqual(['ramp'])
  expect(stuckAt(box([180, 80, 75], 300), way(null, 60, 300))).toEqual(['door'])
})
test('turning the case never changes the answer, and a wider door never stops it', () => {
  const random = seeded(3)
  const some = () => 20 + Math.round(random() * 150)
  for (let i = 0; i < 300; i++) {
    const [a, b, c, wide, high] = [some(), some(), some(), some(), some()]
    const answer = stuckAt(box([a, b, c]), way(wide, high))
    expect(stuckAt(box([c, a, b]), way(wide, high))).toEqual(answer)
    if (answer.length === 0) expect(stuckAt(box([a, b, c]), way(wide + 10, high))).toEqual([])
  }
})
