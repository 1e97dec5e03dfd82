import { farMedia, placeWords } from './far.ts'
import {
  asId,
  byId,
  type Card,
  type Clip,
  type CopyCheck,
  type CopyRun,
  type PlannedCopy,
  type CardMove,
  type Production,
  type Take,
  type Wipe,
} from '../records/index.ts'
import { type RunState, runStates } from '../takes/index.ts'
import { driveHeld } from './custody.ts'
import { expectedOnCard, NOTHING_EXPECTED } from './expected.ts'
import { type Holdings, holdings, type Recording } from './holdings.ts'
import { keptWith, listed } from './keptWith.ts'
import { newest } from './newest.ts'
import { readClip, recordingsOn } from './recordings.ts'
import type { CardHistory, CopyOfCard, WipeRule } from './wipe.ts'

/** When its contents went last, as the ledgers say: a wipe, or a format in the device. */
const wipedLast = (production: Production, cardId: string) =>
  newest<Wipe | CardMove>([
    ...Object.values(production.wipe).filter((wipe) => wipe.cardId === cardId),
    ...Object.values(production.cardMove).filter((move) => move.cardId === cardId && move.type === 'formatted'),
  ])

const takesByCard = keptWith((takes: Production['take']) => listed(Object.values(takes), ({ cardIds }) => cardIds))
const runsByCard = keptWith((runs: readonly RunState[]) => listed(runs, ({ cardsNamed }) => cardsNamed))
const stopsByRun = keptWith((stops: Production['runStop']) => listed(Object.values(stops), ({ runId }) => [runId]))

/**
 * What was ever said to be recorded on a card since it was emptied: takes, runs, words on where a run really went and
 * when it stopped. The newest entry, and runs of which nobody said that they stopped.
 */
export function recordedOn(
  production: Production,
  cardId: string,
): {
  readonly newest: { readonly version: number } | undefined
  readonly open: readonly RunState[]
  readonly runs: readonly RunState[]
  /** Takes that name the card. */
  readonly takes: readonly Take[]
  /** How many takes, and runs of no take, the log has on it. */
  readonly recordings: number
} {
  const emptied = wipedLast(production, cardId)?.version ?? -1
  const id = asId<'card'>(cardId)
  const runs = runsByCard(runStates(production)).get(cardId) ?? []
  const ids = new Set<string>(runs.flatMap((run) => run.ids))
  const takes = takesByCard(production.take).get(cardId) ?? []
  const stopsOf = stopsByRun(production.runStop)
  const entries = [
    ...takes,
    // What was read off a file of the card is in the copy that it was read for.
    ...[...ids].flatMap((runId) => byId(production.run, asId<'run'>(runId)) ?? []).filter((run) => run.how !== 'file'),
    ...[...ids].flatMap((runId) => stopsOf.get(runId) ?? []).filter((stop) => stop.how !== 'file'),
    ...Object.values(production.correction).filter(
      (one) => one.cardId === id || (one.runId !== null && ids.has(one.runId)),
    ),
  ]
  const begun = (run: RunState) =>
    byId(production.run, run.id)?.version ?? byId(production.take, run.takeId)?.version ?? 0
  const takesSince = takes.filter((take) => take.version > emptied)
  const since = runs.filter((run) => begun(run) > emptied && !run.struck)
  return {
    newest: newest(entries.filter((entry) => entry.version > emptied)),
    open: since.filter((run) => run.stop === null && run.how !== 'take'),
    runs: since,
    takes: takesSince,
    recordings: new Set<string>([...takesSince.map((take) => take.id), ...since.map((run) => run.takeId ?? run.id)])
      .size,
  }
}

export interface CardCopy {
  readonly run: CopyRun
  readonly check: CopyCheck | undefined
}

/** The newest complete copy of a card on each drive since the card was last wiped, with its newest check. */
export function copiesOfCard(production: Production, cardId: string): CardCopy[] {
  const wiped = wipedLast(production, cardId)
  const byDrive = new Map<string, CopyRun>()
  for (const run of Object.values(production.copyRun)) {
    // A copy of no file is none, whatever was written down of it.
    if (run.cardId !== cardId || run.outcome !== 'complete' || run.files === 0) continue
    if (wiped && run.afterSeq < wiped.version) continue
    const other = byDrive.get(run.driveId)
    if (!other || run.version > other.version) byDrive.set(run.driveId, run)
  }
  return [...byDrive.values()].map((run) => ({
    run,
    check: newest(Object.values(production.copyCheck).filter((check) => check.copyRunId === run.id)),
  }))
}

/** The run of copying a card that was written down last, whatever came of it; none since it was wiped is none. */
export function newestRun(production: Production, cardId: string): CopyRun | undefined {
  const wiped = wipedLast(production, cardId)
  return newest(
    Object.values(production.copyRun).filter(
      (run) => run.cardId === cardId && !(wiped && run.afterSeq < wiped.version),
    ),
  )
}

