import type { Correction, Id, Production, ShotMark, Take, TakeEvent } from '../records/index.ts'
import { differenceFrames, secondsOfFrames } from '../timecode/index.ts'
import { byEntry, gathered, type RunState, runStates, type SetLog } from './runs.ts'

/** A take as it stands after all that was logged about it. */
export interface TakeState {
  /** With its slate, number, row and shots as they were put right. */
  readonly take: Take
  readonly verdict: 'good' | 'no-good' | 'open'
  /** The best of its slate, as somebody said. */
  readonly best: boolean
  /** A false start: it happened, and does not count. */
  readonly struck: boolean
  /** Null while it rolls. */
  readonly cutTimecode: string | null
  readonly cutAt: string | null
  /** As they were put right, with the entry each is. */
  readonly notes: readonly string[]
  readonly noteIds: readonly Id<'takeEvent'>[]
  /** What its devices recorded while it lasted, runs that began before it and outlived it among them. */
  readonly runs: readonly RunState[]
  /** Entries of others who pressed at the same moment for the same take. */
  readonly twins: readonly Id<'take'>[]
  /** Another take of another moment has the same slate and number. */
  readonly double: boolean
  /** Oldest first. */
  readonly corrections: readonly Correction[]
}

/** Two people of a unit who start a slate within this are one take. */
const TOGETHER_MS = 10_000

/**
 * Folds the ledgers of a day: the newest verdict and the first cut count, notes pile up, corrections stand in place of
 * what they name. Two entries of one unit, slate and number that begin together are one take.
 */
export function takeStates(log: Pick<Production, 'take' | 'takeEvent'> & Partial<SetLog>, dayId: string): TakeState[] {
  const whole: SetLog = { run: {}, runStop: {}, correction: {}, ...log }
  const events = gathered(Object.values(whole.takeEvent), (event) => event.takeId)
  const corrections = gathered(Object.values(whole.correction), (one) => one.takeId)
  const ofNotes = gathered(Object.values(whole.correction), (one) => one.eventId)
  const runs = runStates(whole).filter((run) => run.dayId === dayId && !run.struck)
  const ofTake = gathered(runs, (run) => run.takeId)
  // Nearly every run ends with its take: only the others can be of more than one.
  const long = runs.filter((run) => {
    if (run.how === 'take') return false
    const cut = run.takeId === null ? undefined : events.get(run.takeId)?.find((event) => event.type === 'cut')
    return cut === undefined || run.stop === null || run.stop.at > cut.happenedAt
  })
  const takes = Object.values(whole.take)
    .filter((take) => take.dayId === dayId)
    .sort((a, b) => (a.startedAt < b.startedAt ? -1 : a.startedAt > b.startedAt ? 1 : a.id < b.id ? -1 : 1))
    .map((take) => reslated(take, (corrections.get(take.id) ?? []).sort(byEntry)))
  const groups = together(takes)
  const bestOf = new Map<string, string>()
  const states = groups.map((group): TakeState => {
    const [{ take, corrections: first }, ...twins] = group as [Reslated, ...Reslated[]]
    const own = group
      .flatMap((one) => events.get(one.take.id) ?? [])
      .sort((a, b) => (a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1))
    const state = folded(take, own, ofNotes)
    if (state.best) bestOf.set(`${take.unitId} ${take.slate}`, take.id)
    const ids = new Set(group.map((one) => one.take.id as string))
    return {
      ...state,
      runs: [
        ...group.flatMap((one) => ofTake.get(one.take.id) ?? []),
        ...long.filter((run) => !ids.has(run.takeId ?? '') && outlives(run, state)),
      ].sort(byStart),
      twins: twins.map((one) => one.take.id),
      double: false,
      corrections: [...first, ...twins.flatMap((one) => one.corrections)],
    }
  })
  const named = gathered(
    states.filter((state) => !state.struck && !state.take.wild),
    ({ take }) => `${take.slate} ${take.number}`,
  )
  return states.map((state) => ({
    ...state,
    // Whoever is said to be the best last is it.
    best: state.best && bestOf.get(`${state.take.unitId} ${state.take.slate}`) === state.take.id,
    double: !state.struck && (named.get(`${state.take.slate} ${state.take.number}`)?.length ?? 0) > 1,
  }))
}

interface Reslated {
  readonly take: Take
  readonly corrections: readonly Correction[]
}

function reslated(take: Take, corrections: readonly Correction[]): Reslated {
  const said = corrections.findLast((one) => one.reslates)
  if (!said) return { take, corrections }
  const { slate, number, orderItemId, shotIds } = said
  return { take: { ...take, slate: slate || take.slate, number, orderItemId, shotIds }, corrections }
}

