import { useMemo } from 'react'
import { create } from 'zustand'
import { type PlainChange, type Production, tryChanges, withNewIds } from '@kavrell/core/records'
import { newId } from './newId.ts'

/** What a way out would change, while somebody points at it; nothing of it is written. */
export const usePreview = create<{ readonly changes: readonly PlainChange[] | null }>()(() => ({ changes: null }))

export const preview = (changes: readonly PlainChange[] | null): void => {
  usePreview.setState({ changes })
}

/** A production as the way out that is pointed at would leave it. */
export function usePreviewed(production: Production): Production {
  const { changes } = usePreview()
  return useMemo(
    () => (changes ? tryChanges(production, withNewIds(changes, newId)) : production),
    [changes, production],
  )
}