/** Which card it is: as the reader told it when it was listed, else when it was first copied. */
function identityOf(production: Production, cardId: string): string {
  const told = byId(production.card, cardId)?.medium ?? ''
  if (told !== '') return told
  const copied = Object.values(production.copyRun).filter((run) => run.cardId === cardId && run.cardMedium !== '')
  return copied.reduce<CopyRun | undefined>((first, run) => (first && first.version <= run.version ? first : run), undefined)?.cardMedium ?? '' // prettier-ignore
}

/** Folds the ledgers into what the wipe rule asks about one card. */
export function cardHistory(production: Production, cardId: string): CardHistory {
  const copies = copiesOfCard(production, cardId)
  const wiped = wipedLast(production, cardId)
  const recorded = recordedOn(production, cardId)
  const { newest: rolled, open } = recorded
  const card = byId(production.card, cardId)
  const identity = identityOf(production, cardId)
  // A copy begun before the newest take on the card lacks that take: it is no copy of what is on the card now.
  const stale = (run: CopyRun) => rolled !== undefined && rolled.version > run.afterSeq
  const recordings = card ? recordingsOn(production, card, recorded.runs, recorded.takes) : []
  const held = heldIn(production, recordings)
  const far = farMedia(production)
  const whereIt = ({ driveId, medium }: CopyRun): Pick<CopyOfCard, 'holder' | 'place'> => {
    const { personId, place } = driveHeld(production, driveId)
    return { holder: personId, place: far.has(medium) ? `far away, ${medium}` : placeWords(place) || null }
  }
  return {
    copies: copies
      .filter(({ run }) => !stale(run))
      .map(({ run, check }) => ({
        runId: run.id,
        driveId: run.driveId,
        medium: run.medium,
        ofAnother: identity !== '' && run.cardMedium !== '' && run.cardMedium !== identity,
        files: run.files,
        bytes: run.bytes * run.bytesStandFor,
        proven: run.manifest !== '' && run.medium !== '',
        driveLabel: byId(production.drive, run.driveId)?.label ?? 'a drive no longer listed',
        checked: check?.outcome === 'same',
        damaged: check?.outcome === 'different',
        ...whereIt(run),
        isRead: run.reading !== '',
        ...held(run),
        isSeen: isSeenIn(production, run, Math.max(wiped?.version ?? 0, rolled?.version ?? 0)),
      })),
    identity,
    recordings: recordings.length,
    expected: card ? expectedOnCard(production, card, recorded.runs) : NOTHING_EXPECTED,
    stillRolling: open.length > 0,
    rolledSinceCopy: copies.some(({ run }) => stale(run)),
    alreadyWiped: wiped !== undefined && copies.length === 0 && !(rolled && rolled.version > wiped.version),
  }
}

/** By card and reading. */
const clipsByReading = keptWith((clips: Production['clip']) =>
  listed(Object.values(clips), ({ cardId, reading }) => [`${cardId} ${reading}`]),
)

/**
 * Whether somebody has seen all recordings of the log on the card as this copy has it, since an edit: it is the copy
 * that was read then, has the very same files, or has all clips that were read then.
 */
function isSeenIn(production: Production, run: CopyRun, since: number): boolean {
  const looks = Object.values(production.cardLook).filter((one) => one.cardId === run.cardId && one.version > since)
  if (looks.length === 0) return false
  const asFile = ({ path, bytes, modifiedAt }: Clip) => `${bytes} ${modifiedAt} ${path}`
  const own = new Set(clipsOfCopy(production, run).map(asFile))
  return looks.some(({ reading }) => {
    const seen = clipsOfCopy(production, { ...run, reading })
    return (
      reading === run.reading ||
      (run.manifest !== '' &&
        Object.values(production.copyRun).some(
          (one) => one.cardId === run.cardId && one.reading === reading && one.manifest === run.manifest,
        )) || // prettier-ignore
      (seen.length > 0 && seen.every((clip) => own.has(asFile(clip))))
    )
  })
}

/** The recordings as a copy's files hold them; drives that were written to at once hold the same. */
function holdingsOf(production: Production, run: CopyRun, recordings: readonly Recording[]): Holdings {
  return holdings(
    recordings,
    clipsOfCopy(production, run).map((clip) => readClip(clip, run.bytesStandFor)),
    () => clocksOfOthers(production, run.cardId),
  )
}

/** By production, how far ahead the clock of each card's device is as that card alone shows it. */
const clocksShown = keptWith((_production: Production) => new Map<string, number | null>())

/** How far ahead a card's device's clock was on its other cards. */
function clocksOfOthers(production: Production, cardId: string): number[] {
  const card = byId(production.card, cardId)
  const deviceId = card?.cameraId ?? card?.recorderId
  if (!deviceId) return []
  const shown = clocksShown(production)
  return Object.values(production.card).flatMap((other) => {
    if (other.id === cardId || (other.cameraId ?? other.recorderId) !== deviceId) return []
    if (!shown.has(other.id)) shown.set(other.id, clockShownBy(production, other))
    return shown.get(other.id) ?? []
  })
}

