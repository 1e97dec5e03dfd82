import { byId, type Production, type Scene, type Shot } from '../records/index.ts'
import type { SunLight } from '../sun/index.ts'
import { type DaySky, lightWindows, nearestWindow, type Window } from './windows.ts'

/** Words of a scene's heading, as scripts have them, and the light they ask of the sky. */
const LIGHTS: readonly (readonly [RegExp, SunLight])[] = [
  [/\b(?:dawn|sunrise|first light|daybreak)\b/i, 'dawn'],
  [/\b(?:dusk|twilight|sunset|nightfall)\b/i, 'dusk'],
  [/\b(?:golden|magic hour)\b/i, 'golden-evening'],
  [/\b(?:night|midnight)\b/i, 'night'],
  [/\b(?:day|morning|noon|midday|afternoon)\b/i, 'daylight'],
]

/** The light that a heading asks for; null where it says nothing of it, as "later" or "evening", which may be either. */
export const lightOfHeading = (timeOfDay: string): SunLight | null =>
  LIGHTS.find(([like]) => like.test(timeOfDay))?.[1] ?? null

/** A shot out of doors at another hour than its scene's heading says. */
export interface AgainstScript {
  readonly scene: Scene
  readonly shot: Shot
  readonly light: SunLight
  readonly startMin: number
  readonly endMin: number
  /** The nearest stretch of such light; null where there is none on this day. */
  readonly window: Window | null
}

/** What lies less than this outside is called right: the sky does not change in it. */
const GRACE_MIN = 5

/**
 * Shots that the order puts at another hour than the script. Inside, night is made by shutting the day out, and a shot
 * that asks for light of its own has said what it wants.
 */
export function againstScript(
  production: Production,
  sky: DaySky,
  rows: readonly { readonly shotIds: readonly string[]; readonly startMin: number; readonly endMin: number }[],
): AgainstScript[] {
  return rows.flatMap(({ shotIds, startMin, endMin }) =>
    shotIds.flatMap((id): AgainstScript[] => {
      const shot = byId(production.shot, id)
      const scene = shot && byId(production.scene, shot.sceneId)
      const light = scene?.inOut === 'outside' ? lightOfHeading(scene.timeOfDay) : null
      if (!shot || !scene || !light || shot.window !== 'none') return []
      const lit = lightWindows(sky, light)
      if (!lit) return []
      const window = nearestWindow(lit.windows, startMin, endMin) ?? null
      const isIn = window && startMin >= window.fromMin - GRACE_MIN && endMin <= window.toMin + GRACE_MIN
      return isIn ? [] : [{ scene, shot, light, startMin, endMin, window }]
    }),
  )
}
