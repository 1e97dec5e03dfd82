import { useEffect, useEffectEvent } from 'react'
import { create } from 'zustand'

/** What undo means on the screen that is open, where it is not the last change of the plan. */
interface UndoHere {
  /** What it takes back; null while there is nothing. */
  readonly label: string | null
  readonly run: () => void
}

export const useUndoHere = create<{ readonly here: UndoHere | null }>(() => ({ here: null }))

/** While this screen is open undo is its own: it never touches the plan. */
export function useOwnUndo(label: string | null, run: () => void): void {
  const does = useEffectEvent(run)
  useEffect(() => {
    useUndoHere.setState({ here: { label, run: () => does() } })
  }, [label])
  useEffect(() => () => useUndoHere.setState({ here: null }), [])
}
