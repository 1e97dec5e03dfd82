import { aimAt } from '../light/index.ts'
import { byId, type PlacedLamp, type Production, type Setup, tryChanges, updateRecord } from '../records/index.ts'
import { type InView, lampsInView, misplaced, ofSetup, readSetup, standsInView } from '../setup/index.ts'
import { lengthText } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

const RAISED_M = 0.1

/** As high as takes the lamp out of every picture, still aimed where it was; nothing where the ceiling is in the way. */
function higher(production: Production, setup: Setup, lamp: PlacedLamp): Fix[] {
  const spot = byId(production.spot, setup.spotId)
  const aimed = ofSetup(production.mark, setup).map((mark) => ({ mark, away: Math.hypot(mark.xM - lamp.xM, mark.yM - lamp.yM) })) // prettier-ignore
  const nearest = aimed.sort((a, b) => a.away - b.away)[0]?.mark
  const top = spot && !spot.outdoors ? spot.heightM - RAISED_M : HIGHEST_STAND_M
  for (let heightM = lamp.heightM + RAISED_M; heightM <= top; heightM += RAISED_M) {
    const to = Math.round(heightM * 10) / 10
    if (lampsInView(production, setup, [{ ...lamp, heightM: to }]).length > 0) continue
    const aim = nearest && aimAt({ ...lamp, zM: to }, { ...nearest, zM: nearest.heightM })
    const fields = { heightM: to, ...(aim ? { tiltDeg: Math.round(aim.tiltDeg) } : {}) }
    return [{ says: `Raise it to ${lengthText(to, production.production.units)}`, changes: [updateRecord('lamp', lamp.id, fields)] }] // prettier-ignore
  }
  return []
}
const HIGHEST_STAND_M = 4

/** What is in a picture of some setup and should not be, lamp by lamp. */
function inViewFindings(
  production: Production,
  check: string,
  see: (production: Production, setup: Setup, lamps: readonly PlacedLamp[]) => readonly InView<PlacedLamp>[],
  says: (lamp: PlacedLamp, setup: Setup, cameras: string) => string,
  fixes: (production: Production, setup: Setup, lamp: PlacedLamp) => Fix[],
): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const seen = see(production, setup, readSetup(production, setup).lamps)
    return [...new Set(seen.map(({ lamp }) => lamp))].map((lamp): Finding => {
      const by = seen.filter((one) => one.lamp === lamp)
      const letters = by.map(({ position }) => production.camera[position.cameraId]?.letter ?? '?')
      return {
        check,
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'lamp', id: lamp.id },
        says: says(lamp, setup, letters.join(' and ')),
        evidence: by.map(({ insideDeg }, i) => ({
          label: `camera ${letters[i]!}`,
          value: Math.round(insideDeg),
          unit: '°',
          from: 'inside the edge of its widest picture',
        })),
        fixes: fixes(production, setup, lamp),
      }
    })
  })
}

/** Does a camera have a lamp in its picture? */
export const checkLampsInView = (production: Production): Finding[] =>
  inViewFindings(
    production,
    'light.lamp-in-view',
    lampsInView,
    (lamp, setup, cameras) => `${lamp.name} of setup ${setup.letter} is in the picture of camera ${cameras}.`,
    (p, setup, lamp) => [
      ...higher(p, setup, lamp),
      { says: 'It is meant to be seen', changes: [updateRecord('lamp', lamp.id, { role: 'practical' })] },
    ],
  )

/** Does a camera have a stand in its picture, though its lamp is above it? */
export const checkStandsInView = (production: Production): Finding[] =>
  inViewFindings(
    production,
    'light.stand-in-view',
    standsInView,
    (lamp, setup, cameras) =>
      `The stand of ${lamp.name} of setup ${setup.letter} is in the picture of camera ${cameras}, if it stands on the floor.`,
    (p, setup, lamp) => [
      ...standElsewhere(p, setup, lamp),
      { says: 'It hangs, or is behind something', changes: [updateRecord('lamp', lamp.id, { hangs: true })] },
    ],
  )

/** As long as arms of usual stands are, metres. */
const ARMS_M = [0.8, 1.2, 1.6, 2]
/** So far a lamp is put aside, still aimed where it was. */
const ASIDE_DEG = 45
const ASIDE_STEP_DEG = 5

/** Out on an arm, or round the mark it is aimed at, until no camera sees its stand, nor anything else is amiss with it. */
function standElsewhere(production: Production, setup: Setup, lamp: PlacedLamp): Fix[] {
  const clear = (fields: Partial<PlacedLamp>) => {
    const after = tryChanges(production, [updateRecord('lamp', lamp.id, fields)])
    const own = [after.lamp[lamp.id]!]
    return (
      lampsInView(after, setup, own).length === 0 &&
      standsInView(after, setup, own).length === 0 &&
      !misplaced(after, setup).some(({ id }) => id === lamp.id)
    )
  }
  const units = production.production.units
  const arm = ARMS_M.find((armM) => armM > lamp.armM && clear({ armM }))
  const nearest = ofSetup(production.mark, setup)
    .map((mark) => ({ mark, away: Math.hypot(mark.xM - lamp.xM, mark.yM - lamp.yM) }))
    .sort((a, b) => a.away - b.away)[0]
  const fixes: Fix[] = []
  for (let deg = ASIDE_STEP_DEG; nearest && deg <= ASIDE_DEG && fixes.length === 0; deg += ASIDE_STEP_DEG)
    for (const turn of [deg, -deg]) {
      const rad = (turn * Math.PI) / 180
      const [dx, dy] = [lamp.xM - nearest.mark.xM, lamp.yM - nearest.mark.yM]
      const fields = {
        xM: Math.round((nearest.mark.xM + dx * Math.cos(rad) - dy * Math.sin(rad)) * 100) / 100,
        yM: Math.round((nearest.mark.yM + dx * Math.sin(rad) + dy * Math.cos(rad)) * 100) / 100,
        bearingDeg: (lamp.bearingDeg + turn + 360) % 360,
      }
      if (fixes.length === 0 && clear(fields))
        fixes.push({ says: `Put it ${deg}° further round ${nearest.mark.name}`, changes: [updateRecord('lamp', lamp.id, fields)] }) // prettier-ignore
    }
  if (arm !== undefined)
    fixes.push({ says: `Out on an arm of ${lengthText(arm, units)}`, changes: [updateRecord('lamp', lamp.id, { armM: arm })], costs: 'weight on its tail' }) // prettier-ignore
  return fixes
}
