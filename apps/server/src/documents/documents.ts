import { Op, type Sequelize } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { RunningJob } from '../jobs/jobRunner.ts'
import type { AnyJob, Jobs } from '../jobs/jobs.ts'
import type { Announcements } from '../live/announcements.ts'
import type { Models } from '../records/models.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { cropTo } from '../uploads/crop.ts'
import type { Pictures } from '../uploads/pictures.ts'
import { callSheetPdf } from './callSheetPdf.ts'
import { loadProduction, type PlannedCallSheet, callSheetNow } from './callSheets.ts'
import { boardsPdf, pocketPdf, shotListPdf } from './shotPapers.ts'
import { wrapPdf } from './wrapPdf.ts'
import { dayReport } from '@kavrell/core/papers'
import type { Production, RecordOf } from '@kavrell/core/records'

/** Papers that are drawn page by page. Tables and calendars are text and are answered at once. */
export type PaperName = 'shot list' | 'pocket checklist' | 'boards' | 'call sheet' | 'report'

/** What a document job has to do. */
export interface PaperSpec {
  readonly paper: PaperName
  /** The day it is about, for papers of a day. */
  readonly dayId: string | null
}
export type DocumentJobs = Jobs<AnyJob, PaperSpec>

/** How long somebody waits for a paper before being told to ask again. */
const PATIENCE_MS = 60_000
const LOOK_EVERY_MS = 500
/** A paper that was drawn is handed out for so long. */
const KEPT_MS = 10 * 60_000

export class PaperFailed extends Error {}

/** Draws a paper and keeps it beside its job. May run twice: the same paper is drawn again. */
export const drawPapers =
  (deps: { database: Sequelize; models: Models; serverModels: ServerModels; pictures: Pictures }) =>
  async ({ job, spec, update }: RunningJob<AnyJob, PaperSpec>): Promise<void> => {
    const production = await loadProduction(deps.database, deps.models, job.productionId)
    if (!production) throw new PaperFailed('The production is gone.')
    const body = await draw(deps.pictures, production, job.productionId, spec)
    await deps.serverModels.paper.update({ body }, { where: { id: job.id } })
    await update({ state: 'done' }, true)
  }

function draw(pictures: Pictures, production: Production, id: string, { paper, dayId }: PaperSpec): Promise<Buffer> {
  if (paper === 'shot list') return shotListPdf(production)
  if (paper === 'pocket checklist') return pocketPdf(production)
  if (paper === 'boards')
    return boardsPdf(
      production,
      (fileId) => pictures.read(id, fileId, false),
      (bytes, board: RecordOf<'picture'>, aspect) => cropTo(bytes, aspect, board.cropX, board.cropY),
    )
  const planned = dayId ? callSheetNow(production, dayId) : null
  if (!planned) throw new PaperFailed('There is no such day.')
  return paper === 'call sheet'
    ? callSheetPdf(planned.sheet, paperOf(planned), planned.issued?.number ?? null, planned.changes)
    : wrapPdf(production.production.title, dayReport(production, planned.dayPlan), paperOf(planned))
}

const paperOf = ({ production }: PlannedCallSheet) =>
  (production.production as unknown as { paper: 'A4' | 'Letter' }).paper

/**
 * Papers as jobs: any server process draws them, another takes over if that one dies, and whoever asks for
 * the same paper before anything has changed gets the one that was drawn.
 */
export function openDocuments(deps: { serverModels: ServerModels; jobs: DocumentJobs; announcements: Announcements }) {
  const { jobs, announcements } = deps
  const { editCounter, paper: papers } = deps.serverModels
  /** Papers that failed are tried again, and those of former states are thrown away once nobody waits for them. */
  const clear = (productionId: string) =>
    papers.destroy({
      where: {
        lane: 'document',
        productionId,
        [Op.or]: [
          { state: ['failed', 'stopped'] },
          { state: 'done', startedAt: { [Op.lt]: new Date(Date.now() - KEPT_MS) } },
        ],
      },
    })
  const ended = (jobId: string) =>
    new Promise<AnyJob | null>((resolve, reject) => {
      const look = () => {
        jobs.read(jobId).then(
          (job) => {
            if (!job || job.state === 'done' || job.state === 'failed' || job.state === 'stopped')
              finish(() => resolve(job))
          },
          (error: Error) => finish(() => reject(error)),
        )
      }
      const finish = (settle: () => void) => {
        stopHearing()
        clearInterval(timer)
        clearTimeout(patience)
        settle()
      }
      const stopHearing = announcements.hear(({ channel, payload }) => {
        if (channel === 'kavrell_job' && payload === jobId) look()
      })
      const timer = setInterval(look, LOOK_EVERY_MS)
      const patience = setTimeout(() => finish(() => resolve(null)), PATIENCE_MS)
      look()
    })
  return {
    /**
     * A paper as it would be now.
     * @throws PaperFailed with a sentence when it could not be drawn
     */
    async paper(productionId: string, paper: PaperName, dayId: string | null = null): Promise<Buffer> {
      await clear(productionId)
      const seq = (await editCounter.findByPk(productionId))?.get().seq ?? 0
      const jobId = await jobs.create(
        { id: uuidv7(), productionId, state: 'waiting', problems: [] },
        { paper, dayId },
        [paper, dayId, seq].join(' '),
      )
      const job = await ended(jobId)
      if (job?.state !== 'done')
        throw new PaperFailed(job?.problems.at(-1) ?? 'This takes too long. Ask again in a minute.')
      const body = (await papers.findByPk(jobId))?.get().body
      if (!body) throw new PaperFailed('This takes too long. Ask again in a minute.')
      return body
    },
  }
}
export type Documents = ReturnType<typeof openDocuments>
