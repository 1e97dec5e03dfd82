import { expect, test } from 'vitest'
import { spotChecks } from './index.ts'

const of = (sizes: readonly number[], good: readonly number[] = []) =>
  spotChecks(sizes.map((bytes, i) => ({ bytes, i })), ({ bytes }) => bytes, ({ i }) => good.includes(i), 2).map(({ file, because }) => `${file.i} ${because}`) // prettier-ignore

test('the first, the last, the largest and some of the good ones are looked at, each once, in their order', () => {
  expect(of([5, 9, 3, 2, 1, 4], [2, 3, 4])).toEqual(['0 the first', '1 the largest', '2 good takes', '3 good takes', '5 the last']) // prettier-ignore
  expect(of([9])).toEqual(['0 the first'])
  expect(of([1, 9])).toEqual(['0 the first', '1 the last'])
  expect(of([])).toEqual([])
})
