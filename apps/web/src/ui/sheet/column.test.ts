import { describe, expect, test } from 'vitest'
import { cellText, differs, readCell, type SheetColumn } from './column.ts'
import { fail, ok } from '@kavrell/core/outcome'
import { asId, blank, type RecordOf } from '@kavrell/core/records'

const NAMES = new Map<string, string>()
const shot: RecordOf<'shot'> = {
  id: asId('s'),
  version: 1,
  ...blank('shot', { code: '1A', distanceM: 2.6012, tStop: 2.8 }),
}
const distance: SheetColumn<RecordOf<'shot'>> = { field: 'distanceM', head: 'm', width: 40 }
const rate: SheetColumn<RecordOf<'shot'>> = {
  field: 'fpsNum',
  head: 'fps',
  width: 40,
  text: (s) => `${s.fpsNum} a second`,
  read: (typed) => (typed === 'fast' ? ok({ fpsNum: 200, fpsDen: 1 }) : fail('Say fast.')),
}

describe('a cell of a sheet', () => {
  test('is typed as it is shown; text that nobody changed changes nothing, though it is rounded', () => {
    const text = cellText('shot', shot, distance, NAMES, 'feet')
    expect(text).toBe(`8' 6½"`)
    expect(readCell('shot', shot, distance, text, NAMES, 'feet')).toEqual(ok({}))
  })
  test('reads what was typed by its field, or says what would be right', () => {
    expect(readCell('shot', shot, distance, '3,2', NAMES, 'metric')).toEqual(ok({ distanceM: 3.2 }))
    expect(readCell('shot', shot, distance, '-1', NAMES, 'metric')).toMatchObject({
      ok: false,
      error: expect.stringMatching(/more than 0 m/),
    })
  })
  test('may read in its own way into several fields', () => {
    expect(cellText('shot', shot, rate, NAMES, 'metric')).toBe('25 a second')
    expect(readCell('shot', shot, rate, 'fast', NAMES, 'metric')).toEqual({
      ok: true,
      value: { fpsNum: 200, fpsDen: 1 },
    })
    expect(readCell('shot', shot, rate, 'slow', NAMES, 'metric')).toEqual(fail('Say fast.'))
  })
  test.each([
    [{ tStop: 2.8 }, false],
    [{ tStop: 4 }, true],
    [{ personIds: [] }, false],
    [{ personIds: ['x'] }, true],
    [{}, false],
  ])('%j differs: %s', (fields, wanted) => expect(differs(shot, fields)).toBe(wanted))
})
