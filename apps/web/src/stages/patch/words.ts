import { type Heard, type RadioTrouble, type SetUpCard, type SoundPlan, type Voice } from '@kavrell/core/patch'
import { counted } from '@kavrell/core/text'

/** What stops a transmitter; a band that nobody looked up is only to be watched. */
export const isTrouble = ({ kind }: RadioTrouble): boolean => kind !== 'not confirmed'

const list = (names: readonly string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`) // prettier-ignore

/** Why a transmitter cannot stay as it is set, in a sentence. */
export function sayTrouble(trouble: RadioTrouble, spacingKHz: number): string {
  switch (trouble.kind) {
    case 'not set':
      return 'Not set yet.'
    case 'cannot be set so':
      return 'It cannot be tuned to that.'
    case 'no band':
      return 'In no band that is listed here.'
    case 'not confirmed':
      return 'Nobody has looked up whether this band may be used here.'
    case 'heard':
      return `The scanner heard something at ${trouble.carrier.atKHz / 1000} MHz, ${trouble.carrier.dBm.toFixed(0)} dBm, that is not listed.`
    case 'station':
      return 'Something known transmits there.'
    case 'product': {
      const { conflict, from } = trouble
      const names = list(from.map(({ name }) => name))
      if (conflict.type === 'spacing') return `Only ${conflict.distanceKHz} kHz from ${names}; ${spacingKHz} are wanted.` // prettier-ignore
      return `${names} together make ${conflict.product / 1000} MHz, ${conflict.distanceKHz} kHz from it.`
    }
  }
}

/** Whether a sound was heard where it arrives, in a few words. */
export function sayHeard(heard: Heard): string {
  switch (heard) {
    case 'heard':
      return 'Heard where it arrives'
    case 'not heard':
      return 'It was not heard where it should arrive'
    case 'not listened to':
      return 'Nobody has listened yet'
    case 'before power-up':
      return 'Heard, but before it was switched on again'
    case 'before it was laid so':
      return 'Heard, but before it was laid as it is'
  }
}

/** What a voice has, and why it is not more. */
export function sayVoice({ person, recordings, independent, loneNeeds }: Voice, wanted: number): string {
  if (recordings === 0) return `${person.name}: no recording`
  const counts = `${person.name}: ${counted(recordings, 'device')} ${recordings === 1 ? 'records' : 'record'} it, ${independent} of ${wanted} independent`
  return independent >= wanted || loneNeeds.length === 0 ? counts : `${counts}; all by ${list(loneNeeds)}`
}

/**
 * The screen's answer: what spoils the pictures first, then what is on the air, then what is lost of the sound, then
 * what nobody has looked at or listened to. Only when that is all done is it said, and of what.
 */
export function answerOf(
  card: SetUpCard,
  sound: SoundPlan,
  radio: { readonly listed: number; readonly disturbed: number },
  wanted: number,
): { says: string; tone: 'stop' | 'watch' | 'ink' } {
  const [worst] = card.differing
  const differs =
    worst && `${worst.camera.letter} is set to ${worst.line.name} ${worst.shown}, wanted is ${worst.wanted}`
  if (differs && worst.line.harm === 'stop') return { says: differs, tone: 'stop' }
  if (radio.disturbed > 0)
    return { says: `${counted(radio.disturbed, 'transmitter')} cannot stay as set`, tone: 'stop' }
  const twice = sound.devices.find(({ doubled }) => doubled.length > 0)
  if (twice) return { says: `Two sounds go into ${twice.letter}, input ${twice.doubled[0]}`, tone: 'stop' }
  const thin = sound.voices.find(({ independent }) => independent < wanted)
  if (thin) return { says: `The voice of ${thin.person.name} has ${thin.independent === 0 ? 'no recording' : `${thin.independent} of ${wanted} independent recordings`}`, tone: 'stop' } // prettier-ignore
  if (differs) return { says: differs, tone: 'watch' }
  const open = card.wanted - card.looked
  if (open > 0) return { says: `${counted(open, 'setting')} of ${card.wanted} nobody has looked at`, tone: 'watch' }
  const ways = sound.sources.flatMap(({ paths }) => paths)
  const unheard = ways.filter(({ heard }) => heard !== 'heard').length
  if (unheard > 0)
    return { says: `${counted(unheard, 'sound')} of ${ways.length} nobody has heard arrive`, tone: 'watch' }
  if (card.wanted + ways.length > 0)
    return {
      says: `${[card.wanted > 0 && `${counted(card.wanted, 'setting')} seen`, ways.length > 0 && `${counted(ways.length, 'sound')} heard`].filter(Boolean).join(', ')} as wanted`, // prettier-ignore
      tone: 'ink',
    }
  return {
    says: radio.listed > 0 ? 'By the reckoning nothing on the air disturbs another' : 'Nothing is written down yet of how devices are set', // prettier-ignore
    tone: 'ink',
  }
}
