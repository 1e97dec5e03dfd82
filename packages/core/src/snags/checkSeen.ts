import { aimAt, fromWhere } from '../light/index.ts'
import { type Mark, type PlacedLamp, type Production, type Setup, updateRecord } from '../records/index.ts'
import {
  backgrounds,
  cameraShadows,
  fixedFittings,
  glares,
  isPerson,
  lampsInView,
  lampsOfSetup,
  letter,
  ofSetup,
  shotOfPosition,
} from '../setup/index.ts'
import { lengthText } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

const letterOf = letter
const aimedAgain = (lamp: PlacedLamp, mark: Mark, heightM: number) => {
  const { bearingDeg, tiltDeg } = aimAt({ ...lamp, zM: heightM }, { xM: mark.xM, yM: mark.yM, zM: mark.heightM })
  return { heightM, bearingDeg: Math.round(bearingDeg) % 360, tiltDeg: Math.round(tiltDeg) }
}

/** Does somebody's spectacles show a lamp to a camera? */
export function checkGlare(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const seen = glares(production, setup)
    const pairs = new Map(seen.map((glare) => [`${glare.mark.id} ${glare.lamp.id}`, glare]))
    return Array.from(pairs.values(), ({ mark, lamp }): Finding => {
      const own = seen.filter((glare) => glare.mark === mark && glare.lamp === lamp)
      const heights = own.map(({ clearM }) => clearM)
      const clearM = heights.some((h) => h === null) ? null : Math.max(...heights.map((h) => h!))
      const units = production.production.units
      return {
        check: 'light.spectacles-glare',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'mark', id: mark.id },
        says: `The spectacles of ${mark.name} show ${lamp.name} to camera ${own.map(({ position }) => letterOf(production, position)).join(' and ')} in setup ${setup.letter}.`,
        evidence: [
          { label: lamp.name, value: lengthText(lamp.heightM, units), unit: '', from: 'its height; frames lean by 10°, glass is curved by 12°' }, // prettier-ignore
          { label: 'clear from', value: clearM === null ? 'no height here' : lengthText(clearM, units), unit: '', from: 'the same place on the plan' }, // prettier-ignore
        ],
        fixes:
          clearM === null
            ? haveOff(production, setup, lamp)
            : [{ says: `Raise it to ${lengthText(clearM, units)}`, changes: [updateRecord('lamp', lamp.id, aimedAgain(lamp, mark, clearM))] }], // prettier-ignore
      }
    })
  })
}

/** A lamp of the spot itself, switched off while this setup is shot; nothing where it is the crew's own. */
function haveOff(production: Production, setup: Setup, lamp: PlacedLamp): Fix[] {
  const fixed = fixedFittings(production, setup).find((fitting) => (fitting.id as string) === lamp.id)
  return fixed
    ? [{ says: `Have ${lamp.name} off`, changes: [updateRecord('setup', setup.id, { darkIds: [...setup.darkIds, fixed.id] })] }] // prettier-ignore
    : []
}

const RAISE_M = 0.2
const HIGHEST_M = 4

/** A lamp so high that its light passes over camera and operator; nothing where the ceiling is in the way, or it shows. */
function over(production: Production, { lamp, mark }: ReturnType<typeof cameraShadows>[number]): Fix[] {
  const setup = production.setup[lamp.setupId]!
  const spot = production.spot[setup.spotId]
  const top = spot && !spot.outdoors ? Math.min(HIGHEST_M, spot.heightM - 0.1) : HIGHEST_M
  for (let h = lamp.heightM + RAISE_M; h <= top; h += RAISE_M) {
    const fields = aimedAgain(lamp, mark, Math.round(h * 10) / 10)
    const tried = { ...production, lamp: { ...production.lamp, [lamp.id]: { ...lamp, ...fields } } } as Production
    if (cameraShadows(tried, setup).some((shadow) => shadow.lamp.id === lamp.id && shadow.mark.id === mark.id)) continue
    return [{ says: `Raise ${lamp.name} to ${lengthText(fields.heightM, production.production.units)}`, changes: [updateRecord('lamp', lamp.id, fields)] }] // prettier-ignore
  }
  return []
}

