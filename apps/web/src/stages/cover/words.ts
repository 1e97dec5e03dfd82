import type { Production } from '@kavrell/core/records'

export type MomentNames = Pick<Production, 'camera' | 'person' | 'momentCamera' | 'momentHand' | 'momentPlace'>

export const KIND_WORDS = {
  restart: 'restart',
  card: 'change the card of',
  battery: 'change the battery of',
  both: 'change card and battery of',
} as const

/** The letter of a moment's camera. */
export const letterOf = (names: MomentNames, id: string): string =>
  names.camera[names.momentCamera[id]?.cameraId ?? '']?.letter ?? '?'

export const placeOf = (names: MomentNames, id: string): string => names.momentPlace[id]?.name ?? ''

/** The first name of somebody, as people on set call one another. */
export const handOf = (names: MomentNames, id: string): string =>
  names.person[names.momentHand[id]?.personId ?? '']?.name.split(' ')[0] ?? 'somebody'

/** 8:05, or 1:08:05. */
export function lapse(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}
