export interface SunPosition {
  /** Centre of the sun above the horizon, no refraction, seen from the ground, degrees. */
  readonly altitudeDeg: number
  /** From north through east, degrees. */
  readonly azimuthDeg: number
}

const RAD = Math.PI / 180
const wrap = (degrees: number) => ((degrees % 360) + 360) % 360

/** Terrestrial time runs ahead of universal time; about 69 to 75 s through the 2020s and 2030s. */
const DELTA_T_S = 70

/** Right ascension, declination in degrees. @source Meeus, Astronomical Algorithms (2nd ed.), ch. 25, low accuracy, 0.01° */
function equatorial(utcMs: number): { rightAscensionDeg: number; declinationDeg: number } {
  const T = ((utcMs / 1000 + DELTA_T_S) / 86400 + 2440587.5 - 2451545) / 36525
  const meanLongitude = 280.46646 + T * (36000.76983 + T * 0.0003032)
  const M = (357.52911 + T * (35999.05029 - T * 0.0001537)) * RAD
  const centre =
    (1.914602 - T * (0.004817 + T * 0.000014)) * Math.sin(M) +
    (0.019993 - 0.000101 * T) * Math.sin(2 * M) +
    0.000289 * Math.sin(3 * M)
  const node = (125.04 - 1934.136 * T) * RAD
  const apparentLongitude = (meanLongitude + centre - 0.00569 - 0.00478 * Math.sin(node)) * RAD
  const obliquity = (23.439291 - 0.0130042 * T + 0.00256 * Math.cos(node)) * RAD
  return {
    rightAscensionDeg: wrap(
      Math.atan2(Math.cos(obliquity) * Math.sin(apparentLongitude), Math.cos(apparentLongitude)) / RAD,
    ),
    declinationDeg: Math.asin(Math.sin(obliquity) * Math.sin(apparentLongitude)) / RAD,
  }
}

/** Greenwich mean sidereal time, degrees. @source Meeus, ch. 12 */
const siderealDeg = (utcMs: number): number => {
  const days = utcMs / 86400000 + 2440587.5 - 2451545
  const T = days / 36525
  return wrap(280.46061837 + 360.98564736629 * days + T * T * (0.000387933 - T / 38710000))
}

/** Horizontal parallax of the sun: what standing on the ground rather than at the Earth's centre takes off its height. */
const PARALLAX_DEG = 8.794 / 3600

/** Where the sun stands. Good to 0.02° for a century either side of 2000. */
export function sunPosition(utcMs: number, latitudeDeg: number, longitudeDeg: number): SunPosition {
  const { rightAscensionDeg, declinationDeg } = equatorial(utcMs)
  const hourAngle = wrap(siderealDeg(utcMs) + longitudeDeg - rightAscensionDeg) * RAD
  const phi = latitudeDeg * RAD,
    delta = declinationDeg * RAD
  const geocentric = Math.asin(Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.cos(hourAngle))
  const azimuth = Math.atan2(Math.sin(hourAngle), Math.cos(hourAngle) * Math.sin(phi) - Math.tan(delta) * Math.cos(phi))
  return { altitudeDeg: geocentric / RAD - PARALLAX_DEG * Math.cos(geocentric), azimuthDeg: wrap(azimuth / RAD + 180) }
}
