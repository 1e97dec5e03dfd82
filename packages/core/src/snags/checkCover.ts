import { type Production, type Shot, shotsOfItem } from '../production/index.ts'
import type { Finding } from './finding.ts'

/** Has a moment that happens once enough pictures and sounds that any one can die? */
export function checkOnceOnly(production: Production): Finding[] {
  const { onceOnlyPictures, onceOnlySounds } = production.production
  const findings: Finding[] = []
  const ordered = new Set<string>()
  const judge = (shots: Shot[], sounds: number, about: Finding['about'], fixes: Finding['fixes']) => {
    const cameras = new Set(shots.map((shot) => shot.cameraId ?? shot.id)).size
    if (cameras >= onceOnlyPictures && sounds >= onceOnlySounds) return
    const codes = shots.map((shot) => shot.code).join(', ')
    const missing = [
      ...(cameras < onceOnlyPictures ? [`${cameras} of ${onceOnlyPictures} pictures`] : []),
      ...(sounds < onceOnlySounds ? [`${sounds} of ${onceOnlySounds} sound recordings`] : []),
    ]
    findings.push({
      check: 'cover.once-only-too-thin',
      severity: 'stop',
      stage: about.kind === 'orderItem' ? 'order' : 'shots',
      rule: 'onceOnlyPictures',
      about,
      says: `${codes} happens once and has ${missing.join(' and ')}.`,
      evidence: [
        { label: 'pictures', value: cameras, unit: 'cameras', from: codes },
        { label: 'wanted', value: onceOnlyPictures, unit: 'cameras', from: 'house rule' },
        { label: 'sounds', value: sounds, unit: 'recorders', from: 'order' },
        { label: 'wanted', value: onceOnlySounds, unit: 'recorders', from: 'house rule' },
      ],
      fixes,
    })
  }
  for (const item of Object.values(production.orderItem)) {
    const shots = shotsOfItem(production, item)
    for (const shot of shots) ordered.add(shot.id)
    if (!shots.some((shot) => shot.onceOnly)) continue
    const spare = Object.values(production.recorder)
      .map((r) => r.id)
      .filter((id) => !item.recorderIds.includes(id))
    const wanted = onceOnlySounds - item.recorderIds.length
    const fixes =
      wanted > 0 && spare.length >= wanted
        ? [
            {
              says: `Put ${wanted === 1 ? 'another recorder' : `${wanted} recorders`} on it`,
              changes: [
                {
                  op: 'update',
                  kind: 'orderItem',
                  id: item.id,
                  fields: { recorderIds: [...item.recorderIds, ...spare.slice(0, wanted)] },
                } as const,
              ],
            },
          ]
        : []
    judge(shots, new Set(item.recorderIds).size, { kind: 'orderItem', id: item.id }, fixes)
  }
  for (const shot of Object.values(production.shot))
    if (shot.onceOnly && !ordered.has(shot.id)) judge([shot], 0, { kind: 'shot', id: shot.id }, [])
  return findings
}
