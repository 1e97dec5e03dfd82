import { type Outline, type PlanPoint, snapToPlan } from '../geometry/index.ts'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { parseLength, type Units } from '../text/index.ts'

export type WalkFault =
  { readonly code: 'not-a-length'; readonly word: string } | { readonly code: 'too-few-walls'; readonly walls: number }

/**
 * Walls as they are measured walking round a room: lengths in turn, `l` for a corner to the left, `r` or nothing for
 * one to the right. `6.2 4 6.2` is a room of four walls, the last one closing it; `6 r 3 l 2 r 3` has a corner that
 * juts in. Begins along the upper wall, going right; every corner is square and put to the step of the plan.
 * @returns corners with the upper left of the room at 0, 0
 */
export function walkWalls(text: string, units: Units): Outcome<Outline, WalkFault> {
  const words = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
  let at: PlanPoint = { xM: 0, yM: 0 }
  let heading = 0
  let turned = true
  const corners: PlanPoint[] = [at]
  for (const word of words) {
    if (/^[lr]$/i.test(word)) {
      heading += word.toLowerCase() === 'r' ? 90 : -90
      turned = true
      continue
    }
    const length = parseLength(word, units)
    if (length === null || !(length > 0)) return fail({ code: 'not-a-length', word })
    if (!turned) heading += 90
    const rad = (heading * Math.PI) / 180
    at = { xM: snapToPlan(at.xM + Math.cos(rad) * length), yM: snapToPlan(at.yM + Math.sin(rad) * length) }
    corners.push(at)
    turned = false
  }
  // Back where it began, that corner is there already.
  const last = corners.at(-1)!
  if (corners.length > 3 && Math.hypot(last.xM, last.yM) < 0.03) corners.pop()
  if (corners.length < 3) return fail({ code: 'too-few-walls', walls: corners.length - 1 })
  // Two lengths are enough for four walls.
  const whole =
    corners.length === 3
      ? [...corners, { xM: corners[0]!.xM + corners[2]!.xM - corners[1]!.xM, yM: corners[2]!.yM }]
      : corners
  const left = Math.min(...whole.map((p) => p.xM)),
    top = Math.min(...whole.map((p) => p.yM))
  return ok(whole.map((p) => ({ xM: round(p.xM - left), yM: round(p.yM - top) })))
}

const round = (m: number) => Math.round(m * 1000) / 1000
