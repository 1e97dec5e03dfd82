import { PRODUCTION } from './production.ts'
import { PLACES } from './places.ts'
import { STORY } from './story.ts'
import { PEOPLE } from './people.ts'
import { GEAR } from './gear.ts'
import { SHOTS } from './shots.ts'
import { LIGHT } from './light.ts'
import { MEDIA } from './media.ts'
import { LEDGERS } from './ledgers.ts'
import { MOMENTS } from './moments.ts'
import { PATCH } from './patch.ts'
import { CUES } from './cues.ts'
import { FAULTS } from './faults.ts'
import { PACKING } from './packing.ts'
import { SYNC } from './sync.ts'

/** Every kind of record of a production. The tables, the door, the forms and the types all follow from this. */
export const KINDS = {
  ...PRODUCTION,
  ...PLACES,
  ...STORY,
  ...PEOPLE,
  ...GEAR,
  ...SHOTS,
  ...LIGHT,
  ...MEDIA,
  ...LEDGERS,
  ...MOMENTS,
  ...PATCH,
  ...CUES,
  ...PACKING,
  ...FAULTS,
  ...SYNC,
} as const

export type KindName = keyof typeof KINDS
export const KIND_NAMES = Object.keys(KINDS) as KindName[]
/** Whether there is a kind of that name. */
export const isKindName = (name: string): name is KindName => Object.hasOwn(KINDS, name)
