import { DateTime } from 'luxon'
import { type FoundFile, type LoggedRun, type LoggedTake, reconcile } from '../reconcile/index.ts'
import { byId, type Clip, type Id, type Production, type RecordOf } from '../records/index.ts'
import { type DeviceRef, type RunState, runStates, type TakeState, takeStates } from '../takes/index.ts'
import { labelSeconds } from './recordings.ts'

/** What of a run is in no file, seconds; each 0 where the files reach as far as the log says. */
export interface Lacks {
  readonly atStartS: number
  readonly atEndS: number
}

/** What one device is said to have recorded, with the files that are it. */
export interface RunFiles {
  readonly run: RunState
  /** Its letter, as it is called on the set. */
  readonly letter: string
  readonly take: TakeState | null
  readonly clips: readonly Clip[]
  readonly lacks: Lacks
}

/** Two files of one device that would have been recorded at the same time: one of them is not what it seems. */
export interface Overlapping {
  readonly letter: string
  readonly clips: readonly [Clip, Clip]
  readonly byS: number
}

/** All takes against all files that were read off cards. Nothing of it is a leave to wipe. */
export interface DayFiles {
  readonly runs: readonly RunFiles[]
  /** Runs that no file is of, though their card was read after they had ended. */
  readonly without: readonly RunFiles[]
  /** Runs without a file whose card was not read since, or is not known: nobody can say. */
  readonly notRead: readonly RunFiles[]
  /** Files that nobody logged. */
  readonly unlogged: readonly { readonly clip: Clip; readonly letter: string }[]
  /** Files on cards of which nobody has said what they were in: they can be of any device. */
  readonly ofNoDevice: readonly Clip[]
  /** Files from before the first day of this job, on a card that came back. */
  readonly old: readonly { readonly clip: Clip; readonly letter: string }[]
  /** One name on two cards: one of them is lost where both are copied into one folder. */
  readonly twice: readonly { readonly name: string; readonly cards: readonly string[] }[]
  /** The log has it on another card than the file. */
  readonly elsewhere: readonly { readonly run: RunFiles; readonly logged: string; readonly found: string }[]
  readonly overlapping: readonly Overlapping[]
  /** Devices whose own clock is off by more than a minute, seconds ahead; by whole hours where their labels are. */
  readonly clocks: readonly {
    readonly letter: string
    readonly aheadS: number | null
    readonly labelAheadS: number | null
  }[]
}

/** A file that ends so much before the log says is told; people press late. */
const LACKS_S = 8
/** Clocks of devices have whole seconds, and files are closed a little late. */
const OVERLAPS_S = 3
const CLOCK_OFF_S = 60

type Log = Pick<Production, 'card' | 'camera' | 'recorder' | 'clip' | 'copyRun' | 'take' | 'takeEvent' | 'run' | 'runStop' | 'correction' | 'day' | 'place'> // prettier-ignore

const deviceOfCard = ({ cameraId, recorderId }: RecordOf<'card'>): DeviceRef | null =>
  cameraId ? { kind: 'camera', id: cameraId } : recorderId ? { kind: 'recorder', id: recorderId } : null

/** Each recording once, as it was read last: a card is read again with every copy. */
function clipsOnce(clips: Iterable<Clip>): readonly Clip[] {
  const newest = new Map<string, Clip>()
  for (const clip of clips) {
    const key = [clip.cardId, clip.path, clip.startTimecode, clip.modifiedAt].join('\n')
    const known = newest.get(key)
    if (!known || clip.version > known.version) newest.set(key, clip)
  }
  return [...newest.values()]
}

/**
 * Holds all that was logged against all files that were read, over all cards and days: by when each was recorded, with
 * the device's own clock put right by what most files agree on, and by labels where a file has no time.
 */
