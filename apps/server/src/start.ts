import { createServer, type Server } from 'node:http'
import { hostname, networkInterfaces } from 'node:os'
import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import { fillLooks, openAccounts } from './accounts/accounts.ts'
import { openInvitations } from './accounts/invitations.ts'
import { standInCameras } from './devices/cameraLink.ts'
import { standInGateway } from './devices/messageGateway.ts'
import { smtpGateway } from './devices/smtpGateway.ts'
import { standInScanner } from './devices/radioScanner.ts'
import { standInBox } from './devices/timecodeBox.ts'
import { folderVolumes } from './devices/volumes.ts'
import { type DocumentJobs, drawPapers, openDocuments, openPaperMaker, PaperFailed } from './documents/documents.ts'
import { openCallSheets } from './documents/callSheets.ts'
import { openDoor } from './edits/door.ts'
import type { LookAtCard } from './edits/wipeGuard.ts'
import { makeApp, type Services } from './http/app.ts'
import { runJobs } from './jobs/jobRunner.ts'
import { openJobs } from './jobs/jobs.ts'
import { listenToAnnouncements } from './live/announcements.ts'
import { openRecentEdits } from './live/recentEdits.ts'
import { type MediaJobs, mediaWork } from './media/copyJob.ts'
import { openManifests } from './media/manifests.ts'
import { openOffload } from './media/offload.ts'
import { lookAtCard } from './media/sight.ts'
import { openDatabase } from './records/database.ts'
import { migrate } from './records/migrate.ts'
import { defineModels } from './records/models.ts'
import { prepareServerRole } from './records/serverRole.ts'
import { defineServerModels } from './records/serverModels.ts'
import { openSnapshots } from './records/snapshots.ts'
import { openPictures } from './uploads/pictures.ts'
import type { Job } from '@kavrell/contract'
import { sayFault } from '@kavrell/copying'

export interface Settings {
  readonly databaseUrl: string
  /** As who owns the tables: they are made and changed so, and the server's own role is given what it needs. */
  readonly ownerUrl?: string
  /** 0 takes any free port. */
  readonly port: number
  readonly mediaRoot: string
  /** Where pictures are kept; beside the media unless told otherwise. */
  readonly uploads?: string
  readonly webFolder: string | null
  readonly signInsPerMinute?: number
  /** The mail server that call sheets go out by; a stand-in that sends nothing unless there is one. */
  readonly mail?: { readonly server: string; readonly from: string }
  /** The address to listen on; loopback unless told otherwise. */
  readonly host?: string
}

export interface Running {
  readonly address: string
  /** Where others on the network reach it, once it is opened to them. */
  readonly networkAddress: string | null
  readonly services: Services
  readonly stop: () => Promise<void>
}

