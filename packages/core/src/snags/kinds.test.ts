import { describe, expect, test } from 'vitest'
import { tryChanges } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import type { Finding } from './finding.ts'
import { findSnags } from './findSnags.ts'
import { findingKinds } from './kinds.ts'
import { mendAll } from './mendAll.ts'

const finding = (check: string, severity: Finding['severity'], stage: Finding['stage'], id: string): Finding => ({
  check,
  severity,
  stage,
  says: '',
  evidence: [],
  rule: null,
  about: { kind: 'shot', id },
  fixes: [],
})

describe('kinds of findings', () => {
  const all = [
    finding('kit.missing', 'watch', 'kit', '1'),
    finding('light.ratio', 'stop', 'light', '2'),
    finding('kit.missing', 'watch', 'kit', '3'),
    finding('shots.screen-beats', 'stop', 'shots', '4'),
    finding('kit.missing', 'stop', 'kit', '5'),
  ]
  const names = (stage: Finding['stage'] | null) =>
    findingKinds(all, stage).map((k) => [k.check, k.severity, k.findings.length])
  test('the same check of the same weight stands together; what stops comes first', () =>
    expect(names(null)).toEqual([
      ['light.ratio', 'stop', 1],
      ['shots.screen-beats', 'stop', 1],
      ['kit.missing', 'stop', 1],
      ['kit.missing', 'watch', 2],
    ]))
  test('of equal weight, the stage one is in comes first', () => {
    expect(names('kit').map(([check]) => check)[0]).toBe('kit.missing')
    expect(names('shots').map(([check]) => check)[0]).toBe('shots.screen-beats')
  })
  test('nothing is lost', () => expect(findingKinds(all).flatMap((k) => k.findings)).toHaveLength(all.length))
})

describe('mending a kind together', () => {
  // Three shots whose shutter beats with the mains, and one that does not.
  const beating = productionWith({
    shot: Object.fromEntries(
      ['a', 'b', 'c', 'd'].map((id, i) => [
        id,
        { code: `${i + 1}A`, fpsNum: i < 3 ? 24 : 25, fpsDen: 1, shutterDeg: 180, setupId: 'setup' },
      ]),
    ),
    setup: { setup: {} },
    lamp: { lamp: {} },
  })
  const kindOf = (check: string) => findSnags(beating).filter((f) => f.check === check)
  test('each is gone by one edit that touches each record once, and no stop is made by it', () => {
    const kind = kindOf('shots.shutter-beats-with-mains')
    expect(kind.length).toBeGreaterThan(1)
    const { changes, mended, left } = mendAll(beating, kind, () => 'new')
    expect([mended, left]).toEqual([kind.length, 0])
    expect(new Set(changes.map((c) => c.id)).size).toBe(changes.length)
    const after = findSnags(tryChanges(beating, changes))
    expect(after.filter((f) => f.check === 'shots.shutter-beats-with-mains')).toEqual([])
    const stops = (list: readonly Finding[]) => list.filter((f) => f.severity === 'stop').length
    expect(stops(after)).toBeLessThanOrEqual(stops(findSnags(beating)))
  })
  test('what has no way out is left, and said', () => {
    const [hopeless] = findSnags(beating).filter((f) => f.fixes.length === 0)
    expect(mendAll(beating, [hopeless!], () => 'new')).toEqual({ changes: [], mended: 0, left: 1 })
  })
})
