import { RADIO_RULES, type RadioTrouble } from '@kavrell/core/patch'

/** What stops a transmitter; a band that nobody looked up is only to be watched. */
export const isTrouble = ({ kind }: RadioTrouble): boolean => kind !== 'not confirmed'

const list = (names: readonly string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`) // prettier-ignore

/** Why a transmitter cannot stay as it is set, in a sentence. */
export function sayTrouble(trouble: RadioTrouble): string {
  switch (trouble.kind) {
    case 'not set':
      return 'Not set yet.'
    case 'cannot be set so':
      return 'It cannot be tuned to that.'
    case 'no band':
      return 'In no band that is listed here.'
    case 'not confirmed':
      return 'Nobody has looked up whether this band may be used here.'
    case 'station':
      return 'Something known transmits there.'
    case 'product': {
      const { conflict, from } = trouble
      const names = list(from.map(({ name }) => name))
      if (conflict.type === 'spacing') return `Only ${conflict.distanceKHz} kHz from ${names}; ${RADIO_RULES.spacingKHz} are wanted.` // prettier-ignore
      return `${names} together make ${conflict.product / 1000} MHz, ${conflict.distanceKHz} kHz from it.`
    }
  }
}
