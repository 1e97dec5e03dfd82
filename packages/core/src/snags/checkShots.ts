import { steadyShutterDegrees } from '../exposure/index.ts'
import { byId, captureRate, type Production, type Shot, shotsOfItem } from '../production/index.ts'
import { sameRate } from '../timecode/index.ts'
import type { Finding } from './finding.ts'
import { masterDeliverable, shotFlicker } from './readSetup.ts'

const rate = (fps: number) => (Number.isInteger(fps) ? String(fps) : fps.toFixed(3).replace(/0+$/, ''))
const update = (shot: Shot, fields: Record<string, unknown>) => [
  { op: 'update', kind: 'shot', id: shot.id, fields } as const,
]

/** Does the shutter beat with lamps on the mains? Only where lamps burn: daylight does not flicker. */
export function checkMainsFlicker(production: Production): Finding[] {
  const { mainsHz } = production.production
  const lit = new Set(
    Object.values(production.lamp)
      .filter((lamp) => lamp.levelPct > 0)
      .map((lamp) => lamp.setupId),
  )
  return Object.values(production.shot).flatMap((shot) => {
    if (!shot.setupId || !lit.has(shot.setupId)) return []
    const flicker = shotFlicker(shot, mainsHz)
    if (flicker.verdict !== 'beats') return []
    const fps = captureRate(shot)
    const angles = steadyShutterDegrees(fps, mainsHz)
    const nearest = angles.reduce<number | null>(
      (best, angle) =>
        best === null || Math.abs(angle - shot.shutterDeg) < Math.abs(best - shot.shutterDeg) ? angle : best,
      null,
    )
    return [
      {
        check: 'shots.shutter-beats-with-mains',
        severity: 'watch',
        stage: 'shots',
        rule: 'mainsHz',
        about: { kind: 'shot', id: shot.id },
        says: `${shot.code} beats with the ${mainsHz} Hz mains: ${rate(fps)} fps at ${rate(shot.shutterDeg)}° swings up to ${Math.round(flicker.ripple * 100)} % under lamps that follow it.`,
        evidence: [
          {
            label: 'swing',
            value: flicker.ripple * 100,
            unit: '%',
            from: '|sinc(2 f t)|, a lamp that goes fully dark',
          },
          { label: 'beat', value: flicker.beatHz, unit: 'Hz', from: `2 × ${mainsHz} Hz against ${rate(fps)} fps` },
        ],
        fixes:
          nearest === null
            ? []
            : [
                {
                  says: `Shutter ${rate(Math.round(nearest * 100) / 100)}°`,
                  changes: update(shot, { shutterDeg: Math.round(nearest * 1000) / 1000 }),
                },
              ],
      } satisfies Finding,
    ]
  })
}

/** Does the capture rate differ from the deliverable without being meant as slow motion? */
export function checkFrameRates(production: Production): Finding[] {
  const deliverable = masterDeliverable(production)
  if (!deliverable) return []
  const base = { num: deliverable.rateNum, den: deliverable.rateDen }
  return Object.values(production.shot).flatMap((shot) => {
    if (shot.slowMotion || sameRate({ num: shot.fpsNum, den: shot.fpsDen }, base)) return []
    const was = rate(captureRate(shot)),
      wanted = rate(base.num / base.den)
    const faster = captureRate(shot) > base.num / base.den
    return [
      {
        check: 'shots.rate-differs-from-deliverable',
        severity: 'stop',
        stage: 'shots',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: `${shot.code} is set to ${was} fps; ${deliverable.name} is ${wanted} fps and the shot is not marked as slow motion.`,
        evidence: [
          { label: 'shot', value: was, unit: 'fps', from: shot.code },
          { label: 'deliverable', value: wanted, unit: 'fps', from: deliverable.name },
        ],
        fixes: [
          { says: `Set ${wanted} fps`, changes: update(shot, { fpsNum: base.num, fpsDen: base.den }) },
          ...(faster ? [{ says: 'Mark as slow motion', changes: update(shot, { slowMotion: true }) }] : []),
        ],
      } satisfies Finding,
    ]
  })
}

/** Do two people who will be cut against each other sit on opposite sides of the frame? */
export function checkPairs(production: Production): Finding[] {
  return Object.values(production.shot).flatMap((shot) => {
    const other = byId(production.shot, shot.pairId)
    // A pair named from both ends is one finding, told at the later code.
    if (!other || (other.pairId === shot.id && shot.code < other.code)) return []
    if (shot.frameSide === 'centre' || shot.frameSide !== other.frameSide) return []
    const across = shot.frameSide === 'left' ? 'right' : 'left'
    return [
      {
        check: 'shots.pair-on-same-side',
        severity: 'stop',
        stage: 'shots',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: `${other.code} and ${shot.code} both sit frame ${shot.frameSide}. Cut together they will not face each other.`,
        evidence: [
          { label: other.code, value: `frame ${other.frameSide}`, unit: '', from: 'shot list' },
          { label: shot.code, value: `frame ${shot.frameSide}`, unit: '', from: 'shot list' },
        ],
        fixes: [
          { says: `Put ${shot.code} frame ${across}`, changes: update(shot, { frameSide: across }) },
          {
            says: 'Unpair them',
            changes: [
              ...update(shot, { pairId: null }),
              ...(other.pairId === shot.id ? update(other, { pairId: null }) : []),
            ],
          },
        ],
      } satisfies Finding,
    ]
  })
}

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
