import { z } from 'zod'
import { lapse } from '../text/index.ts'
import { asId, type Id, idSchema } from './ids.ts'

/** How a field is kept in the database. */
export type Column = {
  readonly type: 'text' | 'double precision' | 'integer' | 'boolean' | 'uuid' | 'jsonb' | 'timestamptz'
  readonly nullable: boolean
  /** One other record, by foreign key. */
  readonly ref?: string
  /** A list of other records; the door checks that they exist. */
  readonly refs?: string
}

/** One field of a record: its schema, its column, what a new record starts with and what to call it. */
export interface Field<T> {
  readonly schema: z.ZodType<T>
  readonly column: Column
  readonly initial: T
  readonly label: string
  readonly unit?: string
  /** What it is typed into. */
  readonly input:
    | 'line'
    | 'lines'
    | 'number'
    | 'clock'
    | 'lapse'
    | 'choice'
    | 'flag'
    | 'date'
    | 'ref'
    | 'refs'
    | 'money'
    | 'colour'
    | 'none'
  readonly options?: readonly string[]
  /** What an option is called where its own name is no plain word. */
  readonly words?: Readonly<Record<string, string>>
  /** Records written before there was this field have what it begins with. */
  readonly later?: true
}

/** What a record's fields hold. */
export type FieldValues<F> = { readonly [N in keyof F]: F[N] extends Field<infer T> ? T : never }

interface Named<T> {
  readonly label: string
  readonly initial?: T
}

const column = (type: Column['type'], rest: Partial<Column> = {}): Column => ({ type, nullable: false, ...rest })

/** A line of text, trimmed. */
export const text = ({
  label,
  initial = '',
  most = 200,
  least = 0,
  says,
}: Named<string> & { most?: number; least?: number; says?: string }): Field<string> => ({
  label,
  initial,
  input: 'line',
  column: column('text'),
  schema: z
    .string(says)
    .trim()
    .min(least, says ?? `${label} needs at least ${least} letters.`)
    .max(most, `${label} can have at most ${most} letters.`),
})

/** Text of several lines. */
export const longText = (named: Named<string>): Field<string> => ({ ...text({ ...named, most: 4000 }), input: 'lines' })

/** Text of a fixed pattern, refused with a sentence that shows one that would be right. */
export const pattern = ({
  label,
  initial = '',
  like,
  says,
}: Named<string> & { like: RegExp; says: string }): Field<string> => ({
  label,
  initial,
  input: 'line',
  column: column('text'),
  schema: z.string(says).trim().max(200, says).regex(like, says),
})

/** One of a few words. */
export const choice = <const T extends string>({
  label,
  initial,
  of,
  words,
}: {
  label: string
  initial: NoInfer<T>
  of: readonly T[]
  words?: { readonly [O in NoInfer<T>]?: string }
}): Field<T> => ({
  label,
  initial,
  input: 'choice',
  options: of,
  words: words as Readonly<Record<string, string>> | undefined,
  column: column('text'),
  schema: z.enum(of as [T, ...T[]], `${label} is one of ${of.join(', ')}.`),
})

interface Range {
  readonly label: string
  readonly unit?: string
  readonly least?: number
  readonly most?: number
  readonly moreThan?: number
  readonly says: string
}

const inRange = ({ least = -Infinity, most = Infinity, moreThan = -Infinity, says }: Range) =>
  z.number(says).refine((n) => Number.isFinite(n) && n >= least && n <= most && n > moreThan, says)

/** Twelve digits say more than anybody measures; the rest is noise of arithmetic, as in 2.0500000000000003. */
const withoutNoise = (value: number) => Number(value.toPrecision(12))

/** A number within a range. */
export const number = (range: Range & { initial: number }): Field<number> => ({
  label: range.label,
  unit: range.unit,
  initial: range.initial,
  input: 'number',
  column: column('double precision'),
  schema: inRange(range).transform(withoutNoise),
})

/** A whole number within a range. */
export const whole = (range: Range & { initial: number }): Field<number> => ({
  label: range.label,
  unit: range.unit,
  initial: range.initial,
  input: 'number',
  column: column('integer'),
  schema: inRange(range).refine(Number.isInteger, `${range.label} is a whole number. ${range.says}`),
})

/** A length of time in whole seconds, typed and shown as 38:00. */
export const seconds = ({
  label,
  initial,
  least,
  most,
}: Named<number> & { least: number; most: number; initial: number }): Field<number> => {
  const says = `${label} is a length of time such as 38:00, 1:15:00, 90 s or 20 min, from ${lapse(least)} to ${lapse(most)}.`
  return {
    label,
    initial,
    input: 'lapse',
    column: column('integer'),
    schema: inRange({ label, least, most, says }).refine(Number.isInteger, says),
  }
}

/** Yes or no. */
export const flag = ({ label, initial = false }: Named<boolean>): Field<boolean> => ({
  label,
  initial,
  input: 'flag',
  column: column('boolean'),
  schema: z.boolean(`${label} is yes or no.`),
})

/** Turns a field into one that may be left empty. */
export const optional = <T>(field: Field<T>): Field<T | null> => ({
  ...field,
  initial: null,
  column: { ...field.column, nullable: true },
  schema: field.schema.nullable(),
})

/** A field that its kind has not always had: where it is missing it is what it begins with. */
export const addedLater = <T>(field: Field<T>): Field<T> => ({ ...field, later: true })

/** One other record. */
export const ref = <const K extends string>({ label, to }: { label: string; to: K }): Field<Id<K>> => ({
  label,
  initial: asId(''),
  input: 'ref',
  column: column('uuid', { ref: to }),
  schema: idSchema(`${label}: choose one.`) as unknown as z.ZodType<Id<K>>,
})

/** A list of other records, each once. */
export const refs = <const K extends string>({
  label,
  to,
  most = 200,
}: {
  label: string
  to: K
  most?: number
}): Field<readonly Id<K>[]> => ({
  label,
  initial: [],
  input: 'refs',
  column: column('jsonb', { refs: to }),
  schema: z
    .array(idSchema(`${label}: not a record.`))
    .max(most)
    .refine((ids) => new Set(ids).size === ids.length, `${label}: one is named twice.`) as unknown as z.ZodType<
    readonly Id<K>[]
  >,
})

/** Something that is no column of its own: drawn, or computed. */
export const data = <T>({ label, initial, schema }: { label: string; initial: T; schema: z.ZodType<T> }): Field<T> => ({
  label,
  initial,
  input: 'none',
  column: column('jsonb'),
  schema,
})

/** Minutes after local midnight; up to 1440 later counts into the small hours of the next day. */
export const minuteOfDay = ({ label, initial }: { label: string; initial: number }): Field<number> => ({
  ...number({
    label,
    initial,
    least: 0,
    most: 2879,
    says: `${label} is a time of day such as 06:55; after midnight write 00:30 +1.`,
  }),
  input: 'clock',
})

/** A date of the calendar, without a clock. */
export const localDate = ({ label, initial }: { label: string; initial: string }): Field<string> => ({
  label,
  initial,
  input: 'date',
  column: column('text'),
  schema: z.iso.date(`${label} is a date such as 2026-05-14.`),
})

/** A moment, in UTC. */
export const instant = ({ label }: { label: string }): Field<string> => ({
  label,
  initial: '',
  input: 'none',
  column: column('timestamptz'),
  schema: z.iso.datetime({ message: `${label} is a moment in UTC, ISO 8601.` }),
})
