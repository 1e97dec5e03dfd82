import { KIND_NAMES, type KindName } from './kinds/kinds.ts'
import type { Tables } from './production.ts'
import type { AnyRecord, ById } from './record.ts'

/** A record as it is now, or null where it is gone: what a copy kept elsewhere has to be told. */
export interface Delta {
  readonly kind: KindName
  readonly id: string
  readonly record: AnyRecord | null
}

const tableOf = (tables: Tables, kind: KindName) => tables[kind] as unknown as ById<AnyRecord>

/** What differs between two states of the records. Tables that are the same object are not looked through. */
export function deltasBetween(before: Tables, after: Tables): Delta[] {
  const deltas: Delta[] = []
  for (const kind of KIND_NAMES) {
    const [was, is] = [tableOf(before, kind), tableOf(after, kind)]
    if (was === is) continue
    for (const [id, record] of Object.entries(is)) if (was[id] !== record) deltas.push({ kind, id, record })
    for (const id of Object.keys(was)) if (!(id in is)) deltas.push({ kind, id, record: null })
  }
  return deltas
}

/** The records after what differs was taken over. */
export function withDeltas(tables: Tables, deltas: readonly Delta[]): Tables {
  const next = { ...tables } as unknown as Record<KindName, Record<string, AnyRecord>>
  for (const kind of new Set(deltas.map((delta) => delta.kind))) next[kind] = { ...next[kind] }
  for (const { kind, id, record } of deltas)
    if (record) next[kind][id] = record
    else delete next[kind][id]
  return next as unknown as Tables
}
