import { z } from 'zod'
import { asId, type Id, idSchema } from './ids.ts'
import { isKindName, type KindName, KINDS } from './kinds/kinds.ts'
import type { Production, Tables } from './production.ts'
import { type AnyRecord, blank, type RecordFields, type RecordOf } from './record.ts'

/** A record that is made, with all its fields. */
export interface Creation<K extends KindName = KindName> {
  readonly op: 'create'
  readonly kind: K
  readonly id: Id<K>
  readonly fields: RecordFields<K>
}
/** Fields of a record that are written anew. */
export interface Update<K extends KindName = KindName> {
  readonly op: 'update'
  readonly kind: K
  readonly id: Id<K>
  readonly fields: Partial<RecordFields<K>>
}
export interface Removal<K extends KindName = KindName> {
  readonly op: 'remove'
  readonly kind: K
  readonly id: Id<K>
}

/**
 * A change to records as plain data; the writer adds the versions it saw. A creation whose id is '' or begins
 * with `new:` is given one, and gets it wherever else the changes name it.
 */
export type PlainChange = { [K in KindName]: Creation<K> | Update<K> | Removal<K> }[KindName]

/** A change with the number of the newest edit that its author had seen. */
export type Change = {
  [K in KindName]:
    Creation<K> | (Update<K> & { readonly version: number }) | (Removal<K> & { readonly version: number })
}[KindName]

/** A record of a kind made with what is given; what is not begins as in a new one. */
export const createRecord = <K extends KindName>(
  kind: K,
  fields: Partial<RecordFields<K>>,
  id: Id<K> | '' = '',
): PlainChange & Creation<K> =>
  ({ op: 'create', kind, id, fields: blank(kind, fields) }) as unknown as PlainChange & Creation<K>
/** Some fields of a record written anew. */
export const updateRecord = <K extends KindName>(
  kind: K,
  id: Id<K>,
  fields: Partial<RecordFields<K>>,
): PlainChange & Update<K> => ({ op: 'update', kind, id, fields }) as unknown as PlainChange & Update<K>
/** A record taken out. */
export const removeRecord = <K extends KindName>(kind: K, id: Id<K>): PlainChange & Removal<K> =>
  ({ op: 'remove', kind, id }) as unknown as PlainChange & Removal<K>

/** A change as its author saw the record: a number of an edit that may be older than the record is by now. */
export const seenAt = (change: PlainChange, version: number): Change =>
  change.op === 'create' ? change : { ...change, version }

const kindName = z.string().refine(isKindName, 'There is no such kind of record.')
const fields = z.record(z.string().max(60), z.unknown())

/** A change as it comes in: its kind is one, its id an id. Its fields are judged by their own schemas. */
export const Change = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('create'), kind: kindName, id: idSchema(), fields }),
  z.strictObject({ op: z.literal('update'), kind: kindName, id: idSchema(), version: z.int().min(0), fields }),
  z.strictObject({ op: z.literal('remove'), kind: kindName, id: idSchema(), version: z.int().min(0) }),
]) as unknown as z.ZodType<Change>

/**
 * A record after a change: the one place where a change becomes a record. What is made is never changed in place.
 * @param number of the edit that makes the change
 * @returns null where there is none afterwards
 */
export function changedRecord<R extends AnyRecord>(
  before: R | null,
  change: PlainChange | Change,
  number: number,
): R | null {
  switch (change.op) {
    case 'create':
      return Object.freeze({ id: change.id, version: number, ...change.fields }) as unknown as R
    case 'update':
      return before && Object.freeze({ ...before, ...change.fields, version: number })
    case 'remove':
      return null
  }
}

/**
 * Puts changes over records, in their turn. Kinds and records that are not touched keep their identity, and the rest
 * keep their order.
 * @param number of the edit that makes them
 */
