import type { Job } from '@kavrell/contract'
import { QueryTypes, type Sequelize } from 'sequelize'

type Detail = Omit<Job, 'id' | 'productionId' | 'state'>

/** Writes a job's state down and announces it to every open screen. */
export async function saveJob(database: Sequelize, job: Job): Promise<void> {
  const { id, productionId, state, ...detail } = job
  await database.query(
    'INSERT INTO job (id, "productionId", state, detail) VALUES (:id, :productionId, :state, :detail) ON CONFLICT (id) DO UPDATE SET state = :state, detail = :detail',
    { replacements: { id, productionId, state, detail: JSON.stringify(detail) } },
  )
  await database.query("SELECT pg_notify('kavrell_job', :id)", { replacements: { id } })
}

interface JobRow {
  readonly id: string
  readonly productionId: string
  readonly state: Job['state']
  readonly detail: Detail
}
const fromRow = ({ id, productionId, state, detail }: JobRow): Job => ({ id, productionId, state, ...detail })

export async function readJob(database: Sequelize, id: string): Promise<Job | null> {
  const [row] = await database.query<JobRow>('SELECT id, "productionId", state, detail FROM job WHERE id = :id', {
    replacements: { id },
    type: QueryTypes.SELECT,
  })
  return row ? fromRow(row) : null
}

export async function recentJobs(database: Sequelize, productionId: string): Promise<Job[]> {
  const rows = await database.query<JobRow>(
    'SELECT id, "productionId", state, detail FROM job WHERE "productionId" = :productionId ORDER BY "startedAt" DESC LIMIT 30',
    { replacements: { productionId }, type: QueryTypes.SELECT },
  )
  return rows.map(fromRow)
}

/** Jobs that a stopped server left running did not finish; nothing they copied counts. */
export async function failOrphans(database: Sequelize): Promise<void> {
  await database.query(
    `UPDATE job SET state = 'failed', detail = jsonb_set(detail, '{problems}', '["The server stopped before it was done. Copy again."]') WHERE state = 'running'`,
  )
}
