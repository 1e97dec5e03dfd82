import {
  asId,
  byId,
  type Card,
  type CopyCheck,
  type CopyRun,
  type PlannedCopy,
  type CardMove,
  type Production,
  type Wipe,
} from '../records/index.ts'
import { type RunState, runStates } from '../takes/index.ts'
import { expectedOnCard, NOTHING_EXPECTED } from './expected.ts'
import type { CardHistory, WipeRule } from './wipe.ts'

// Ledger entries are put in order by the number of the edit that added them: clocks of devices differ, numbers do not.
const newest = <T extends { readonly version: number }>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>(
    (best, item) => (best === undefined || item.version >= best.version ? item : best),
    undefined,
  )

/** When its contents went last, as the ledgers say: a wipe, or a format in the device. */
const wipedLast = (production: Production, cardId: string) =>
  newest<Wipe | CardMove>([
    ...Object.values(production.wipe).filter((wipe) => wipe.cardId === cardId),
    ...Object.values(production.cardMove).filter((move) => move.cardId === cardId && move.type === 'formatted'),
  ])

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
  /** How many takes, and runs of no take, the log has on it. */
  readonly recordings: number
} {
  const emptied = wipedLast(production, cardId)?.version ?? -1
  const id = asId<'card'>(cardId)
  const runs = runStates(production).filter((run) => run.cardsNamed.includes(id))
  const ids = new Set<string>(runs.flatMap((run) => run.ids))
  const takes = Object.values(production.take).filter((take) => take.cardIds.includes(id))
  const entries = [
    ...takes,
    ...Object.values(production.run).filter((run) => ids.has(run.id)),
    ...Object.values(production.runStop).filter((stop) => ids.has(stop.runId)),
    ...Object.values(production.correction).filter(
      (one) => one.cardId === id || (one.runId !== null && ids.has(one.runId)),
    ),
  ]
  const begun = (run: RunState) =>
    byId(production.run, run.id)?.version ?? byId(production.take, run.takeId)?.version ?? 0
  const since = runs.filter((run) => begun(run) > emptied && !run.struck)
  return {
    newest: newest(entries.filter((entry) => entry.version > emptied)),
    open: since.filter((run) => run.stop === null && run.how !== 'take'),
    runs: since,
    recordings: new Set<string>([
      ...takes.filter((take) => take.version > emptied).map((take) => take.id),
      ...since.map((run) => run.takeId ?? run.id),
    ]).size,
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
        holder:
          newest(Object.values(production.custody).filter((entry) => entry.driveId === run.driveId))?.personId ?? null,
      })),
    identity,
    expected: card ? expectedOnCard(production, card, recorded.runs) : NOTHING_EXPECTED,
    stillRolling: open.length > 0,
    rolledSinceCopy: copies.some(({ run }) => stale(run)),
    alreadyWiped: wiped !== undefined && copies.length === 0 && !(rolled && rolled.version > wiped.version),
  }
}

/** What the house rules ask before a card may be wiped. */
export const wipeRule = (production: Production): WipeRule => ({
  copies: production.production.copiesBeforeWipe,
  checked: production.production.checkedBeforeWipe,
  holders: production.production.holdersBeforeWipe,
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
