import { createContext, type ReactNode, useContext, useDeferredValue } from 'react'
import { useProductionStore } from './production.ts'
import type { Tables } from '@kavrell/core/records'

const LaterRecords = createContext<Tables | null>(null)

/**
 * What is drawn inside follows an edit in the next breath: where something is typed is drawn first, what
 * follows from it elsewhere after it. Everything inside sees one state of the records.
 */
export function Later({ children }: { children: ReactNode }) {
  const records = useDeferredValue(useProductionStore((s) => s.records))
  return <LaterRecords value={records}>{children}</LaterRecords>
}

/** Part of the records, of now or, inside `Later`, of the state that is being drawn there. */
export function useFromRecords<T>(select: (records: Tables) => T): T {
  const later = useContext(LaterRecords)
  return useProductionStore((s) => select(later ?? s.records))
}
