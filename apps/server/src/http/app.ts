import { ENDPOINTS } from '@kavrell/contract'
import { ok } from '@kavrell/core/outcome'
import { existsSync } from 'node:fs'
import path from 'node:path'
import express, { type Express } from 'express'
import expressStaticGzip from 'express-static-gzip'
import helmet from 'helmet'
import type { Sequelize } from 'sequelize'
import type { Accounts } from '../accounts/accounts.ts'
import type { Invitations } from '../accounts/invitations.ts'
import type { RadioScanner } from '../devices/radioScanner.ts'
import type { TimecodeBox } from '../devices/timecodeBox.ts'
import type { Volumes } from '../devices/volumes.ts'
import type { Documents } from '../documents/documents.ts'
import type { CallSheets } from '../documents/callSheets.ts'
import type { Door } from '../edits/door.ts'
import type { LookAtCard } from '../edits/wipeGuard.ts'
import type { Announcements } from '../live/announcements.ts'
import type { RecentEdits } from '../live/recentEdits.ts'
import type { MediaJobs } from '../media/copyJob.ts'
import type { Manifests } from '../media/manifests.ts'
import type { Offload } from '../media/offload.ts'
import type { Models } from '../records/models.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Snapshots } from '../records/snapshots.ts'
import type { Pictures } from '../uploads/pictures.ts'
import { accessRoutes, signInRoutes } from './accountRoutes.ts'
import { readBody } from './bodies.ts'
import { documentRoutes } from './documentRoutes.ts'
import { answerErrors, knowAccount, knownHostsOnly, refuseForeignWrites } from './guards.ts'
import { sendRefusal, serveOn } from './serve.ts'
import { memberRoutes } from './memberRoutes.ts'
import { mediaRoutes } from './mediaRoutes.ts'
import { paperRoutes } from './paperRoutes.ts'
import { productionRoutes } from './productionRoutes.ts'
import { uploadRoutes } from './uploadRoutes.ts'

export interface Services {
  readonly database: Sequelize
  readonly models: Models
  readonly serverModels: ServerModels
  readonly snapshots: Snapshots
  readonly door: Door
  readonly accounts: Accounts
  readonly announcements: Announcements
  readonly recentEdits: RecentEdits
  readonly volumes: Volumes
  readonly manifests: Manifests
  readonly look: LookAtCard
  readonly timecodeBox: TimecodeBox
  readonly radioScanner: RadioScanner
  readonly offload: Offload
  readonly jobs: MediaJobs
  readonly sheets: CallSheets
  readonly documents: Documents
  readonly pictures: Pictures
  readonly now: () => Date
  readonly signInsPerMinute: number
  readonly invitations: Invitations
  readonly address: () => string
  /** Names and addresses under which this machine may be asked. */
  readonly hosts: readonly string[]
}

/** The whole HTTP face: the API under /api, the built web app for everything else. */
export function makeApp(services: Services, webFolder: string | null): Express {
  const app = express()
  app.disable('x-powered-by')
  // Answers are never asked for again by a tag; hashing ten megabytes for one would be time lost.
  app.disable('etag')
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          // Recordings that somebody chose, shown from where they lie.
          mediaSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          fontSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use(knownHostsOnly(services.hosts))
  app.use('/api', refuseForeignWrites, knowAccount(services.accounts), readBody)
  const api = express.Router()
  const serve = serveOn(api, services.accounts, services.signInsPerMinute)
  serve.on(ENDPOINTS.health, () => ok({ ok: true }))
  signInRoutes(serve, services)
  accessRoutes(serve, services)
  memberRoutes(serve, services)
  productionRoutes(serve, services)
  uploadRoutes(serve, services)
  paperRoutes(serve, services)
  mediaRoutes(serve, services)
  documentRoutes(serve, services)
  app.use('/api', api)
  app.use('/api', (_req, res) => {
    sendRefusal(res, { code: 'not-found', says: 'There is nothing at this address.' })
  })
  if (webFolder && existsSync(webFolder)) {
    // Compressed when the app was built, not at every request.
    const compressed = { enableBrotli: true, orderPreference: ['br', 'gz'] as ('br' | 'gz')[] }
    app.use(
      '/assets',
      expressStaticGzip(path.join(webFolder, 'assets'), {
        ...compressed,
        serveStatic: { immutable: true, maxAge: '1y' },
      }),
    )
    app.use(expressStaticGzip(webFolder, compressed))
    app.use((_req, res) => {
      res.sendFile(path.join(webFolder, 'index.html'))
    })
  }
  app.use(answerErrors)
  return app
}
