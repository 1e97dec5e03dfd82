import type { PlanPoint } from '../geometry/index.ts'
import type { Place, Position } from '../records/index.ts'
import { type PlanSun, roofPatch, sunOnPlan, sunPatch, type SunPatch, type SunSpell, sunSpells } from '../room/index.ts'
import { sunDay, type SunDay, sunPosition } from '../sun/index.ts'
import { instantAt } from '../time/index.ts'
import { type SpotPlan, sunAt } from './spotPlan.ts'

/** Spells are found to this. */
const STEP_MS = 60_000

/** The sun of a date over a spot's plan. */
export interface SunStudy {
  readonly day: SunDay
  /** Where it stands at a minute of the date's local clock. */
  readonly sunAt: (minute: number) => PlanSun
  readonly patchesAt: (minute: number) => readonly SunPatch[]
  /** When in the date it reaches a point, in UTC milliseconds. */
  readonly spellsAt: (point: PlanPoint, heightM: number) => readonly SunSpell[]
  /** When it comes in by each window, whatever it falls on. */
  readonly spellsOfWindows: () => readonly { readonly windowId: string; readonly spells: readonly SunSpell[] }[]
}

/** The sun over a spot on a date, whichever that is: the day that is planned, or the one it is moved to. */
export function sunStudy(plan: SpotPlan, place: Position & Pick<Place, 'timeZone'>, isoDate: string): SunStudy {
  const { latitudeDeg, longitudeDeg, timeZone } = place
  const day = sunDay(isoDate, latitudeDeg, longitudeDeg, timeZone)
  const at = (ms: number): PlanSun => {
    const { azimuthDeg, altitudeDeg } = sunPosition(ms, latitudeDeg, longitudeDeg)
    return sunOnPlan(azimuthDeg, altitudeDeg, plan.spot.upBearingDeg)
  }
  const [fromMs, toMs] = [instantAt(isoDate, 0, timeZone), instantAt(isoDate, 1440, timeZone)]
  // Each minute of the day once, however many points are asked about.
  let suns: readonly PlanSun[] | null = null
  const sunOf = (ms: number) => {
    suns ??= Array.from({ length: Math.round((toMs - fromMs) / STEP_MS) + 1 }, (_, i) => at(fromMs + i * STEP_MS))
    return suns[Math.round((ms - fromMs) / STEP_MS)]!
  }
  const minuteAt = (minute: number) => at(instantAt(isoDate, minute, timeZone))
  const openings = [...plan.windows, ...plan.roofs]
  const patch = (opening: (typeof openings)[number], sun: PlanSun) =>
    'corners' in opening
      ? roofPatch(plan.outline, plan.spot.heightM, opening, sun)
      : sunPatch(plan.outline, plan.spot.heightM, opening, sun)
  return {
    day,
    sunAt: minuteAt,
    patchesAt: (minute) => {
      const sun = minuteAt(minute)
      return plan.spot.outdoors ? [] : openings.flatMap((opening) => patch(opening, sun) ?? [])
    },
    spellsAt: (point, heightM) => sunSpells(fromMs, toMs, STEP_MS, (ms) => sunAt(plan, point, heightM, sunOf(ms))),
    spellsOfWindows: () =>
      openings.map((opening) => ({
        windowId: opening.id,
        spells: sunSpells(fromMs, toMs, STEP_MS, (ms) =>
          patch(opening, sunOf(ms)) ? { lit: true, through: opening.id } : { lit: false, because: 'wall', by: null },
        ),
      })),
  }
}
