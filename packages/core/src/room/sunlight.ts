import { crossing, isInside, type Outline, type PlanPoint, wallsOf } from '../geometry/index.ts'
import type { PlacedOnWall } from './opening.ts'

/** Where the sun stands for a plan: bearing from the top of the plan clockwise, and height over the horizon, degrees. */
export interface PlanSun {
  readonly bearingDeg: number
  readonly altitudeDeg: number
}

/** The sun's compass bearing as the plan has it, whose top faces `upBearingDeg`. */
export const sunOnPlan = (azimuthDeg: number, altitudeDeg: number, upBearingDeg: number): PlanSun => ({
  bearingDeg: (azimuthDeg - upBearingDeg + 720) % 360,
  altitudeDeg,
})

/** From here on the upper edge of the sun is over a level horizon: its radius and what the air bends, as for sunrise. */
const SUN_IS_UP_DEG = -0.833

const rad = (deg: number) => (deg * Math.PI) / 180
/** The way the light travels over the plan, per metre that it goes along. */
const awayFromSun = ({ bearingDeg }: PlanSun): PlanPoint => ({
  xM: -Math.sin(rad(bearingDeg)),
  yM: Math.cos(rad(bearingDeg)),
})

export interface SunPatch {
  readonly through: string
  /** What it lights of the floor, as corners on the plan; empty where it reaches no floor. */
  readonly floor: readonly PlanPoint[]
  /** What it lights of each wall: along it from its first corner and up from the floor, metres. */
  readonly walls: readonly { readonly wall: number; readonly corners: readonly (readonly [number, number])[] }[]
}

/**
 * The patch of sun that a window throws into a room, on its floor and its walls; null where the sun does not come
 * in by it. Frames, sills and what stands outside are not counted, and in a room with a corner that juts in, light
 * that would have to pass it is counted as if it did.
 * @source parallel projection of the opening's four corners along the sun's rays, clipped to floor and walls
 */
export function sunPatch(outline: Outline, ceilingM: number, opening: PlacedOnWall, sun: PlanSun): SunPatch | null {
  const facing = Math.cos(rad(sun.bearingDeg - opening.outwardDeg))
  if (facing <= 1e-6) return null
  const corners: readonly Corner[] = [
    [opening.from, opening.sillM],
    [opening.to, opening.sillM],
    [opening.to, opening.headM],
    [opening.from, opening.headM],
  ]
  return patchOf(outline, ceilingM, opening.id, corners, opening.wall, sun)
}

/** A window in the roof: its corners on the plan, in the ceiling. */
export interface RoofOpening {
  readonly id: string
  readonly corners: readonly PlanPoint[]
}

/** The patch of sun that a roof window throws into a room; null where it reaches neither floor nor wall. */
export const roofPatch = (outline: Outline, ceilingM: number, roof: RoofOpening, sun: PlanSun): SunPatch | null =>
  patchOf(outline, ceilingM, roof.id, roof.corners.map((p): Corner => [p, ceilingM]), null, sun) // prettier-ignore

/** A corner of an opening, and how high it is. */
type Corner = readonly [at: PlanPoint, heightM: number]

function patchOf(
  outline: Outline,
  ceilingM: number,
  through: string,
  corners: readonly Corner[],
  ownWall: number | null,
  sun: PlanSun,
): SunPatch | null {
  if (sun.altitudeDeg <= 0.05) return null
  const away = awayFromSun(sun)
  const drop = Math.tan(rad(sun.altitudeDeg))
  const reach = (heightM: number) => heightM / drop
  const land = (p: PlanPoint, heightM: number): PlanPoint => ({
    xM: p.xM + away.xM * reach(heightM),
    yM: p.yM + away.yM * reach(heightM),
  })
  const quad = corners.map(([at, heightM]) => land(at, heightM))
  const floor = clipToConvex(outline, quad)
  const walls = wallsOf(outline).flatMap((wall) => {
    if (wall.index === ownWall || wall.lengthM < 1e-6) return []
    const ux = (wall.to.xM - wall.from.xM) / wall.lengthM,
      uy = (wall.to.yM - wall.from.yM) / wall.lengthM
    const across = away.xM * uy - away.yM * ux
    if (Math.abs(across) < 1e-9) return []
    // Each corner of the opening, carried along the light until it meets the wall's plane: so far along the wall, so
    // high, after so long. What would have to go back in time lies behind the wall.
    const carried = corners.map(([p, height]): Carried => {
      const t = ((wall.from.xM - p.xM) * uy - (wall.from.yM - p.yM) * ux) / across
      const along = (p.xM + away.xM * t - wall.from.xM) * ux + (p.yM + away.yM * t - wall.from.yM) * uy
      return [along, height - t * drop, t]
    })
    const lit = clipToBox(
      clip<Carried>(carried, [{ inside: ([, , t]) => t, cut: mix }]).map(([along, height]): Line2 => [along, height]),
      wall.lengthM,
      ceilingM,
    )
    return areaOf(lit) > 1e-9 ? [{ wall: wall.index, corners: lit }] : []
  })
  return floor.length >= 3 || walls.length > 0 ? { through, floor: floor.length >= 3 ? floor : [], walls } : null
}

