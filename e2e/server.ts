import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtemp } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { Client } from 'pg'
import type { Page } from '@playwright/test'

export interface TestServer {
  readonly address: string
  readonly media: string
  readonly query: (sql: string) => Promise<Record<string, string>[]>
  /** The server leaves, as when a laptop is closed, and comes back at the same address. */
  readonly goAway: () => Promise<void>
  readonly comeBack: () => Promise<void>
  readonly stop: () => Promise<void>
}

/** The built server on a database and media folders of its own. */
export async function serve(...flags: string[]): Promise<TestServer> {
  const admin = process.env.TEST_POSTGRES
  if (!admin) throw new Error('TEST_POSTGRES is not set: run npm test')
  const name = `e2e_${process.pid}_${Date.now()}`
  const root = new Client({ connectionString: admin })
  await root.connect()
  await root.query(`CREATE DATABASE ${name}`)
  await root.end()
  const media = await mkdtemp(path.join(process.env.TEST_SCRATCH ?? os.tmpdir(), 'media-'))
  const databaseUrl = admin.replace(/\/[^/]*$/, `/${name}`)
  const launch = async (port: string) => {
    const child: ChildProcess = spawn(process.execPath, ['apps/server/dist/main.js', ...flags], {
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        KAVRELL_MEDIA: media,
        KAVRELL_WEB: path.resolve('apps/web/dist'),
        PORT: port,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    const address = await new Promise<string>((resolve, reject) => {
      child.stdout!.on('data', (text: Buffer) => {
        const at = /Kavrell is at (\S+)/.exec(String(text))
        if (at) resolve(at[1]!)
      })
      child.once('exit', (code) => reject(new Error(`The server left with ${code}`)))
    })
    return { child, address }
  }
  let { child, address } = await launch('0')
  const end = async () => {
    if (child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((resolve) => {
      child.once('exit', resolve)
    })
    child.kill('SIGTERM')
    await gone
  }
  const database = new Client({ connectionString: databaseUrl })
  await database.connect()
  return {
    address,
    media,
    query: async (sql) => (await database.query<Record<string, string>>(sql)).rows,
    goAway: end,
    async comeBack() {
      ;({ child, address } = await launch(new URL(address).port))
    },
    async stop() {
      await database.end()
      await end()
    },
  }
}

/** The stages of the rail, in the order of the work. */
export const STAGES = ['brief', 'scout', 'shots', 'light', 'kit', 'crew', 'order', 'call', 'patch', 'roll', 'cover', 'offload', 'sync', 'wrap'] // prettier-ignore

/** Goes to a stage as a link does: within the page that is open. */
export const goTo = (page: Page, stage: string): Promise<void> =>
  page.evaluate((stage) => {
    history.pushState({}, '', location.pathname.replace(/\w+$/, stage))
    dispatchEvent(new PopStateEvent('popstate'))
  }, stage)
