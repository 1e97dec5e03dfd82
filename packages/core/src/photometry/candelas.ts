/** How bright a luminaire is in every direction (type C photometry). */
export interface Candelas {
  /** Angles from the axis, rising, 0 to 180°. */
  readonly gammaDeg: readonly number[]
  /** Planes around the axis, rising; how far they go says how the rest follows from them. */
  readonly planesDeg: readonly number[]
  /** Candela by plane, then by angle from the axis. */
  readonly candela: readonly (readonly number[])[]
}

/** Planes that are not given are mirrors of those that are. @source ANSI/IES LM-63-02, horizontal angles */
export type Symmetry = 'axial' | 'quadrant' | 'bilateral' | 'bilateral, 90 to 270' | 'none'

/** Which mirrors the given planes ask for. */
export function symmetryOf({ planesDeg }: Pick<Candelas, 'planesDeg'>): Symmetry {
  const last = planesDeg.at(-1)!
  if (planesDeg.length === 1) return 'axial'
  if (planesDeg[0] === 90) return 'bilateral, 90 to 270'
  return last === 90 ? 'quadrant' : last === 180 ? 'bilateral' : 'none'
}

/** The given plane that a plane is like, degrees. */
function folded(symmetry: Symmetry, planeDeg: number): number {
  const c = ((planeDeg % 360) + 360) % 360
  switch (symmetry) {
    case 'axial':
      return 0
    case 'none':
      return c
    case 'bilateral':
      return c > 180 ? 360 - c : c
    case 'quadrant': {
      const half = c > 180 ? 360 - c : c
      return half > 90 ? 180 - half : half
    }
    case 'bilateral, 90 to 270':
      return c < 90 ? 180 - c : c > 270 ? 540 - c : c
  }
}

/** The stretch of a rising list that holds a value, and how far along it. */
function between(list: readonly number[], value: number): readonly [index: number, share: number] {
  let low = 0
  let high = list.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (list[middle]! <= value) low = middle
    else high = middle
  }
  const span = list[high]! - list[low]!
  return [low, span > 0 ? Math.min(1, Math.max(0, (value - list[low]!) / span)) : 0]
}

/** Candela in a direction, bilinear in both angles; none beyond the angles that were measured. */
export function candelaAt(of: Candelas, gammaDeg: number, planeDeg: number): number {
  const { gammaDeg: angles, planesDeg, candela } = of
  if (gammaDeg > angles.at(-1)! + 1e-9 || gammaDeg < angles[0]! - 1e-9) return 0
  const [g, along] = between(angles, gammaDeg)
  const onPlane = (plane: readonly number[]) => plane[g]! + ((plane[g + 1] ?? plane[g]!) - plane[g]!) * along
  if (planesDeg.length === 1) return onPlane(candela[0]!)
  const [p, across] = between(planesDeg, folded(symmetryOf(of), planeDeg))
  const first = onPlane(candela[p]!)
  return first + (onPlane(candela[p + 1]!) - first) * across
}

const RAD = Math.PI / 180

/** ∫ I(γ) sin γ dγ over a plane, exact where candela are linear between the angles. */
function zonal(angles: readonly number[], plane: readonly number[]): number {
  let sum = 0
  for (let i = 1; i < angles.length; i++) {
    const [a, b] = [angles[i - 1]! * RAD, angles[i]! * RAD]
    const slope = (plane[i]! - plane[i - 1]!) / (b - a)
    const at = (x: number, value: number) => -value * Math.cos(x) + slope * Math.sin(x)
    sum += at(b, plane[i]!) - at(a, plane[i - 1]!)
  }
  return sum
}

/** All the light it sends out, lumen: exact in the angle from the axis, by trapezoids over the planes. */
export function fluxLm({ gammaDeg, planesDeg, candela }: Candelas): number {
  const zones = candela.map((plane) => zonal(gammaDeg, plane))
  if (planesDeg.length === 1) return 2 * Math.PI * zones[0]!
  let sum = 0
  for (let i = 1; i < planesDeg.length; i++)
    sum += ((zones[i]! + zones[i - 1]!) / 2) * (planesDeg[i]! - planesDeg[i - 1]!) * RAD
  return (sum * 360) / (planesDeg.at(-1)! - planesDeg[0]!)
}

/** Where it is brightest. */
export function brightest({ gammaDeg, planesDeg, candela }: Candelas): {
  readonly candela: number
  readonly gammaDeg: number
  readonly planeDeg: number
} {
  let best = { candela: -1, gammaDeg: 0, planeDeg: 0 }
  candela.forEach((plane, p) =>
    plane.forEach((cd, g) => {
      if (cd > best.candela) best = { candela: cd, gammaDeg: gammaDeg[g]!, planeDeg: planesDeg[p]! }
    }),
  )
  return best
}

/**
 * The full angle, through the axis in one plane, outside of which there is less than a share of the light on the axis:
 * half for the beam angle, a tenth for the field angle. Null where the axis is dark or it never falls so low.
 */
export function angleAtShare(of: Candelas, share: number, planeDeg = 0): number | null {
  const centre = candelaAt(of, 0, planeDeg)
  if (!(centre > 0)) return null
  const side = (plane: number): number | null => {
    const wanted = centre * share
    for (let i = 1; i < of.gammaDeg.length; i++) {
      const before = candelaAt(of, of.gammaDeg[i - 1]!, plane)
      const after = candelaAt(of, of.gammaDeg[i]!, plane)
      if (after > wanted) continue
      const along = before > after ? (before - wanted) / (before - after) : 0
      return of.gammaDeg[i - 1]! + (of.gammaDeg[i]! - of.gammaDeg[i - 1]!) * along
    }
    return null
  }
  const [one, other] = [side(planeDeg), side(planeDeg + 180)]
  return one === null || other === null ? null : one + other
}

/** As many angles and planes as are kept of a lamp. */
const MOST = { angles: 181, planes: 73 }

const evenly = (first: number, last: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => first + ((last - first) * i) / (count - 1))

/** The same on fewer angles where there are more than are kept: read off between those that were measured. */
export function thinned(of: Candelas): { readonly candelas: Candelas; readonly isThinned: boolean } {
  const { gammaDeg, planesDeg } = of
  if (gammaDeg.length <= MOST.angles && planesDeg.length <= MOST.planes) return { candelas: of, isThinned: false }
  const angles = gammaDeg.length > MOST.angles ? evenly(gammaDeg[0]!, gammaDeg.at(-1)!, MOST.angles) : gammaDeg
  const planes = planesDeg.length > MOST.planes ? evenly(planesDeg[0]!, planesDeg.at(-1)!, MOST.planes) : planesDeg
  // The last plane of a full turn is the first again, and is asked for as itself.
  const onPlane = (plane: number) => (plane === 360 ? 359.999999 : plane)
  const candela = planes.map((plane) => angles.map((angle) => candelaAt(of, angle, onPlane(plane))))
  return { candelas: { gammaDeg: angles, planesDeg: planes, candela }, isThinned: true }
}
