import type { DayPlan } from '../day/index.ts'
import { byId, type Production, type Shot } from '../records/index.ts'
import { captureRate, operatorOf } from '../shotlist/index.ts'
import { type RunState, runSeconds, runStates, takeSeconds, type TakeState, takeStates } from '../takes/index.ts'
import { stopName } from '../text/index.ts'

/** Who a log of a day is for. */
export const SET_LOGS = ['camera', 'sound', 'editor'] as const
export type SetLogKind = (typeof SET_LOGS)[number]

/** One device in one take, or a run of no take. */
export interface SetLogLine {
  readonly unit: string
  readonly scene: string
  readonly shot: string
  readonly slate: string
  readonly take: number | null
  readonly device: string
  readonly card: string
  readonly start: string
  readonly stop: string
  readonly seconds: number | null
  /** Frames a second that it recorded, where that is not the rate of the timecode. */
  readonly captureFps: number | null
  readonly lens: string
  readonly tStop: string
  readonly filter: string
  readonly operator: string
  readonly verdict: string
  readonly known: string
  readonly note: string
}

export interface SetLog {
  readonly kind: SetLogKind
  readonly title: string
  readonly day: string
  readonly date: string
  /** What it is narrowed to, in words; empty for all of the day. */
  readonly only: string
  readonly lines: readonly SetLogLine[]
}

interface Row {
  readonly state: TakeState | null
  readonly run: RunState | null
}

/** Of each log, its columns in their turn. */
export const LOG_COLUMNS: Readonly<Record<SetLogKind, readonly (keyof SetLogLine)[]>> = {
  camera: ['unit', 'scene', 'shot', 'slate', 'take', 'device', 'card', 'start', 'stop', 'seconds', 'captureFps', 'lens', 'tStop', 'filter', 'operator', 'verdict', 'known', 'note'], // prettier-ignore
  sound: ['unit', 'scene', 'slate', 'take', 'device', 'card', 'start', 'stop', 'seconds', 'operator', 'verdict', 'known', 'note'], // prettier-ignore
  editor: ['unit', 'scene', 'shot', 'slate', 'take', 'verdict', 'note', 'device', 'card', 'start', 'stop', 'seconds', 'captureFps', 'known'], // prettier-ignore
}

const VERDICT = { good: 'good', 'no-good': 'no good', open: '' } as const
const KNOWN: Readonly<Record<RunState['how'], string>> = {
  key: 'key',
  device: 'device',
  file: 'read off its file',
  afterwards: 'said later',
  take: 'with the take',
}

const verdictOf = ({ verdict, best, struck, cutAt }: TakeState): string =>
  struck ? 'false start' : best ? 'best' : cutAt === null ? 'rolls' : VERDICT[verdict]

/** A number as people write it, such as 23.976. */
const rateText = (fps: number) => Math.round(fps * 1000) / 1000

/**
 * What was recorded on a day, device by device: for the camera, the sound or the editor.
 * @param onlyId a unit, a camera, a recorder or a card that it is narrowed to; null for all
 */
export function setLog(production: Production, dayPlan: DayPlan, kind: SetLogKind, onlyId: string | null): SetLog {
  const { day } = dayPlan
  const states = takeStates(production, day.id)
  const inTakes = new Set(states.flatMap((state) => state.runs.map((run) => run.id)))
  const loose = runStates(production).filter((run) => run.dayId === day.id && !run.struck && !inTakes.has(run.id))
  const rows: Row[] = []
  for (const state of states) {
    if (state.runs.length === 0) rows.push({ state, run: null })
    for (const run of state.runs) rows.push({ state, run })
  }
  for (const run of loose) rows.push({ state: null, run })
  const wanted = rows.filter(({ state, run }) => {
    if (kind !== 'editor' && run && run.device.kind !== (kind === 'camera' ? 'camera' : 'recorder')) return false
    if (kind !== 'editor' && !run) return false
    if (onlyId === null) return true
    return (
      (run?.unitId ?? state?.take.unitId) === onlyId ||
      run?.device.id === onlyId ||
      run?.cardId === onlyId ||
      (run?.cardId === null && run.cardsNamed.some((id) => id === onlyId && holds(production, run, id)))
    )
  })
  return {
    kind,
    title: production.production.title,
    day: day.title,
    date: day.date,
    only: nameOfOnly(production, onlyId),
    lines: wanted.map(({ state, run }) => line(production, state, run)),
  }
}

/** Whether a card is of the device of a run that only knows the cards of its take. */
function holds(production: Production, run: RunState, cardId: string): boolean {
  const card = byId(production.card, cardId)
  return card !== undefined && (card.cameraId === run.device.id || card.recorderId === run.device.id)
}

function nameOfOnly(production: Production, id: string | null): string {
  if (id === null) return ''
  const camera = byId(production.camera, id)
  const recorder = byId(production.recorder, id)
  const card = byId(production.card, id)
  return camera ? `camera ${camera.letter}` : recorder ? `recorder ${recorder.letter}` : card ? `card ${card.label}` : (byId(production.unit, id)?.name ?? '') // prettier-ignore
}

function line(production: Production, state: TakeState | null, run: RunState | null): SetLogLine {
  const device =
    run?.device.kind === 'camera' ? byId(production.camera, run.device.id) : byId(production.recorder, run?.device.id)
  const shots = (state?.take.shotIds ?? []).flatMap((id): Shot[] =>
    byId(production.shot, id) ? [production.shot[id]!] : [],
  )
  const shot = shots.find((one) => run?.device.kind === 'camera' && one.cameraId === run.device.id)
  const about = shot ?? shots[0]
  const scenes = [...new Set(shots.flatMap((one) => byId(production.scene, one.sceneId)?.number ?? []))]
  const fps = shot && captureRate(shot)
  const label = run ? run.rate.num / run.rate.den : 0
  const cardId = run && (run.cardId ?? run.cardsNamed.find((id) => holds(production, run, id)) ?? null)
  const operatorId = shot ? operatorOf(production, shot) : device && 'operatorId' in device ? device.operatorId : null
  return {
    unit: byId(production.unit, run?.unitId ?? state?.take.unitId)?.name ?? '',
    scene: scenes.join(' '),
    shot: (shot ? [shot] : shots).map((one) => one.code).join(' '),
    slate: state?.take.slate ?? '',
    take: state && !state.take.wild ? state.take.number : null,
    device: device?.letter ?? '',
    card: byId(production.card, cardId)?.label ?? '',
    start: run?.start.timecode ?? state?.take.startTimecode ?? '',
    stop: run ? (run.stop?.timecode ?? '') : (state?.cutTimecode ?? ''),
    seconds: run ? runSeconds(run) : state && takeSeconds(state),
    captureFps: fps && Math.abs(fps - label) > 0.01 ? rateText(fps) : null,
    lens: shot ? `${shot.focalLengthMm} mm` : '',
    tStop: shot ? stopName(shot.tStop) : '',
    filter: shot ? [shot.ndStops > 0 ? `ND ${shot.ndStops} stops` : '', shot.diffusion].filter(Boolean).join(', ') : '',
    operator: byId(production.person, operatorId)?.name ?? '',
    verdict: state ? (state.take.wild ? `wild ${verdictOf(state)}`.trim() : verdictOf(state)) : 'of no take',
    known: run ? KNOWN[run.how] : '',
    note: [...(state?.notes ?? []), run?.corrections.at(-1)?.reason ?? '', state?.take.wild && about ? `for ${about.code}` : ''].filter(Boolean).join('; '), // prettier-ignore
  }
}
