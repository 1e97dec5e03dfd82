/** Metres: x to the right of the plan, y down the page, z up from the floor. */
export type Vec = readonly [x: number, y: number, z: number]

/** a − b */
export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
/** a + b · t */
export const along = (a: Vec, b: Vec, t: number): Vec => [a[0] + b[0] * t, a[1] + b[1] * t, a[2] + b[2] * t]
/** a · b */
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
/** a × b */
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
/** How long it is, in the unit of its parts. */
export const length = (a: Vec): number => Math.hypot(a[0], a[1], a[2])
/** The same way, of length 1; of no length there is none. */
export const unit = (a: Vec): Vec => {
  const by = length(a)
  return [a[0] / by, a[1] / by, a[2] / by]
}

const radians = (degrees: number) => (degrees * Math.PI) / 180

/** The way something faces: bearing 0 up the page, 90 to the right; tilt positive upwards. Unit length. */
export function facing(bearingDeg: number, tiltDeg: number): Vec {
  const [b, t] = [radians(bearingDeg), radians(tiltDeg)]
  return [Math.sin(b) * Math.cos(t), -Math.cos(b) * Math.cos(t), Math.sin(t)]
}

/** Two unit vectors at right angles to a unit vector and to one another. @source Duff et al., JCGT 6 (1), 2017 */
export function basis([x, y, z]: Vec): readonly [Vec, Vec] {
  const sign = z >= 0 ? 1 : -1
  const a = -1 / (sign + z)
  const b = x * y * a
  return [
    [1 + sign * x * x * a, sign * b, -sign * x],
    [b, sign + y * y * a, -y],
  ]
}
