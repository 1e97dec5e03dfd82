import { expose } from 'comlink'
import { type Delta, NO_RECORDS, productionOf, type Tables, withDeltas } from '@kavrell/core/records'
import { type Finding, findSnags, type Fix, mendAll, type Mended, wayHolds } from '@kavrell/core/snags'
import { v7 as uuidv7 } from 'uuid'

let tables: Tables = NO_RECORDS
let found: readonly Finding[] = []

/** Keeps a production of its own, told what changes, and judges it off the page's thread. */
const api = {
  open(all: Tables): readonly Finding[] {
    tables = all
    return judge()
  },
  change(deltas: readonly Delta[]): readonly Finding[] {
    tables = withDeltas(tables, deltas)
    return judge()
  },
  /** Ways out of findings of one kind together, tried against all checks. Null while nothing is open. */
  mend(kind: readonly Finding[]): Mended | null {
    const production = productionOf(tables)
    return production ? mendAll(production, kind, uuidv7) : null
  },
  /** Whether a way out makes nothing worse, tried against all checks. */
  holds({ finding, fix }: { readonly finding: Finding; readonly fix: Fix }): boolean {
    const production = productionOf(tables)
    return production !== undefined && wayHolds(production, found, finding, fix.changes, uuidv7)
  },
}

function judge(): readonly Finding[] {
  const production = productionOf(tables)
  found = production ? findSnags(production) : []
  return found
}

export type Judge = typeof api
expose(api)
