import { useVirtualizer } from '@tanstack/react-virtual'
import { type RefObject, useCallback, useLayoutEffect, useRef, useState } from 'react'

interface Named {
  readonly id: string
}

/** From so many lines on only those in sight are drawn. */
const LONG = 60
/** Lines that pass between two looks, from which on nobody reads more of them than where they are. */
const TOO_FAST_TO_READ = 2

/** The same function as long as the same lines stand in the same order: a changed value measures nothing anew. */
function useKeys(lines: readonly Named[]): (index: number) => string {
  const [ids, setIds] = useState(() => lines.map((line) => line.id))
  const same = ids.length === lines.length && lines.every((line, i) => line.id === ids[i])
  const now = same ? ids : lines.map((line) => line.id)
  if (!same) setIds(now)
  return useCallback((index: number) => now[index]!, [now])
}

/** Which lines of a sheet are drawn, and which columns of them: a long list is drawn where it is looked at. */
export function useLongList(grid: RefObject<HTMLDivElement | null>, lines: readonly Named[], lineHeight: number) {
  const long = lines.length > LONG
  const getItemKey = useKeys(lines)
  const [scrollMargin, setScrollMargin] = useState(0)
  const [rushes, setRushes] = useState(false)
  const lastTop = useRef(0)
  const scroller = () => grid.current?.closest<HTMLElement>('main') ?? null
  const virtual = useVirtualizer({
    count: long ? lines.length : 0,
    getScrollElement: scroller,
    estimateSize: () => lineHeight + 1,
    getItemKey,
    overscan: 4,
    scrollMargin,
    useFlushSync: false,
    onChange: ({ isScrolling, scrollOffset }) => {
      const passed = Math.abs((scrollOffset ?? 0) - lastTop.current) / lineHeight
      lastTop.current = scrollOffset ?? 0
      setRushes((was) => isScrolling && (passed === 0 ? was : passed >= TOO_FAST_TO_READ))
    },
  })
  // What stands above it may grow: then the page's content changes its size, and the place is looked at again.
  useLayoutEffect(() => {
    const page = long ? (grid.current?.closest<HTMLElement>('main') ?? null) : null
    if (!page) return
    const look = () => {
      if (!grid.current) return
      const top = grid.current.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop
      setScrollMargin((was) => (Math.abs(top - was) > 1 ? top : was))
    }
    const observer = new ResizeObserver(look)
    for (const child of page.children) observer.observe(child)
    return () => observer.disconnect()
  }, [long, grid])

  const [inSight, setInSight] = useState<readonly [number, number]>([0, 12])
  useLayoutEffect(() => {
    const box = grid.current
    if (!long || !box) return
    const look = () => {
      const heads = [...box.querySelectorAll<HTMLElement>('.heads > div:not(.pinned)')]
      const [left, right] = [box.scrollLeft, box.scrollLeft + box.clientWidth]
      const seen = heads.filter((head) => head.offsetLeft + head.offsetWidth >= left && head.offsetLeft <= right)
      const [first, last] = [Number(seen[0]?.dataset.at ?? 0), Number(seen.at(-1)?.dataset.at ?? 12)]
      setInSight((was) => (was[0] === first && was[1] === last ? was : [first, last]))
    }
    look()
    const observer = new ResizeObserver(look)
    observer.observe(box)
    const heads = box.querySelector('.heads')
    if (heads) observer.observe(heads)
    box.addEventListener('scroll', look, { passive: true })
    return () => {
      observer.disconnect()
      box.removeEventListener('scroll', look)
    }
  }, [long, grid])

  const items = virtual.getVirtualItems()
  const margin = virtual.options.scrollMargin
  return {
    long,
    /** It is scrolled faster than anybody reads. */
    rushes,
    /** Indices of the lines to draw. */
    drawn: long ? items.map(({ index }) => index) : lines.map((_, index) => index),
    above: long ? (items[0]?.start ?? 0) - margin : 0,
    below: long ? virtual.getTotalSize() - (items.at(-1)?.end ?? 0) + margin : 0,
    inSight,
    bring: (index: number, align?: 'center') => {
      if (long && index >= 0) virtual.scrollToIndex(index, align ? { align } : undefined)
    },
  }
}

/** Whether columns pass out of sight to the right: only then those that stay have to be held. */
export function useOverflow(grid: RefObject<HTMLDivElement | null>): boolean {
  const [overflows, setOverflows] = useState(false)
  useLayoutEffect(() => {
    const box = grid.current
    const heads = box?.querySelector('.heads')
    if (!box || !heads) return
    const look = () => setOverflows(box.scrollWidth > box.clientWidth + 1)
    look()
    const observer = new ResizeObserver(look)
    observer.observe(box)
    observer.observe(heads)
    return () => observer.disconnect()
  }, [grid])
  return overflows
}
