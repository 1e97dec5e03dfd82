import { type FocusEvent, useMemo, useState } from 'react'
import { holdLines, type Line } from './lines.ts'

const inCell = (element: Element | null) => element?.closest('.cell') ?? null

/**
 * While the hands are in a sheet its lines stay where they are: a row that is sorted, gathered or filtered by what is
 * typed would carry another record under the next key. They take their places once the hands have left, or ask for
 * another order.
 * @param view what was asked for: another one lets go
 */
export function useHeldLines<R extends { readonly id: string }>(
  given: readonly Line<R>[],
  records: readonly R[],
  view: string,
  holds: boolean,
) {
  const [held, setHeld] = useState<{ readonly lines: readonly Line<R>[]; readonly view: string } | null>(null)
  const lines = useMemo(() => (held ? holdLines(given, held.lines, records) : given), [given, held, records])
  if (held && held.view !== view) setHeld(null)
  // What came is held from then on too.
  else if (held && lines.length > held.lines.length) setHeld({ lines, view })
  return {
    lines,
    onFocus: (e: FocusEvent<HTMLElement>) => {
      if (holds && !held && inCell(e.target)) setHeld({ lines: given, view })
    },
    onBlur: (e: FocusEvent<HTMLElement>) => {
      const sheet = e.currentTarget
      // An editor that closes hands its keys to a cell a moment later.
      setTimeout(() => {
        if (!sheet.contains(inCell(document.activeElement))) setHeld(null)
      })
    },
  }
}
