/** What a sheet shows below one another: its records, and over those of one value what they have in common. */
export type Line<R> =
  | { readonly is: 'row'; readonly id: string; readonly record: R }
  | { readonly is: 'group'; readonly id: string; readonly records: readonly R[]; readonly folded: boolean }

interface Named {
  readonly id: string
}

/**
 * Lines in the order that was held: what is gone from the given ones is looked up among the records, so that a row
 * which no longer passes a filter stays, and one that was removed does not. What came since stands at the end.
 */
export function holdLines<R extends Named>(
  given: readonly Line<R>[],
  held: readonly Line<R>[],
  records: readonly R[],
): readonly Line<R>[] {
  const now = new Map(given.map((line) => [line.id, line]))
  const alive = new Map(records.map((record) => [record.id, record]))
  const kept = held.flatMap((line): Line<R>[] => {
    const same = now.get(line.id)
    if (same) return [same]
    if (line.is === 'group') return [line]
    const record = alive.get(line.id)
    return record ? [{ ...line, record }] : []
  })
  const there = new Set(held.map(({ id }) => id))
  return [...kept, ...given.filter(({ id }) => !there.has(id))]
}
