import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { EditBody, Refusal, Role } from '@kavrell/contract'
import type { Tables } from '@kavrell/core/records'

/** An edit that the door has not answered yet, or whose answer is not among the kept records yet. */
export interface KeptEdit {
  readonly id: string
  readonly productionId: string
  readonly edit: EditBody
  readonly queuedAt: string
}

/** An edit that no longer fitted when it arrived. */
export interface Misfit extends KeptEdit {
  readonly refusal: Refusal
}

/** A production as this device last knew it. */
export interface KeptProduction {
  readonly productionId: string
  readonly role: Role
  readonly seq: number
  /** Id of the edit of that number; what older versions kept has none. */
  readonly head?: string | null
  readonly records: Tables
}

interface Shape extends DBSchema {
  pending: { key: string; value: KeptEdit; indexes: { production: string } }
  misfit: { key: string; value: Misfit; indexes: { production: string } }
  production: { key: string; value: KeptProduction }
}

let opening: Promise<IDBPDatabase<Shape>> | null = null
const database = () =>
  (opening ??= openDB<Shape>('kavrell', 2, {
    upgrade(db, before, _now, transaction) {
      // What was kept of productions then had ranks as numbers: it is loaded anew. What nobody answered stays.
      if (before === 1) {
        void transaction.objectStore('production').clear()
        return
      }
      for (const name of ['pending', 'misfit'] as const)
        db.createObjectStore(name, { keyPath: 'id' }).createIndex('production', 'productionId')
      db.createObjectStore('production', { keyPath: 'productionId' })
    },
  }))

/** Whether this device keeps anything at all; a private window may not. */
const canKeep = (): boolean => typeof indexedDB !== 'undefined'

const JOURNAL = 'kavrell.unkept.'

/**
 * Edits between being made and lying in the database. Writing there takes a moment in which the page may be left;
 * this is written at once, in the same breath as the edit.
 */
const journal = {
  write(edit: KeptEdit): void {
    try {
      localStorage.setItem(JOURNAL + edit.id, JSON.stringify(edit))
    } catch {
      /* no room, or a private window: the database has it in a moment */
    }
  },
  clear(id: string): void {
    try {
      localStorage.removeItem(JOURNAL + id)
    } catch {
      /* nothing was written either */
    }
  },
  read(productionId: string): KeptEdit[] {
    if (typeof localStorage === 'undefined') return []
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(JOURNAL))
      .map((key) => JSON.parse(localStorage.getItem(key)!) as KeptEdit)
      .filter((edit) => edit.productionId === productionId)
  },
}

/**
 * What this device keeps of a production through reloads and restarts: unanswered edits in the order they
 * were made, those that no longer fitted, and the records it last knew.
 */
export const device = {
  async keepEdits(edits: readonly KeptEdit[]): Promise<void> {
    if (!canKeep() || edits.length === 0) return
    for (const edit of edits) journal.write(edit)
    const transaction = (await database()).transaction('pending', 'readwrite')
    await Promise.all([...edits.map((edit) => transaction.store.put(edit)), transaction.done])
    for (const edit of edits) journal.clear(edit.id)
  },
  async keepMisfit(misfit: Misfit): Promise<void> {
    if (!canKeep()) return
    const transaction = (await database()).transaction(['pending', 'misfit'], 'readwrite')
    await Promise.all([
      transaction.objectStore('misfit').put(misfit),
      transaction.objectStore('pending').delete(misfit.id),
      transaction.done,
    ])
  },
  async dropMisfit(id: string): Promise<void> {
    if (canKeep()) await (await database()).delete('misfit', id)
  },
  /** Keeps the records, and lets go in the same breath of the edits that are among them now. */
  async keepProduction(production: KeptProduction, written: readonly string[] = []): Promise<void> {
    if (!canKeep()) return
    const transaction = (await database()).transaction(['pending', 'production'], 'readwrite')
    await Promise.all([
      transaction.objectStore('production').put(production),
      ...written.map((id) => transaction.objectStore('pending').delete(id)),
      transaction.done,
    ])
  },
  async forgetProduction(productionId: string): Promise<void> {
    if (canKeep()) await (await database()).delete('production', productionId)
  },
  /** Ids are made in the order of time, so the order of ids is the order in which the edits were made. */
  async open(
    productionId: string,
  ): Promise<{ kept: KeptProduction | null; pending: readonly KeptEdit[]; misfits: readonly Misfit[] }> {
    if (!canKeep()) return { kept: null, pending: [], misfits: [] }
    const db = await database()
    const [kept, pending, misfits] = await Promise.all([
      db.get('production', productionId),
      db.getAllFromIndex('pending', 'production', productionId),
      db.getAllFromIndex('misfit', 'production', productionId),
    ])
    const unkept = journal.read(productionId).filter((edit) => !pending.some((p) => p.id === edit.id))
    await this.keepEdits(unkept)
    const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
    return { kept: kept ?? null, pending: [...pending, ...unkept].sort(byId), misfits: misfits.sort(byId) }
  },
}
