import { z } from 'zod'
import type { Field, FieldValues } from './fields.ts'
import type { Id } from './ids.ts'
import { type KindName, KINDS } from './kinds/kinds.ts'
import type { FieldRefusal, Kind } from './tradeFields.ts'

type FieldsOf<K extends KindName> = (typeof KINDS)[K]['fields']
/** The fields of a record that people fill in. */
export type RecordFields<K extends KindName> = FieldValues<FieldsOf<K>>

/**
 * A record as it is kept: its id, the number of the edit that last changed it, and its fields. Of entries of a ledger
 * the number also tells which came first, whatever the clocks of the devices said.
 */
export type RecordOf<K extends KindName> = { readonly id: Id<K>; readonly version: number } & RecordFields<K>
export type AnyRecord = { readonly id: string; readonly version: number } & Readonly<Record<string, unknown>>

/** Records of one kind, by id. */
export type ById<T> = Readonly<Record<string, T>>

/** The record of that id; undefined where there is none or no id is given. */
export const byId = <T>(records: ById<T>, id: string | null | undefined): T | undefined =>
  id ? records[id] : undefined

/** The ids of records, as those of their kind. */
export const idsOf = <R extends { readonly id: string }>(records: ById<R>): R['id'][] =>
  Object.values(records).map((record) => record.id)

/** Every field of a kind by its name. */
export const fieldsOf = (kind: KindName): Readonly<Record<string, Field<unknown>>> => KINDS[kind].fields

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

/**
 * A record as an older version of the app wrote it, with the fields that it did not know: null where a field may be
 * open, no words where there may be none, what it begins with where it was added later. Anything else that is missing stays missing, and is refused where it matters.
 */
export function withNewFields(
  kind: KindName,
  known: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> {
  const missing = Object.entries(fieldsOf(kind)).filter(
    ([name, { column, initial, later }]) => !Object.hasOwn(known, name) && (later || column.nullable || initial === ''),
  )
  return missing.length === 0
    ? known
    : { ...Object.fromEntries(missing.map(([name, field]) => [name, field.initial])), ...known }
}

/** A record's fields alone, each kind's in its own turn. */
export const fieldsAlone = <K extends KindName>(kind: K, record: Readonly<Record<string, unknown>>): RecordFields<K> =>
  Object.fromEntries(Object.keys(fieldsOf(kind)).map((name) => [name, record[name]])) as RecordFields<K>

/** What is wrong with a value for a field, as a sentence; null if nothing is. */
export function refuseValue(kind: KindName, field: string, value: unknown): string | null {
  const known = Object.hasOwn(fieldsOf(kind), field) ? fieldsOf(kind)[field] : undefined
  if (!known) return `${kind} has no field ${field}.`
  const parsed = known.schema.safeParse(value)
  return parsed.success ? null : parsed.error.issues[0]!.message
}

/** What is wrong with fields beside one another. Fields that are not given are not judged. */
export function refuseTogether(kind: KindName, fields: Readonly<Record<string, unknown>>): FieldRefusal | null {
  for (const rule of (KINDS[kind] as Kind<unknown>).rules ?? []) {
    const refusal = rule(fields)
    if (refusal) return refusal
  }
  return null
}