/** Opens everything and serves on loopback. If the port is taken, the next free one is used. */
export async function start(settings: Settings): Promise<Running> {
  const { ownerUrl = settings.databaseUrl } = settings
  const owner = openDatabase(ownerUrl)
  try {
    await migrate(owner)
    if (ownerUrl !== settings.databaseUrl) await prepareServerRole(owner, settings.databaseUrl)
  } finally {
    await owner.close()
  }
  const database = openDatabase(settings.databaseUrl)
  for (const folder of ['cards', 'drives']) await mkdir(path.join(settings.mediaRoot, folder), { recursive: true })
  const models = defineModels(database)
  const serverModels = defineServerModels(database, models)
  const host = settings.host ?? LOOPBACK
  const volumes = folderVolumes(settings.mediaRoot)
  const manifests = openManifests(serverModels)
  const look: LookAtCard = (folder, runs) => lookAtCard({ volumes, manifests }, folder, runs)
  const door = openDoor(database, models, look)
  await fillLooks(serverModels)
  const accounts = openAccounts(database, serverModels)
  const announcements = await listenToAnnouncements(settings.databaseUrl)
  const recentEdits = openRecentEdits(serverModels, announcements)
  const now = () => new Date()
  const uploads = settings.uploads ?? path.join(settings.mediaRoot, '..', 'uploads')
  const pictures = openPictures(serverModels, uploads)
  const snapshots = openSnapshots(database, serverModels)
  const maker = openPaperMaker({ snapshots, uploads })
  const jobs: MediaJobs = openJobs(database, 'media')
  const offload = openOffload({ models, volumes, jobs, now })
  const gateway = settings.mail ? smtpGateway(settings.mail.server, settings.mail.from) : standInGateway
  const documentJobs: DocumentJobs = openJobs(database, 'document')
  const doMedia = mediaWork({ serverModels, models, door, volumes, manifests, jobs, gateway, now })
  const runners = [
    // A card is copied while another one's copy is copied on; two cards, where two readers hold them.
    ...MEDIA_AT_ONCE.map((kinds) =>
      runJobs(jobs, announcements, doMedia, (error) => sayFault(error, 'Copying'), kinds),
    ),
    runJobs(documentJobs, announcements, drawPapers({ maker, serverModels }), (error) =>
      error instanceof PaperFailed ? error.message : 'The paper could not be drawn. Ask again.',
    ),
  ]
  const closeRunners = () => Promise.all(runners.map((runner) => runner.close()))
  const timecodeBox = standInBox(models)
  const cameras = standInCameras({
    models,
    serverModels,
    snapshots,
    door,
    announcements,
    timecodeBox,
    now,
    failed: sayUntold,
  })
  let port = 0
  const sheets = openCallSheets({
    database,
    models,
    serverModels,
    door,
    gateway,
    now,
    address: () => addressFor(host, port),
  })
  const services: Services = {
    database,
    models,
    serverModels,
    snapshots,
    door,
    accounts,
    announcements,
    recentEdits,
    volumes,
    manifests,
    look,
    timecodeBox,
    radioScanner: standInScanner(models),
    offload,
    jobs,
    sheets,
    pictures,
    documents: openDocuments({ serverModels, jobs: documentJobs, announcements, maker }),
    now,
    signInsPerMinute: settings.signInsPerMinute ?? 20,
    invitations: openInvitations(serverModels),
    address: () => addressFor(host, port),
    hosts: ['localhost', LOOPBACK, '::1', hostname(), `${hostname()}.local`, ...networkAddresses()],
  }
  const server = createServer(makeApp(services, settings.webFolder))
  // Longer than a browser leaves a connection alone: one that is closed just as it is used again loses what was asked.
  server.keepAliveTimeout = 65_000
  if (!isLoopbackHost(host) && !(await accounts.hasPassword())) {
    cameras.close()
    await closeRunners()
    await announcements.close()
    await database.close()
    throw new NotOpened()
  }
  port = await listen(server, settings.port, host)
  return {
    address: addressFor(host === '0.0.0.0' ? LOOPBACK : host, port),
    networkAddress: isLoopbackHost(host) ? null : addressFor(host, port),
    services,
    async stop() {
      cameras.close()
      await closeRunners()
      await sheets.close()
      await maker.close()
      server.closeAllConnections()
      await new Promise((resolve) => {
        server.close(resolve)
      })
      await announcements.close()
      await database.close()
    },
  }
}

const sayUntold = (error: unknown) => {
  console.error('What a linked camera says could not be written down:', error instanceof Error ? error.message : error)
}

const LOOPBACK = '127.0.0.1'
const isLoopbackHost = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.')

/** This machine's own addresses on its networks. */
const networkAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((found) => !found.internal && found.family === 'IPv4')
    .map((found) => found.address)

const addressFor = (host: string, port: number): string =>
  `http://${host === '0.0.0.0' ? (networkAddresses()[0] ?? LOOPBACK) : host}:${port}`

/** Why a server was not opened to the network. */
export class NotOpened extends Error {
  constructor() {
    super(
      'Not opened to the network: there is no owner with a password yet. Start without HOST, set one, and start again.',
    )
  }
}

/** What each of the runners of copies takes up. */
const MEDIA_AT_ONCE: readonly (readonly Job['kind'][])[] = [['copy', 'verify'], ['copy', 'verify'], ['relay']]

async function listen(server: Server, wanted: number, host: string): Promise<number> {
  for (const port of [...Array.from({ length: 20 }, (_, i) => (wanted === 0 ? 0 : wanted + i)), 0]) {
    const taken = await new Promise<boolean>((resolve, reject) => {
      const refused = (error: NodeJS.ErrnoException) => {
        if (error.code === 'EADDRINUSE') resolve(true)
        else reject(error)
      }
      server.once('error', refused)
      server.listen(port, host, () => {
        server.off('error', refused)
        resolve(false)
      })
    })
    if (!taken) return (server.address() as { port: number }).port
  }
  throw new Error('No free port')
}
