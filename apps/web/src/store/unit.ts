import { create } from 'zustand'
import type { Id } from '@kavrell/core/records'
import { useProductionStore } from './production.ts'
import { remember, remembered } from './remember.ts'

/** Which unit this device logs for, by production; null is the main unit. */
const useUnits = create<{ readonly byProduction: Readonly<Record<string, string>> }>(() => ({ byProduction: {} }))

/** The unit of this device, as long as the production has it. */
export function useUnit(): Id<'unit'> | null {
  const productionId = useProductionStore((s) => s.productionId) ?? ''
  const chosen = useUnits((s) => s.byProduction[productionId]) ?? remembered(`unit.${productionId}`) ?? ''
  const exists = useProductionStore((s) => chosen !== '' && Object.hasOwn(s.records.unit, chosen))
  return exists ? (chosen as Id<'unit'>) : null
}

export function chooseUnit(unitId: Id<'unit'> | null): void {
  const productionId = useProductionStore.getState().productionId ?? ''
  remember(`unit.${productionId}`, unitId ?? '')
  useUnits.setState((s) => ({ byProduction: { ...s.byProduction, [productionId]: unitId ?? '' } }))
}
