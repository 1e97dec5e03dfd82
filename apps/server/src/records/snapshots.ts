import { type Sequelize, Transaction } from 'sequelize'
import { rowsJson } from './readRecords.ts'
import type { ServerModels } from './serverModels.ts'

/** So many productions are remembered; the one asked for longest ago goes first. */
const REMEMBERED = 8

export interface Snapshots {
  /** All records of a production at one moment, as JSON text, with the number of its newest edit. */
  readonly read: (productionId: string) => Promise<{ readonly seq: number; readonly rows: string }>
}

/**
 * Reads snapshots, and remembers the last text of each production by its number: twenty-five phones that come back
 * at once ask for the same. The number is asked for first, every time; a text of another number is not given.
 */
export function openSnapshots(database: Sequelize, { editCounter }: ServerModels): Snapshots {
  const known = new Map<string, { seq: number; rows: string }>()
  const seqOf = async (productionId: string, transaction?: Transaction) =>
    (await editCounter.findByPk(productionId, { transaction }))?.get().seq ?? 0
  return {
    async read(productionId) {
      const last = known.get(productionId)
      if (last && last.seq === (await seqOf(productionId))) return last
      const snapshot = await database.transaction(
        { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ },
        async (transaction) => ({
          seq: await seqOf(productionId, transaction),
          rows: await rowsJson(database, productionId, transaction),
        }),
      )
      known.delete(productionId)
      known.set(productionId, snapshot)
      if (known.size > REMEMBERED) known.delete(known.keys().next().value!)
      return snapshot
    },
  }
}
