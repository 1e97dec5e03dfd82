import type { FrameRate } from '../timecode/index.ts'

export interface TimelineClip {
  readonly name: string
  /** Its own rate: a day may be begun at one and gone on with at another. */
  readonly rate: Pick<FrameRate, 'num' | 'den'>
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

const composable = { effects: [], markers: [], metadata: {} }
const track = (name: string, kind: 'Video' | 'Audio', clips: readonly TimelineClip[]) => ({
  OTIO_SCHEMA: 'Track.1',
  name,
  kind,
  source_range: null,
  ...composable,
  children: clips.map((clip) => {
    const range = timeRange(clip.startFrame, clip.frames, clip.rate.num / clip.rate.den)
    return {
      OTIO_SCHEMA: 'Clip.1',
      name: clip.name,
      effects: [],
      markers: [],
      metadata: { kavrell: clip.metadata },
      source_range: range,
      media_reference: { OTIO_SCHEMA: 'MissingReference.1', name: clip.name, metadata: {}, available_range: range },
    }
  }),
})

/**
 * An OpenTimelineIO timeline: one video track of the takes end to end, and one audio track of wild sounds where there
 * are any; media not linked yet but with the range that holds it, so that an editor can relink by timecode.
 * @param rate of the timeline, for whoever reads it: each clip is counted in its own
 * @source OpenTimelineIO file format, schemas Timeline.1, Stack.1, Track.1, Clip.1, MissingReference.1
 */
export function otioTimeline(
  name: string,
  rate: FrameRate,
  takes: readonly TimelineClip[],
  wildSounds: readonly TimelineClip[] = [],
): object {
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
        track('Good takes', 'Video', takes),
        ...(wildSounds.length > 0 ? [track('Wild sound', 'Audio', wildSounds)] : []),
      ],
    },
  }
}
