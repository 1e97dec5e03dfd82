import type { AnyRecord, RecordTable } from '@kavrell/contract'
import type { Finding } from '@kavrell/core/snags'
import { type Remote, wrap } from 'comlink'
import { create } from 'zustand'
import type { Judge, RecordDelta } from '../workers/judge.worker.ts'
import { useProductionStore } from './production.ts'

const NONE: readonly Finding[] = []

/** What the judge found, in the newest records it has seen. */
export const useFindings = create<{ readonly findings: readonly Finding[]; readonly judged: boolean }>()(() => ({
  findings: NONE,
  judged: false,
}))

/** What differs between two states of the records. Tables that are the same object are not looked through. */
export function recordDeltas(before: RecordTable, after: RecordTable): RecordDelta[] {
  const deltas: RecordDelta[] = []
  for (const kind of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [was, is] = [before[kind] ?? {}, after[kind] ?? {}]
    if (was === is) continue
    for (const [id, record] of Object.entries(is)) if (was[id] !== record) deltas.push({ kind, id, record })
    for (const id of Object.keys(was)) if (!(id in is)) deltas.push({ kind, id, record: null })
  }
  return deltas
}

const FIRST_LOOK_MS = 700

/** Has every change judged in a worker, the newest state last, until the returned function is called. */
export function judgeChanges(): () => void {
  const worker = new Worker(new URL('../workers/judge.worker.ts', import.meta.url), { type: 'module' })
  const judge: Remote<Judge> = wrap<Judge>(worker)
  let told: RecordTable | null = null
  let busy = false
  let closed = false
  const from = performance.now()
  const look = async () => {
    if (busy || closed || performance.now() - from < FIRST_LOOK_MS - 1) return
    busy = true
    try {
      for (
        let { records } = useProductionStore.getState();
        records !== told;
        { records } = useProductionStore.getState()
      ) {
        // Nothing is there to be judged before the production is: no findings then would read as none found.
        if (Object.keys(records.production ?? {}).length === 0) return
        const before = told
        told = records
        const findings = await (before
          ? judge.change(recordDeltas(before, records))
          : judge.open(records as Record<string, Record<string, AnyRecord>>))
        if (closed) return
        useFindings.setState({ findings, judged: true })
      }
    } finally {
      busy = false
    }
  }
  const unsubscribe = useProductionStore.subscribe(() => void look())
  // The page is drawn first: handing thousands of records to the worker holds it up.
  const soon = setTimeout(() => void look(), FIRST_LOOK_MS)
  return () => {
    clearTimeout(soon)
    closed = true
    unsubscribe()
    worker.terminate()
    useFindings.setState({ findings: NONE, judged: false })
  }
}
