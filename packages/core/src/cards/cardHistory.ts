import {
  asId,
  byId,
  type Card,
  type CopyCheck,
  type CopyRun,
  type PlannedCopy,
  type Production,
} from '../records/index.ts'
import type { CardHistory, WipeRule } from './wipe.ts'

// Ledger entries are put in order by the number of the edit that added them: clocks of devices differ, numbers do not.
const newest = <T extends { readonly version: number }>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>(
    (best, item) => (best === undefined || item.version >= best.version ? item : best),
    undefined,
  )

const wipedLast = (production: Production, cardId: string) =>
  newest(Object.values(production.wipe).filter((wipe) => wipe.cardId === cardId))

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

/** Folds the ledgers into what the wipe rule asks about one card. */
export function cardHistory(production: Production, cardId: string): CardHistory {
  const copies = copiesOfCard(production, cardId)
  const wiped = wipedLast(production, cardId)
  const rolled = newest(Object.values(production.take).filter((take) => take.cardIds.includes(asId(cardId))))
  // A copy begun before the newest take on the card lacks that take: it is no copy of what is on the card now.
  const stale = (run: CopyRun) => rolled !== undefined && rolled.version > run.afterSeq
  return {
    copies: copies
      .filter(({ run }) => !stale(run))
      .map(({ run, check }) => ({
        runId: run.id,
        driveId: run.driveId,
        medium: run.medium,
        proven: run.manifest !== '' && run.medium !== '',
        driveLabel: byId(production.drive, run.driveId)?.label ?? 'a drive no longer listed',
        checked: check?.outcome === 'same',
        damaged: check?.outcome === 'different',
        holder:
          newest(Object.values(production.custody).filter((entry) => entry.driveId === run.driveId))?.personId ?? null,
      })),
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

/** Which card is in which device: of its own cards the one that was recorded on last, else the first by its label. */
export function cardsIn({ card, take }: Pick<Production, 'card' | 'take'>): (deviceId: string) => Card | undefined {
  const lastUsed = new Map<string, string>()
  for (const { cardIds, startedAt } of Object.values(take))
    for (const id of cardIds) if (startedAt > (lastUsed.get(id) ?? '')) lastUsed.set(id, startedAt)
  const used = (c: Card) => lastUsed.get(c.id) ?? ''
  const sooner = (a: Card, b: Card) => used(b).localeCompare(used(a)) || (a.label < b.label ? -1 : 1)
  const inDevice = new Map<string | null, Card>()
  for (const c of Object.values(card).sort(sooner))
    for (const id of [c.cameraId, c.recorderId]) if (id !== null && !inDevice.has(id)) inDevice.set(id, c)
  return (deviceId) => inDevice.get(deviceId)
}