const byStart = (a: RunState, b: RunState) => (a.start.at < b.start.at ? -1 : a.start.at > b.start.at ? 1 : 0)

/** Takes of one moment, in groups of one nearly always. */
function together(takes: readonly Reslated[]): Reslated[][] {
  const groups: Reslated[][] = []
  const open = new Map<string, Reslated[]>()
  for (const one of takes) {
    const { take } = one
    const key = `${take.unitId} ${take.wild} ${take.slate} ${take.number}`
    const group = open.get(key)
    const first = group?.[0]
    if (group && Date.parse(take.startedAt) - Date.parse(first!.take.startedAt) <= TOGETHER_MS) group.push(one)
    else {
      const begun = [one]
      groups.push(begun)
      open.set(key, begun)
    }
  }
  return groups
}

function folded(
  take: Take,
  own: readonly TakeEvent[],
  ofNotes: ReadonlyMap<string, Correction[]>,
): Omit<TakeState, 'runs' | 'twins' | 'double' | 'corrections'> {
  const cut = own.find((event) => event.type === 'cut')
  const verdict = own.filter(({ type }) => type === 'good' || type === 'best' || type === 'no-good' || type === 'open').at(-1)?.type // prettier-ignore
  const struck = own.filter(({ type }) => type === 'struck' || type === 'restored').at(-1)?.type === 'struck'
  const notes = own
    .filter((event) => event.type === 'note')
    .map((event) => ({ id: event.id, text: (ofNotes.get(event.id) ?? []).sort(byEntry).at(-1)?.text ?? event.text }))
    .filter((note) => note.text !== '')
  return {
    take,
    cutTimecode: cut?.timecode ?? null,
    cutAt: cut?.happenedAt ?? null,
    verdict: verdict === 'best' ? 'good' : verdict === 'good' || verdict === 'no-good' ? verdict : 'open',
    best: verdict === 'best',
    struck,
    notes: notes.map((note) => note.text),
    noteIds: notes.map((note) => note.id),
  }
}

/** Whether a run of no take of its own, or of an earlier one, rolled while a take did. */
function outlives(run: RunState, { take, cutAt }: Pick<TakeState, 'take' | 'cutAt'>): boolean {
  if (run.how === 'take' || run.unitId !== take.unitId || run.takeId === take.id) return false
  if (take.wild && run.device.kind === 'camera') return false
  const begins = cutAt === null || run.start.at < cutAt
  return begins && (run.stop === null || run.stop.at > take.startedAt)
}

/** Seconds of a take from its frames; null while it rolls. */
export function takeSeconds({ take, cutTimecode }: Pick<TakeState, 'take' | 'cutTimecode'>): number | null {
  const rate = { num: take.rateNum, den: take.rateDen, drop: take.dropFrame }
  const frames = cutTimecode ? differenceFrames(take.startTimecode, cutTimecode, rate) : null
  return frames?.ok ? secondsOfFrames(frames.value, rate) : null
}

/** Shots with at least one good take that is no false start. */
export const shotsDone = (states: readonly TakeState[]): Set<string> =>
  new Set(
    states
      .filter((state) => state.verdict === 'good' && !state.take.wild && !state.struck)
      .flatMap((state) => state.take.shotIds),
  )

/** What became of shots on a day otherwise than by a take: the newest word on each, while it stands. */
export function shotMarks(marks: Production['shotMark'], dayId: string): ReadonlyMap<string, ShotMark> {
  const newest = new Map<string, ShotMark>()
  for (const mark of Object.values(marks)
    .filter((one) => one.dayId === dayId)
    .sort(byEntry))
    newest.set(mark.shotId, mark)
  for (const [id, mark] of newest) if (mark.type === 'open') newest.delete(id)
  return newest
}

/**
 * Shots with which a day is done: taken well, or said to be done, not needed, or dropped. One that is wanted once more
 * is open again until a good take after that word.
 */
export function shotsClosed(states: readonly TakeState[], marks: ReadonlyMap<string, ShotMark>): Set<string> {
  const closed = shotsDone(states)
  for (const [id, mark] of marks) {
    if (mark.type !== 'again') closed.add(id)
    else if (
      !states.some(
        (state) =>
          state.verdict === 'good' &&
          !state.struck &&
          !state.take.wild &&
          state.take.shotIds.includes(mark.shotId) &&
          state.take.startedAt > mark.happenedAt,
      )
    )
      closed.delete(id)
  }
  return closed
}
