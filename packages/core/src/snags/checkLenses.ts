import { mainsFlicker, shutterSeconds, steadyShutterDegrees } from '../exposure/index.ts'
import { longestRunM } from '../geometry/index.ts'
import { outlineOfSpot } from '../place/index.ts'
import { updateRecord, byId, type LensInCase, type Production, type Shot } from '../records/index.ts'
import { captureRate, spotOfShot, takingOfShot } from '../shotlist/index.ts'
import type { Finding, Fix } from './finding.ts'

const update = (shot: Shot, fields: Record<string, unknown>) => [updateRecord('shot', shot.id, fields)]
const letGo = (shot: Shot, lens: LensInCase): Fix => ({
  says: `Plan ${shot.code} without ${lens.name}`,
  changes: update(shot, { lensId: null }),
})

/** Can the lens and the sensor mode that a shot names do what it asks? */
export function checkLenses(production: Production): Finding[] {
  return Object.values(production.shot).flatMap((shot) => {
    const lens = byId(production.lens, shot.lensId)
    const { whole, mode } = takingOfShot(production, shot)
    return [...(lens ? lensFindings(shot, lens, whole) : []), ...(mode ? modeFindings(shot, mode) : [])]
  })
}

function lensFindings(
  shot: Shot,
  lens: LensInCase,
  whole: { sensorWidthMm: number; sensorHeightMm: number },
): Finding[] {
  const found: Finding[] = []
  const say = (check: string, says: string, asked: [number, string], has: [number, string], fixes: readonly Fix[]) =>
    found.push({
      check: `shots.lens-${check}`,
      severity: 'stop',
      stage: 'shots',
      rule: null,
      about: { kind: 'shot', id: shot.id },
      says,
      evidence: [
        { label: 'asked', value: asked[0], unit: asked[1], from: shot.code },
        { label: 'lens', value: has[0], unit: has[1], from: lens.name },
      ],
      fixes: [...fixes, letGo(shot, lens)],
    })
  const { focalLengthMm: f } = shot
  if (f < lens.focalLengthMm - 0.5 || f > lens.longestMm + 0.5) {
    const nearest = Math.min(lens.longestMm, Math.max(lens.focalLengthMm, f))
    say(
      'not-that-long',
      `${shot.code} is on ${f} mm; ${lens.name} has ${lens.focalLengthMm === lens.longestMm ? '' : `${lens.focalLengthMm} to `}${lens.longestMm} mm.`,
      [f, 'mm'],
      [nearest, 'mm'],
      [{ says: `Shoot ${shot.code} on ${nearest} mm`, changes: update(shot, { focalLengthMm: nearest }) }],
    )
  }
  if (shot.tStop < lens.tStop - 0.05)
    say(
      'not-that-fast',
      `${shot.code} asks for T${shot.tStop}; ${lens.name} opens to T${lens.tStop}.`,
      [shot.tStop, 'T'],
      [lens.tStop, 'T'],
      [{ says: `Shoot ${shot.code} at T${lens.tStop}`, changes: update(shot, { tStop: lens.tStop }) }],
    )
  if (shot.distanceM < lens.closeFocusM - 0.005)
    say(
      'not-that-near',
      `${shot.code} is ${shot.distanceM} m away; ${lens.name} focuses from ${lens.closeFocusM} m.`,
      [shot.distanceM, 'm'],
      [lens.closeFocusM, 'm'],
      [
        {
          says: `Move ${shot.code} back to ${lens.closeFocusM} m`,
          changes: update(shot, { distanceM: lens.closeFocusM }),
        },
      ],
    )
  if (Math.abs(shot.squeeze - lens.squeeze) > 0.005)
    say(
      'other-squeeze',
      `${shot.code} is framed for a squeeze of ${shot.squeeze}; ${lens.name} has ${lens.squeeze}.`,
      [shot.squeeze, '×'],
      [lens.squeeze, '×'],
      [{ says: `Frame ${shot.code} for ${lens.squeeze}×`, changes: update(shot, { squeeze: lens.squeeze }) }],
    )
  const diagonal = Math.hypot(whole.sensorWidthMm, whole.sensorHeightMm)
  if (diagonal > lens.imageCircleMm + 0.3)
    say(
      'too-small-circle',
      `${lens.name} covers ${lens.imageCircleMm} mm; the sensor of ${shot.code} is ${diagonal.toFixed(1)} mm across its corners, which will be dark.`,
      [diagonal, 'mm'],
      [lens.imageCircleMm, 'mm'],
      [],
    )
  return found
}