type Line2 = readonly [number, number]
/** A corner of an opening on a wall's plane: metres along it, metres up, and how far the light went. */
type Carried = readonly [number, number, number]
const mix = (a: Carried, b: Carried, t: number): Carried => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
]
const areaOf = (corners: readonly Line2[]): number =>
  Math.abs(
    corners.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = corners[(i + 1) % corners.length]!
      return sum + x * nextY - nextX * y
    }, 0),
  ) / 2

/** Sutherland and Hodgman: what of a polygon lies on the good side of each edge in turn. */
function clip<P>(
  polygon: readonly P[],
  edges: readonly { inside: (p: P) => number; cut: (a: P, b: P, t: number) => P }[],
): P[] {
  let current = [...polygon]
  for (const { inside, cut } of edges) {
    const next: P[] = []
    for (const [i, a] of current.entries()) {
      const b = current[(i + 1) % current.length]!
      const [da, db] = [inside(a), inside(b)]
      if (da >= 0) next.push(a)
      if (da >= 0 !== db >= 0) next.push(cut(a, b, da / (da - db)))
    }
    current = next
  }
  return current
}

const between = (a: PlanPoint, b: PlanPoint, t: number): PlanPoint => ({
  xM: a.xM + (b.xM - a.xM) * t,
  yM: a.yM + (b.yM - a.yM) * t,
})

/** Exact in a room whose corners all turn the same way; in others it is the part that every wall agrees to. */
function clipToConvex(outline: Outline, polygon: readonly PlanPoint[]): PlanPoint[] {
  const walls = wallsOf(outline)
  const turn = Math.sign(walls.reduce((sum, { from, to }) => sum + from.xM * to.yM - to.xM * from.yM, 0))
  const juts = walls.some(({ from, to }, i) => {
    const after = walls[(i + 1) % walls.length]!.to
    return turn * ((to.xM - from.xM) * (after.yM - to.yM) - (to.yM - from.yM) * (after.xM - to.xM)) < -1e-9
  })
  // A room that juts in is clipped to the box round it: the walls drawn over it hide the rest.
  const xs = outline.map((p) => p.xM),
    ys = outline.map((p) => p.yM)
  const convex = juts
    ? wallsOf([
        { xM: Math.min(...xs), yM: Math.min(...ys) },
        { xM: Math.max(...xs), yM: Math.min(...ys) },
        { xM: Math.max(...xs), yM: Math.max(...ys) },
        { xM: Math.min(...xs), yM: Math.max(...ys) },
      ])
    : walls
  const sense = juts ? 1 : turn
  return clip(
    polygon,
    convex.map(({ from, to }) => ({
      inside: (p: PlanPoint) => sense * ((to.xM - from.xM) * (p.yM - from.yM) - (to.yM - from.yM) * (p.xM - from.xM)),
      cut: between,
    })),
  )
}

function clipToBox(polygon: readonly Line2[], width: number, height: number): Line2[] {
  const cut = (a: Line2, b: Line2, t: number): Line2 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
  return clip<Line2>(polygon, [
    { inside: (p) => p[0], cut },
    { inside: (p) => width - p[0], cut },
    { inside: (p) => p[1], cut },
    { inside: (p) => height - p[1], cut },
  ])
}

/** Something outdoors that throws shade: a stretch on the plan and how high it stands. */
export interface Obstacle {
  readonly id: string
  readonly name: string
  readonly corners: readonly PlanPoint[]
  readonly heightM: number
}

export type SunAtPoint =
  | { readonly lit: true; readonly through: string | null }
  | { readonly lit: false; readonly because: 'down' | 'wall' | 'obstacle'; readonly by: string | null }

/**
 * Whether the sun reaches a point in a room: the ray towards it must leave by a window, between sill and head.
 * @param heightM of the point above the floor
 */
export function sunInRoom(
  outline: Outline,
  openings: readonly PlacedOnWall[],
  point: PlanPoint,
  heightM: number,
  sun: PlanSun,
): SunAtPoint {
  if (sun.altitudeDeg <= SUN_IS_UP_DEG) return { lit: false, because: 'down', by: null }
  const away = awayFromSun(sun)
  const far = 10_000
  const end = { xM: point.xM - away.xM * far, yM: point.yM - away.yM * far }
  const rise = Math.tan(rad(sun.altitudeDeg))
  const hits = wallsOf(outline)
    .flatMap((wall) => {
      const hit = crossing(point, end, wall.from, wall.to)
      return hit ? [{ wall, alongM: hit.u * wall.lengthM, height: heightM + hit.t * far * rise, t: hit.t }] : []
    })
    .sort((a, b) => a.t - b.t)
  let through: string | null = null
  for (const { wall, alongM, height } of hits) {
    const by = openings.find(
      (o) =>
        o.wall === wall.index &&
        alongM >= o.alongM - 1e-9 &&
        alongM <= o.alongM + o.widthM + 1e-9 &&
        height >= o.sillM &&
        height <= o.headM,
    )
    if (!by) return { lit: false, because: 'wall', by: String(wall.index) }
    through ??= by.id
  }
  return { lit: true, through }
}

