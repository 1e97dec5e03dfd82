/** Words that say nothing about which place is meant. */
const EMPTY = new Set(['the', 'a', 'an', 'of', 'at', 'in', 'on', 'by', 'and', 'int', 'ext'])

const wordsOf = (text: string): Set<string> =>
  new Set(
    text
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word !== '' && !EMPTY.has(word)),
  )

/** Share of the words that two names have in common, 0 to 1. @source Dice's coefficient of two sets */
function likeness(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  const both = [...a].filter((word) => b.has(word)).length
  return a.size + b.size === 0 ? 0 : (2 * both) / (a.size + b.size)
}

/** Names that share less are not taken for the same place. */
const LIKE_ENOUGH = 0.6

/**
 * The spot that a place named in a scene heading means: by its own name, or by its name with that of the
 * place it is in ("Slip, sail loft"). Null when nothing is like enough, or two are equally like: then
 * somebody has to say.
 */
export function spotOfPlace<S extends { readonly name: string; readonly placeId: string }>(
  heading: string,
  spots: readonly S[],
  places: Readonly<Record<string, { readonly name: string }>>,
): S | null {
  const wanted = wordsOf(heading)
  const ranked = spots
    .map((spot) => {
      const whole = wordsOf(`${places[spot.placeId]?.name ?? ''} ${spot.name}`)
      return { spot, like: Math.max(likeness(wanted, wordsOf(spot.name)), likeness(wanted, whole)) }
    })
    .sort((a, b) => b.like - a.like)
  const [best, next] = ranked
  if (!best || best.like < LIKE_ENOUGH || (next && next.like === best.like)) return null
  return best.spot
}
