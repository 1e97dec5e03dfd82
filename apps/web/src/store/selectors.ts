import { type KindName, productionOf, type RecordOf, type Records, type RecordTable, RIGHTS } from '@kavrell/contract'
import type { Units } from '@kavrell/core/formats'
import { type DayPlan, daysInOrder, evidenceHash, type Finding, planDay } from '@kavrell/core/snags'
import { useMemo } from 'react'
import { useFromRecords } from './later.tsx'
import { useProductionStore } from './production.ts'
import { useFindings } from './snags.ts'

/** Remembers one result per identity of its argument. */
function memoised<A extends object, R>(compute: (argument: A) => R): (argument: A) => R {
  const results = new WeakMap<A, R>()
  return (argument) => {
    if (!results.has(argument)) results.set(argument, compute(argument))
    return results.get(argument)!
  }
}

const viewOf = memoised((records: RecordTable) => productionOf(records))
/** Each day is planned when somebody looks at it. */
const plansOf = memoised((_records: RecordTable) => new Map<string, DayPlan | undefined>())
function planOf(records: RecordTable, dayId: string): DayPlan | undefined {
  const plans = plansOf(records)
  const production = viewOf(records)
  if (production && !plans.has(dayId)) plans.set(dayId, planDay(production, dayId))
  return plans.get(dayId)
}

/** The production, once loaded. Screens below the shell may rely on it. */
export function useProduction(): Records {
  const view = useFromRecords(viewOf)
  if (!view) throw new Error('A screen was drawn before its production was loaded')
  return view
}

export const useHasProduction = (): boolean => useFromRecords((records) => viewOf(records) !== undefined)
const NONE: Readonly<Record<string, never>> = {}
export const useRecords = <K extends Exclude<KindName, 'production'>>(kind: K): Readonly<Record<string, RecordOf<K>>> =>
  useFromRecords((records) => records[kind] ?? NONE) as Readonly<Record<string, RecordOf<K>>>

export const useDayPlan = (dayId: string | null): DayPlan | undefined =>
  useFromRecords((records) => (dayId ? planOf(records, dayId) : undefined))
export const useDays = () => daysInOrder(useProduction())
export const useUnits = (): Units => useFromRecords((records) => viewOf(records)?.production.units ?? 'metric')
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
