import type { ScreenLight } from '../ui/theme/theme.ts'
import type { Position } from '@kavrell/core/records'
import { sunPosition } from '@kavrell/core/sun'

/** Below this height of the sun one cannot read outdoors: the end of civil twilight, in degrees. */
const DARK_DEG = -6
/** Where no place is known: from 21:00 until 06:00 by this device. */
const NIGHT_HOURS = [21, 6] as const

/**
 * The light that the clock of the day asks for: Set while it is dark, else Desk. Sun is only chosen by
 * hand: that somebody stands outdoors no clock can know.
 */
export function screenLightByClock(nowMs: number, place: Position | null): ScreenLight {
  if (place) return sunPosition(nowMs, place.latitudeDeg, place.longitudeDeg).altitudeDeg < DARK_DEG ? 'set' : 'desk'
  const hour = new Date(nowMs).getHours()
  return hour >= NIGHT_HOURS[0] || hour < NIGHT_HOURS[1] ? 'set' : 'desk'
}
