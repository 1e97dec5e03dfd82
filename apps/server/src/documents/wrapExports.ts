import { otioTimeline, toCsv } from '@kavrell/core/formats'
import { takeStates } from '@kavrell/core/pace'
import { byId, type Production } from '@kavrell/core/production'
import { type DayPlan, masterDeliverable } from '@kavrell/core/snags'
import { differenceFrames, parseTimecode } from '@kavrell/core/timecode'
import type { DayReport } from '@kavrell/core/wrap'

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

/** The day's good takes as an OpenTimelineIO timeline, in the order they were shot. */
export function goodTakesOtio(production: Production, plan: DayPlan): object {
  const master = masterDeliverable(production)
  const good = takeStates(production, plan.day.id).filter(
    (state) => state.verdict === 'good' && state.cutTimecode !== null,
  )
  const first = good[0]?.take
  const rate = first
    ? { num: first.rateNum, den: first.rateDen, drop: first.dropFrame }
    : { num: master?.rateNum ?? 25, den: master?.rateDen ?? 1, drop: master?.dropFrame ?? false }
  const clips = good.flatMap(({ take, cutTimecode, notes }) => {
    const own = { num: take.rateNum, den: take.rateDen, drop: take.dropFrame }
    const start = parseTimecode(take.startTimecode, own),
      length = differenceFrames(take.startTimecode, cutTimecode!, own)
    if (!start.ok || !length.ok) return []
    return [
      {
        name: `${take.slate} take ${take.number}`,
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
          shots: take.shotIds.flatMap((id) => byId(production.shot, id)?.code ?? []),
        },
      },
    ]
  })
  return otioTimeline(`${production.production.title} ${plan.day.title}`, rate, clips)
}