export function applyChanges(tables: Tables, changes: readonly (PlainChange | Change)[], number: number): Tables {
  const next = { ...tables } as unknown as Record<KindName, Record<string, AnyRecord>>
  const fresh = new Set<KindName>()
  for (const change of changes) {
    const { kind, id } = change
    if (!fresh.has(kind)) next[kind] = { ...next[kind] }
    fresh.add(kind)
    const after = changedRecord(next[kind][id] ?? null, change, number)
    if (after) next[kind][id] = after
    else delete next[kind][id]
  }
  return next as unknown as Tables
}

/** The production as it would be after some changes. */
export function tryChanges(production: Production, changes: readonly PlainChange[]): Production {
  const { production: own, ...tables } = production
  const tried = applyChanges({ ...tables, production: { [own.id]: own } }, changes, own.version)
  return { ...tried, production: tried.production[own.id] ?? own }
}

/** A record's fields before a change: null where there was no record. */
export type Before = Readonly<Record<string, unknown>> | null

/**
 * The changes that take an edit back, last first. Null when it cannot be taken back because it added to a ledger.
 * @param before per change, the record as it was
 */
export function invertChanges(
  changes: readonly (PlainChange | Change)[],
  before: readonly Before[],
): PlainChange[] | null {
  if (changes.some((change) => KINDS[change.kind].ledger)) return null
  return changes
    .map((change, i): PlainChange => {
      const { kind, id } = change
      const old = before[i] ?? {}
      switch (change.op) {
        case 'create':
          return removeRecord(kind, id)
        case 'remove':
          return { op: 'create', kind, id, fields: old } as unknown as PlainChange
        case 'update':
          return updateRecord(kind, id, Object.fromEntries(Object.keys(change.fields).map((name) => [name, old[name]])))
      }
    })
    .reverse()
}

/** Fields over fields. As the unions they are, the compiler would spread every kind over every other. */
const written = (...fields: readonly object[]): object => Object.assign({}, ...fields) as object

/**
 * The same changes with at most one a record, so that they can be one edit: what is made and then changed is made so,
 * what is made and then removed was never there.
 */
export function squashChanges(changes: readonly PlainChange[]): PlainChange[] {
  const squashed = new Map<string, PlainChange>()
  for (const change of changes) {
    const key = change.op === 'create' && change.id === '' ? `${squashed.size}` : `${change.kind} ${change.id}`
    const earlier = squashed.get(key)
    if (!earlier) squashed.set(key, change)
    else if (change.op === 'remove' && earlier.op === 'create') squashed.delete(key)
    // What is removed and made again was there before: it is written over.
    else if (change.op === 'create' && earlier.op === 'remove')
      squashed.set(key, updateRecord(change.kind, change.id, change.fields))
    else if (change.op === 'update' && earlier.op !== 'remove')
      squashed.set(key, { ...earlier, fields: written(earlier.fields, change.fields) } as unknown as PlainChange)
    else squashed.set(key, change)
  }
  return [...squashed.values()]
}

/** Gives the records that changes would make their ids: a check knows no chance, so it only names them. */
export function withNewIds(changes: readonly PlainChange[], newId: () => string): PlainChange[] {
  const ids = new Map<string, string>()
  for (const { op, id } of changes) if (op === 'create' && id.startsWith('new:')) ids.set(id, newId())
  const real = (value: unknown): unknown =>
    typeof value === 'string' ? (ids.get(value) ?? value) : Array.isArray(value) ? value.map(real) : value
  return changes.map((change) => {
    const id = asId<KindName>(change.op === 'create' && change.id === '' ? newId() : (ids.get(change.id) ?? change.id))
    if (change.op === 'remove') return { ...change, id } as PlainChange
    const filled = Object.fromEntries(Object.entries(change.fields).map(([name, value]) => [name, real(value)]))
    return { ...change, id, fields: filled } as unknown as PlainChange
  })
}

/** A record of any kind, with the kind beside it. */
export type KindedRecord = { [K in KindName]: { readonly kind: K; readonly record: RecordOf<K> } }[KindName]
