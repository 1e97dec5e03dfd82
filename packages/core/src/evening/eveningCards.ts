import { type CardHistory, cardHistory, type CardSight, mayWipe, wipeRule } from '../cards/index.ts'
import type { DayPlan } from '../day/index.ts'
import type { Camera, Card, Production, Recorder } from '../records/index.ts'
import { cardForecast, loggedBytes } from './cardForecast.ts'

/** A card of the evening, with what it will hold. */
export interface EveningCard {
  readonly card: Card
  /** By the log, or by what the reader sees where that is more. */
  readonly loggedBytes: number
  /** By what of the order is still to be shot, and by how takes have run so far. */
  readonly plannedBytes: number
  /** More than it has room for. */
  readonly isOver: boolean
  /** What is on it now has all the copies that the house rule wants. */
  readonly isSafe: boolean
  /** Drives with a checked copy of all that will be on it: they need not have it again. */
  readonly onDrives: readonly string[]
}

/** What the reader sees now, by card: one whose copies lack something is still to be copied. */
export type Sights = Readonly<Record<string, CardSight>>

/**
 * Drives whose copy of a card counts and was read back. None where the gate would say no to whoever asked for nothing:
 * the card is another one, something on it could not be looked at, a device is still at it, or a copy differs.
 */
function countedOn(history: CardHistory, sight: CardSight | null): readonly string[] {
  const nothing = { copies: 0, checked: 0, holders: 0, places: 0, school: 'wipe' } as const
  const { may, against } = mayWipe(history, nothing, sight)
  if (!may) return []
  return history.copies.flatMap(({ runId, driveId, checked }) => (checked && against[runId] === null ? [driveId] : []))
}

/**
 * What each card will hold when shooting ends, by label; those with nothing to copy are left out.
 * @returns and devices that still record and have no card on the lists: of what they record nothing is reckoned
 */
export function eveningCards(
  production: Production,
  dayPlan: DayPlan,
  sights: Sights,
  nowMs: number,
): { readonly cards: readonly EveningCard[]; readonly without: readonly (Camera | Recorder)[] } {
  // Whoever keeps cards until home copies them as soon.
  const rule = { ...wipeRule(production), school: 'wipe' } as const
  const all = Object.values(production.card).toSorted((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
  const coming = new Map<string, number>()
  const add = (card: Card, bytes: number) => coming.set(card.id, (coming.get(card.id) ?? 0) + bytes)
  const without: (Camera | Recorder)[] = []
  for (const { device, cards, onto, lacks } of cardForecast(production, dayPlan, nowMs).devices) {
    for (const [i, card] of cards.entries()) add(card, onto[i]!)
    if (!lacks) continue
    // What has no card takes as long to copy whatever card it will be on: it is reckoned onto one that is too small.
    const last = cards.at(-1) ?? all.findLast((card) => card.cameraId === device.id || card.recorderId === device.id)
    if (last) add(last, lacks.bytes)
    else without.push(device)
  }
  const cards = all.flatMap((card): EveningCard[] => {
    const sight = sights[card.id] ?? null
    const logged = Math.max(loggedBytes(production, card), sight?.bytes ?? 0)
    const plannedBytes = coming.get(card.id) ?? 0
    if (logged + plannedBytes === 0) return []
    const history = cardHistory(production, card.id)
    const isSafe = mayWipe(history, rule, sight).may
    if (isSafe && plannedBytes === 0) return []
    const isOver = logged + plannedBytes > card.capacityGb * 1e9
    const onDrives = plannedBytes > 0 ? [] : countedOn(history, sight)
    return [{ card, loggedBytes: logged, plannedBytes, isOver, isSafe, onDrives }]
  })
  return { cards, without }
}