function modeFindings(shot: Shot, mode: { name: string; mostFps: number; cameraId: string }): Finding[] {
  const fps = captureRate(shot)
  const wrongCamera = shot.cameraId !== mode.cameraId
  if (!wrongCamera && fps <= mode.mostFps + 0.01) return []
  return [
    {
      check: wrongCamera ? 'shots.mode-of-other-camera' : 'shots.mode-too-slow',
      severity: 'stop',
      stage: 'shots',
      rule: null,
      about: { kind: 'shot', id: shot.id },
      says: wrongCamera
        ? `${shot.code} is in the mode ${mode.name}, which its camera does not have.`
        : `${shot.code} asks for ${fps.toFixed(0)} fps; the mode ${mode.name} records up to ${mode.mostFps}.`,
      evidence: [
        { label: 'asked', value: fps, unit: 'fps', from: shot.code },
        { label: 'mode', value: mode.mostFps, unit: 'fps', from: mode.name },
      ],
      fixes: [
        ...(wrongCamera
          ? []
          : [
              {
                says: `Shoot ${shot.code} at ${mode.mostFps} fps`,
                changes: update(shot, { fpsNum: Math.floor(mode.mostFps), fpsDen: 1 }),
              },
            ]),
        { says: `Use the whole sensor for ${shot.code}`, changes: update(shot, { modeId: null }) },
      ],
    },
  ]
}

/** Room that a camera, its operator and a wall behind the subject take, metres. */
export const CAMERA_ROOM_M = 0.8

/** Does the room have the distance that a shot asks for? */
export function checkRoomForShots(production: Production): Finding[] {
  const longest = new Map<string, number>()
  return Object.values(production.shot).flatMap((shot) => {
    const spot = spotOfShot(production, shot)
    if (!spot || spot.outdoors) return []
    if (!longest.has(spot.id)) longest.set(spot.id, longestRunM(outlineOfSpot(spot)))
    const has = longest.get(spot.id)! - CAMERA_ROOM_M
    if (shot.distanceM <= has) return []
    const focalLengthMm = Math.floor((shot.focalLengthMm * has) / shot.distanceM)
    const distanceM = Math.floor(has * 20) / 20
    return [
      {
        check: 'shots.room-too-short',
        severity: 'stop',
        stage: 'shots',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: `${shot.code} wants ${shot.distanceM} m on the ${shot.focalLengthMm}; ${spot.name} has ${has.toFixed(1)} m from corner to corner, less the camera.`,
        evidence: [
          { label: 'asked', value: shot.distanceM, unit: 'm', from: shot.code },
          { label: 'room', value: has, unit: 'm', from: `${spot.name}, longest run less ${CAMERA_ROOM_M} m` },
        ],
        fixes:
          focalLengthMm >= 8 && distanceM > 0.2
            ? [
                {
                  says: `Same size on ${focalLengthMm} mm from ${distanceM.toFixed(2)} m`,
                  changes: update(shot, { focalLengthMm, distanceM, lensId: null }),
                },
              ]
            : [],
      } satisfies Finding,
    ]
  })
}

/** Does a screen in the picture roll or flicker at this shutter? */
export function checkScreens(production: Production): Finding[] {
  return Object.values(production.shot).flatMap((shot) => {
    if (shot.screenHz === null) return []
    const fps = captureRate(shot)
    // A screen is drawn once per refresh where a lamp brightens twice per cycle: half its rate counts as its mains.
    const half = shot.screenHz / 2
    const flicker = mainsFlicker(shutterSeconds(shot.shutterDeg, fps), fps, half)
    if (flicker.verdict !== 'beats') return []
    // Lamps on the mains are in the same frame: an angle that stills the screen and makes them beat is no way out.
    const { mainsHz } = production.production
    const nearest = steadyShutterDegrees(fps, half)
      .filter((deg) => mainsFlicker(shutterSeconds(deg, fps), fps, mainsHz).verdict !== 'beats')
      .reduce<number | null>(
        (best, deg) =>
          best === null || Math.abs(deg - shot.shutterDeg) < Math.abs(best - shot.shutterDeg) ? deg : best,
        null,
      )
    return [
      {
        check: 'shots.screen-beats',
        severity: 'watch',
        stage: 'shots',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: `The ${shot.screenHz} Hz screen in ${shot.code} rolls at ${shot.shutterDeg}° and ${fps.toFixed(fps % 1 ? 2 : 0)} fps.`,
        evidence: [
          { label: 'swing', value: flicker.ripple * 100, unit: '%', from: '|sinc(f t)| of the refresh' },
          { label: 'beat', value: flicker.beatHz, unit: 'Hz', from: `${shot.screenHz} Hz against the frame rate` },
        ],
        fixes:
          nearest === null
            ? []
            : [
                {
                  says: `Shutter ${(Math.round(nearest * 100) / 100).toString()}°`,
                  changes: update(shot, { shutterDeg: Math.round(nearest * 1000) / 1000 }),
                },
              ],
      } satisfies Finding,
    ]
  })
}
