import { z } from 'zod'
import { addedLater, type Field, flag, number, optional, pattern, text, whole } from './fields.ts'
import { isRank, type Rank } from './rank.ts'

type Fields = Readonly<Record<string, Field<never>>> | Readonly<Record<string, Field<unknown>>>

/** What is wrong with a field, in words. */
export interface FieldRefusal {
  readonly field: string
  readonly says: string
}
/** A rule that no single field can judge. Fields that are not given are not judged, so partial updates work too. */
export type Rule = (fields: Readonly<Record<string, unknown>>) => FieldRefusal | null

interface More {
  readonly rules?: readonly Rule[]
  /** Fields that a record is called by in lists of choices; its name or title unless said otherwise. */
  readonly named?: readonly string[]
}
/** A kind of record. A ledger's entries are only ever added. */
export interface Kind<F> extends More {
  readonly says: string
  readonly ledger: boolean
  readonly fields: F
}

/** A kind that is planned with: it can be changed, removed and taken back. */
export const plan = <F extends Fields>(says: string, fields: F, more: More = {}): Kind<F> => ({
  says,
  ledger: false,
  fields,
  ...more,
})
/** A kind whose entries say what happened. */
export const ledger = <F extends Fields>(says: string, fields: F, more: More = {}): Kind<F> => ({
  says,
  ledger: true,
  fields,
  ...more,
})

/** The second field is more than the first, or as much where that may be. */
export const ascends =
  (first: string, second: string, says: string, mayEqual = false): Rule =>
  ({ [first]: a, [second]: b }) =>
    typeof a === 'number' && typeof b === 'number' && (mayEqual ? b < a : b <= a) ? { field: second, says } : null

/** Exactly one of the fields is said. A change that leaves one of them as it is says nothing of that. */
export const exactlyOne =
  (names: readonly [string, ...string[]], says: string): Rule =>
  (fields) =>
    names.some((name) => fields[name] === undefined) || names.filter((name) => fields[name] !== null).length === 1
      ? null
      : { field: names[0], says }

/** Drop-frame labels exist at two rates only. */
export const dropFrameRate: Rule = ({ dropFrame, rateNum, rateDen }) =>
  dropFrame === true && !(rateDen === 1001 && (rateNum === 30000 || rateNum === 60000))
    ? { field: 'dropFrame', says: 'Drop-frame exists only at 29.97 and 59.94.' }
    : null

/** Minutes, 0 to a day. */
export const minutes = (label: string, initial: number, says = `${label} is a number of minutes, 0 or more.`) =>
  number({ label, initial, unit: 'min', least: 0, most: 1440, says })
/** A length in metres, more than 0. */
export const metres = (label: string, initial: number, most = 2000) =>
  number({ label, initial, unit: 'm', moreThan: 0, most, says: `${label} is more than 0 m and at most ${most} m.` })
/** A place on a plan, metres from its corner. */
export const position = (label: string) =>
  number({
    label,
    initial: 1,
    unit: 'm',
    least: -50,
    most: 2000,
    says: `${label} is a distance in metres from the corner of the plan.`,
  })
/** Metres above the floor. */
export const height = (label: string, initial: number) =>
  number({ label, initial, unit: 'm', least: 0, most: 40, says: `${label} is between 0 and 40 m above the floor.` })
/** Degrees clockwise from the top of the plan or from north. */
export const bearing = (label: string, initial = 0) =>
  number({ label, initial, unit: '°', least: 0, most: 360, says: `${label} is between 0° and 360°.` })
/** A share of the light, in hundredths. */
export const share = (label: string, initial: number) =>
  number({ label, initial, unit: '%', least: 0, most: 100, says: `${label} between 0 and 100 % of the light.` })
/** What its maker wrote on it, so that it is known among its like. */
export const serial = addedLater(text({ label: 'Serial', most: 60 }))
/** What one of a thing weighs; 0 where nobody has said. */
export const kilograms = (label: string) =>
  number({ label, initial: 0, unit: 'kg', least: 0, most: 5000, says: `${label}: between 0 and 5000 kg.` })
/** In which case a thing travels, by the case's label, and what one of it weighs. */
export const packed = {
  case: addedLater(text({ label: 'Case', most: 60 })),
  kg: addedLater(kilograms('Weighs')),
}
/** A whole number of things. */
export const count = (label: string, initial: number, least = 0, most = 999) =>
  whole({ label, initial, least, most, says: `${label} is between ${least} and ${most}.` })
/** A frame rate as an exact ratio, and whether its labels drop frames. */
export const rateParts = (what: string) => ({
  rateNum: whole({
    label: `${what} (numerator)`,
    initial: 25,
    least: 1,
    most: 1_000_000,
    says: `${what} is more than 0, such as 25 or 23.976.`,
  }),
  rateDen: whole({
    label: `${what} (denominator)`,
    initial: 1,
    least: 1,
    most: 1001,
    says: `${what} is more than 0, such as 25 or 23.976.`,
  }),
  dropFrame: flag({ label: 'Drop-frame' }),
})
/** A timecode label, or none. */
export const timecode = (label: string) =>
  pattern({
    label,
    like: /^$|^([01]\d|2[0-3]):[0-5]\d:[0-5]\d[:;]\d{2}$/,
    says: `${label} is a label such as 09:33:07:14.`,
  })

/** Money in whole minor units (cents) of the production's currency. */
export const money = (label: string): Field<number> => ({
  ...whole({
    label,
    initial: 0,
    least: -1_000_000_000,
    most: 1_000_000_000,
    says: `${label} is an amount such as 640 or 12.50.`,
  }),
  input: 'money',
})

/** Its place among its kind. */
export const rank: Field<Rank> = {
  ...text({ label: 'Rank', initial: 'a0' }),
  input: 'none',
  schema: z.string('A rank is text.').refine(isRank, 'A rank is a place between two others.'),
}

/** A colour as six digits. */
export const hex = (label: string, initial = '#808080'): Field<string> => ({
  ...pattern({ label, initial, like: /^#[0-9a-f]{6}$/, says: `${label} is written like #27394a.` }),
  input: 'colour',
})

/** A height on a wall, metres above the floor. */
export const wallHeight = (label: string, initial: number, least = 0) =>
  number({ label, initial, unit: 'm', least, most: 60, says: `${label} is between ${least} and 60 m.` })

/** Picture points. */
export const pixels = (label: string) =>
  whole({ label, initial: 0, unit: 'px', least: 0, most: 50_000, says: `${label} is 0 px or more.` })

/** A length in millimetres, more than 0. */
export const millimetres = (label: string, initial: number, most: number) =>
  number({ label, initial, unit: 'mm', moreThan: 0, most, says: `${label} is more than 0 and at most ${most} mm.` })

/** An entry is of one device. */
export const oneDevice = exactlyOne(['cameraId', 'recorderId'], 'It is of one device: a camera or a recorder.')

/** How long a device runs on one battery, as its people know it; nothing for one on the mains, or of which nobody knows. */
export const batteryMinutes = optional(
  number({
    label: 'Battery lasts',
    initial: 0,
    unit: 'min',
    moreThan: 0,
    most: 2880,
    says: 'A battery lasts more than 0 and at most 2880 minutes, such as 90.',
  }),
)

/** A length of a thing or an opening, from a hand to a hall door. */
export const centimetres = (label: string) =>
  number({ label, initial: 60, unit: 'cm', moreThan: 0, most: 2000, says: `${label} is more than 0 and at most 2000 cm.` }) // prettier-ignore
