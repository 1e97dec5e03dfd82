import { type SunLight, sunPosition } from '../sun/index.ts'

/** Whether there is such light, from nothing but two looks at the sun a minute apart. */
export function lightIsThere(light: SunLight, ms: number, lat: number, lon: number): boolean {
  const height = sunPosition(ms, lat, lon).altitudeDeg
  const climbs = sunPosition(ms + 30_000, lat, lon).altitudeDeg > sunPosition(ms - 30_000, lat, lon).altitudeDeg
  switch (light) {
    case 'dawn':
      return climbs && height > -6 && height < 6
    case 'daylight':
      return height > -0.833
    case 'golden-evening':
      return !climbs && height > -0.833 && height < 6
    case 'dusk':
      return !climbs && height > -6 && height < -0.833
    case 'night':
      return height < -6
  }
}
