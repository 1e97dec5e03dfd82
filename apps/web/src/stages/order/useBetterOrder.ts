import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { FoundOrder, OrderWorker } from '../../workers/order.worker.ts'
import { type DayOrderProblem, type DayPlan, orderProblem, rolledFirst } from '@kavrell/core/day'
import type { Production } from '@kavrell/core/records'

/** A search for a better order of a day: what it is about, what was found so far, and whether it still looks. */
export interface OrderSearch {
  readonly about: DayOrderProblem
  readonly isLooking: boolean
  readonly found: FoundOrder | null
}

/** Looks for the order of a day that is over first, in a worker, until it is found or somebody stops it. */
export function useBetterOrder(production: Production, dayPlan: DayPlan) {
  const [search, setSearch] = useState<OrderSearch | null>(null)
  const worker = useRef<Worker | null>(null)
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
    setSearch((now) => now && { ...now, isLooking: false })
  }
  useEffect(() => () => worker.current?.terminate(), [])
  const start = () => {
    const about = orderProblem(production, dayPlan, rolledFirst(production, dayPlan))
    worker.current?.terminate()
    const own = new Worker(new URL('../../workers/order.worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setSearch({ about, isLooking: true, found: null })
    const remote: Remote<OrderWorker> = wrap<OrderWorker>(own)
    const present = about.items.map((_, i) => i)
    const told = (isLooking: boolean) => (found: FoundOrder) => {
      if (worker.current === own) setSearch({ about, isLooking, found })
    }
    remote
      .search({ strict: about.strict, problem: about.problem }, present, proxy(told(true)))
      .then(told(false), (cause: unknown) => {
        throw new Error('The search for an order failed', { cause })
      })
      .finally(() => {
        own.terminate()
      })
  }
  return { search, start, stop, forget: () => setSearch(null) }
}

/** Whether it is known that nothing is better. */
export const isProven = ({ about, found }: OrderSearch): boolean => found?.solved.status === 'optimal' && !about.isEased
