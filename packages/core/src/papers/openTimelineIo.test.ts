import { describe, expect, test } from 'vitest'
import { otioTimeline } from './openTimelineIo.ts'

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
