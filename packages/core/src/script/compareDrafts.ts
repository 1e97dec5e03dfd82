/** A scene as far as drafts are compared. */
export interface DraftScene {
  readonly id: string
  readonly number: string
  readonly heading: string
  readonly text: string
}

export type SceneChange =
  | { readonly kind: 'same'; readonly old: DraftScene; readonly new: DraftScene }
  | {
      readonly kind: 'changed'
      readonly old: DraftScene
      readonly new: DraftScene
      readonly what: readonly ('number' | 'heading' | 'text')[]
      /** Share of the words that both have, 0 to 1. */
      readonly alike: number
    }
  | { readonly kind: 'new'; readonly new: DraftScene }
  | { readonly kind: 'gone'; readonly old: DraftScene }

/** From here on two scenes are taken for the same one, rewritten. */
const SAME_SCENE = 0.5

/**
 * What a newer draft changed, scene by scene in its turn, the ones that went last. Scenes are known again by what
 * is in them, then by heading and number, so that one inserted above does not make all that follow look changed.
 */
export function compareDrafts(before: readonly DraftScene[], after: readonly DraftScene[]): SceneChange[] {
  const pairs = before.flatMap((old) => after.map((fresh) => ({ old, fresh, score: kinship(old, fresh) })))
  const matched = new Map<DraftScene, DraftScene>()
  const taken = new Set<DraftScene>()
  for (const { old, fresh } of pairs.filter((p) => p.score >= SAME_SCENE).sort((a, b) => b.score - a.score)) {
    if (taken.has(old) || matched.has(fresh)) continue
    matched.set(fresh, old)
    taken.add(old)
  }
  return [
    ...after.map((fresh): SceneChange => {
      const old = matched.get(fresh)
      if (!old) return { kind: 'new', new: fresh }
      const what = [
        ...(old.number === fresh.number ? [] : (['number'] as const)),
        ...(tidy(old.heading) === tidy(fresh.heading) ? [] : (['heading'] as const)),
        ...(tidy(old.text) === tidy(fresh.text) ? [] : (['text'] as const)),
      ]
      return what.length === 0
        ? { kind: 'same', old, new: fresh }
        : { kind: 'changed', old, new: fresh, what, alike: shared(old.text, fresh.text) }
    }),
    ...before.filter((old) => !taken.has(old)).map((old): SceneChange => ({ kind: 'gone', old })),
  ]
}

const tidy = (text: string): string => text.trim().replace(/\s+/g, ' ').toUpperCase()

/** Mostly what is in them; a scene with no text is known by heading and number. */
function kinship(old: DraftScene, fresh: DraftScene): number {
  const sameHeading = tidy(old.heading) === tidy(fresh.heading) ? 1 : 0
  const sameNumber = old.number === fresh.number ? 1 : 0
  if (tidy(old.text) === '' || tidy(fresh.text) === '') return 0.6 * sameHeading + 0.3 * sameNumber
  return 0.6 * shared(old.text, fresh.text) + 0.3 * sameHeading + 0.1 * sameNumber
}

/** Dice's coefficient of the two bags of words. */
function shared(a: string, b: string): number {
  const count = (text: string) => {
    const bag = new Map<string, number>()
    for (const word of tidy(text).match(/[\p{L}\p{N}’']+/gu) ?? []) bag.set(word, (bag.get(word) ?? 0) + 1)
    return bag
  }
  const [x, y] = [count(a), count(b)]
  const total = [...x.values(), ...y.values()].reduce((sum, n) => sum + n, 0)
  if (total === 0) return 1
  let both = 0
  for (const [word, n] of x) both += Math.min(n, y.get(word) ?? 0)
  return (2 * both) / total
}
