import { crossing, type PlanPoint } from '../geometry/index.ts'
import type { PlacedOnWall } from './opening.ts'

const rad = (deg: number) => (deg * Math.PI) / 180
const bearingTo = (from: PlanPoint, to: PlanPoint) =>
  ((Math.atan2(to.xM - from.xM, from.yM - to.yM) * 180) / Math.PI + 360) % 360
const turn = (a: number, b: number) => Math.abs(((a - b + 540) % 360) - 180)

/** A camera on a plan: where it stands, where it looks (degrees clockwise from the top) and its full angle across. */
export interface PlanCamera {
  readonly id: string
  readonly name: string
  readonly at: PlanPoint
  readonly heightM: number
  readonly bearingDeg: number
  readonly angleDeg: number
  /** Full angle up and down. */
  readonly verticalDeg: number
}

/** Something a mirror could show: a lamp, a camera, a person. */
export interface Seen {
  readonly id: string
  readonly name: string
  readonly at: PlanPoint
  /** From its foot to its top, metres above the floor. */
  readonly fromM: number
  readonly toM: number
}

/** A mirror or pane that shows a camera something behind or beside it. */
export interface Reflection {
  readonly cameraId: string
  readonly mirrorId: string
  readonly seenId: string
  /** Where on the mirror it appears. */
  readonly at: PlanPoint
  /** Length of the way the light goes, metres. */
  readonly wayM: number
}

/** Whether a point lies in a camera's view across the plan. */
export const isInView = (camera: PlanCamera, p: PlanPoint): boolean =>
  turn(bearingTo(camera.at, p), camera.bearingDeg) <= camera.angleDeg / 2 + 1e-9

/**
 * What each camera sees of itself, of lamps and of people in flat mirrors. The camera is put behind the mirror;
 * what the line from there to a thing crosses the glass at, between sill and head, within the view, is seen. Things
 * in front of the mirror's back are not; walls and people in between are not counted, so it says what could be seen.
 * @source image of a point in a plane mirror: p′ = p − 2((p − a)·n) n
 */
export function reflections(
  cameras: readonly PlanCamera[],
  mirrors: readonly PlacedOnWall[],
  things: readonly Seen[],
): Reflection[] {
  return cameras.flatMap((camera) =>
    mirrors.flatMap((mirror) => {
      const out = { xM: Math.sin(rad(mirror.outwardDeg)), yM: -Math.cos(rad(mirror.outwardDeg)) }
      const behind = (camera.at.xM - mirror.from.xM) * out.xM + (camera.at.yM - mirror.from.yM) * out.yM
      // Behind the wall, or in its plane: no reflection from there.
      if (behind > -1e-6) return []
      const image = { xM: camera.at.xM - 2 * behind * out.xM, yM: camera.at.yM - 2 * behind * out.yM }
      return things.flatMap((thing): Reflection[] => {
        const inFront = (thing.at.xM - mirror.from.xM) * out.xM + (thing.at.yM - mirror.from.yM) * out.yM < -1e-6
        if (!inFront) return []
        const hit = crossing(image, thing.at, mirror.from, mirror.to)
        if (!hit || !isInView(camera, hit.at)) return []
        const wayM = Math.hypot(thing.at.xM - image.xM, thing.at.yM - image.yM)
        const toGlassM = hit.t * wayM
        const heightAt = (top: number) => camera.heightM + (top - camera.heightM) * hit.t
        const half = Math.tan(rad(camera.verticalDeg / 2)) * toGlassM
        const low = Math.max(heightAt(thing.fromM), mirror.sillM, camera.heightM - half)
        const high = Math.min(heightAt(thing.toM), mirror.headM, camera.heightM + half)
        return low <= high ? [{ cameraId: camera.id, mirrorId: mirror.id, seenId: thing.id, at: hit.at, wayM }] : []
      })
    }),
  )
}

/** On which side of the line from one person to another a camera stands, seen from the first. */
export type LineSide = 'left' | 'right' | 'on the line'

/** Nearer to the line than this, a camera is on it and may be cut to from both sides. */
const ON_THE_LINE_DEG = 4

/** The side of the line between two people that a camera is on. */
export function sideOfLine(first: PlanPoint, second: PlanPoint, camera: PlanPoint): LineSide {
  const along = bearingTo(first, second)
  const off = ((bearingTo(first, camera) - along + 540) % 360) - 180
  const offBack = ((bearingTo(second, camera) - along + 540) % 360) - 180
  const near = (deg: number) => Math.abs(deg) < ON_THE_LINE_DEG || Math.abs(deg) > 180 - ON_THE_LINE_DEG
  if (near(off) || near(offBack)) return 'on the line'
  return off < 0 ? 'left' : 'right'
}

export interface LineCrossing {
  /** The side on which most cameras are; the first one's when as many are on each. */
  readonly kept: Exclude<LineSide, 'on the line'>
  readonly sides: ReadonlyMap<string, LineSide>
  /** Those that stand on the other one. */
  readonly crossing: readonly string[]
}

/** Which cameras stand across the line between two people from most of the others; null while none is off the line. */
export function lineCrossing(
  first: PlanPoint,
  second: PlanPoint,
  cameras: readonly { readonly id: string; readonly at: PlanPoint }[],
): LineCrossing | null {
  const sides = new Map(cameras.map((camera) => [camera.id, sideOfLine(first, second, camera.at)]))
  const count = (side: LineSide) => [...sides.values()].filter((s) => s === side).length
  const firstOff = [...sides.values()].filter((s) => s !== 'on the line')[0]
  if (!firstOff) return null
  const kept = count('left') === count('right') ? firstOff : count('left') > count('right') ? 'left' : 'right'
  return {
    kept,
    sides,
    crossing: [...sides].filter(([, side]) => side !== kept && side !== 'on the line').map(([id]) => id),
  }
}