/** Does a camera with its operator stand in the way of a lamp? */
export function checkCameraShadows(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) =>
    cameraShadows(production, setup).map((shadow): Finding => {
      const { position, lamp, mark } = shadow
      const name = letterOf(production, position)
      return {
        check: 'light.camera-shadow',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'cameraPosition', id: position.id },
        says: `Camera ${name} with its operator throws its shadow on ${mark.name} in setup ${setup.letter}: it stands between the face and ${lamp.name}.`,
        evidence: [
          { label: lamp.name, value: lamp.heightM, unit: 'm', from: 'its height' },
          { label: `camera ${name}`, value: Math.max(1.75, position.heightM + 0.2), unit: 'm', from: 'with whoever is behind it' }, // prettier-ignore
        ],
        fixes: over(production, shadow),
      }
    }),
  )
}

/** So far over middle grey a wall draws the eye from any face, and so far over what is round it. */
const HOT_STOPS = 2
const OVER_REST_STOPS = 2.5
/** From here on a picture's lights are gone on most cameras. */
const GONE_STOPS = 5

/** Does a lamp make a hot spot on what is behind, or is a window burnt out? */
export function checkBackgrounds(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (!ofSetup(production.mark, setup).some((mark) => mark.judged)) return []
    return backgrounds(production, setup).flatMap(({ position, meanStops, brightest }): Finding[] => {
      const { stops, of, lamp } = brightest
      const isHot = lamp !== null && stops > HOT_STOPS && stops - meanStops > OVER_REST_STOPS
      const isGone = lamp === null && stops > GONE_STOPS
      if (!isHot && !isGone) return []
      const shot = shotOfPosition(production, position)
      const name = letterOf(production, position)
      const levelPct = lamp ? Math.floor(lamp.levelPct * 2 ** (HOT_STOPS - stops)) : 0
      return [
        {
          check: isHot ? 'light.hot-spot' : 'light.burnt-out-behind',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'cameraPosition', id: position.id },
          says: isHot
            ? `${lamp.name} makes a hot spot on the ${of} behind, as camera ${name} of setup ${setup.letter} has it: ${stops.toFixed(1)} stops over middle grey.`
            : `Camera ${name} of setup ${setup.letter} has the ${of} ${stops.toFixed(1)} stops over middle grey behind: nothing is left there.`,
          evidence: [
            { label: 'brightest', value: stops, unit: 'stops', from: `over middle grey at T${shot?.tStop ?? ''}` },
            { label: 'on average', value: meanStops, unit: 'stops', from: 'all that is behind' },
          ],
          fixes: lamp && haveOff(production, setup, lamp).length > 0 ? haveOff(production, setup, lamp) : lamp && levelPct >= 1 ? [{ says: `${lamp.name} to ${levelPct} %`, changes: [updateRecord('lamp', lamp.id, { levelPct })] }] : [], // prettier-ignore
        },
      ]
    })
  })
}

/** Haze in the air and a filter on the lens: both take contrast, and nobody meant it twice. */
export function checkHazeAndFilter(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (!setup.cautions.includes('haze')) return []
    const shots = Object.values(production.shot).filter((shot) => shot.setupId === setup.id && shot.diffusion !== '')
    return shots.map((shot): Finding => ({
      check: 'light.haze-and-filter',
      severity: 'watch',
      stage: 'light',
      rule: null,
      about: { kind: 'shot', id: shot.id },
      says: `${shot.code} has ${shot.diffusion} on the lens, and setup ${setup.letter} has haze: together they take more contrast than either was chosen for. Look at both with the lamp that is nearest to the lens.`,
      evidence: [
        { label: 'on the lens', value: shot.diffusion, unit: '', from: shot.code },
        { label: 'in the air', value: 'haze', unit: '', from: `setup ${setup.letter}` },
      ],
      fixes: [{ says: `${shot.code} without it`, changes: [updateRecord('shot', shot.id, { diffusion: '', diffusionStops: 0 })] }], // prettier-ignore
    }))
  })
}

