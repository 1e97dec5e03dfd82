import { ENDPOINTS } from '@kavrell/contract'
import { ok } from '@kavrell/core/outcome'
import type { Sequelize } from 'sequelize'
import type { Volumes } from '../devices/volumes.ts'
import type { LookAtCard } from '../edits/wipeGuard.ts'
import type { Offload } from '../media/offload.ts'
import { viewMedia } from '../media/view.ts'
import type { Models } from '../records/models.ts'
import type { Serve } from './serve.ts'

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly look: LookAtCard
  readonly volumes: Volumes
  readonly offload: Offload
}

/** What the reader sees, and the jobs of the copy engine. */
export function mediaRoutes(serve: Serve, { offload, ...media }: Deps): void {
  serve.on(ENDPOINTS.media, async ({ params }) => ok(await viewMedia(media, params.productionId)))
  serve.on(ENDPOINTS.copyCard, ({ account, params, body }) =>
    offload.copyCard(account!, params.productionId, body.cardId, body.driveIds),
  )
  serve.on(ENDPOINTS.beginEvening, ({ account, params, body }) =>
    offload.beginEvening(account!, params.productionId, body),
  )
  serve.on(ENDPOINTS.checkCopy, ({ account, params, body }) =>
    offload.verifyCopy(account!, params.productionId, body.copyRunId),
  )
  serve.on(ENDPOINTS.stopJob, async ({ params }) =>
    ok({ stopped: await offload.stop(params.productionId, params.jobId) }),
  )
  serve.on(ENDPOINTS.pauseJob, async ({ params, body }) =>
    ok({ found: await offload.pause(params.productionId, params.jobId, body.isPaused) }),
  )
  serve.on(ENDPOINTS.putJobFirst, async ({ params }) =>
    ok({ found: await offload.putFirst(params.productionId, params.jobId) }),
  )
}
