import { z } from 'zod'
import {
  addedLater,
  data,
  flag,
  instant,
  number,
  optional,
  ref,
  refs,
  seconds,
  text,
  whole,
  choice,
} from '../fields.ts'
import { count, ledger, plan } from '../tradeFields.ts'

/** A place in a moment, or its length. */
const time = (label: string, initial: number, least = 0) => seconds({ label, initial, least, most: 36_000 })
/** How long somebody's hands or feet take. */
const handling = (label: string, initial: number, most = 36_000, least = 0) =>
  whole({ label, initial, unit: 's', least, most, says: `${label} is a whole number of seconds, ${least} to ${most}.` })
const limit = (label: string, initial: number) =>
  number({
    label,
    initial,
    unit: 'min',
    moreThan: 0,
    most: 1440,
    says: `${label} is more than 0 and at most 1440 minutes.`,
  })

/** Where somebody has to be from when until when, in seconds of the moment. */
export interface Post {
  readonly placeId: string
  readonly fromS: number
  readonly toS: number
}
const POST = z
  .strictObject({ placeId: z.string(), fromS: z.number().min(0).max(36_000), toS: z.number().min(0).max(36_000) })
  .refine(({ fromS, toS }) => fromS < toS, 'Somebody leaves after they come.')

/** What happens once and has to be seen throughout: who keeps which camera running, and what became of it. */
export const MOMENTS = {
  moment: plan('something that happens once', {
    name: text({ label: 'Moment', initial: 'New moment', least: 1, says: 'Give the moment a name.' }),
    shotIds: refs({ label: 'Shots', to: 'shot' }),
    lastsS: time('Lasts', 1800, 10),
    coverFromS: time('Covered from', 0),
    pictures: optional(count('Good angles', 3, 0, 20)),
    sounds: optional(addedLater(count('Sounds of each voice', 2, 0, 20))),
    speakerIds: addedLater(refs({ label: 'Who is heard', to: 'person' })),
  }),
  momentPhase: plan(
    'a part of a moment that wants another number of pictures or sounds, from a second on until the next',
    {
      momentId: ref({ label: 'Moment', to: 'moment' }),
      name: text({ label: 'Phase', initial: 'Phase', least: 1, most: 60, says: 'Give the phase a name.' }),
      fromS: time('From', 0),
      pictures: optional(count('Good angles', 3, 0, 20)),
      sounds: optional(count('Sounds of each voice', 2, 0, 20)),
      speakerIds: refs({ label: 'Who is heard', to: 'person' }),
    },
  ),
  momentCatch: plan('who or what has to be caught before a second of a moment', {
    momentId: ref({ label: 'Moment', to: 'moment' }),
    name: text({
      label: 'Who or what',
      initial: 'Somebody',
      least: 1,
      most: 80,
      says: 'Say who or what is to be caught.',
    }),
    untilS: time('Before', 300, 1),
    momentCameraId: optional(ref({ label: 'By camera', to: 'momentCamera' })),
  }),
  momentPlace: plan('where a camera stands or somebody waits during a moment', {
    momentId: ref({ label: 'Moment', to: 'moment' }),
    name: text({ label: 'Place', initial: 'Place', least: 1, most: 60, says: 'Give the place a name.' }),
  }),
  momentWalk: plan('how long it takes from one place of a moment to another', {
    momentId: ref({ label: 'Moment', to: 'moment' }),
    fromId: ref({ label: 'From', to: 'momentPlace' }),
    toId: ref({ label: 'To', to: 'momentPlace' }),
    walkS: handling('Walk', 60),
  }),
  momentCamera: plan('a camera that covers a moment, with how long it lasts by itself', {
    momentId: ref({ label: 'Moment', to: 'moment' }),
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    placeId: ref({ label: 'Stands at', to: 'momentPlace' }),
    isGood: flag({ label: 'Good angle', initial: true }),
    shows: addedLater(text({ label: 'Shows', most: 80 })),
    startS: time('Starts at', 0),
    runLimitMin: optional(limit('Stops itself after', 29)),
    cardMin: limit('Card lasts', 60),
    cardFirstMin: optional(limit('First card lasts', 60)),
    batteryMin: limit('Battery lasts', 90),
    batteryFirstMin: optional(limit('First battery lasts', 90)),
    circuitId: optional(addedLater(ref({ label: 'On the mains of', to: 'circuit' }))),
    restartS: handling('To restart', 10, 600, 1),
    cardSwapS: handling('To change the card', 40, 600, 1),
    batterySwapS: handling('To change the battery', 40, 600, 1),
  }),
  momentHand: plan('somebody who keeps cameras running during a moment', {
    momentId: ref({ label: 'Moment', to: 'moment' }),
    personId: ref({ label: 'Who', to: 'person' }),
    placeId: ref({ label: 'Begins at', to: 'momentPlace' }),
    posts: data({ label: 'Has to be at', initial: [] as Post[], schema: z.array(POST).max(20) }),
  }),
  momentEvent: ledger(
    'what happened to a moment: it began, a camera was seen to or put on, one died, who has the picture, who was caught, it is over; or one of these was a slip',
    {
      momentId: ref({ label: 'Moment', to: 'moment' }),
      type: choice({
        label: 'What',
        initial: 'begun',
        of: [
          'begun',
          'restart',
          'card',
          'battery',
          'both',
          'died',
          'over',
          'on',
          'next',
          'leaving',
          'has it',
          'caught',
          'not so',
        ],
        words: {
          begun: 'began',
          both: 'card and battery',
          on: 'is on',
          next: 'is next',
          leaving: 'wants to leave',
          caught: 'was caught',
          'not so': 'was a slip',
        },
      }),
      momentCameraId: optional(ref({ label: 'Camera', to: 'momentCamera' })),
      handId: optional(ref({ label: 'By', to: 'momentHand' })),
      catchId: optional(addedLater(ref({ label: 'Caught', to: 'momentCatch' }))),
      /** For what was not so: the entry that counts no more. */
      takesBackId: optional(addedLater(ref({ label: 'Takes back', to: 'momentEvent' }))),
      happenedAt: instant({ label: 'At' }),
      deviceAt: optional(instant({ label: 'By the device’s clock' })),
    },
  ),
} as const
