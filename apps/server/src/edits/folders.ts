import { Op } from 'sequelize'
import type { TouchedRecords, Writing } from './writing.ts'
import type { Refusal } from '@kavrell/contract'
import { KINDS } from '@kavrell/core/records'

const MEDIA = ['card', 'drive'] as const

/**
 * Two drives that are one folder would count as two copies, and two cards as each other's contents: a folder belongs
 * to one of them. Those that shared one before stay until their folder is written anew.
 */
export async function findTakenFolder(
  { models, productionId, transaction }: Writing,
  touched: TouchedRecords,
): Promise<Refusal | null> {
  for (const { kind, id, before, after } of touched.values()) {
    if (!MEDIA.some((medium) => medium === kind) || !after?.folder || after.folder === before?.folder) continue
    const here = [...touched.values()]
    const inEdit = here.find((t) => t.kind === kind && t.id !== id && t.after?.folder === after.folder)
    // One that this edit also changes is judged as it will be.
    const stored = (await models[kind].findOne({
      where: { productionId, folder: after.folder, id: { [Op.notIn]: here.map((t) => t.id) } },
      raw: true,
      transaction,
    })) as unknown as { label: string } | null
    const taken = inEdit?.after ?? stored
    if (taken)
      return {
        code: 'invalid',
        kind,
        id,
        field: 'folder',
        says: `The folder ${after.folder as string} is that of ${KINDS[kind].says.split(' ')[1]} ${taken.label as string} already. Give this one its own.`,
      }
  }
  return null
}
