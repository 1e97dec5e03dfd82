import { createServer, type Server } from 'node:http'
import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import { openAccounts } from './accounts/accounts.ts'
import { standInGateway } from './devices/messageGateway.ts'
import { standInBox } from './devices/timecodeBox.ts'
import { folderVolumes } from './devices/volumes.ts'
import { openSheets } from './documents/sheets.ts'
import { openDoor } from './edits/door.ts'
import { makeApp, type Services } from './http/app.ts'
import { listenToAnnouncements } from './live/announcements.ts'
import { mediaWork } from './media/copyJob.ts'
import { runJobs } from './media/jobRunner.ts'
import { openJobs } from './media/jobs.ts'
import { openOffload } from './media/offload.ts'
import { openDatabase } from './records/database.ts'
import { migrate } from './records/migrate.ts'
import { defineModels } from './records/models.ts'

export interface Settings {
  readonly databaseUrl: string
  /** 0 takes any free port. */
  readonly port: number
  readonly mediaRoot: string
  readonly webFolder: string | null
  readonly signInsPerMinute?: number
}

export interface Running {
  readonly address: string
  readonly services: Services
  readonly stop: () => Promise<void>
}

/** Opens everything and serves on loopback. If the port is taken, the next free one is used. */
export async function start(settings: Settings): Promise<Running> {
  const database = openDatabase(settings.databaseUrl)
  await migrate(database)
  for (const folder of ['cards', 'drives']) await mkdir(path.join(settings.mediaRoot, folder), { recursive: true })
  const models = defineModels(database)
  const door = openDoor(database, models)
  const accounts = openAccounts(database)
  const announcements = await listenToAnnouncements(settings.databaseUrl)
  const now = () => new Date()
  const volumes = folderVolumes(settings.mediaRoot)
  const jobs = openJobs(database)
  const offload = openOffload({ models, volumes, jobs, now })
  const runner = runJobs(jobs, announcements, mediaWork({ database, models, door, volumes, now }))
  let address = ''
  const sheets = openSheets({ database, models, door, gateway: standInGateway, now, address: () => address })
  const services: Services = {
    database,
    models,
    door,
    accounts,
    announcements,
    volumes,
    timecodeBox: standInBox(models),
    offload,
    jobs,
    runner,
    sheets,
    now,
    signInsPerMinute: settings.signInsPerMinute ?? 20,
  }
  const server = createServer(makeApp(services, settings.webFolder))
  address = `http://127.0.0.1:${await listen(server, settings.port)}`
  return {
    address,
    services,
    async stop() {
      await runner.close()
      server.closeAllConnections()
      await new Promise((resolve) => {
        server.close(resolve)
      })
      await announcements.close()
      await database.close()
    },
  }
}

async function listen(server: Server, wanted: number): Promise<number> {
  for (const port of [...Array.from({ length: 20 }, (_, i) => (wanted === 0 ? 0 : wanted + i)), 0]) {
    const taken = await new Promise<boolean>((resolve, reject) => {
      const refused = (error: NodeJS.ErrnoException) => {
        if (error.code === 'EADDRINUSE') resolve(true)
        else reject(error)
      }
      server.once('error', refused)
      server.listen(port, '127.0.0.1', () => {
        server.off('error', refused)
        resolve(false)
      })
    })
    if (!taken) return (server.address() as { port: number }).port
  }
  throw new Error('No free port')
}
