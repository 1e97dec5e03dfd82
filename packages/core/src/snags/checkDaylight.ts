import { aimAt } from '../light/index.ts'
import { byId, type PlacedLamp, type Production, type Setup, updateRecord } from '../records/index.ts'
import { lampsInView, ofSetup, readSetup, type SetupReading } from '../setup/index.ts'
import { lengthText, lux } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** What a cut between two shots forgives. */
const SEEN_STOPS = 0.5
/** Less than this is darkness, however it changes. */
const FAINT_LUX = 1

/** Does sun or sky change so much between the shots of a scene that they no longer match? */
export function checkMovingLight(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const reading = readSetup(production, setup)
    const { moments } = reading
    if (moments && 'unknown' in moments)
      return [
        {
          check: 'light.daylight-not-known',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'setup', id: setup.id },
          says: `Setup ${setup.letter} is to be read with daylight, and ${moments.unknown}: its light is read without.`,
          evidence: [{ label: 'daylight', value: setup.daylight, unit: '', from: `setup ${setup.letter}` }],
          fixes: [
            { says: `Leave daylight out of setup ${setup.letter}`, changes: [updateRecord('setup', setup.id, { daylight: 'left out' })] }, // prettier-ignore
          ],
        } satisfies Finding,
      ]
    return scenesOf(production, reading).flatMap(([sceneId, hours]) => apart(production, reading, sceneId, hours) ?? [])
  })
}

type Hours = SetupReading['hours']

/** The hours at which shots of each scene are taken in a setup; scenes with more than one. */
function scenesOf(production: Production, { hours, setup }: SetupReading): (readonly [string, Hours])[] {
  const byScene = new Map<string, Hours[number][]>()
  for (const hour of hours) {
    const shots = hour.moment.shotIds.flatMap((id) => production.shot[id] ?? []).filter((s) => s.setupId === setup.id)
    for (const sceneId of new Set(shots.flatMap((shot) => shot.sceneId ?? []))) {
      byScene.set(sceneId, [...(byScene.get(sceneId) ?? []), hour])
    }
  }
  return [...byScene].filter(([, at]) => at.length > 1)
}

function apart(production: Production, { setup, marks }: SetupReading, sceneId: string, hours: Hours): Finding | null {
  let most = { stops: 0, mark: 0, a: 0, b: 0 }
  marks.forEach(({ mark }, m) => {
    if (!mark.judged) return
    const at = hours.map(({ marks: then }) => then[m]!.reading.totalLux)
    at.forEach((later, b) =>
      at.slice(0, b).forEach((earlier, a) => {
        const stops = Math.abs(Math.log2(Math.max(later, FAINT_LUX) / Math.max(earlier, FAINT_LUX)))
        if (stops > most.stops) most = { stops, mark: m, a, b }
      }),
    )
  })
  if (most.stops < SEEN_STOPS) return null
  const [first, second] = [hours[most.a]!, hours[most.b]!]
  const [before, after] = [first, second].map(({ marks: then }) => then[most.mark]!.reading.totalLux) as [
    number,
    number,
  ]
  const codes = ({ moment }: Hours[number]) =>
    moment.shotIds
      .flatMap((id) => (production.shot[id]?.sceneId === sceneId ? production.shot[id].code : []))
      .join(', ')
  return {
    check: 'light.moves-meanwhile',
    severity: 'watch',
    stage: 'light',
    rule: null,
    about: { kind: 'setup', id: setup.id },
    says: `In setup ${setup.letter} the light on ${marks[most.mark]!.mark.name} ${after < before ? 'falls' : 'rises'} by ${most.stops.toFixed(1)} stops between ${codes(first)} (${first.moment.shown}) and ${codes(second)} (${second.moment.shown}): under a ${setup.daylight} sky they will not match.`,
    evidence: [
      { label: codes(first), value: lux(before), unit: '', from: first.moment.shown },
      { label: codes(second), value: lux(after), unit: '', from: second.moment.shown },
    ],
    fixes: blackedOut(production, setup),
  }
}

/** Stops that a blackout leaves next to nothing of. */
const BLACK_STOPS = 10

/** The windows hung with black, so that all hours are alike; what they gave has to be made then. */
function blackedOut(production: Production, setup: Setup): Fix[] {
  const windows = Object.values(production.fitting).filter(
    (f) =>
      f.spotId === setup.spotId && (f.type === 'window' || f.type === 'roof window') && f.curtainStops < BLACK_STOPS,
  )
  if (windows.length === 0) return []
  return [
    {
      says:
        windows.length === 1
          ? 'Hang the window with black, and make its light'
          : `Hang all ${windows.length} windows with black, and make their light`,
      changes: windows.map((f) => updateRecord('fitting', f.id, { curtainStops: BLACK_STOPS })),
    },
  ]
}

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

/** Does a camera have a lamp in its picture? */
export function checkLampsInView(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const { lamps } = readSetup(production, setup)
    const seen = lampsInView(production, setup, lamps)
    return [...new Set(seen.map(({ lamp }) => lamp))].map((lamp): Finding => {
      const by = seen.filter((one) => one.lamp === lamp)
      const letters = by.map(({ position }) => production.camera[position.cameraId]?.letter ?? '?')
      return {
        check: 'light.lamp-in-view',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'lamp', id: lamp.id },
        says: `${lamp.name} of setup ${setup.letter} is in the picture of camera ${letters.join(' and ')}.`,
        evidence: by.map(({ insideDeg }, i) => ({
          label: `camera ${letters[i]!}`,
          value: Math.round(insideDeg),
          unit: '°',
          from: 'inside the edge of its widest picture',
        })),
        fixes: [
          ...higher(production, setup, lamp),
          { says: 'It is meant to be seen', changes: [updateRecord('lamp', lamp.id, { role: 'practical' })] },
        ],
      }
    })
  })
}
