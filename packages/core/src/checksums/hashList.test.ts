import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { hashListText, parseHashList } from './hashList.ts'

describe('hash lists', () => {
  const digest = 'a3dad144c40657ed'
  test('odd names survive the round trip', () =>
    fc.assert(
      fc.property(fc.array(fc.string({ minLength: 1 }).filter((s) => !s.includes('\0'))), (names) => {
        const lines = names.map((path) => ({ digest, path }))
        const read = parseHashList(hashListText(lines), 'xxh64')
        return read.ok && JSON.stringify(read.value) === JSON.stringify(lines)
      }),
    ))
  test('a line that is none is named by its number, and nothing is guessed', () =>
    expect(parseHashList(`${digest}  a\nrubbish\n`, 'xxh64')).toEqual({
      ok: false,
      error: { code: 'bad-hash-line', line: 2 },
    }))
  test('a digest of another length is refused', () => expect(parseHashList(`${digest}  a\n`, 'md5').ok).toBe(false))
})
