import { describe, expect, test } from 'vitest'
import { otioTimeline, type TimelineClip } from './openTimelineIo.ts'

const ntsc = { num: 24000, den: 1001, drop: false }
const pal = { num: 25, den: 1, drop: false }
const clip = (name: string, atSeconds: number, more: Partial<TimelineClip> = {}): TimelineClip => ({
  name,
  rate: ntsc,
  atSeconds,
  startFrame: 100,
  frames: 48,
  markers: [],
  metadata: { take: 1 },
  ...more,
})

interface Time {
  readonly OTIO_SCHEMA: string
  readonly value: number
  readonly rate: number
}
interface Item {
  readonly OTIO_SCHEMA: string
  readonly name: string
  readonly source_range: { readonly OTIO_SCHEMA: string; readonly start_time: Time; readonly duration: Time }
  readonly markers: readonly {
    readonly OTIO_SCHEMA: string
    readonly comment: string
    readonly marked_range: Item['source_range']
  }[]
  readonly media_reference?: { readonly available_range: Item['source_range'] }
}
/** A reader of its own: where each clip begins, in seconds, as the format says that a track is read. */
function read(timeline: object) {
  const { OTIO_SCHEMA, tracks } = timeline as { OTIO_SCHEMA: string; tracks: { OTIO_SCHEMA: string; children: { OTIO_SCHEMA: string; name: string; kind: string; children: Item[] }[] } } // prettier-ignore
  expect([OTIO_SCHEMA, tracks.OTIO_SCHEMA]).toEqual(['Timeline.1', 'Stack.1'])
  return tracks.children.map((track) => {
    expect(track.OTIO_SCHEMA).toBe('Track.1')
    let at = 0
    const clips: { name: string; at: number; item: Item }[] = []
    for (const item of track.children) {
      expect(['Clip.1', 'Gap.1']).toContain(item.OTIO_SCHEMA)
      const { start_time, duration } = item.source_range
      expect(start_time.rate).toBe(duration.rate)
      expect(Number.isInteger(duration.value) && duration.value > 0).toBe(true)
      if (item.OTIO_SCHEMA === 'Clip.1') clips.push({ name: item.name, at, item })
      at += duration.value / duration.rate
    }
    return { name: track.name, kind: track.kind, clips }
  })
}

describe('a timeline', () => {
  test('holds each clip with its exact range, counted at its own rate, where it lies', () => {
    const [track] = read(
      otioTimeline('Day', ntsc, [
        { name: 'Camera A', kind: 'Video', clips: [clip('b', 60, { rate: pal }), clip('a', 0)] },
      ]),
    )
    expect(track!.clips.map(({ name, at }) => [name, Math.round(at * 10) / 10])).toEqual([['a', 0], ['b', 60]]) // prettier-ignore
    expect(track!.clips.map(({ item }) => item.source_range.duration.rate)).toEqual([24000 / 1001, 25])
    expect(track!.clips[0]!.item.media_reference!.available_range).toEqual(track!.clips[0]!.item.source_range)
  })
  test('a device that begins later waits for it, so that tracks lie beside one another', () => {
    const tracks = read(
      otioTimeline('Day', pal, [
        { name: 'Camera A', kind: 'Video', clips: [clip('a', 0, { rate: pal })] },
        { name: 'Sound R', kind: 'Audio', clips: [clip('r', 1.4, { rate: pal })] },
      ]),
    )
    expect(tracks.map(({ name, kind, clips }) => [name, kind, clips[0]!.at])).toEqual([
      ['Camera A', 'Video', 0],
      ['Sound R', 'Audio', 1.4],
    ])
  })
  test('clips that follow one another at once have no gap between them', () => {
    const [track] = read(otioTimeline('Day', pal, [{ name: 'A', kind: 'Video', clips: [clip('a', 0, { rate: pal, frames: 25 }), clip('b', 1, { rate: pal })] }])) // prettier-ignore
    expect(track!.clips.map(({ at }) => at)).toEqual([0, 1])
  })
  test('notes are markers on their frame', () => {
    const [track] = read(otioTimeline('Day', pal, [{ name: 'A', kind: 'Video', clips: [clip('a', 0, { rate: pal, markers: [{ name: 'note', comment: 'gulls', frame: 120 }] })] }])) // prettier-ignore
    expect(track!.clips[0]!.item.markers).toMatchObject([{ OTIO_SCHEMA: 'Marker.2', comment: 'gulls', marked_range: { start_time: { value: 120, rate: 25 } } }]) // prettier-ignore
  })
})
