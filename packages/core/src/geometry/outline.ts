/** A place on a plan: metres right of and down from its upper left corner. */
export interface PlanPoint {
  readonly xM: number
  readonly yM: number
}

/** Corners of a room in turn, the last joined to the first. Clockwise as the plan is seen. */
export type Outline = readonly PlanPoint[]

/** One wall of an outline, from corner to corner. */
export interface Wall {
  readonly index: number
  readonly from: PlanPoint
  readonly to: PlanPoint
  readonly lengthM: number
}

export type OutlineFault =
  | { readonly code: 'too-few-corners'; readonly corners: number }
  | { readonly code: 'no-length'; readonly wall: number }
  | { readonly code: 'walls-cross'; readonly walls: readonly [number, number]; readonly at: PlanPoint }
  /** One runs back over a stretch of the other, whose middle is `at`. */
  | { readonly code: 'walls-overlap'; readonly walls: readonly [number, number]; readonly at: PlanPoint }

/** Measures on a plan go in steps of 5 cm. */
export const PLAN_STEP_M = 0.05

/** The nearest step of the plan, as that figure is written: 2.05, never 2.0500000000000003. */
export const snapToPlan = (metres: number): number => Math.round(metres / PLAN_STEP_M) / Math.round(1 / PLAN_STEP_M)

/** A room of four walls. */
export const rectangle = (widthM: number, depthM: number): Outline => [
  { xM: 0, yM: 0 },
  { xM: widthM, yM: 0 },
  { xM: widthM, yM: depthM },
  { xM: 0, yM: depthM },
]

/** The walls of an outline in turn; wall i runs from corner i. */
export const wallsOf = (outline: Outline): Wall[] =>
  outline.map((from, index) => {
    const to = outline[(index + 1) % outline.length]!
    return { index, from, to, lengthM: Math.hypot(to.xM - from.xM, to.yM - from.yM) }
  })

/** A point on a wall, so many metres from its first corner. */
export function alongWall(wall: Wall, alongM: number): PlanPoint {
  const t = wall.lengthM > 0 ? alongM / wall.lengthM : 0
  return { xM: wall.from.xM + (wall.to.xM - wall.from.xM) * t, yM: wall.from.yM + (wall.to.yM - wall.from.yM) * t }
}

/**
 * The wall nearest to a point, and from where on it something of a width stands so that its middle is as near to the
 * point as the wall lets it. In steps of the plan.
 */
export function alongNearestWall(
  outline: Outline,
  widthM: number,
  to: PlanPoint,
): { readonly wall: number; readonly alongM: number } {
  const [found] = wallsOf(outline)
    .map((wall) => {
      const ux = (wall.to.xM - wall.from.xM) / (wall.lengthM || 1)
      const uy = (wall.to.yM - wall.from.yM) / (wall.lengthM || 1)
      const along = Math.min(wall.lengthM, Math.max(0, (to.xM - wall.from.xM) * ux + (to.yM - wall.from.yM) * uy))
      const foot = alongWall(wall, along)
      return { wall, along, away: Math.hypot(foot.xM - to.xM, foot.yM - to.yM) }
    })
    .sort((a, b) => a.away - b.away)
  const alongM = Math.max(0, Math.min(found!.along - widthM / 2, found!.wall.lengthM - widthM))
  return { wall: found!.wall.index, alongM: snapToPlan(alongM) }
}

/** Whether a point lies in a room; on a wall counts as in. Even-odd rule. */
export function isInside(outline: Outline, p: PlanPoint): boolean {
  let inside = false
  for (const { from: a, to: b } of wallsOf(outline)) {
    const cross = (b.xM - a.xM) * (p.yM - a.yM) - (b.yM - a.yM) * (p.xM - a.xM)
    const between =
      Math.min(a.xM, b.xM) - 1e-9 <= p.xM &&
      p.xM <= Math.max(a.xM, b.xM) + 1e-9 &&
      Math.min(a.yM, b.yM) - 1e-9 <= p.yM &&
      p.yM <= Math.max(a.yM, b.yM) + 1e-9
    if (Math.abs(cross) < 1e-9 && between) return true
    if (a.yM > p.yM !== b.yM > p.yM && p.xM < ((b.xM - a.xM) * (p.yM - a.yM)) / (b.yM - a.yM) + a.xM) inside = !inside
  }
  return inside
}

/**
 * Where two stretches cross, as shares along each, both 0 to 1; null where they do not, or run side by side.
 */
