import { useEffect } from 'react'
import { useLocation } from 'react-router'

/** So long it is looked for: a screen's code and its rows come a moment after its address. */
const LOOK_MS = 1500

/** Brings the thing that the address names into sight, and its keys with it, once its screen has drawn it. */
export function useNamedInSight(): void {
  const { hash, key } = useLocation()
  useEffect(() => {
    const id = hash.slice(1)
    if (!id) return
    const until = performance.now() + LOOK_MS
    let frame = 0
    const look = () => {
      const thing = document.querySelector<HTMLElement>(
        `[data-thing="${CSS.escape(id)}"], [data-item="${CSS.escape(id)}"]`,
      )
      if (!thing) {
        if (performance.now() < until) frame = requestAnimationFrame(look)
        return
      }
      thing.scrollIntoView({ block: 'center' })
      const first = thing.matches('button, a, [tabindex]') ? thing : thing.querySelector<HTMLElement>('button, a')
      first?.focus({ preventScroll: true })
    }
    look()
    return () => cancelAnimationFrame(frame)
  }, [hash, key])
}