/**
 * Which roof window the sun reaches a point in a room by: the ray towards it meets the ceiling within one, before it
 * meets a wall; null by none.
 * @param heightM of the point above the floor
 */
export function sunThroughRoof(
  outline: Outline,
  ceilingM: number,
  roofs: readonly RoofOpening[],
  point: PlanPoint,
  heightM: number,
  sun: PlanSun,
): string | null {
  if (roofs.length === 0 || sun.altitudeDeg <= 0.05 || heightM >= ceilingM) return null
  const away = awayFromSun(sun)
  const goes = (ceilingM - heightM) / Math.tan(rad(sun.altitudeDeg))
  const end = { xM: point.xM - away.xM * goes, yM: point.yM - away.yM * goes }
  if (wallsOf(outline).some((wall) => crossing(point, end, wall.from, wall.to))) return null
  return roofs.find((roof) => isInside(roof.corners, end))?.id ?? null
}

/** Whether the sun reaches a point outdoors over what stands around it. */
export function sunOutdoors(
  obstacles: readonly Obstacle[],
  point: PlanPoint,
  heightM: number,
  sun: PlanSun,
): SunAtPoint {
  if (sun.altitudeDeg <= SUN_IS_UP_DEG) return { lit: false, because: 'down', by: null }
  const away = awayFromSun(sun)
  const far = 10_000
  const end = { xM: point.xM - away.xM * far, yM: point.yM - away.yM * far }
  const rise = Math.tan(rad(sun.altitudeDeg))
  for (const obstacle of obstacles) {
    const walls = wallsOf(obstacle.corners)
    const shades =
      (obstacle.corners.length > 2 && isInside(obstacle.corners, point) && heightM < obstacle.heightM) ||
      walls.some((wall) => {
        const hit = crossing(point, end, wall.from, wall.to)
        return hit !== null && heightM + hit.t * far * rise < obstacle.heightM
      })
    if (shades) return { lit: false, because: 'obstacle', by: obstacle.id }
  }
  return { lit: true, through: null }
}

/** A stretch of the day in which the sun reaches a point. */
export interface SunSpell {
  readonly fromMs: number
  readonly toMs: number
  /** The window it comes by first; null outdoors. */
  readonly through: string | null
}

/**
 * When in a stretch of time the sun reaches a point, each time to the step.
 * @param at the state at one moment
 */
export function sunSpells(fromMs: number, toMs: number, stepMs: number, at: (ms: number) => SunAtPoint): SunSpell[] {
  const spells: SunSpell[] = []
  let open: { fromMs: number; through: string | null } | null = null
  for (let ms = fromMs; ms <= toMs; ms += stepMs) {
    const state = at(ms)
    if (state.lit && !open) open = { fromMs: ms, through: state.through }
    if (!state.lit && open) {
      spells.push({ ...open, toMs: ms })
      open = null
    }
  }
  if (open) spells.push({ ...open, toMs })
  return spells
}

/** Spells that meet or lie over one another as one, in order: when there is any. */
export function spellsTogether(spells: readonly SunSpell[]): SunSpell[] {
  const together: SunSpell[] = []
  for (const spell of [...spells].sort((a, b) => a.fromMs - b.fromMs)) {
    const last = together.at(-1)
    if (last && spell.fromMs <= last.toMs)
      together[together.length - 1] = { ...last, toMs: Math.max(last.toMs, spell.toMs) }
    else together.push(spell)
  }
  return together
}

/** How the sun stands to a face, as people say it. */
export interface SunOnFace {
  /** Degrees between where the face looks and where the sun is, over the ground, 0 to 180. */
  readonly offDeg: number
  readonly says: 'in the eyes' | 'three-quarter' | 'from the side' | 'from behind the shoulder' | 'from behind'
  readonly height: 'flat' | 'good height' | 'steep' | 'from overhead'
}

/** Where the sun stands against a face that looks along a bearing of the plan. */
export function sunOnFace(facingDeg: number, sun: PlanSun): SunOnFace {
  const offDeg = Math.abs(((sun.bearingDeg - facingDeg + 540) % 360) - 180)
  return {
    offDeg,
    says:
      offDeg < 25
        ? 'in the eyes'
        : offDeg < 65
          ? 'three-quarter'
          : offDeg < 110
            ? 'from the side'
            : offDeg < 155
              ? 'from behind the shoulder'
              : 'from behind',
    height:
      sun.altitudeDeg < 15
        ? 'flat'
        : sun.altitudeDeg < 50
          ? 'good height'
          : sun.altitudeDeg < 70
            ? 'steep'
            : 'from overhead',
  }
}

/** Length of the shadow of something upright on level ground, metres; Infinity when the sun is down. */
export const shadowM = (heightM: number, altitudeDeg: number): number =>
  altitudeDeg > 0 ? heightM / Math.tan(rad(altitudeDeg)) : Infinity
