import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { clock, hashListText, otioTimeline, parseClock, parseHashList, toCsv } from './index.ts'

describe('clock times', () => {
  test.each([
    [0, '00:00'],
    [415, '06:55'],
    [1439.6, '00:00 +1'],
    [1470, '00:30 +1'],
    [-5, '23:55 −1'],
  ])('%s minutes read %s', (minutes, text) => expect(clock(minutes)).toBe(text))
  test.each([
    ['6:55', 415],
    ['0655', 415],
    ['06.55', 415],
    ['00:30 +1', 1470],
    ['25:61', null],
    ['24:00', null],
    ['noon', null],
    ['', null],
  ])('%j is %s', (text, minutes) => expect(parseClock(text)).toBe(minutes))
  test('what is written can be read again', () =>
    fc.assert(fc.property(fc.integer({ min: 0, max: 2879 }), (m) => parseClock(clock(m)) === m)))
})

describe('CSV', () => {
  test('quotes what must be quoted', () =>
    expect(
      toCsv(
        ['a', 'b'],
        [
          ['x,"y"', 'line\nbreak'],
          [1.5, null],
          [true, 'plain'],
        ],
      ),
    ).toBe('a,b\r\n"x,""y""","line\nbreak"\r\n1.5,\r\ntrue,plain\r\n'))
  test.each(['=1+1', '+cmd', '-2', '@sum', '\tx'])('%j does not run in a spreadsheet', (text) =>
    expect(
      toCsv(['a'], [[text]])
        .split('\r\n')[1]!
        .replace(/^"/, ''),
    ).toMatch(/^'/),
  )
  test('a negative number stays a number', () => expect(toCsv(['a'], [[-2]])).toBe('a\r\n-2\r\n'))
})

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

describe('a timeline', () => {
  interface Track {
    readonly name: string
    readonly kind: string
    readonly children: readonly { name: string; source_range: object; media_reference: Record<string, unknown> }[]
  }
  const ntsc = { num: 24000, den: 1001, drop: false }
  const clip = (name: string, rate = ntsc) => ({ name, rate, startFrame: 100, frames: 48, metadata: { take: 1 } })
  const tracks = (...clips: Parameters<typeof otioTimeline> extends [unknown, unknown, ...infer C] ? C : never) =>
    (otioTimeline('Day', ntsc, ...clips) as { tracks: { children: Track[] } }).tracks.children
  const range = (rate: number) => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: { OTIO_SCHEMA: 'RationalTime.1', rate, value: 100 },
    duration: { OTIO_SCHEMA: 'RationalTime.1', rate, value: 48 },
  })
  test('holds each clip with its exact range, counted at its own rate', () => {
    const [track] = tracks([clip('1A take 1'), clip('1A take 2', { num: 25, den: 1, drop: false })])
    expect(track!.children.map((c) => c.source_range)).toEqual([range(24000 / 1001), range(25)])
    expect(track!.children[0]!.media_reference).toMatchObject({
      OTIO_SCHEMA: 'MissingReference.1',
      available_range: range(24000 / 1001),
    })
  })
  test('has a track of sound where there is wild sound, and none where there is none', () => {
    const kinds = (given: Track[]) => given.map(({ name, kind, children }) => [name, kind, children.length])
    expect(kinds(tracks([clip('a')]))).toEqual([['Good takes', 'Video', 1]])
    expect(kinds(tracks([], [clip('W1')]))).toEqual([
      ['Good takes', 'Video', 0],
      ['Wild sound', 'Audio', 1],
    ])
  })
})
