import { type Production, type Setup, updateRecord } from '../records/index.ts'
import { readSetup, type SetupReading } from '../setup/index.ts'
import { lux } from '../text/index.ts'
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
