import type { FrameRate } from '../timecode/index.ts'

/** What a device recorded without a break, where it lies in the day. */
export interface TimelineClip {
  readonly name: string
  /** Its own rate: a day may be begun at one and gone on with at another. */
  readonly rate: Pick<FrameRate, 'num' | 'den'>
  /** Seconds after the first clip of all begins. */
  readonly atSeconds: number
  /** First frame and length, counted from 00:00:00:00 at the rate. */
  readonly startFrame: number
  readonly frames: number
  readonly markers: readonly TimelineMarker[]
  readonly metadata: Readonly<Record<string, unknown>>
}

export interface TimelineMarker {
  readonly name: string
  readonly comment: string
  /** Frame of the clip's own count. */
  readonly frame: number
}

export interface TimelineTrack {
  readonly name: string
  readonly kind: 'Video' | 'Audio'
  readonly clips: readonly TimelineClip[]
}

const rationalTime = (value: number, rate: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value })
const timeRange = (start: number, frames: number, rate: number) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: rationalTime(start, rate),
  duration: rationalTime(frames, rate),
})
const composable = { effects: [], markers: [], metadata: {} }

const gap = (frames: number, rate: number) => ({
  OTIO_SCHEMA: 'Gap.1',
  name: '',
  source_range: timeRange(0, frames, rate),
  ...composable,
})

/** Less than a frame between two clips is none. */
const asFrames = (seconds: number, { num, den }: TimelineClip['rate']) => Math.round((seconds * num) / den)

function track({ name, kind, clips }: TimelineTrack) {
  let filledS = 0
  const children = [...clips]
    .sort((a, b) => a.atSeconds - b.atSeconds)
    .flatMap((clip) => {
      const { num, den } = clip.rate
      const rate = num / den
      const before = asFrames(clip.atSeconds - filledS, clip.rate)
      filledS = Math.max(filledS, clip.atSeconds) + (clip.frames * den) / num
      const range = timeRange(clip.startFrame, clip.frames, rate)
      const placed = {
        OTIO_SCHEMA: 'Clip.1',
        name: clip.name,
        effects: [],
        markers: clip.markers.map((marker) => ({
          OTIO_SCHEMA: 'Marker.2',
          name: marker.name,
          comment: marker.comment,
          color: 'WHITE',
          marked_range: timeRange(marker.frame, 1, rate),
          metadata: {},
        })),
        metadata: { kavrell: clip.metadata },
        source_range: range,
        media_reference: { OTIO_SCHEMA: 'MissingReference.1', name: clip.name, metadata: {}, available_range: range },
      }
      return before > 0 ? [gap(before, rate), placed] : [placed]
    })
  return { OTIO_SCHEMA: 'Track.1', name, kind, source_range: null, ...composable, children }
}

/**
 * An OpenTimelineIO timeline: a track for each camera and each sound source, every run where it lies in the day; media
 * not linked yet but with the range that holds it, so that an editor can relink by timecode.
 * @param rate of the timeline, for whoever reads it: each clip is counted in its own
 * @source OpenTimelineIO file format, schemas Timeline.1, Stack.1, Track.1, Clip.1, Gap.1, Marker.2, MissingReference.1
 */
export function otioTimeline(name: string, rate: FrameRate, tracks: readonly TimelineTrack[]): object {
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
      children: tracks.map(track),
    },
  }
}
