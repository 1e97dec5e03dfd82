import type { DayPlan } from '../day/index.ts'
import { byId, type Production, type Shot } from '../records/index.ts'
import { captureRate, masterDeliverable } from '../shotlist/index.ts'
import { type RunState, runSeconds, runStates, type TakeState, takeStates } from '../takes/index.ts'
import { differenceFrames, type FrameRate, parseTimecode } from '../timecode/index.ts'
import { otioTimeline, type TimelineClip, type TimelineMarker, type TimelineTrack } from './openTimelineIo.ts'

/**
 * A day as an OpenTimelineIO timeline: every run of every device in place, named by its takes, notes as markers. What
 * was struck is left out; what still rolls has no end to be laid by.
 */
export function dayTimelineOtio(production: Production, dayPlan: DayPlan): object {
  const states = takeStates(production, dayPlan.day.id).filter((state) => !state.struck)
  const runs = runStates(production).filter(
    (run) => run.dayId === dayPlan.day.id && !run.struck && run.stop !== null && takesOf(run, states, true),
  )
  const firstMs = Math.min(...runs.map((run) => Date.parse(run.start.at)))
  const tracks = [
    ...tracksOf(production, runs, states, firstMs, 'camera'),
    ...tracksOf(production, runs, states, firstMs, 'recorder'),
  ]
  return otioTimeline(`${production.production.title} ${dayPlan.day.title}`, rateOfDay(production, runs), tracks)
}

function rateOfDay(production: Production, [first]: readonly RunState[]): FrameRate {
  if (first) return first.rate
  const master = masterDeliverable(production)
  return { num: master?.rateNum ?? 25, den: master?.rateDen ?? 1, drop: master?.dropFrame ?? false }
}

function takesOf(run: RunState, states: readonly TakeState[], keepsLoose: boolean): TakeState[] | null {
  const own = states.filter((state) => state.runs.some((one) => one.id === run.id))
  // A device of a take that was struck recorded nothing anybody wants; one that ran by itself may have.
  return own.length > 0 || (keepsLoose && run.takeId === null) ? own : null
}

function tracksOf(
  production: Production,
  runs: readonly RunState[],
  states: readonly TakeState[],
  firstMs: number,
  kind: 'camera' | 'recorder',
): TimelineTrack[] {
  const listed: readonly { readonly id: string; readonly letter: string; readonly of: string }[] =
    kind === 'camera'
      ? Object.values(production.camera).map((camera) => ({ ...camera, of: camera.lineCut ? 'Line cut' : 'Camera' }))
      : Object.values(production.recorder).map((recorder) => ({ ...recorder, of: 'Sound' }))
  const devices = [...listed].sort((a, b) => (a.letter < b.letter ? -1 : 1))
  return devices.flatMap((device): TimelineTrack[] => {
    const own = runs.filter((run) => run.device.kind === kind && run.device.id === device.id)
    const clips = own.flatMap((run) =>
      clipOf(production, run, takesOf(run, states, true) ?? [], device.letter, firstMs),
    )
    return clips.length === 0
      ? []
      : [{ name: `${device.of} ${device.letter}`, kind: kind === 'camera' ? 'Video' : 'Audio', clips }] // prettier-ignore
  })
}

const takeName = ({ take }: TakeState) => (take.wild ? `Wild sound ${take.slate}` : `${take.slate} take ${take.number}`)

function clipOf(
  production: Production,
  run: RunState,
  takes: readonly TakeState[],
  letter: string,
  firstMs: number,
): TimelineClip[] {
  const start = parseTimecode(run.start.timecode, run.rate)
  const length = differenceFrames(run.start.timecode, run.stop!.timecode, run.rate)
  if (!start.ok || !length.ok) return []
  const shots = takes.flatMap(({ take }) => take.shotIds.flatMap((id): Shot[] => (byId(production.shot, id) ? [production.shot[id]!] : []))) // prettier-ignore
  const shot = shots.find((one) => one.cameraId === run.device.id)
  const fps = shot && run.device.kind === 'camera' ? captureRate(shot) : run.rate.num / run.rate.den
  const seconds = runSeconds(run)
  return [
    {
      name: `${takes.map(takeName).join(', ') || `of no take, ${run.start.timecode}`} ${letter}`,
      rate: run.rate,
      atSeconds: (Date.parse(run.start.at) - firstMs) / 1000,
      startFrame: start.value,
      frames: length.value,
      markers: takes.flatMap((state) => markersOf(production, state, run, start.value, length.value, takes.length > 1)),
      metadata: {
        device: letter,
        card: byId(production.card, run.cardId)?.label ?? null,
        unit: byId(production.unit, run.unitId)?.name ?? null,
        startTimecode: run.start.timecode,
        endTimecode: run.stop!.timecode,
        dropFrame: run.rate.drop,
        known: run.how,
        stopped: run.stop!.how,
        takes: takes.map((state) => ({
          slate: state.take.slate,
          take: state.take.number,
          wild: state.take.wild,
          verdict: state.verdict,
          best: state.best,
          shots: state.take.shotIds.flatMap((id) => byId(production.shot, id)?.code ?? []),
          notes: state.notes,
        })),
        // Slow motion lasts longer in its file than by the clock that the range is counted on.
        captureFps: fps,
        framesInFile: seconds === null ? null : Math.round(seconds * fps),
      },
    },
  ]
}

/** Notes where they were said; where a run holds several takes, each of them at its start. */
function markersOf(
  production: Production,
  state: TakeState,
  run: RunState,
  startFrame: number,
  frames: number,
  several: boolean,
): TimelineMarker[] {
  const within = (label: string): number | null => {
    const ahead = differenceFrames(run.start.timecode, label, run.rate)
    return ahead.ok && ahead.value <= frames ? startFrame + ahead.value : null
  }
  const atStart = within(state.take.startTimecode) ?? startFrame
  const notes = state.notes.map((comment, i): TimelineMarker => {
    const said = byId(production.takeEvent, state.noteIds[i])?.timecode ?? ''
    return { name: 'note', comment, frame: within(said) ?? startFrame + frames - 1 }
  })
  return [...(several ? [{ name: takeName(state), comment: state.verdict, frame: atStart }] : []), ...notes]
}
