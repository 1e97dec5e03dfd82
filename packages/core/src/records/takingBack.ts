import type { Units } from '../text/index.ts'
import { type PlainChange, removeRecord, updateRecord } from './changes.ts'
import { type KindName, KINDS } from './kinds/kinds.ts'
import { recordOf, type Tables } from './production.ts'
import { type AnyRecord, fieldsOf } from './record.ts'
import { nameOf, showValue } from './values.ts'

/** A field that an edit wrote and that somebody wrote anew since. */
export interface Overwritten {
  readonly kind: KindName
  readonly id: string
  readonly field: string
  /** What stands there, and what taking the edit back would put there. */
  readonly now: unknown
  readonly back: unknown
}
export interface TakingBack {
  /** What is still as the edit left it: taken back without a question. */
  readonly own: readonly PlainChange[]
  readonly overwritten: readonly Overwritten[]
  /** What would go over that, if somebody insists. */
  readonly rest: readonly PlainChange[]
}

/** Whether two values of a field are one: plain data, however its keys are turned. A database keeps them in an order of its own. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const [mine, theirs] = [a as Fields, b as Fields]
  const keys = Object.keys(mine)
  return keys.length === Object.keys(theirs).length && keys.every((key) => Object.hasOwn(theirs, key) && sameValue(mine[key], theirs[key])) // prettier-ignore
}

type Fields = Readonly<Record<string, unknown>>

function updateBack(tables: Tables, wrote: Fields, back: PlainChange & { readonly op: 'update' }): TakingBack {
  const record = recordOf(tables, back.kind, back.id) as Fields | undefined
  const own: Record<string, unknown> = {}
  const rest: Record<string, unknown> = {}
  const overwritten: Overwritten[] = []
  // Of a record that is gone nothing can be taken back.
  for (const [field, value] of record ? Object.entries(back.fields) : []) {
    const now = record![field]
    if (sameValue(now, wrote[field])) own[field] = value
    else if (!sameValue(now, value)) {
      rest[field] = value
      overwritten.push({ kind: back.kind, id: back.id, field, now, back: value })
    }
  }
  const changes = (fields: Fields) =>
    Object.keys(fields).length > 0 ? [updateRecord(back.kind, back.id, fields) as PlainChange] : []
  return { own: changes(own), overwritten, rest: changes(rest) }
}

function creationBack(tables: Tables, wrote: Fields, kind: KindName, id: PlainChange['id']): TakingBack {
  const record = recordOf(tables, kind, id) as Fields | undefined
  if (!record) return { own: [], overwritten: [], rest: [] }
  const overwritten = Object.entries(wrote)
    .filter(([field, value]) => !sameValue(record[field], value))
    .map(([field]): Overwritten => ({ kind, id, field, now: record[field], back: null }))
  const removal: PlainChange[] = [removeRecord(kind, id)]
  return overwritten.length === 0 ? { own: removal, overwritten, rest: [] } : { own: [], overwritten, rest: removal }
}

/**
 * What of an edit can be taken back without undoing what others did since.
 * @param tables as they are now
 * @param wrote the edit's changes
 * @param inverse as `invertChanges` gives it: the same records, last first
 */
export function takingBack(tables: Tables, wrote: readonly PlainChange[], inverse: readonly PlainChange[]): TakingBack {
  const parts = inverse.map((back, i): TakingBack => {
    const change = wrote[wrote.length - 1 - i]!
    const fields: Fields = change.op === 'remove' ? {} : change.fields
    if (back.op === 'update') return updateBack(tables, fields, back)
    if (back.op === 'remove') return creationBack(tables, fields, back.kind, back.id)
    // Made again by somebody already.
    return { own: recordOf(tables, back.kind, back.id) ? [] : [back], overwritten: [], rest: [] }
  })
  return {
    own: parts.flatMap((part) => part.own),
    overwritten: parts.flatMap((part) => part.overwritten),
    rest: parts.flatMap((part) => part.rest),
  }
}

/** What stands there and what would be put back, as people read it. */
export function describeOverwritten(tables: Tables, at: Overwritten, units: Units): OverwrittenInWords {
  const record = recordOf(tables, at.kind, at.id)
  const field = fieldsOf(at.kind)[at.field]!
  const kind = (field.column.ref ?? field.column.refs) as KindName | undefined
  const others: readonly AnyRecord[] = kind ? Object.values(tables[kind] as Readonly<Record<string, AnyRecord>>) : []
  const names = new Map(others.map((other) => [other.id, nameOf(kind!, other)]))
  // What is drawn or computed has no word of its own.
  const text = (value: unknown) =>
    field.input === 'none' && typeof value === 'object' && value !== null
      ? 'something else'
      : showValue(field, value, names, units) || 'empty'
  return {
    of: nameOf(at.kind, record) || KINDS[at.kind].says,
    field: field.label,
    now: text(at.now),
    back: text(at.back),
  }
}
export interface OverwrittenInWords {
  readonly of: string
  readonly field: string
  readonly now: string
  readonly back: string
}
