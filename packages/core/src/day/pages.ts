import type { Production, Scene } from '../records/index.ts'

/** How far the pages of a script are shot. */
export interface Pages {
  /** Eighths of a page. */
  readonly eighths: number
  readonly doneEighths: number
  readonly plannedEighths: number
  readonly scenes: readonly ScenePages[]
}

/** How far a scene is shot. */
export interface ScenePages {
  readonly scene: Scene
  /** Shots that are wanted of it, those of them in some order, and those that are done. */
  readonly shots: number
  readonly planned: number
  readonly done: number
  /** All of it that is a must is done, and something is: it can be cut together. */
  readonly canBeCut: boolean
  /** Must-haves that no day holds and that are not done. */
  readonly mustsOnNoDay: number
}

const NONE: ReadonlySet<string> = new Set()

/**
 * Pages done and left: a scene's eighths count by the share of its shots that are done, as they are wanted now.
 * @param done ids of shots that have a good take, or of which somebody said that they are done
 * @param notNeeded ids of shots that turned out not to be needed; what was only dropped is still missing
 * @param dayId only what is planned on this day; all days without one
 */
export function pagesOf(
  production: Production,
  done: ReadonlySet<string>,
  notNeeded: ReadonlySet<string> = NONE,
  dayId?: string,
): Pages {
  const planned = new Set<string>()
  const anywhere = new Set<string>()
  for (const item of Object.values(production.orderItem)) {
    if (item.standsBy) continue
    for (const id of item.shotIds) {
      anywhere.add(id)
      if (dayId === undefined || item.dayId === dayId) planned.add(id)
    }
  }
  const scenes = Object.values(production.scene)
    .filter((scene) => !scene.dropped)
    .flatMap((scene): ScenePages[] => {
      const shots = Object.values(production.shot).filter(
        (shot) => shot.sceneId === scene.id && !notNeeded.has(shot.id),
      )
      if (shots.length === 0 && scene.eighths === 0) return []
      const musts = shots.filter((shot) => shot.mustHave)
      const isDone = (id: string) => done.has(id)
      return [
        {
          scene,
          shots: shots.length,
          planned: shots.filter((shot) => planned.has(shot.id)).length,
          done: shots.filter((shot) => isDone(shot.id) && (dayId === undefined || planned.has(shot.id))).length,
          canBeCut:
            shots.some((shot) => isDone(shot.id)) &&
            (musts.length > 0 ? musts : shots).every((shot) => isDone(shot.id)),
          mustsOnNoDay: musts.filter((shot) => !anywhere.has(shot.id) && !isDone(shot.id)).length,
        },
      ]
    })
  const sum = (of: (one: ScenePages) => number) =>
    scenes.reduce((all, one) => all + (one.shots > 0 ? (one.scene.eighths * of(one)) / one.shots : 0), 0)
  return {
    eighths: scenes.reduce((all, { scene }) => all + scene.eighths, 0),
    doneEighths: sum((one) => one.done),
    plannedEighths: sum((one) => one.planned),
    scenes,
  }
}
