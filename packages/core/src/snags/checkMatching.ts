import { angleOfView, frameInFocus, sameSize, type Taking } from '../optics/index.ts'
import { updateRecord, byId, type Production, type Shot } from '../records/index.ts'
import { looksOf, sizeInFrame, takingOfShot } from '../shotlist/index.ts'
import type { Finding } from './finding.ts'

/** Faces this much larger or smaller than one another look like a mistake when cut together. */
const SIZE_RATIO = 1.2
const HEIGHT_M = 0.2
const ANGLE_RATIO = 1.15

const update = (shot: Shot, fields: Record<string, unknown>) => [updateRecord('shot', shot.id, fields)]

/** Pairs that are cut against each other: same size, same height, same lens, eyes that meet? */
export function checkPairMatch(production: Production): Finding[] {
  return Object.values(production.shot).flatMap((shot) => {
    const other = byId(production.shot, shot.pairId)
    if (!other || (other.pairId === shot.id && shot.code < other.code)) return []
    if (shot.figure === 'none' || other.figure === 'none') return []
    return [
      ...differentSize(production, other, shot),
      ...differentHeight(other, shot),
      ...differentLens(production, other, shot),
      ...eyesMiss(other, shot),
    ]
  })
}

const finding = (
  check: string,
  shot: Shot,
  says: string,
  evidence: Finding['evidence'],
  fixes: Finding['fixes'],
): Finding => ({
  check,
  severity: 'watch',
  stage: 'shots',
  rule: null,
  about: { kind: 'shot', id: shot.id },
  says,
  evidence,
  fixes,
})

function differentSize(production: Production, first: Shot, second: Shot): Finding[] {
  const [a, b] = [takingOfShot(production, first).used, takingOfShot(production, second).used]
  const frame = (shot: Shot, taking: Taking) => frameInFocus(taking, shot.focalLengthMm, shot.distanceM).heightM
  const ratio = frame(first, a) / frame(second, b)
  if (ratio < SIZE_RATIO && ratio > 1 / SIZE_RATIO) return []
  const { distanceM } = sameSize(
    { taking: a, focalLengthMm: first.focalLengthMm, distanceM: first.distanceM },
    { taking: b, focalLengthMm: second.focalLengthMm },
    0,
  )
  const to = Math.round(distanceM * 20) / 20
  return [
    finding(
      'shots.pair-sizes-differ',
      second,
      `${second.code} shows its face ${ratio > 1 ? `${ratio.toFixed(1)} times as large as` : `${(1 / ratio).toFixed(1)} times smaller than`} ${first.code}, which it is cut against.`,
      [
        {
          label: first.code,
          value: sizeInFrame(production, first)!,
          unit: '',
          from: `${first.focalLengthMm} mm, ${first.distanceM} m`,
        },
        {
          label: second.code,
          value: sizeInFrame(production, second)!,
          unit: '',
          from: `${second.focalLengthMm} mm, ${second.distanceM} m`,
        },
      ],
      to >= 0.05
        ? [{ says: `Move ${second.code} to ${to.toFixed(2)} m`, changes: update(second, { distanceM: to }) }]
        : [],
    ),
  ]
}

function differentHeight(first: Shot, second: Shot): Finding[] {
  const off = second.cameraHeightM - first.cameraHeightM
  if (Math.abs(off) < HEIGHT_M || first.figure !== second.figure) return []
  return [
    finding(
      'shots.pair-heights-differ',
      second,
      `The camera of ${second.code} stands ${Math.abs(off).toFixed(2)} m ${off > 0 ? 'above' : 'below'} that of ${first.code}: one will look down on the other.`,
      [
        { label: first.code, value: first.cameraHeightM, unit: 'm', from: 'camera height' },
        { label: second.code, value: second.cameraHeightM, unit: 'm', from: 'camera height' },
      ],
      [
        {
          says: `Set ${second.code} to ${first.cameraHeightM} m`,
          changes: update(second, { cameraHeightM: first.cameraHeightM }),
        },
      ],
    ),
  ]
}

function differentLens(production: Production, first: Shot, second: Shot): Finding[] {
  const [a, b] = [takingOfShot(production, first).used, takingOfShot(production, second).used]
  const [one, two] = [angleOfView(a, first.focalLengthMm).verticalDeg, angleOfView(b, second.focalLengthMm).verticalDeg]
  const ratio = one / two
  if (ratio < ANGLE_RATIO && ratio > 1 / ANGLE_RATIO) return []
  const focalLengthMm = Math.round((first.focalLengthMm * b.sensorHeightMm) / a.sensorHeightMm)
  const { distanceM } = sameSize(
    { taking: a, focalLengthMm: first.focalLengthMm, distanceM: first.distanceM },
    { taking: b, focalLengthMm },
    0,
  )
  const to = Math.round(distanceM * 20) / 20
  return [
    finding(
      'shots.pair-lenses-differ',
      second,
      `${first.code} and ${second.code} see ${one.toFixed(0)}° and ${two.toFixed(0)}° high: their backgrounds will not match.`,
      [
        { label: first.code, value: first.focalLengthMm, unit: 'mm', from: `${one.toFixed(1)}° high` },
        { label: second.code, value: second.focalLengthMm, unit: 'mm', from: `${two.toFixed(1)}° high` },
      ],
      to >= 0.05
        ? [
            {
              says: `Shoot ${second.code} on ${focalLengthMm} mm from ${to.toFixed(2)} m`,
              changes: update(second, { focalLengthMm, distanceM: to, lensId: null }),
            },
          ]
        : [],
    ),
  ]
}

function eyesMiss(first: Shot, second: Shot): Finding[] {
  const [a, b] = [looksOf(first), looksOf(second)]
  if (a === null || b === null) return []
  const meet = a !== b || a === 'camera'
  const oneAtCamera = (a === 'camera') !== (b === 'camera')
  // On the same side of the frame it is the side that is wrong, and that is said elsewhere.
  const sameSide = first.frameSide === second.frameSide && first.looks === 'auto' && second.looks === 'auto'
  if ((meet && !oneAtCamera) || sameSide) return []
  const wanted = a === 'camera' ? 'camera' : a === 'left' ? 'right' : 'left'
  return [
    finding(
      'shots.pair-eyes-miss',
      second,
      oneAtCamera
        ? `One of ${first.code} and ${second.code} looks at the camera and the other does not: they will not look at each other.`
        : `In ${first.code} and ${second.code} both look ${a}: cut together they look past each other.`,
      [
        {
          label: first.code,
          value: `looks ${a}`,
          unit: '',
          from: first.looks === 'auto' ? `stands frame ${first.frameSide}` : 'shot list',
        },
        {
          label: second.code,
          value: `looks ${b}`,
          unit: '',
          from: second.looks === 'auto' ? `stands frame ${second.frameSide}` : 'shot list',
        },
      ],
      [
        {
          says: `${second.code} looks ${wanted === 'camera' ? 'at the camera' : wanted}`,
          changes: update(second, { looks: wanted }),
        },
      ],
    ),
  ]
}
