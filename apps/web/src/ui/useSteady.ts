import { useCallback, useLayoutEffect, useRef } from 'react'

/** One function for the life of a component that does what the newest one does: whoever gets it is not drawn again. */
export function useSteady<A extends readonly unknown[], R>(newest: (...given: A) => R): (...given: A) => R {
  const does = useRef(newest)
  useLayoutEffect(() => {
    does.current = newest
  })
  return useCallback((...given: A) => does.current(...given), [])
}
