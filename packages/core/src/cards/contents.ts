import { farMedia } from './far.ts'
import { byId, type Card, type CopyCheck, type Production } from '../records/index.ts'
import { asOf } from './asOf.ts'
import { cardHeld } from './cardHeld.ts'
import { type Held, heldNow } from './custody.ts'
import { newest } from './newest.ts'
import { cardHistory, recordedOn } from './cardHistory.ts'
import { holdsLog, isShort } from './wipe.ts'

/** A copy that can be relied on: it holds all that the log says, and was last read back the same. */
export interface HeldCopy {
  readonly driveId: string
  readonly label: string
  /** The device that the drive is; two drives that are one device are lost together. */
  readonly medium: string
  /** Who holds it, and where, by the newest entry; null and empty where nobody wrote it down. */
  readonly personId: string | null
  readonly place: string
  /** It was uploaded to somewhere far away: what is lost here leaves it, and nobody carries it. */
  readonly isFar: boolean
}

/** What was recorded on a card between two times it was emptied, and where it is now. */
export interface CardContents {
  readonly card: Card
  /** The first filling of the card is 1. */
  readonly filling: number
  readonly recordings: number
  /** The ledgers do not say that the card was emptied since. */
  readonly isOnCard: boolean
  /** Who has the card and where, while it holds this; null and empty where nobody knows. */
  readonly cardHeld: Pick<Held, 'personId' | 'place'>
  /** Those that can be relied on, one of each drive. */
  readonly copies: readonly HeldCopy[]
}

/** When a card was emptied, by numbers of edits, the first time first. */
const emptiedAt = (production: Production, cardId: string): readonly number[] =>
  [
    ...Object.values(production.wipe).filter((wipe) => wipe.cardId === cardId),
    ...Object.values(production.cardMove).filter((move) => move.cardId === cardId && move.type === 'formatted'),
  ]
    .map(({ version }) => version)
    .sort((a, b) => a - b)

/** Who has each device: two drives that are one device are in one pair of hands. */
function heldMedia(production: Production): ReadonlyMap<string, Held> {
  const drivesOf = new Map<string, Set<string>>()
  for (const { medium, driveId } of Object.values(production.copyRun))
    drivesOf.set(medium, (drivesOf.get(medium) ?? new Set()).add(driveId))
  return new Map(
    Array.from(drivesOf, ([medium, drives]) => [
      medium,
      heldNow(production, ({ driveId }) => driveId !== null && drives.has(driveId)),
    ]),
  )
}

/**
 * All that was ever recorded on cards, filling by filling. Runs of copying are judged as they were when the card was
 * emptied; checks and who holds a drive are those of now. Only what the ledgers say: no card is looked at.
 */
export function contentsOf(production: Production): CardContents[] {
  const held = heldMedia(production)
  const far = farMedia(production)
  const checkOf = (runId: string): CopyCheck | undefined =>
    newest(Object.values(production.copyCheck).filter((check) => check.copyRunId === runId))
  return Object.values(production.card).flatMap((card): CardContents[] => {
    const ends = [...emptiedAt(production, card.id), null]
    return ends.flatMap((end, i): CardContents[] => {
      const then = end === null ? production : asOf(production, end)
      const history = cardHistory(then, card.id)
      const { recordings } = recordedOn(then, card.id)
      const copies = history.copies
        .filter((copy) => copy.proven && !copy.ofAnother && holdsLog(copy) && !isShort(copy, history.expected))
        .filter((copy) => checkOf(copy.runId)?.outcome === 'same')
        .map(({ driveId, driveLabel, medium }): HeldCopy => {
          const entry = held.get(medium)
          return {
            driveId,
            label: driveLabel,
            medium,
            personId: entry?.personId ?? null,
            place: entry?.place ?? '',
            isFar: far.has(medium),
          }
        })
      // A copy of a card that nothing was logged on may be all there is of it.
      if (recordings === 0 && history.copies.length === 0) return []
      const kept = end === null ? cardHeld(production, card.id) : { personId: null, place: '' }
      return [{ card: byId(production.card, card.id)!, filling: i + 1, recordings, isOnCard: end === null, cardHeld: kept, copies }] // prettier-ignore
    })
  })
}
