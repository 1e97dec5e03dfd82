import { useCallback, useState } from 'react'
import { useLocation } from 'react-router'

/** The record a screen has open: the one named in the address, as by the palette, until another is chosen. */
export function useChosen(): [string | null, (id: string | null) => void] {
  const { hash, key } = useLocation()
  const [chosen, setChosen] = useState<{ readonly id: string | null; readonly key: string } | null>(null)
  // A later visit to an address speaks again, even to the same one.
  const named = hash.length > 1 ? hash.slice(1) : null
  const current = chosen && (chosen.key === key || !named) ? chosen.id : named
  const choose = useCallback((id: string | null) => setChosen({ id, key }), [key])
  return [current, choose]
}
