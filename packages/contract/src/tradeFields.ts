import { type Field, flag, number, pattern, whole } from './fields.ts'

type Fields = Readonly<Record<string, Field<never>>> | Readonly<Record<string, Field<unknown>>>

/** A kind of record. A ledger's entries are only ever added. */
export interface Kind<F> {
  readonly says: string
  readonly ledger: boolean
  readonly fields: F
}

export const plan = <F extends Fields>(says: string, fields: F): Kind<F> => ({ says, ledger: false, fields })
export const ledger = <F extends Fields>(says: string, fields: F): Kind<F> => ({ says, ledger: true, fields })

export const minutes = (label: string, initial: number, says = `${label} is a number of minutes, 0 or more.`) =>
  number({ label, initial, unit: 'min', least: 0, most: 1440, says })
export const metres = (label: string, initial: number, most = 2000) =>
  number({ label, initial, unit: 'm', moreThan: 0, most, says: `${label} is more than 0 m and at most ${most} m.` })
export const position = (label: string) =>
  number({
    label,
    initial: 1,
    unit: 'm',
    least: -50,
    most: 2000,
    says: `${label} is a distance in metres from the corner of the plan.`,
  })
export const height = (label: string, initial: number) =>
  number({ label, initial, unit: 'm', least: 0, most: 40, says: `${label} is between 0 and 40 m above the floor.` })
export const bearing = (label: string, initial = 0) =>
  number({ label, initial, unit: '°', least: 0, most: 360, says: `${label} is between 0° and 360°.` })
export const count = (label: string, initial: number, least = 0, most = 999) =>
  whole({ label, initial, least, most, says: `${label} is between ${least} and ${most}.` })
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
