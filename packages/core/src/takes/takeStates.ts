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
  /** What is wrong with its number: a take of another moment has the same, or an earlier one of its slate has a higher one. */
  readonly misnumbered: 'twice' | 'out of turn' | null
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
  const groups = together(takes, (takeId) => events.get(takeId)?.filter((event) => event.type === 'cut') ?? [])
  const bestOf = new Map<string, string>()
  const states = groups.map((group): TakeState => {
    const [, ...twins] = group
    const said = group.flatMap((one) => corrections.get(one.id) ?? []).sort(byEntry)
    const take = reslated(group, said)
    const own = group
      .flatMap((one) => events.get(one.id) ?? [])
      .sort((a, b) => (a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1))
    const state = folded(take, own, ofNotes)
    if (state.best) bestOf.set(`${take.unitId} ${take.slate}`, take.id)
    const ids = new Set(group.map((one) => one.id as string))
    return {
      ...state,
      runs: [
        ...group.flatMap((one) => ofTake.get(one.id) ?? []),
        ...long.filter((run) => !ids.has(run.takeId ?? '') && outlives(run, state)),
      ].sort(byStart),
      twins: twins.map((one) => one.id),
      misnumbered: null,
      corrections: said,
    }
  })
  const faults = numberFaults(states)
  return states.map((state) => ({
    ...state,
    // Whoever is said to be the best last is it.
    best: state.best && bestOf.get(`${state.take.unitId} ${state.take.slate}`) === state.take.id,
    misnumbered: faults.get(state.take.id) ?? null,
  }))
}

/**
 * Takes whose number cannot be right, as when whoever logged was away and could not know the last one. A number that
 * somebody put right is theirs, in whatever turn it is; the same number twice is told all the same.
 * @param states oldest first
 */
function numberFaults(states: readonly TakeState[]): ReadonlyMap<string, TakeState['misnumbered']> {
  const counting = states.filter((state) => !state.take.wild)
  const named = gathered(
    counting.filter((state) => !state.struck),
    ({ take }) => `${take.slate} ${take.number}`,
  )
  const highest = new Map<string, number>()
  const faults = new Map<string, TakeState['misnumbered']>()
  for (const { take, struck, corrections } of counting) {
    const slate = `${take.unitId} ${take.slate}`
    const before = highest.get(slate) ?? 0
    if (struck) continue
    highest.set(slate, Math.max(before, take.number))
    if (named.get(`${take.slate} ${take.number}`)!.length > 1) faults.set(take.id, 'twice')
    else if (take.number <= before && !corrections.some((one) => one.reslates)) faults.set(take.id, 'out of turn')
  }
  return faults
}

/** The take that a group tells of, as it was put right. Whoever knew of more takes said the higher number. */
function reslated(group: readonly Take[], corrections: readonly Correction[]): Take {
  const first = group[0]!
  const take = group.length === 1 ? first : { ...first, number: Math.max(...group.map((one) => one.number)) }
  const said = corrections.findLast((one) => one.reslates)
  if (!said) return take
  const { slate, number, orderItemId, shotIds } = said
  return { ...take, slate: slate || take.slate, number, orderItemId, shotIds }
}

const byStart = (a: RunState, b: RunState) => (a.start.at < b.start.at ? -1 : a.start.at > b.start.at ? 1 : 0)

/**
 * Takes of one moment, in groups of one nearly always: of one unit and slate, and the first was not cut when the second
 * began. Their numbers can differ where a phone had been away.
 */
function together(takes: readonly Take[], cutsOf: (takeId: string) => readonly TakeEvent[]): Take[][] {
  const groups: Take[][] = []
  const open = new Map<string, Take[]>()
  for (const take of takes) {
    const key = `${take.unitId} ${take.wild} ${take.slate}`
    const group = open.get(key)
    const isTwin =
      group !== undefined &&
      Date.parse(take.startedAt) - Date.parse(group[0]!.startedAt) <= TOGETHER_MS &&
      !group.some((other) => cutsOf(other.id).some((cut) => cut.happenedAt <= take.startedAt))
    if (isTwin) group.push(take)
    else {
      const begun = [take]
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
): Omit<TakeState, 'runs' | 'twins' | 'misnumbered' | 'corrections'> {
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
