import { placeWords } from './far.ts'
import type { Person, Production } from '../records/index.ts'
import { type CardContents, contentsOf, type HeldCopy } from './contents.ts'
import { vehiclesByPerson } from './riding.ts'

/*
 * What would be gone if one thing were lost: a drive, a card, all that one person carries, all that those carry who ride
 * in one vehicle, all that lies in one place.
 * Only copies that were read back the same count. A card counts where somebody wrote down who has it; where nobody did,
 * it is told apart, since nobody knows whether it would be lost with the rest.
 */

/** The least to be done so that a loss destroys nothing any more. */
export interface Mend {
  /** Drives and cards that somebody else should hold, or that should lie elsewhere. */
  readonly apart: readonly HeldCopy[]
  /** What has to be copied, and checked, once more first: it lies on one drive only. */
  readonly copyAgain: readonly CardContents[]
}

export interface Loss {
  readonly of: 'drive' | 'card' | 'person' | 'vehicle' | 'place'
  /** A drive by its device, a card by its id, a person or a vehicle by their id, a place by its words. */
  readonly id: string
  readonly name: string
  /** Labels of the drives and cards that go with it. */
  readonly drives: readonly string[]
  /** No checked copy is left and the card was emptied, or is lost too: gone. */
  readonly destroys: readonly CardContents[]
  /** No checked copy is left; the card still has it, and is not known to be lost with the rest. */
  readonly leavesCard: readonly CardContents[]
  readonly mend: Mend
}

/** Subsets of more drives than that are not tried. */
const MOST_TRIED = 14

/** The fewest of some drives that have to be elsewhere so that each content is in both parts. */
function fewestApart(drives: readonly string[], contents: readonly (readonly HeldCopy[])[]): readonly string[] | null {
  if (drives.length > MOST_TRIED) return null
  let best: readonly string[] | null = null
  for (let mask = 0; mask < 1 << drives.length; mask++) {
    const away = drives.filter((_, i) => mask & (1 << i))
    if (best && away.length >= best.length) continue
    const isSplit = contents.every((copies) => {
      const gone = new Set(copies.filter((copy) => away.includes(copy.medium)).map(({ medium }) => medium))
      return gone.size > 0 && gone.size < new Set(copies.map(({ medium }) => medium)).size
    })
    if (isSplit) best = away
  }
  return best
}

/** Everywhere that contents are: checked copies, and the card, where it is written down who has it. */
const everywhere = ({ card, isOnCard, cardHeld, copies }: CardContents): readonly HeldCopy[] =>
  isOnCard && (cardHeld.personId !== null || cardHeld.place !== '')
    ? [
        ...copies,
        { driveId: card.id, label: `card ${card.label}`, medium: `card ${card.id}`, isFar: false, ...cardHeld },
      ]
    : copies

function mendOf(kind: Loss['of'], hit: readonly CardContents[], isLost: (copy: HeldCopy) => boolean): Mend {
  const isOne = (one: CardContents) => new Set(everywhere(one).map(({ medium }) => medium)).size < 2
  const single = hit.filter(isOne)
  const several = hit.filter((contents) => !isOne(contents))
  if (kind === 'drive' || kind === 'card' || several.length === 0) return { apart: [], copyAgain: single }
  const lost = several.flatMap(everywhere).filter(isLost)
  const media = [...new Set(lost.map(({ medium }) => medium))]
  const apart = fewestApart(media, several.map(everywhere))
  if (!apart) return { apart: [], copyAgain: hit }
  return { apart: apart.map((medium) => lost.find((copy) => copy.medium === medium)!), copyAgain: single }
}

/**
 * Every single loss that the ledgers know of, the worst first; those that destroy nothing come last. Contents that
 * have no checked copy, and of whose card nobody knows who has it, are in none of them: see `contentsOf`.
 */
export function lossesOf(production: Production, all = contentsOf(production)): Loss[] {
  const contents = all.filter((one) => everywhere(one).length > 0)
  const copies = contents.flatMap(everywhere)
  const loss = (of: Loss['of'], id: string, name: string, isLost: (copy: HeldCopy) => boolean): Loss => {
    const hit = contents.filter((one) => everywhere(one).every(isLost))
    const isCardSafe = (one: CardContents) => one.isOnCard && everywhere(one).length === one.copies.length
    return {
      of,
      id,
      name,
      drives: [...new Set(copies.filter(isLost).map(({ label }) => label))].sort(),
      destroys: hit.filter((one) => !isCardSafe(one)),
      leavesCard: hit.filter(isCardSafe),
      mend: mendOf(of, hit, isLost),
    }
  }
  const media = new Map(copies.map(({ medium, label, driveId }) => [medium, { label, driveId }]))
  const near = copies.filter(({ isFar }) => !isFar)
  const places = new Map(near.filter(({ place }) => place.trim()).map(({ place }) => [placeWords(place), place.trim()]))
  const people = [...new Set(near.flatMap(({ personId }) => personId ?? []))]
  // With one who holds something in it, a vehicle is that person's bag.
  const rides = vehiclesByPerson(production)
  const full = Object.values(production.vehicle).filter(({ id }) => people.filter((one) => rides.get(one) === id).length > 1) // prettier-ignore
  const nameOf = (id: string) => (production.person as Readonly<Record<string, Person>>)[id]?.name ?? 'somebody no longer listed' // prettier-ignore
  return [
    ...Array.from(media, ([medium, { label, driveId }]) => {
      const isCard = medium === `card ${driveId}`
      return loss(isCard ? 'card' : 'drive', isCard ? driveId : medium, label, (copy) => copy.medium === medium)
    }),
    ...people.map((id) => loss('person', id, nameOf(id), (copy) => !copy.isFar && copy.personId === id)),
    ...full.map(({ id, name }) => loss('vehicle', id, name, ({ personId, isFar }) => !isFar && personId !== null && rides.get(personId) === id)), // prettier-ignore
    ...[...places].map(([id, name]) => loss('place', id, name, (copy) => !copy.isFar && placeWords(copy.place) === id)),
  ].sort(
    (a, b) =>
      b.destroys.length - a.destroys.length ||
      b.leavesCard.length - a.leavesCard.length ||
      a.name.localeCompare(b.name, 'en', { numeric: true }),
  )
}

/** "Van" and " van " are one place. */
