import type { Production } from '../records/index.ts'
import { recordedOn } from './cardHistory.ts'
import { type Held, heldNow } from './custody.ts'
import { newest } from './newest.ts'

/** Who has a card. Once it was in a device again after that, or was recorded on, nobody knows. */
export function cardHeld(production: Production, cardId: string): Held {
  const moved = newest(Object.values(production.cardMove).filter((move) => move.cardId === cardId))?.version ?? -1
  const used = Math.max(moved, recordedOn(production, cardId).newest?.version ?? -1)
  return heldNow(production, (entry) => entry.cardId === cardId && entry.version > used)
}
