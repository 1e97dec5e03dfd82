import { useEffect, useState } from 'react'
import { hasJudge, wayOutHolds } from '../store/snags.ts'
import type { Finding, Fix } from '@kavrell/core/snags'

export interface WayOut {
  readonly fix: Fix
  /** Tried against all checks; until then it waits. */
  readonly isTried: boolean
}
const changeOf = (fix: Fix) => JSON.stringify(fix.changes)

/** The ways out of a finding that lead nowhere worse, each tried against all checks of the newest records. */
export function useWaysOut(finding: Finding, most: number): readonly WayOut[] {
  const [held, setHeld] = useState<ReadonlyMap<string, boolean>>(new Map())
  const fixes = finding.fixes.slice(0, most)
  useEffect(() => {
    if (!hasJudge()) return
    let isStale = false
    const tryAll = async () => {
      const results = new Map<string, boolean>()
      for (const fix of finding.fixes.slice(0, most)) {
        if (isStale) return
        results.set(changeOf(fix), await wayOutHolds(finding, fix).catch(() => false))
      }
      if (!isStale) setHeld(results)
    }
    void tryAll()
    return () => {
      isStale = true
    }
  }, [finding, most])
  return fixes.flatMap((fix): WayOut[] => {
    const holds = hasJudge() ? held.get(changeOf(fix)) : true
    return holds === false ? [] : [{ fix, isTried: holds === true }]
  })
}