export function crossing(
  a: PlanPoint,
  b: PlanPoint,
  c: PlanPoint,
  d: PlanPoint,
): { readonly t: number; readonly u: number; readonly at: PlanPoint } | null {
  const rx = b.xM - a.xM,
    ry = b.yM - a.yM,
    sx = d.xM - c.xM,
    sy = d.yM - c.yM
  const across = rx * sy - ry * sx
  if (Math.abs(across) < 1e-12) return null
  const t = ((c.xM - a.xM) * sy - (c.yM - a.yM) * sx) / across
  const u = ((c.xM - a.xM) * ry - (c.yM - a.yM) * rx) / across
  if (t < -1e-9 || t > 1 + 1e-9 || u < -1e-9 || u > 1 + 1e-9) return null
  return { t, u, at: { xM: a.xM + rx * t, yM: a.yM + ry * t } }
}

/** The middle of what two walls in one line have in common; null where that is a corner at most. */
function overlap(a: Wall, b: Wall): PlanPoint | null {
  const [ux, uy] = [(a.to.xM - a.from.xM) / a.lengthM, (a.to.yM - a.from.yM) / a.lengthM]
  const onLine = (p: PlanPoint) => Math.abs((p.xM - a.from.xM) * uy - (p.yM - a.from.yM) * ux) < 1e-6
  if (!onLine(b.from) || !onLine(b.to)) return null
  const along = (p: PlanPoint) => (p.xM - a.from.xM) * ux + (p.yM - a.from.yM) * uy
  const from = Math.max(0, Math.min(along(b.from), along(b.to)))
  const to = Math.min(a.lengthM, Math.max(along(b.from), along(b.to)))
  return to - from > 1e-6 ? alongWall(a, (from + to) / 2) : null
}

/** What is wrong with an outline, and where: too few corners, walls of no length, walls that cross or overlap. */
export function outlineFaults(outline: Outline): OutlineFault[] {
  if (outline.length < 3) return [{ code: 'too-few-corners', corners: outline.length }]
  const walls = wallsOf(outline)
  const faults: OutlineFault[] = walls
    .filter((wall) => wall.lengthM < 1e-6)
    .map((wall) => ({ code: 'no-length', wall: wall.index }))
  // Two corners in one place: which walls are neighbours is not to be told before that is mended.
  if (faults.length > 0) return faults
  for (const a of walls)
    for (const b of walls.slice(a.index + 1)) {
      const lap = overlap(a, b)
      if (lap) {
        faults.push({ code: 'walls-overlap', walls: [a.index, b.index], at: lap })
        continue
      }
      const neighbours = b.index === a.index + 1 || (a.index === 0 && b.index === walls.length - 1)
      const hit = crossing(a.from, a.to, b.from, b.to)
      // Neighbours meet at their corner, and only there.
      if (hit && !neighbours) faults.push({ code: 'walls-cross', walls: [a.index, b.index], at: hit.at })
    }
  return faults
}

/** What an outline takes up on a plan: its upper left corner, and how far it goes right and down, 10 cm at least. */
export interface Extent {
  readonly leftM: number
  readonly topM: number
  readonly widthM: number
  readonly depthM: number
}

/** The extent of an outline. @param outline three corners or more */
export function extentOf(outline: Outline): Extent {
  const xs = outline.map((p) => p.xM),
    ys = outline.map((p) => p.yM)
  const [leftM, topM] = [Math.min(...xs), Math.min(...ys)]
  return { leftM, topM, widthM: Math.max(0.1, Math.max(...xs) - leftM), depthM: Math.max(0.1, Math.max(...ys) - topM) }
}

/** Floor area in m². @source the shoelace formula */
export const areaM2 = (outline: Outline): number =>
  Math.abs(wallsOf(outline).reduce((sum, { from, to }) => sum + from.xM * to.yM - to.xM * from.yM, 0)) / 2

/**
 * How far one can stand apart in a room in a straight line, wall to wall: what a long lens has to make do with.
 * Corner to corner, where nothing is in between.
 */
export function longestRunM(outline: Outline): number {
  const walls = wallsOf(outline)
  let longest = 0
  for (const a of outline)
    for (const b of outline) {
      const length = Math.hypot(b.xM - a.xM, b.yM - a.yM)
      if (length <= longest) continue
      const middle = { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 }
      const blocked = walls.some((wall) => {
        const hit = crossing(a, b, wall.from, wall.to)
        return hit !== null && hit.t > 1e-6 && hit.t < 1 - 1e-6 && hit.u > 1e-6 && hit.u < 1 - 1e-6
      })
      if (!blocked && isInside(outline, middle)) longest = length
    }
  return longest
}
