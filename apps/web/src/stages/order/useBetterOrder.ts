import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { FoundOrder, OrderWorker } from '../../workers/order.worker.ts'
import { boxTime, deviceNowMs } from '../../store/clock.ts'
import { type DayOrderProblem, type DayPlan, isOnTheDay, orderProblem, restOfDay, rolledFirst } from '@kavrell/core/day'
import type { Wishes } from '@kavrell/core/order'
import type { Production } from '@kavrell/core/records'

/** A search for a better order of a day: what it is about, what was found so far, and whether it still looks. */
export interface OrderSearch {
  readonly about: DayOrderProblem
  /** The day has begun: it is about what is left of it from then on. */
  readonly isLive: boolean
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
    const { about, isLive } = orderNow(production, dayPlan)
    worker.current?.terminate()
    const own = new Worker(new URL('../../workers/order.worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setSearch({ about, isLive, isLooking: true, found: null })
    const remote: Remote<OrderWorker> = wrap<OrderWorker>(own)
    const present = about.items.map((_, i) => i)
    const told = (isLooking: boolean) => (found: FoundOrder) => {
      if (worker.current === own) setSearch({ about, isLive, isLooking, found })
    }
    remote
      .search(
        { strict: about.strict, problem: about.problem, wishes: wishesOf(production), hard: hardOf(production, about) },
        present,
        proxy(told(true)),
      )
      .then(told(false), (cause: unknown) => {
        throw new Error('The search for an order failed', { cause })
      })
      .finally(() => {
        own.terminate()
      })
  }
  return { search, start, stop, forget: () => setSearch(null) }
}

/** What is wished of an order besides that it is over early. */
export const wishesOf = ({ production: { waitWeight, changeWeight, freshWeight } }: Production): Wishes => ({
  waitWeight,
  changeWeight,
  freshWeight,
})

/** Of each entry that is put in order, whether it is better done while everybody is fresh. */
export const hardOf = (production: Production, { items }: DayOrderProblem): boolean[] =>
  items.map((item) => item.shotIds.some((id) => production.shot[id]?.hard))

/** What there is to be put in order: what is left from now on the day itself, else what is not rolled. */
export function orderNow(production: Production, dayPlan: DayPlan): Pick<OrderSearch, 'about' | 'isLive'> {
  const nowMin = dayPlan.clock.at(boxTime(deviceNowMs()))
  const rest = isOnTheDay(nowMin) ? restOfDay(production, dayPlan, nowMin) : null
  return rest
    ? { about: rest, isLive: true }
    : { about: orderProblem(production, dayPlan, rolledFirst(production, dayPlan)), isLive: false }
}

/** Whether it is known that nothing is better. */
export const isProven = ({ about, found }: OrderSearch): boolean => found?.solved.status === 'optimal' && !about.isEased
