import { type FocusEvent, useMemo, useState } from 'react'

interface Row {
  readonly id: string
}

/** Rows in the order their ids had; those that came since stand at the end, in the order they were given. */
export function holdOrder<R extends Row>(rows: readonly R[], held: readonly string[]): readonly R[] {
  const at = new Map(held.map((id, i) => [id, i]))
  const place = (row: R) => at.get(row.id) ?? held.length
  return rows.toSorted((a, b) => place(a) - place(b))
}

/**
 * While the hands are in a sheet its rows stay where they are: one that is sorted by what is typed would carry
 * another record under the next key. They take their places once the hands have left.
 */
export function useHeldRows<R extends Row>(given: readonly R[], holds: boolean) {
  const [held, setHeld] = useState<readonly string[] | null>(null)
  const rows = useMemo(() => (held ? holdOrder(given, held) : given), [given, held])
  // What came is held from then on too.
  if (held && rows.some((row, i) => row.id !== held[i] && !held.includes(row.id))) setHeld(rows.map((row) => row.id))
  return {
    rows,
    onFocus: () => {
      if (holds && !held) setHeld(given.map((row) => row.id))
    },
    onBlur: (e: FocusEvent<HTMLElement>) => {
      const sheet = e.currentTarget
      // An editor that closes hands its keys to a cell a moment later.
      setTimeout(() => {
        if (!sheet.contains(document.activeElement)) setHeld(null)
      })
    },
  }
}
