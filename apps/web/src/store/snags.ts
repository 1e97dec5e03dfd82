import { type Remote, wrap } from 'comlink'
import { create } from 'zustand'
import type { Judge } from '../workers/judge.worker.ts'
import { useProductionStore } from './production.ts'
import { deltasBetween, type Tables } from '@kavrell/core/records'
import type { Finding, Fix, Mended } from '@kavrell/core/snags'

const NONE: readonly Finding[] = []

/** What the judge found, in the newest records it has seen. */
export const useFindings = create<{ readonly findings: readonly Finding[]; readonly judged: boolean }>()(() => ({
  findings: NONE,
  judged: false,
}))

let judgeNow: Remote<Judge> | null = null

/** Ways out of findings of one kind together, worked out off the page's thread; null where nobody judges. */
export const mendTogether = async (kind: readonly Finding[]): Promise<Mended | null> =>
  judgeNow ? judgeNow.mend(kind.map((finding) => ({ ...finding }))) : null

/** Whether a way out makes nothing worse; where nobody judges, nobody doubts it either. */
export const wayOutHolds = async (finding: Finding, fix: Fix): Promise<boolean> =>
  judgeNow ? judgeNow.holds({ finding: { ...finding }, fix }) : true
export const hasJudge = (): boolean => judgeNow !== null

const FIRST_LOOK_MS = 700

/** Has every change judged in a worker, the newest state last, until the returned function is called. */
export function judgeChanges(): () => void {
  const worker = new Worker(new URL('../workers/judge.worker.ts', import.meta.url), { type: 'module' })
  const judge: Remote<Judge> = wrap<Judge>(worker)
  judgeNow = judge
  let told: Tables | null = null
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
        if (Object.keys(records.production).length === 0) return
        const before = told
        told = records
        const findings = await (before ? judge.change(deltasBetween(before, records)) : judge.open(records))
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
    if (judgeNow === judge) judgeNow = null
    worker.terminate()
    useFindings.setState({ findings: NONE, judged: false })
  }
}
