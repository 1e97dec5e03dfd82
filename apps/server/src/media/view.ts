import type { Sequelize } from 'sequelize'
import type { Volumes } from '../devices/volumes.ts'
import type { LookAtCard } from '../edits/wipeGuard.ts'
import { readRecords } from '../records/readRecords.ts'
import type { MediaView } from '@kavrell/contract'
import { type CardSight, copiesOfCard } from '@kavrell/core/cards'
import { productionOf } from '@kavrell/core/records'

interface Deps {
  readonly database: Sequelize
  readonly volumes: Volumes
  readonly look: LookAtCard
}

/** What the reader sees now, and each card of a production that is in it held against its copies. */
export async function viewMedia({ database, volumes, look }: Deps, productionId: string): Promise<MediaView> {
  const records = await database.transaction((transaction) => readRecords(database, productionId, transaction))
  const production = productionOf(records)
  const cards: Record<string, CardSight> = {}
  for (const card of Object.values(production?.card ?? {})) {
    const runs = copiesOfCard(production!, card.id).map(({ run }) => run)
    const sight = await look(card.folder, runs)
    if (sight) cards[card.id] = sight
  }
  return { volumes: await volumes.list(), cards }
}
