import type { DayPlan } from '@kavrell/core/day'
import { type DayReport, otioTimeline, type TimelineClip } from '@kavrell/core/papers'
import { byId, type Production } from '@kavrell/core/records'
import { masterDeliverable } from '@kavrell/core/shotlist'
import { type TakeState, takeStates } from '@kavrell/core/takes'
import { toCsv } from '@kavrell/core/text'
import { differenceFrames, parseTimecode } from '@kavrell/core/timecode'

export const takesCsv = (report: DayReport): string =>
  toCsv(
    ['slate', 'take', 'verdict', 'wild', 'start', 'end', 'seconds', 'cameras', 'sound', 'notes'],
    report.lines.map((l) => [
      l.slate,
      l.take,
      l.verdict,
      l.wild,
      l.start,
      l.end,
      l.seconds === null ? null : Math.round(l.seconds * 1000) / 1000,
      l.cameras,
      l.sound,
      l.notes,
    ]),
  )

/** The day's good takes as an OpenTimelineIO timeline, in the order they were shot, wild sounds on a track of their own. */
export function goodTakesOtio(production: Production, dayPlan: DayPlan): object {
  const master = masterDeliverable(production)
  // Nobody judges a wild sound: it is kept unless somebody said no.
  const kept = takeStates(production, dayPlan.day.id).filter(
    ({ take, verdict, cutTimecode }) =>
      cutTimecode !== null && (take.wild ? verdict !== 'no-good' : verdict === 'good'),
  )
  const first = kept[0]?.take
  const rate = first
    ? { num: first.rateNum, den: first.rateDen, drop: first.dropFrame }
    : { num: master?.rateNum ?? 25, den: master?.rateDen ?? 1, drop: master?.dropFrame ?? false }
  const clipOf = ({ take, cutTimecode, notes }: TakeState): TimelineClip[] => {
    const own = { num: take.rateNum, den: take.rateDen, drop: take.dropFrame }
    const start = parseTimecode(take.startTimecode, own),
      length = differenceFrames(take.startTimecode, cutTimecode!, own)
    if (!start.ok || !length.ok) return []
    const shots = take.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
    return [
      {
        name: take.wild ? `Wild sound ${take.slate}` : `${take.slate} take ${take.number}`,
        rate: own,
        startFrame: start.value,
        frames: length.value,
        metadata: {
          slate: take.slate,
          take: take.number,
          wild: take.wild,
          startTimecode: take.startTimecode,
          endTimecode: cutTimecode,
          notes,
          cameras: take.cameraIds.flatMap((id) => byId(production.camera, id)?.letter ?? []),
          sound: take.recorderIds.flatMap((id) => byId(production.recorder, id)?.letter ?? []),
          shots: shots.map((shot) => shot.code),
          // Slow motion lasts longer in its file than by the clock that the range is counted on.
          captureFps: shots.map((shot) => shot.fpsNum / shot.fpsDen),
        },
      },
    ]
  }
  const clips = (wild: boolean) => kept.filter(({ take }) => take.wild === wild).flatMap(clipOf)
  return otioTimeline(`${production.production.title} ${dayPlan.day.title}`, rate, clips(false), clips(true))
}
