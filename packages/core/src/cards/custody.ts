import type { Custody, Production } from '../records/index.ts'
import { newest } from './newest.ts'

/** Who has a drive or card and where it lies, as far as the ledger can say. */
export interface Held {
  /** Null where nobody knows: never said, not said by both where the rule wants that, or it never came. */
  readonly personId: string | null
  /** Empty where nobody knows. */
  readonly place: string
  /** Said by who gave it, and not yet by who was to get it, where the rule wants both. */
  readonly waiting: Custody | null
  /** Who was to get it says that it never came. */
  readonly lost: Custody | null
}

const NOBODY: Held = { personId: null, place: '', waiting: null, lost: null }

/**
 * Who has a thing by its newest hand-over. One that was only said by who gave it has left their hands and is not known
 * to be in others, where the house rule wants both to say so.
 */
export function heldNow(
  { custody, custodyYes, production }: Pick<Production, 'custody' | 'custodyYes' | 'production'>,
  isOf: (entry: Custody) => boolean,
): Held {
  const entry = newest(Object.values(custody).filter(isOf))
  if (!entry) return NOBODY
  const said = newest(Object.values(custodyYes).filter(({ custodyId }) => custodyId === entry.id))?.says
  if (said === 'never came') return { ...NOBODY, lost: entry }
  if (production.handOvers === 'both' && said !== 'has it') return { ...NOBODY, waiting: entry }
  return { personId: entry.personId, place: entry.place, waiting: null, lost: null }
}

/** Who has a drive. */
export const driveHeld = (production: Production, driveId: string): Held =>
  heldNow(production, (entry) => entry.driveId === driveId)
