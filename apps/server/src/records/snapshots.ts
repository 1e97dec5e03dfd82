import { type Sequelize, Transaction } from 'sequelize'
import { type RowsJson, rowsJson } from './readRecords.ts'
import { editOf } from '../live/editLog.ts'
import type { ServerModels } from './serverModels.ts'

/** So many productions are remembered; the one asked for longest ago goes first. */
const REMEMBERED = 8

export interface Snapshots {
  /** All records of a production at one moment, as JSON text, with the number of its newest edit. */
  readonly read: (productionId: string) => Promise<SnapshotText>
}
export interface SnapshotText {
  readonly seq: number
  /** Id of the edit of that number. */
  readonly head: string | null
  readonly rows: RowsJson
}

/**
 * Reads snapshots, and remembers the last text of each production by its number: twenty-five phones that come back
 * at once ask for the same. The number is asked for first, every time; a text of another number is not given.
 */
export function openSnapshots(database: Sequelize, { editCounter, edit }: ServerModels): Snapshots {
  const known = new Map<string, SnapshotText>()
  const seqOf = async (productionId: string, transaction?: Transaction) =>
    (await editCounter.findByPk(productionId, { transaction }))?.get().seq ?? 0
  const headOf = (productionId: string, seq: number, transaction?: Transaction) =>
    editOf({ edit }, productionId, seq, transaction)
  return {
    async read(productionId) {
      const last = known.get(productionId)
      // Asked by its id, so that the text of a log that was put back from a copy is not taken for this one's.
      if (last && last.seq === (await seqOf(productionId)) && last.head === (await headOf(productionId, last.seq)))
        return last
      const snapshot = await database.transaction(
        { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ },
        async (transaction) => {
          const seq = await seqOf(productionId, transaction)
          const head = await headOf(productionId, seq, transaction)
          return { seq, head, rows: await rowsJson(database, productionId, transaction) }
        },
      )
      known.delete(productionId)
      known.set(productionId, snapshot)
      if (known.size > REMEMBERED) known.delete(known.keys().next().value!)
      return snapshot
    },
  }
}
