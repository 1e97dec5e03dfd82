import type { MomentEvent, Production } from '@kavrell/core/records'

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

/** What was said of a moment, in a few words. */
export function saidOf(
  names: MomentNames & Pick<Production, 'momentCatch'>,
  { type, momentCameraId, handId, catchId }: MomentEvent,
): string {
  const letter = momentCameraId ? letterOf(names, momentCameraId) : ''
  const hand = handId ? handOf(names, handId) : 'Somebody'
  if (type === 'begun') return 'It began'
  if (type === 'over') return 'It is over'
  if (type === 'died') return `${letter} died`
  if (type === 'on') return `${letter} is on`
  if (type === 'next') return `${letter} is next`
  if (type === 'leaving') return `${hand} wants to leave`
  if (type === 'has it') return `${hand} has it`
  if (type === 'caught') return `${names.momentCatch[catchId ?? '']?.name ?? 'Somebody'}: caught`
  return `${letter} is rolling again`
}

/** The first name of somebody, as people on set call one another. */
export const handOf = (names: MomentNames, id: string): string =>
  names.person[names.momentHand[id]?.personId ?? '']?.name.split(' ')[0] ?? 'somebody'