export function dayFiles(log: Log): DayFiles {
  const zone = Object.values(log.day).flatMap(({ placeId }) => byId(log.place, placeId)?.timeZone ?? [])[0] ?? 'UTC'
  const localS = (at: string) => {
    const time = DateTime.fromISO(at, { zone })
    return time.isValid ? time.toSeconds() + time.offset * 60 : Number.NaN
  }
  const states = Object.keys(log.day).flatMap((dayId) => takeStates(log, dayId))
  const takeOf = new Map(states.flatMap((state) => [state.take.id, ...state.twins].map((id) => [id, state] as const)))
  const runs = runStates(log).filter(({ struck, takeId }) => !struck && !(takeId && takeOf.get(takeId)?.struck))
  const letterOf = ({ id }: DeviceRef) => byId(log.camera, id as Id<'camera'>)?.letter ?? byId(log.recorder, id as Id<'recorder'>)?.letter ?? '?' // prettier-ignore
  const read = clipsOnce(Object.values(log.clip))
  const known = read.flatMap((clip) => {
    const card = byId(log.card, clip.cardId)
    const device = card && deviceOfCard(card)
    return card && device ? [{ clip, card, device }] : []
  })
  const files = known.map(({ clip, card, device }): FoundFile => ({
    card: card.id,
    name: clip.path,
    device: device.id,
    endedS: Date.parse(clip.modifiedAt) > 0 ? localS(clip.modifiedAt) : null,
    durationS: clip.seconds ?? 0,
    startLabelS: labelSeconds(clip.startTimecode, clip),
  }))
  const takes = runs.map((run): LoggedTake => ({ startS: localS(run.start.at), endS: run.stop && localS(run.stop.at) }))
  const logged = runs.map((run, take): LoggedRun => ({ take, device: run.device.id, card: run.cardId, startLabelS: labelSeconds(run.start.timecode, { rateNum: run.rate.num, rateDen: run.rate.den, dropFrame: run.rate.drop }) })) // prettier-ignore
  const firstS = Math.min(...takes.flatMap(({ startS }) => startS ?? []))
  const dayStartS = Number.isFinite(firstS) ? Math.floor(firstS / 86_400) * 86_400 : 0
  const result = reconcile(takes, logged, files, dayStartS)
  const aheadOf = new Map(result.clocks.map(({ device, aheadS }) => [device, aheadS]))
  const spanOf = (i: number) => {
    const { endedS, durationS, device } = files[i]!
    const toS = endedS === null ? null : endedS - (aheadOf.get(device) ?? 0)
    return toS === null ? null : { fromS: toS - durationS, toS }
  }
  const all = runs.map((run, r): RunFiles => {
    const own = result.files[r]!
    return {
      run,
      letter: letterOf(run.device),
      take: run.takeId ? (takeOf.get(run.takeId) ?? null) : null,
      clips: own.map((i) => known[i]!.clip),
      lacks: lacksOf(takes[r]!, own.flatMap((i) => spanOf(i) ?? [])), // prettier-ignore
    }
  })
  const inDevices = new Set(known.map(({ clip }) => clip))
  const ofNoDevice = read.filter((clip) => !inDevices.has(clip) && byId(log.card, clip.cardId))
  // What lies on a card of nobody's could be any of them.
  const wasRead = readSince(log)
  const isRead = (run: RunState) => ofNoDevice.length === 0 && wasRead(run)
  const bare = all.filter(({ clips }) => clips.length === 0)
  const named = (i: number) => ({ clip: known[i]!.clip, letter: letterOf(known[i]!.device) })
  return {
    runs: all,
    without: bare.filter(({ run }) => isRead(run)),
    notRead: bare.filter(({ run }) => !isRead(run)),
    unlogged: result.unlogged.map(named),
    ofNoDevice,
    old: result.old.map(named),
    twice: namesTwice(
      read.flatMap((clip) => (byId(log.card, clip.cardId) ? [{ clip, card: byId(log.card, clip.cardId)! }] : [])),
    ),
    elsewhere: all.flatMap((run, r) => {
      const at = result.files[r]!.map((i) => known[i]!.card).find(({ id }) => run.run.cardId !== null && id !== run.run.cardId) // prettier-ignore
      return at ? [{ run, logged: byId(log.card, run.run.cardId)?.label ?? '?', found: at.label }] : []
    }),
    overlapping: overlaps(known.map(({ clip, device }, i) => ({ clip, device: device.id, letter: letterOf(device), span: spanOf(i) }))), // prettier-ignore
    clocks: result.clocks.flatMap(({ device, aheadS, labelAheadS }) => {
      const letter = known.find((one) => one.device.id === device)
      const isOff = Math.abs(aheadS ?? 0) > CLOCK_OFF_S || (labelAheadS ?? 0) !== 0
      return letter && isOff ? [{ letter: letterOf(letter.device), aheadS, labelAheadS }] : []
    }),
  }
}

/** Whether all cards on which a run can be were copied whole after it had ended. */
function readSince({ card, copyRun }: Pick<Log, 'card' | 'copyRun'>): (run: RunState) => boolean {
  const readAt = new Map<string, string>()
  for (const { cardId, outcome, startedAt } of Object.values(copyRun))
    if (outcome === 'complete' && startedAt > (readAt.get(cardId) ?? '')) readAt.set(cardId, startedAt)
  return ({ cardId, device, stop }) => {
    const could = cardId ? [cardId] : Object.values(card).filter((one) => deviceOfCard(one)?.id === device.id).map(({ id }) => id) // prettier-ignore
    return stop !== null && could.length > 0 && could.every((id) => (readAt.get(id) ?? '') > stop.at)
  }
}

function lacksOf(
  { startS, endS }: LoggedTake,
  spans: readonly { readonly fromS: number; readonly toS: number }[],
): Lacks {
  if (spans.length === 0) return { atStartS: 0, atEndS: 0 }
  const [from, to] = [Math.min(...spans.map(({ fromS }) => fromS)), Math.max(...spans.map(({ toS }) => toS))]
  const over = (by: number) => (by > LACKS_S ? by : 0)
  return { atStartS: startS === null ? 0 : over(from - startS), atEndS: endS === null ? 0 : over(endS - to) }
}

function namesTwice(known: readonly { readonly clip: Clip; readonly card: RecordOf<'card'> }[]): DayFiles['twice'] {
  const cards = new Map<string, Set<string>>()
  for (const { clip, card } of known) cards.set(clip.path, (cards.get(clip.path) ?? new Set()).add(card.label))
  return [...cards].flatMap(([name, on]) => (on.size > 1 ? [{ name, cards: [...on].toSorted() }] : []))
}

interface Placed {
  readonly clip: Clip
  readonly device: string
  readonly letter: string
  readonly span: { readonly fromS: number; readonly toS: number } | null
}

function overlaps(placed: readonly Placed[]): readonly Overlapping[] {
  const sorted = placed.flatMap((one) => (one.span && one.clip.seconds ? [{ ...one, span: one.span }] : [])).toSorted((a, b) => a.span.fromS - b.span.fromS) // prettier-ignore
  const last = new Map<string, (typeof sorted)[number]>()
  return sorted.flatMap((one): Overlapping[] => {
    const before = last.get(one.device)
    if (!before || one.span.toS > before.span.toS) last.set(one.device, one)
    const byS = before ? Math.min(before.span.toS, one.span.toS) - one.span.fromS : 0
    return before && byS > OVERLAPS_S ? [{ letter: one.letter, clips: [before.clip, one.clip], byS }] : []
  })
}
