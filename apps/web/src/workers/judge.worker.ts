import { type AnyRecord, productionOf } from '@kavrell/contract'
import { type Finding, findSnags } from '@kavrell/core/snags'
import { expose } from 'comlink'

/** One record that came, changed or went (null) since the last time. */
export interface RecordDelta {
  readonly kind: string
  readonly id: string
  readonly record: AnyRecord | null
}

let tables: Record<string, Record<string, AnyRecord>> = {}

/** Keeps a production of its own, told what changes, and judges it off the page's thread. */
const api = {
  open(all: Record<string, Record<string, AnyRecord>>): readonly Finding[] {
    tables = all
    return judge()
  },
  change(deltas: readonly RecordDelta[]): readonly Finding[] {
    for (const kind of new Set(deltas.map((delta) => delta.kind))) tables[kind] = { ...tables[kind] }
    for (const { kind, id, record } of deltas)
      if (record) tables[kind]![id] = record
      else delete tables[kind]![id]
    return judge()
  },
}

function judge(): readonly Finding[] {
  const production = productionOf(tables)
  return production ? findSnags(production) : []
}

export type Judge = typeof api
expose(api)
