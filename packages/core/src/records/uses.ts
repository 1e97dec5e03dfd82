import { KIND_NAMES, type KindName, KINDS } from './kinds/kinds.ts'
import type { Tables } from './production.ts'
import { type AnyRecord, fieldsOf } from './record.ts'
import { type PlainChange, removeRecord } from './changes.ts'
import { asId } from './ids.ts'
import { nameOf } from './values.ts'

/** What is nothing by itself goes with what it is of: that somebody is down for a day goes with the person or the day. */
const GOES_WITH: Partial<Record<KindName, readonly KindName[]>> = {
  attendance: ['person', 'day'],
  fixedEvent: ['day'],
}

const refersTo = (kind: KindName, record: AnyRecord, ids: ReadonlySet<string>): boolean =>
  Object.entries(fieldsOf(kind)).some(([field, { column }]) => {
    if (column.ref) return ids.has(record[field] as string)
    return column.refs ? ((record[field] ?? []) as readonly string[]).some((id) => ids.has(id)) : false
  })

/** A removal of records of a kind with what is nothing without them, as changes of one edit. */
export function removalOf(tables: Tables, kind: KindName, ids: readonly string[]): PlainChange[] {
  const removed = new Set(ids)
  const with_ = KIND_NAMES.filter((other) => GOES_WITH[other]?.includes(kind)).flatMap((other) =>
    Object.values(tables[other] as Readonly<Record<string, AnyRecord>>)
      .filter((record) => refersTo(other, record, removed))
      .map((record): PlainChange => removeRecord(other, asId(record.id))),
  )
  return [...with_, ...ids.map((id): PlainChange => removeRecord(kind, asId(id)))]
}

const MOST_NAMED = 3

/**
 * Why an edit cannot remove what it removes: other records still name it. Says which, or null if none does.
 * @param after the records as they would be
 */
export function stillUsed(before: Tables, after: Tables, changes: readonly PlainChange[]): string | null {
  const removed = changes.filter((change) => change.op === 'remove')
  if (removed.length === 0) return null
  const ids = new Set<string>(removed.map((change) => change.id))
  const users = KIND_NAMES.flatMap((kind) =>
    Object.values(after[kind] as Readonly<Record<string, AnyRecord>>)
      .filter((record) => refersTo(kind, record, ids))
      .map((record) => ({ kind, record })),
  )
  const [first] = users
  if (!first) return null
  const used = removed.find((change) => refersTo(first.kind, first.record, new Set([change.id])))!
  const name = nameOf(used.kind, (before[used.kind] as Readonly<Record<string, AnyRecord>>)[used.id])
  const words = users.slice(0, MOST_NAMED).map(({ kind, record }) => {
    const called = nameOf(kind, record)
    return called ? `${KINDS[kind].says} (${called})` : KINDS[kind].says
  })
  const more = users.length > MOST_NAMED ? ` and ${users.length - MOST_NAMED} more` : ''
  return `${name || 'It'} is still used by ${words.join(', ')}${more}. Change or remove that first.`
}
