import { type KindName, productionOf, type RecordOf, type Records, type RecordTable, RIGHTS } from '@kavrell/contract'
import type { Units } from '@kavrell/core/formats'
import { type DayPlan, daysInOrder, evidenceHash, findSnags, type Finding, planDay } from '@kavrell/core/snags'
import { useProductionStore } from './production.ts'

/** Remembers one result per identity of its argument. */
function memoised<A extends object, R>(compute: (argument: A) => R): (argument: A) => R {
  const results = new WeakMap<A, R>()
  return (argument) => {
    if (!results.has(argument)) results.set(argument, compute(argument))
    return results.get(argument)!
  }
}

const viewOf = memoised((records: RecordTable) => productionOf(records))
const snagsOf = memoised((records: RecordTable): readonly Finding[] => {
  const production = viewOf(records)
  return production ? findSnags(production) : []
})
const plansOf = memoised((records: RecordTable): ReadonlyMap<string, DayPlan> => {
  const production = viewOf(records)
  return new Map(
    production
      ? Object.keys(production.day).flatMap((id) => {
          const plan = planDay(production, id)
          return plan ? [[id, plan] as const] : []
        })
      : [],
  )
})

/** The production, once loaded. Screens below the shell may rely on it. */
export function useProduction(): Records {
  const view = viewOf(useProductionStore((s) => s.records))
  if (!view) throw new Error('A screen was drawn before its production was loaded')
  return view
}

export const useHasProduction = (): boolean => useProductionStore((s) => viewOf(s.records) !== undefined)
const NONE: Readonly<Record<string, never>> = {}
export const useRecords = <K extends Exclude<KindName, 'production'>>(kind: K): Readonly<Record<string, RecordOf<K>>> =>
  useProductionStore((s) => s.records[kind] ?? NONE) as Readonly<Record<string, RecordOf<K>>>

export const useDayPlan = (dayId: string | null): DayPlan | undefined =>
  useProductionStore((s) => (dayId ? plansOf(s.records).get(dayId) : undefined))
export const useDays = () => daysInOrder(useProduction())
export const useUnits = (): Units => useProductionStore((s) => viewOf(s.records)?.production.units ?? 'metric')
export const useRights = () => RIGHTS[useProductionStore((s) => s.role)]

export interface OpenSnag extends Finding {
  readonly acceptedBecause: string | null
}

const openSnagsOf = memoised((records: RecordTable): readonly OpenSnag[] => {
  const acceptances = Object.values(records.acceptance ?? NONE) as unknown as readonly RecordOf<'acceptance'>[]
  return snagsOf(records).map((snag) => ({
    ...snag,
    acceptedBecause:
      acceptances.find((a) => a.check === snag.check && a.about === snag.about.id && a.evidence === evidenceHash(snag))
        ?.reason ?? null,
  }))
})

/** All findings; an accepted one keeps its reason until its evidence changes. */
export const useSnags = (): readonly OpenSnag[] => useProductionStore((s) => openSnagsOf(s.records))
export const useOpenSnags = (): readonly OpenSnag[] => useSnags().filter((snag) => snag.acceptedBecause === null)
