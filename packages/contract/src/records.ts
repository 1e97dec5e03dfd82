import { parseTimecode } from '@kavrell/core/timecode'
import { z } from 'zod'
import type { Field } from './fields.ts'
import { type KindName, KINDS } from './kinds.ts'

type FieldsOf<K extends KindName> = (typeof KINDS)[K]['fields']
type ValueOf<F> = F extends Field<infer T> ? T : never

/** The fields of a record that people fill in. */
export type RecordFields<K extends KindName> = { -readonly [N in keyof FieldsOf<K>]: ValueOf<FieldsOf<K>[N]> }

/** A record as it is kept: its id, the number of the edit that last changed it, and its fields. */
export type RecordOf<K extends KindName> = { id: string; version: number } & RecordFields<K>
export type AnyRecord = { id: string; version: number } & Readonly<Record<string, unknown>>

/** All records of a production, each kind by id; `production` itself is one record. */
export type Records = { [K in Exclude<KindName, 'production'>]: Record<string, RecordOf<K>> } & {
  production: RecordOf<'production'>
}

export const fieldsOf = (kind: KindName): Readonly<Record<string, Field<unknown>>> => KINDS[kind].fields as never

const schemas = new Map<KindName, z.ZodObject>()

/** The schema of all fields of a kind; unknown fields are refused. */
export function schemaOf(kind: KindName): z.ZodObject {
  let schema = schemas.get(kind)
  if (!schema) {
    schema = z.strictObject(
      Object.fromEntries(Object.entries(fieldsOf(kind)).map(([name, field]) => [name, field.schema])),
    )
    schemas.set(kind, schema)
  }
  return schema
}

/** A new record's fields, with what is given put over what each field starts with. */
export function blank<K extends KindName>(kind: K, given: Partial<RecordFields<K>> = {}): RecordFields<K> {
  const initial = Object.fromEntries(Object.entries(fieldsOf(kind)).map(([name, field]) => [name, field.initial]))
  return { ...initial, ...given } as RecordFields<K>
}

export interface FieldRefusal {
  readonly field: string
  readonly says: string
}

/** What is wrong with a value for a field, as a sentence; null if nothing is. */
export function refuseValue(kind: KindName, field: string, value: unknown): string | null {
  const known = fieldsOf(kind)[field]
  if (!known) return `${kind} has no field ${field}.`
  const parsed = known.schema.safeParse(value)
  return parsed.success ? null : parsed.error.issues[0]!.message
}

/** Rules that no single field can judge. Only fields that are given are judged, so partial updates work too. */
export function refuseTogether(kind: KindName, fields: Readonly<Record<string, unknown>>): FieldRefusal | null {
  const rate = (num: unknown, den: unknown) => (typeof num === 'number' && typeof den === 'number' ? num / den : null)
  const { opensMin, closesMin, ratioLeast, ratioMost, windowFromMin, windowToMin } = fields as Record<
    string,
    number | null | undefined
  >
  if (kind === 'place' && opensMin != null && closesMin != null && closesMin <= opensMin)
    return { field: 'closesMin', says: 'Closing comes after opening; past midnight write 00:30 +1.' }
  if (kind === 'setup' && ratioLeast != null && ratioMost != null && ratioMost < ratioLeast)
    return { field: 'ratioMost', says: 'The most is not less than the least.' }
  if (kind === 'shot' && windowFromMin != null && windowToMin != null && windowToMin <= windowFromMin)
    return { field: 'windowToMin', says: 'A window ends after it begins.' }
  const { sillM, headM, fromMin, toMin, focalLengthMm, longestMm } = fields as Record<string, number | null | undefined>
  if (kind === 'fitting' && sillM != null && headM != null && headM <= sillM)
    return { field: 'headM', says: 'The head is above the sill.' }
  if (kind === 'noiseSource' && fromMin != null && toMin != null && toMin <= fromMin)
    return { field: 'toMin', says: 'It ends after it begins; past midnight write 00:30 +1.' }
  if (kind === 'lens' && focalLengthMm != null && longestMm != null && longestMm < focalLengthMm)
    return { field: 'longestMm', says: 'The longest is not shorter than the shortest; the same for a fixed lens.' }
  const fps = rate(fields.fpsNum, fields.fpsDen)
  if (kind === 'shot' && fps !== null && (fps < 1 || fps > 2000))
    return { field: 'fpsNum', says: 'A frame rate is between 1 and 2000 frames per second.' }
  if (
    fields.dropFrame === true &&
    !(fields.rateDen === 1001 && (fields.rateNum === 30000 || fields.rateNum === 60000))
  ) {
    return { field: 'dropFrame', says: 'Drop-frame exists only at 29.97 and 59.94.' }
  }
  if (kind === 'take' && typeof fields.startTimecode === 'string' && fields.startTimecode !== '') {
    const label = parseTimecode(fields.startTimecode, {
      num: fields.rateNum as number,
      den: fields.rateDen as number,
      drop: fields.dropFrame === true,
    })
    if (!label.ok)
      return {
        field: 'startTimecode',
        says: `${fields.startTimecode} is no label at this rate.${label.error.code === 'dropped-label' ? ' Drop-frame counting skips it.' : ''}`,
      }
  }
  return null
}
