import type { PlanPoint } from '../geometry/index.ts'
import { spotPlan } from '../place/index.ts'
import { byId, type Production, type Setup } from '../records/index.ts'
import { reflections, type Seen } from '../room/index.ts'
import { ofSetup } from './ofSetup.ts'
import { letter, planCamera, shotOfPosition } from './planCamera.ts'

/** How much of a lamp, a camera and its crew there is to be seen. */
const LAMP_HALF_M = 0.25
const CREW_M = 1.8

/** Everything in a setup that must not be seen in a mirror: cameras with their crew, and lamps. */
export function unwanted(production: Production, setup: Setup): Seen[] {
  return [
    ...ofSetup(production.cameraPosition, setup).map((p): Seen => ({
      id: p.id,
      name: `camera ${letter(production, p)}`,
      at: p,
      fromM: 0,
      toM: Math.max(CREW_M, p.heightM + 0.2),
    })),
    ...ofSetup(production.lamp, setup).map((lamp): Seen => ({
      id: lamp.id,
      name: lamp.name,
      at: lamp,
      fromM: lamp.heightM - LAMP_HALF_M,
      toM: lamp.heightM + LAMP_HALF_M,
    })),
  ]
}

/** The way the light goes from something by a mirror into a camera. */
export interface MirrorWay {
  readonly cameraId: string
  /** Such as "D: A sees lamp Key": the setup, the camera, and what the mirror shows it. */
  readonly says: string
  /** Name of what is seen; null for the camera itself. */
  readonly seen: string | null
  readonly from: PlanPoint
  readonly by: PlanPoint
  readonly to: PlanPoint
}

/** What the cameras of a setup see in the mirrors of its spot, in metres on its plan. */
export function mirrorWays(production: Production, setup: Setup): MirrorWay[] {
  const things = unwanted(production, setup)
  return mirrorSights(production, setup, things).flatMap(({ position, camera, seen }) =>
    seen.map(({ seenId, at }): MirrorWay => {
      const thing = things.find((t) => t.id === seenId)!
      const what = seenId === position.id ? 'itself' : thing.name
      const says = `${setup.letter}: ${camera.name} sees ${what}`
      return {
        cameraId: position.id,
        says,
        seen: seenId === position.id ? null : thing.name,
        from: camera.at,
        by: at,
        to: thing.at,
      }
    }),
  )
}

/** Each camera of a setup that some mirror shows something, with the mirrors of the spot. */
export function mirrorSights(production: Production, setup: Setup, things: readonly Seen[]) {
  const spot = byId(production.spot, setup.spotId)
  const plan = spot && spotPlan(production, spot)
  if (!plan || plan.mirrors.length === 0) return []
  return ofSetup(production.cameraPosition, setup)
    .filter((position) => shotOfPosition(production, position))
    .map((position) => {
      const camera = planCamera(production, position)
      return { plan, position, camera, seen: reflections([camera], plan.mirrors, things) }
    })
    .filter(({ seen }) => seen.length > 0)
}