function clockShownBy(production: Production, card: Card): number | null {
  const run = newest(copiesOfCard(production, card.id).map((copy) => copy.run))
  if (!run) return null
  const { runs, takes } = recordedOn(production, card.id)
  const clips = clipsOfCopy(production, run).map((clip) => readClip(clip, run.bytesStandFor))
  return holdings(recordingsOn(production, card, runs, takes), clips).clockS
}

const clipsOfCopy = ({ clip }: Production, { cardId, reading }: CopyRun): readonly Clip[] =>
  clipsByReading(clip).get(`${cardId} ${reading}`) ?? []

/** The newest copy of a card held against the log. */
export interface CardHoldings {
  readonly reading: string
  readonly missing: readonly string[]
  readonly unlogged: readonly Clip[]
}

/** @returns null while there is no whole copy of which the clips were read */
export function cardHoldings(production: Production, cardId: string): CardHoldings | null {
  const card = byId(production.card, cardId)
  const run = newest(copiesOfCard(production, cardId).map((copy) => copy.run))
  if (!card || !run || run.reading === '') return null
  const { runs, takes } = recordedOn(production, cardId)
  const found = holdingsOf(production, run, recordingsOn(production, card, runs, takes))
  const left = new Set(found.unlogged.map(({ path }) => path))
  return {
    reading: run.reading,
    missing: found.missing,
    unlogged: clipsOfCopy(production, run).filter(({ path }) => left.has(path)),
  }
}

function heldIn(production: Production, recordings: readonly Recording[]) {
  const known = new Map<string, Pick<Holdings, 'missing' | 'byTime'>>()
  return (run: CopyRun): Pick<Holdings, 'missing' | 'byTime'> => {
    if (recordings.length === 0) return { missing: [], byTime: 0 }
    const { missing, byTime } = known.get(run.reading) ?? holdingsOf(production, run, recordings)
    known.set(run.reading, { missing, byTime })
    return { missing, byTime }
  }
}

/** What the house rules ask before a card may be wiped. */
export const wipeRule = (production: Production): WipeRule => ({
  copies: production.production.copiesBeforeWipe,
  checked: production.production.checkedBeforeWipe,
  holders: production.production.holdersBeforeWipe,
  places: production.production.placesBeforeWipe,
  school: production.production.cardSchool,
})

/** Copies of a card that are meant to be made: those to drives that hold no good copy of it yet. */
export function openPlannedCopies(production: Production, cardId: string): PlannedCopy[] {
  const { copies } = cardHistory(production, cardId)
  return Object.values(production.plannedCopy).filter(
    (planned) => planned.cardId === cardId && !copies.some((copy) => copy.driveId === planned.driveId && !copy.damaged),
  )
}

/** What is in a device: which card, and whether somebody logged it or it is only likely. */
export interface CardInDevice {
  readonly card: Card | undefined
  readonly logged: boolean
}

type Moves = Pick<Production, 'card' | 'take' | 'run' | 'cardMove'>

/**
 * Which card is in which device. What was logged going in and out is believed; where nothing was, it is likely the one
 * of its own cards that was recorded on last, else the first by its label.
 */
export function cardsIn(production: Moves): (deviceId: string) => CardInDevice {
  const logged = new Map<string, Card | undefined>()
  for (const move of Object.values(production.cardMove).sort(
    (a, b) => a.version - b.version || (a.id < b.id ? -1 : 1),
  )) {
    const deviceId = (move.cameraId ?? move.recorderId)!
    const card = byId(production.card, move.cardId)
    if (move.type === 'out') {
      if (logged.get(deviceId)?.id === move.cardId || !logged.has(deviceId)) logged.set(deviceId, undefined)
      continue
    }
    // A card is in one device at a time.
    for (const [other, inThere] of logged) if (inThere?.id === move.cardId) logged.set(other, undefined)
    logged.set(deviceId, card)
  }
  const elsewhere = new Set(Array.from(logged.values(), (card) => card?.id))
  const likely = likelyCards(production)
  return (deviceId) => {
    if (logged.has(deviceId)) return { card: logged.get(deviceId), logged: true }
    const card = likely(deviceId)
    return { card: card && !elsewhere.has(card.id) ? card : undefined, logged: false }
  }
}

function likelyCards({ card, take, run }: Moves): (deviceId: string) => Card | undefined {
  const lastUsed = new Map<string, string>()
  const note = (id: string, at: string) => at > (lastUsed.get(id) ?? '') && lastUsed.set(id, at)
  for (const { cardIds, startedAt } of Object.values(take)) for (const id of cardIds) note(id, startedAt)
  for (const { cardId, startedAt } of Object.values(run)) if (cardId !== null) note(cardId, startedAt)
  const used = (c: Card) => lastUsed.get(c.id) ?? ''
  const sooner = (a: Card, b: Card) => used(b).localeCompare(used(a)) || (a.label < b.label ? -1 : 1)
  const inDevice = new Map<string | null, Card>()
  for (const c of Object.values(card).sort(sooner))
    for (const id of [c.cameraId, c.recorderId]) if (id !== null && !inDevice.has(id)) inDevice.set(id, c)
  return (deviceId) => inDevice.get(deviceId)
}
