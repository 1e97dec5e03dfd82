import { BEGINNINGS } from '@kavrell/core/beginnings'
import { useMemo } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { useFromRecords } from './later.tsx'
import { useProductionStore } from './production.ts'
import { useFindings } from './snags.ts'
import { RIGHTS } from '@kavrell/contract'
import { type DayPlan, daysInOrder, planDay } from '@kavrell/core/day'
import {
  type ById,
  type KindName,
  type Production,
  productionOf,
  type RecordOf,
  type Tables,
} from '@kavrell/core/records'
import { evidenceHash, type Finding } from '@kavrell/core/snags'
import type { DateOrder, Units } from '@kavrell/core/text'

/** Remembers one result per identity of its argument. */
function memoised<A extends object, R>(compute: (argument: A) => R): (argument: A) => R {
  const results = new WeakMap<A, R>()
  return (argument) => {
    if (!results.has(argument)) results.set(argument, compute(argument))
    return results.get(argument)!
  }
}

const viewOf = memoised((records: Tables) => productionOf(records))
/** Each day is planned when somebody looks at it. */
const plansOf = memoised((_records: Tables) => new Map<string, DayPlan | undefined>())
function planOf(records: Tables, dayId: string): DayPlan | undefined {
  const plans = plansOf(records)
  const production = viewOf(records)
  if (production && !plans.has(dayId)) plans.set(dayId, planDay(production, dayId))
  return plans.get(dayId)
}

/**
 * Some parts of a production: what reads them is drawn again when one of these changes, and not when another does.
 * Screens below the shell may rely on its being loaded.
 */
export function useParts<K extends keyof Production>(...kinds: readonly K[]): Pick<Production, K> {
  return useFromRecords(
    useShallow((records: Tables) => {
      const view = viewOf(records) ?? notLoaded()
      return Object.fromEntries(kinds.map((kind) => [kind, view[kind]])) as Pick<Production, K>
    }),
  )
}

const notLoaded = (): never => {
  throw new Error('A screen was drawn before its production was loaded')
}

/** The whole production, for what follows from all of it: plans, findings, papers. Once loaded. */
export function useProduction(): Production {
  return useFromRecords(viewOf) ?? notLoaded()
}

/** The production as it is at this moment, for what is done to it: a screen may still show the one of before. */
export const productionNow = (): Production => viewOf(useProductionStore.getState().records) ?? notLoaded()

export const useHasProduction = (): boolean => useFromRecords((records) => viewOf(records) !== undefined)
export const useRecords = <K extends Exclude<KindName, 'production'>>(kind: K): ById<RecordOf<K>> =>
  useFromRecords((records) => records[kind] as ById<RecordOf<K>>)

export const useDayPlan = (dayId: string | null): DayPlan | undefined =>
  useFromRecords((records) => (dayId ? planOf(records, dayId) : undefined))
export const useDays = () => daysInOrder(useProduction())
/** What the parts of this kind of job are called: a script has scenes. */
export const usePart = (): 'scene' | 'part' =>
  useFromRecords((records) => BEGINNINGS[viewOf(records)?.production.job ?? 'nothing'].part)

export const useUnits = (): Units => useFromRecords((records) => viewOf(records)?.production.units ?? 'metric')
export const useDateOrder = (): DateOrder =>
  useFromRecords((records) => viewOf(records)?.production.dateOrder ?? 'day first')
export const useRights = () => RIGHTS[useProductionStore((s) => s.role)]

export interface OpenSnag extends Finding {
  readonly acceptedBecause: string | null
}

const withAcceptances = (
  findings: readonly Finding[],
  acceptances: readonly RecordOf<'acceptance'>[],
): readonly OpenSnag[] =>
  findings.map((snag) => ({
    ...snag,
    acceptedBecause:
      acceptances.find((a) => a.check === snag.check && a.about === snag.about.id && a.evidence === evidenceHash(snag))
        ?.reason ?? null,
  }))

/** All findings; an accepted one keeps its reason until its evidence changes. */
export function useSnags(): readonly OpenSnag[] {
  const findings = useFindings((s) => s.findings)
  const acceptances = useRecords('acceptance')
  return useMemo(() => withAcceptances(findings, Object.values(acceptances)), [findings, acceptances])
}
export function useOpenSnags(): readonly OpenSnag[] {
  const snags = useSnags()
  return useMemo(() => snags.filter((snag) => snag.acceptedBecause === null), [snags])
}
