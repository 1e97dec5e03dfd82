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
