import { Op } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { RunningJob } from '../jobs/jobRunner.ts'
import type { AnyJob, Jobs } from '../jobs/jobs.ts'
import type { Announcements } from '../live/announcements.ts'
import { openStayingWorker } from '../offLoop/runInWorker.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Snapshots } from '../records/snapshots.ts'
import type { MadePaper, PaperName, PaperTask } from './makePaper.ts'

export type DocumentJobs = Jobs<AnyJob, PaperTask>

/** How long somebody waits for a paper before being told to ask again. */
const PATIENCE_MS = 60_000
const LOOK_EVERY_MS = 500
/** A paper that was drawn is handed out for so long. */
const KEPT_MS = 10 * 60_000

export class PaperFailed extends Error {}

/** What a thread that makes a paper may hold. */
const WORKER_MEGABYTES = 1024

/** Makes papers and files off the event loop, from one moment of a production. */
export function openPaperMaker(deps: { snapshots: Snapshots; uploads: string }) {
  const worker = openStayingWorker<MadePaper | null>('documents/papers', WORKER_MEGABYTES)
  return {
    /** Null where there is no such production or day. */
    async make(productionId: string, task: PaperTask): Promise<MadePaper | null> {
      const { rows } = await deps.snapshots.read(productionId)
      return worker.ask({ productionId, rows: rows.all, task, uploads: deps.uploads })
    },
    close: worker.close,
  }
}
export type PaperMaker = ReturnType<typeof openPaperMaker>

/** Draws a paper and keeps it beside its job. May run twice: the same paper is drawn again. */
export const drawPapers =
  (deps: { maker: PaperMaker; serverModels: ServerModels }) =>
  async ({ job, spec, update }: RunningJob<AnyJob, PaperTask>): Promise<void> => {
    const made = await deps.maker.make(job.productionId, spec)
    if (!made) throw new PaperFailed('There is no such day.')
    await deps.serverModels.paper.update({ body: Buffer.from(made.body) }, { where: { id: job.id } })
    await update({ state: 'done' }, true)
  }

/**
 * Papers as jobs: any server process draws them, another takes over if that one dies, and whoever asks for
 * the same paper before anything has changed gets the one that was drawn.
 */
export function openDocuments(deps: {
  serverModels: ServerModels
  jobs: DocumentJobs
  announcements: Announcements
  maker: PaperMaker
}) {
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
    /** A file that is made at once, and by nobody else. */
    file: deps.maker.make,
    /**
     * A paper as it would be now.
     * @throws PaperFailed with a sentence when it could not be drawn
     */
    async paper(productionId: string, paper: PaperName, dayId: string | null = null): Promise<Buffer> {
      await clear(productionId)
      const seq = (await editCounter.findByPk(productionId))?.get().seq ?? 0
      const jobId = await jobs.createOnce(
        { id: uuidv7(), productionId, state: 'waiting', problems: [] },
        { make: paper, dayId },
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
