import type { Person, Production } from '../records/index.ts'
import { type CardContents, contentsOf, type HeldCopy } from './contents.ts'

/*
 * What would be gone if one thing were lost: a drive, all that one person carries, all that lies in one place. Only
 * copies that were read back the same count; the cards themselves are told apart, since nobody writes down who has them.
 */

/** The least to be done so that a loss destroys nothing any more. */
export interface Mend {
  /** Drives that somebody else should hold, or that should lie elsewhere. */
  readonly apart: readonly HeldCopy[]
  /** What has to be copied, and checked, once more first: it lies on one drive only. */
  readonly copyAgain: readonly CardContents[]
}

export interface Loss {
  readonly of: 'drive' | 'person' | 'place'
  /** A drive by its device, a person by their id, a place by its words. */
  readonly id: string
  readonly name: string
  /** Labels of the drives that go with it. */
  readonly drives: readonly string[]
  /** No checked copy is left and the card was emptied: gone. */
  readonly destroys: readonly CardContents[]
  /** No checked copy is left; the card still has it, if it is not lost too. */
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

function mendOf(kind: Loss['of'], hit: readonly CardContents[], isLost: (copy: HeldCopy) => boolean): Mend {
  const isOne = ({ copies }: CardContents) => new Set(copies.map(({ medium }) => medium)).size < 2
  const single = hit.filter(isOne)
  const several = hit.filter((contents) => !isOne(contents))
  if (kind === 'drive' || several.length === 0) return { apart: [], copyAgain: single }
  const lost = several.flatMap(({ copies }) => copies).filter(isLost)
  const media = [...new Set(lost.map(({ medium }) => medium))]
  const apart = fewestApart(media, several.map(({ copies }) => copies)) // prettier-ignore
  if (!apart) return { apart: [], copyAgain: hit }
  return { apart: apart.map((medium) => lost.find((copy) => copy.medium === medium)!), copyAgain: single }
}

/**
 * Every single loss that the ledgers know of, the worst first; those that destroy nothing come last. What no checked
 * copy is of at all is in none of them: see `contentsOf`.
 */
export function lossesOf(production: Production, all = contentsOf(production)): Loss[] {
  const contents = all.filter(({ copies }) => copies.length > 0)
  const copies = contents.flatMap((one) => one.copies)
  const loss = (of: Loss['of'], id: string, name: string, isLost: (copy: HeldCopy) => boolean): Loss => {
    const hit = contents.filter((one) => one.copies.every(isLost))
    return {
      of,
      id,
      name,
      drives: [...new Set(copies.filter(isLost).map(({ label }) => label))].sort(),
      destroys: hit.filter(({ isOnCard }) => !isOnCard),
      leavesCard: hit.filter(({ isOnCard }) => isOnCard),
      mend: mendOf(of, hit, isLost),
    }
  }
  const media = new Map(copies.map((copy) => [copy.medium, copy.label]))
  const places = new Map(copies.filter(({ place }) => place.trim()).map(({ place }) => [wordsOf(place), place.trim()]))
  const people = [...new Set(copies.flatMap(({ personId }) => personId ?? []))]
  const nameOf = (id: string) => (production.person as Readonly<Record<string, Person>>)[id]?.name ?? 'somebody no longer listed' // prettier-ignore
  return [
    ...[...media].map(([medium, label]) => loss('drive', medium, label, (copy) => copy.medium === medium)),
    ...people.map((id) => loss('person', id, nameOf(id), (copy) => copy.personId === id)),
    ...[...places].map(([id, name]) => loss('place', id, name, (copy) => wordsOf(copy.place) === id)),
  ].sort(
    (a, b) =>
      b.destroys.length - a.destroys.length ||
      b.leavesCard.length - a.leavesCard.length ||
      a.name.localeCompare(b.name, 'en', { numeric: true }),
  )
}

/** "Van" and " van " are one place. */
const wordsOf = (place: string) => place.trim().toLowerCase()
