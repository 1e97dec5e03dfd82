import type { FrameRate } from '../timecode/index.ts'

export interface TimelineClip {
  readonly name: string
  /** First frame and length of the take, counted from 00:00:00:00 at the rate. */
  readonly startFrame: number
  readonly frames: number
  readonly metadata: Readonly<Record<string, unknown>>
}

const rationalTime = (value: number, rate: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value })
const timeRange = (start: number, frames: number, rate: number) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: rationalTime(start, rate),
  duration: rationalTime(frames, rate),
})

/**
 * An OpenTimelineIO timeline: one video track of the clips end to end, media not linked yet but with
 * the range that holds it, so that an editor can relink by timecode.
 * @source OpenTimelineIO file format, schemas Timeline.1, Stack.1, Track.1, Clip.1, MissingReference.1
 */
export function otioTimeline(name: string, rate: FrameRate, clips: readonly TimelineClip[]): object {
  const fps = rate.num / rate.den
  const composable = { effects: [], markers: [], metadata: {} }
  return {
    OTIO_SCHEMA: 'Timeline.1',
    name,
    global_start_time: null,
    metadata: { kavrell: { rateNum: rate.num, rateDen: rate.den, dropFrame: rate.drop } },
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      source_range: null,
      ...composable,
      children: [
        {
          OTIO_SCHEMA: 'Track.1',
          name: 'Good takes',
          kind: 'Video',
          source_range: null,
          ...composable,
          children: clips.map((clip) => ({
            OTIO_SCHEMA: 'Clip.1',
            name: clip.name,
            effects: [],
            markers: [],
            metadata: { kavrell: clip.metadata },
            source_range: timeRange(clip.startFrame, clip.frames, fps),
            media_reference: {
              OTIO_SCHEMA: 'MissingReference.1',
              name: clip.name,
              metadata: {},
              available_range: timeRange(clip.startFrame, clip.frames, fps),
            },
          })),
        },
      ],
    },
  }
}
