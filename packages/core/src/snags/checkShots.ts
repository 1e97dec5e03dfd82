import { steadyShutterDegrees } from '../exposure/index.ts'
import { updateRecord, byId, type Production, type Shot } from '../records/index.ts'
import {
  captureRate,
  distanceForSize,
  masterDeliverable,
  shotFlicker,
  sizeInFrame,
  takingOfShot,
} from '../shotlist/index.ts'
import { sameRate } from '../timecode/index.ts'
import type { Finding } from './finding.ts'

const rate = (fps: number) => (Number.isInteger(fps) ? String(fps) : fps.toFixed(3).replace(/0+$/, ''))
const update = (shot: Shot, fields: Record<string, unknown>) => [updateRecord('shot', shot.id, fields)]

/** Twice the frame rate is half a turn of the shutter. */
const HALF_TURN_DEG = 180

const nearestTo = (deg: number, angles: readonly number[]): number | null =>
  angles.reduce<number | null>(
    (best, angle) => (best === null || Math.abs(angle - deg) < Math.abs(best - deg) ? angle : best),
    null,
  )

/** Setups in which a lamp burns: daylight does not flicker. */
const litSetups = (production: Production): ReadonlySet<string> =>
  new Set(
    Object.values(production.lamp)
      .filter((lamp) => lamp.levelPct > 0)
      .map((lamp) => lamp.setupId),
  )

/** Does the shutter beat with lamps on the mains? Judged where lamps burn. */
export function checkMainsFlicker(production: Production): Finding[] {
  const { mainsHz } = production.production
  const lit = litSetups(production)
  return Object.values(production.shot).flatMap((shot) => {
    if (!shot.setupId || !lit.has(shot.setupId)) return []
    const flicker = shotFlicker(shot, mainsHz)
    if (flicker.verdict !== 'beats') return []
    const fps = captureRate(shot)
    const nearest = nearestTo(shot.shutterDeg, steadyShutterDegrees(fps, mainsHz))
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
            ? // No angle holds a whole half-cycle this fast: the fastest rate that can, at half a turn.
              [
                {
                  says: `Shoot at ${mainsHz} fps, ${HALF_TURN_DEG}°`,
                  changes: update(shot, { fpsNum: mainsHz, fpsDen: 1, shutterDeg: HALF_TURN_DEG }),
                },
              ]
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

/** Nearer than this to half a turn nobody sees a difference; 172.8° for 24 frames under 50 Hz is one. */
const SAME_LOOK_DEG = 15

/** Where the house rule is twice the frame rate: which shots are not, and what does that cost in light? */
export function checkShutterSchool(production: Production): Finding[] {
  const { shutterSchool, mainsHz } = production.production
  if (shutterSchool !== 'half') return []
  const lit = litSetups(production)
  return Object.values(production.shot).flatMap((shot) => {
    const fps = captureRate(shot)
    // Under lamps the angle of the house rule is the one nearest to it that does not beat.
    const beats =
      shot.setupId &&
      lit.has(shot.setupId) &&
      shotFlicker({ ...shot, shutterDeg: HALF_TURN_DEG }, mainsHz).verdict === 'beats'
    const steady = beats ? nearestTo(HALF_TURN_DEG, steadyShutterDegrees(fps, mainsHz)) : null
    const wanted = steady ?? HALF_TURN_DEG
    if (Math.abs(shot.shutterDeg - wanted) < SAME_LOOK_DEG || Math.abs(shot.shutterDeg - HALF_TURN_DEG) < SAME_LOOK_DEG)
      return []
    const stops = Math.log2(shot.shutterDeg / HALF_TURN_DEG)
    const cost = `${Math.abs(stops).toFixed(1).replace(/\.0$/, '')} ${Math.abs(stops) < 1.05 && Math.abs(stops) > 0.95 ? 'stop' : 'stops'}`
    return [
      {
        check: 'shots.shutter-off-house-rule',
        severity: 'watch',
        stage: 'shots',
        rule: 'shutterSchool',
        about: { kind: 'shot', id: shot.id },
        says: `${shot.code} is at ${rate(shot.shutterDeg)}°, ${stops < 0 ? `crisper than the house rule, and it costs ${cost} of light` : `softer than the house rule, and it gives ${cost} of light`}. Meant so? Accept it.`,
        evidence: [
          { label: 'shutter', value: rate(shot.shutterDeg), unit: '°', from: shot.code },
          {
            label: 'house rule',
            value: rate(Math.round(wanted * 10) / 10),
            unit: '°',
            from: beats ? `nearest to 180° that is steady at ${mainsHz} Hz` : 'twice the frame rate',
          },
          { label: 'light', value: stops, unit: 'stops', from: 'log2 of the angle over 180°' },
        ],
        fixes: [
          {
            says: `Shutter ${rate(Math.round(wanted * 100) / 100)}°`,
            changes: update(shot, { shutterDeg: Math.round(wanted * 1000) / 1000 }),
          },
        ],
      } satisfies Finding,
    ]
  })
}

/** Is a shot as large as somebody said it is to be, with its lens from where it stands? */
export function checkSizes(production: Production): Finding[] {
  return Object.values(production.shot).flatMap((shot) => {
    if (shot.size === 'auto' || shot.size === 'unknown' || shot.figure === 'none') return []
    const comesOut = sizeInFrame(production, shot)!
    if (comesOut === shot.size) return []
    const { used } = takingOfShot(production, shot)
    const distanceM = distanceForSize(used, shot.focalLengthMm, shot.size, shot.figure)
    return [
      {
        check: 'shots.size-not-as-said',
        severity: 'watch',
        stage: 'shots',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: `${shot.code} is to be a ${shot.size}, but ${shot.focalLengthMm} mm from ${shot.distanceM} m gives a ${comesOut}.`,
        evidence: [
          { label: 'meant', value: shot.size, unit: '', from: 'said of the shot' },
          { label: 'comes out', value: comesOut, unit: '', from: `${shot.focalLengthMm} mm, ${shot.distanceM} m` },
        ],
        fixes: [
          ...(distanceM === null
            ? []
            : [{ says: `Put the camera at ${distanceM.toFixed(2)} m`, changes: update(shot, { distanceM }) }]),
          { says: `Call it a ${comesOut}`, changes: update(shot, { size: comesOut }) },
        ],
      },
    ]
  })
}
