import { expect, test } from 'vitest'
import { carriersOf } from '@kavrell/core/radio'
import { standInScanner } from './radioScanner.ts'

const rows = (all: readonly object[]) => ({ findAll: () => Promise.resolve(all) })
const scanner = (bands: readonly object[]) =>
  standInScanner({
    radioBand: rows(bands),
    radioStation: rows([{ fromMHz: 610, toMHz: 611 }]),
    transmitter: rows([{ onMHz: 607 }, { onMHz: null }]),
  } as never)
const ID = '01900000-0000-7000-8000-00000000beef'

test('the stand-in hears what is set, what is listed, and one stray that stays where it is from sweep to sweep', async () => {
  const heard = async (nowMs: number) => {
    const { levels } = await scanner([{ fromMHz: 606, toMHz: 614 }]).sweep(ID, nowMs)
    expect(levels.map(([kHz]) => kHz)).toEqual(levels.map(([kHz]) => kHz).toSorted((a, b) => a - b))
    return carriersOf({ points: levels.map(([kHz, dBm]) => ({ kHz, dBm })) })
  }
  const [first, later] = [await heard(1e12), await heard(1e12 + 600_000)]
  const at = (kHz: number) => first.filter(({ fromKHz, toKHz }) => fromKHz <= kHz && kHz <= toKHz)
  expect(at(607_000)).toHaveLength(1)
  expect(at(610_500)).toHaveLength(1)
  const stray = (all: typeof first) => all.filter(({ fromKHz, toKHz }) => !(fromKHz <= 607_000 && 607_000 <= toKHz) && !(fromKHz <= 610_500 && 610_500 <= toKHz)) // prettier-ignore
  expect(stray(first)).toHaveLength(1)
  expect(stray(later).map(({ fromKHz }) => fromKHz)).toEqual(stray(first).map(({ fromKHz }) => fromKHz))
})

test('a sweep ends where a log ends, and of no band it hears nothing', async () => {
  expect((await scanner([{ fromMHz: 400, toMHz: 900 }]).sweep(ID, 0)).levels).toHaveLength(4000)
  expect((await scanner([]).sweep(ID, 0)).levels).toEqual([])
})