/** Does what was put up reach into a picture? What is behind the people is there to be seen. */
export function checkPanelsInView(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const seen = lampsInView(production, setup, ofSetup(production.panel, setup))
    return [...new Set(seen.map(({ lamp }) => lamp))].map((panel): Finding => {
      const by = seen.filter((one) => one.lamp === panel)
      const names = by.map(({ position }) => letterOf(production, position))
      return {
        check: 'light.panel-in-view',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'panel', id: panel.id },
        says: `${panel.name} of setup ${setup.letter} reaches into the picture of camera ${names.join(' and ')}.`,
        evidence: by.map(({ insideDeg }, i) => ({ label: `camera ${names[i]!}`, value: Math.round(insideDeg), unit: '°', from: 'inside the edge of its widest picture' })), // prettier-ignore
        fixes: outwards(production, panel),
      }
    })
  })
}

const STEP_M = 0.1
const MOST_STEPS = 20

/** As little as takes a panel out of every picture, straight away from the nearest mark. */
function outwards(production: Production, panel: Production['panel'][string]): Fix[] {
  const setup = production.setup[panel.setupId]!
  const nearest = [...ofSetup(production.mark, setup)].sort((a, b) => Math.hypot(a.xM - panel.xM, a.yM - panel.yM) - Math.hypot(b.xM - panel.xM, b.yM - panel.yM))[0] // prettier-ignore
  if (!nearest) return []
  const away = Math.hypot(panel.xM - nearest.xM, panel.yM - nearest.yM) || 1
  const [dx, dy] = [(panel.xM - nearest.xM) / away, (panel.yM - nearest.yM) / away]
  for (let i = 1; i <= MOST_STEPS; i++) {
    const at = { xM: Math.round((panel.xM + dx * i * STEP_M) * 100) / 100, yM: Math.round((panel.yM + dy * i * STEP_M) * 100) / 100 } // prettier-ignore
    if (lampsInView(production, setup, [{ ...panel, ...at }]).length > 0) continue
    return [{ says: `Move it ${lengthText(i * STEP_M, production.production.units)} out`, changes: [updateRecord('panel', panel.id, at)] }] // prettier-ignore
  }
  return []
}

/** From here round a lamp lights no front any more, and from here on it is no edge. */
const BEHIND_DEG = 100
const BEFORE_DEG = 75

/** Does a lamp do what it is called? A key behind the head lights no face, an edge before it is a second key. */
export function checkRoles(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const marks = ofSetup(production.mark, setup).filter((mark) => mark.judged && isPerson(mark))
    if (marks.length === 0) return []
    return lampsOfSetup(production, setup.id).flatMap((lamp): Finding[] => {
      if (lamp.levelPct === 0) return []
      const rounds = marks.map((mark) => Math.abs(fromWhere(mark, lamp).roundDeg))
      // One face's edge may be the other's key.
      const isBehind = lamp.role === 'key' && rounds.every((deg) => deg > BEHIND_DEG)
      const isBefore = lamp.role === 'edge' && rounds.every((deg) => deg < BEFORE_DEG)
      if (!isBehind && !isBefore) return []
      const role = isBehind ? 'edge' : 'fill'
      return [
        {
          check: 'light.role-otherwise',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'lamp', id: lamp.id },
          says: isBehind
            ? `${lamp.name} of setup ${setup.letter} is called the key and comes from behind: it lights no face.`
            : `${lamp.name} of setup ${setup.letter} is called an edge and comes from before: it lights the face, and is not counted there.`,
          evidence: marks.map((mark, i) => ({ label: mark.name, value: Math.round(rounds[i]!), unit: '°', from: 'round from where the face looks' })), // prettier-ignore
          fixes: [{ says: `Call it ${role === 'edge' ? 'an edge' : 'fill'}`, changes: [updateRecord('lamp', lamp.id, { role })] }], // prettier-ignore
        },
      ]
    })
  })
}
