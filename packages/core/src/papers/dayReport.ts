import { cardHistory, mayWipe, wipeRule } from '../cards/index.ts'
import { allRows, type DayPlan, isOnTheDay, progress, type ProgressPoint } from '../day/index.ts'
import { byId, type Production, type Shot } from '../records/index.ts'
import { runStates, shotMarks, shotsDone, takeSeconds, type TakeState, takeStates } from '../takes/index.ts'

export interface TakeLine {
  readonly slate: string
  readonly take: number
  readonly verdict: TakeState['verdict'] | 'false start'
  readonly wild: boolean
  readonly start: string
  readonly end: string
  readonly seconds: number | null
  readonly cameras: string
  readonly sound: string
  readonly notes: string
}

/** A shoot day in figures. */
export interface DayReport {
  readonly title: string
  readonly date: string
  readonly shotsPlanned: number
  readonly shotsDone: number
  readonly takes: number
  readonly goodTakes: number
  readonly takesPerShot: number | null
  readonly recordedSeconds: number
  readonly firstTake: string | null
  readonly lastCut: string | null
  readonly plannedWrap: string
  readonly copies: number
  readonly checkedCopies: number
  readonly bytesCopied: number
  /** How many have the copies that the house rule wants. Whether they hold more than that no report can see. */
  readonly cardsCopied: number
  readonly cards: number
  readonly missingShots: readonly { readonly code: string; readonly sees: string; readonly mustHave: boolean }[]
  readonly missing: readonly string[]
  readonly lines: readonly TakeLine[]
  readonly progress: readonly ProgressPoint[]
  /** Good takes that were logged by a clock that does not show this day: nobody knows when they were. */
  readonly offTheDay: number
}

/** Said beside the number of cards that have their copies. */
export const CARDS_NOT_SEEN =
  'By their copies. Whether a card holds more than they do is seen in Offload, with the card in the reader.'

/** Figures of a day from its order and its ledgers, and what is still missing. */
export function dayReport(production: Production, dayPlan: DayPlan): DayReport {
  const states = takeStates(production, dayPlan.day.id)
  const done = shotsDone(states)
  const ordered = allRows(dayPlan).flatMap((row) => (row.kind === 'shots' ? row.shotIds : []))
  const shots = ordered.flatMap((id): Shot[] => (byId(production.shot, id) ? [production.shot[id]!] : []))
  const { clock } = dayPlan
  const minuteOf = (iso: string) => clock.at(Date.parse(iso))
  // A clock shows the minute that has begun, not the nearest.
  const shown = (iso: string) => Math.floor(minuteOf(iso) + 1e-9)
  const lines = states.map((state) => takeLine(production, state))
  const real = states.filter((state) => !state.take.wild && !state.struck)
  const ofDay = runStates(production).filter((run) => run.dayId === dayPlan.day.id && !run.struck)
  const cards = [
    ...new Set([...states.flatMap((state) => state.take.cardIds), ...ofDay.flatMap((run) => run.cardsNamed)]),
  ]
  const histories = cards.map((id) => ({ id, history: cardHistory(production, id) }))
  const rule = { ...wipeRule(production), school: 'wipe' } as const
  const runs = Object.values(production.copyRun).filter(
    (run) => cards.includes(run.cardId) && run.outcome === 'complete',
  )
  const checked = histories.reduce((sum, { history }) => sum + history.copies.filter((copy) => copy.checked).length, 0)
  const short = histories.filter(({ history }) => !history.alreadyWiped && !mayWipe(history, rule, null).may)
  const marks = shotMarks(production.shotMark, dayPlan.day.id)
  const left = new Set(
    [...marks].filter(([, { type }]) => type === 'dropped' || type === 'not needed').map(([id]) => id),
  )
  const isDone = (id: string) => done.has(id) || marks.get(id)?.type === 'done'
  const missingShots = shots
    .filter((shot) => !isDone(shot.id) && !left.has(shot.id))
    .map(({ code, sees, mustHave }) => ({ code, sees, mustHave }))
  return {
    title: dayPlan.day.title,
    date: dayPlan.day.date,
    shotsPlanned: ordered.filter((id) => !left.has(id)).length,
    shotsDone: shots.filter((shot) => isDone(shot.id) && !left.has(shot.id)).length,
    takes: real.length,
    goodTakes: real.filter((state) => state.verdict === 'good').length,
    takesPerShot: done.size > 0 ? real.length / new Set(real.flatMap((state) => state.take.shotIds)).size : null,
    recordedSeconds: lines.reduce((sum, line) => sum + (line.seconds ?? 0), 0),
    firstTake: states[0] ? clock.text(shown(states[0].take.startedAt)) : null,
    lastCut: states.some((s) => s.cutAt)
      ? clock.text(Math.max(...states.flatMap((s) => (s.cutAt ? [shown(s.cutAt)] : []))))
      : null,
    plannedWrap: clock.text(dayPlan.timeline.wrapMin),
    copies: runs.length,
    checkedCopies: checked,
    bytesCopied: runs.reduce((sum, run) => sum + run.bytes * run.bytesStandFor, 0),
    cards: cards.length,
    cardsCopied: cards.length - short.length,
    missingShots,
    missing: [
      ...shots.flatMap(({ id, code }) => {
        const mark = marks.get(id)
        return mark?.type === 'dropped' ? [`${code} was dropped${mark.reason ? `: ${mark.reason}` : ''}.`] : []
      }),
      ...missingShots.filter((shot) => shot.mustHave).map((shot) => `Must-have ${shot.code} has no good take.`),
      ...short.map(
        ({ id }) => `Card ${production.card[id]?.label ?? '?'} does not have the copies the house rule asks for.`,
      ),
      ...states
        .filter(
          (s) =>
            s.verdict === 'good' &&
            s.take.recorderIds.length === 0 &&
            !s.runs.some((run) => run.device.kind === 'recorder') &&
            !s.take.wild &&
            s.take.shotIds.some((id) => production.shot[id]?.quiet),
        )
        .map((s) => `${s.take.slate} take ${s.take.number} is good but has no sound recorder.`),
      ...states
        .filter((s) => s.cutAt === null && !s.struck)
        .map((s) => `${s.take.slate} take ${s.take.number} was never cut.`),
    ],
    lines,
    progress: progress(production, dayPlan.timeline, states, minuteOf),
    offTheDay: real.filter((s) => s.verdict === 'good' && !isOnTheDay(minuteOf(s.cutAt ?? s.take.startedAt))).length,
  }
}

function takeLine(production: Production, state: TakeState): TakeLine {
  const { take, verdict, struck, cutTimecode, notes, runs } = state
  const letters = (kind: 'camera' | 'recorder') =>
    [
      ...new Set([
        ...(kind === 'camera' ? take.cameraIds : take.recorderIds),
        ...runs.filter((run) => run.device.kind === kind).map((run) => run.device.id),
      ]),
    ]
      .flatMap((id) => (byId(production.camera, id) ?? byId(production.recorder, id))?.letter ?? [])
      .sort()
      .join(' ')
  return {
    slate: take.slate,
    take: take.number,
    verdict: struck ? 'false start' : verdict,
    wild: take.wild,
    start: take.startTimecode,
    end: cutTimecode ?? '',
    seconds: takeSeconds(state),
    cameras: letters('camera'),
    sound: letters('recorder'),
    notes: notes.join('; '),
  }
}
