import { type ChildProcess, spawn } from 'node:child_process'
import { chmodSync, readFileSync } from 'node:fs'
import { mkdir, mkdtemp, rm } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { Client } from 'pg'
import { v7 as uuidv7 } from 'uuid'
import type { StreamMessage } from '@kavrell/contract'
import { startPostgres } from '../scripts/database.mjs'
import { blank, type KindName, type RecordFields } from '@kavrell/core/records'

/** Numbers from a seed, so that a round that failed can be run again. @source mulberry32 */
export function seeded(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    next,
    between: (least: number, most: number) => least + Math.floor(next() * (most - least + 1)),
    of: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
    chance: (share: number) => next() < share,
  }
}
export type Chance = ReturnType<typeof seeded>

export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** A server process that can be killed and started again on the same data. */
export interface ServerProcess {
  readonly address: () => string
  readonly pid: () => number | undefined
  readonly kill: () => Promise<void>
  readonly start: () => Promise<void>
}

async function serverProcess(databaseUrl: string, media: string): Promise<ServerProcess> {
  let child: ChildProcess | null = null
  let address = ''
  const start = async () => {
    child = spawn(process.execPath, ['apps/server/dist/main.js', '--empty'], {
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        KAVRELL_MEDIA: media,
        PORT: '0',
        KAVRELL_WEB: path.resolve('apps/web/dist'),
      },
      stdio: ['ignore', 'pipe', 'ignore'],
    })
    const started = child
    address = await new Promise<string>((resolve, reject) => {
      started.stdout!.on('data', (text: Buffer) => {
        const at = /Kavrell is at (\S+)/.exec(String(text))
        if (at) resolve(at[1]!)
      })
      started.once('exit', (code) => reject(new Error(`The server left with ${code}`)))
    })
  }
  await start()
  return {
    address: () => address,
    pid: () => child?.pid,
    async kill() {
      const dying = child
      if (!dying || dying.exitCode !== null || dying.signalCode !== null) return
      const gone = new Promise((resolve) => dying.once('exit', resolve))
      dying.kill('SIGKILL')
      await gone
    },
    start,
  }
}

/** A database, two server processes on it, a production and somebody who may do everything in it. */
export interface World {
  readonly servers: readonly ServerProcess[]
  readonly media: string
  readonly productionId: string
  readonly killDatabase: () => void
  readonly startDatabase: () => Promise<void>
  /** The session, for a browser to go in with. */
  readonly cookie: () => string
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<T[]>
  /** One request. Null when nobody answered, or the answer was that the server failed. */
  readonly ask: <T>(server: ServerProcess, route: string, body?: unknown) => Promise<{ status: number; json: T } | null>
  /** The stream of the production from a number on, as text, until it is cut. */
  readonly stream: (server: ServerProcess, after: number, signal: AbortSignal) => Promise<AsyncIterable<string>>
  readonly close: () => Promise<void>
}

export async function openWorld(): Promise<World> {
  const scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell-soak-'))
  chmodSync(scratch, 0o755)
  const media = path.join(scratch, 'media')
  await mkdir(media)
  const folder = path.join(scratch, 'postgres')
  // Durable, unlike the tests' own: what was answered must be there after kill -9.
  const postgres = await startPostgres(folder)
  postgres.createDatabase('soak')
  const url = postgres.url('soak')
  const open = async () => [await serverProcess(url, media), await serverProcess(url, media)]
  const servers = await open().catch((error: unknown) => {
    // A server that never came leaves no database behind.
    postgres.stop()
    throw error
  })
  let cookie = ''
  const ask: World['ask'] = async <T>(server: ServerProcess, route: string, body?: unknown) => {
    try {
      const response = await fetch(`${server.address()}/api${route}`, {
        method: body === undefined ? 'GET' : 'POST',
        body: body === undefined ? undefined : JSON.stringify(body),
        headers: { 'content-type': 'application/json', 'x-kavrell': '1', cookie },
        signal: AbortSignal.timeout(20_000),
      })
      cookie ||= response.headers.get('set-cookie')?.split(';')[0] ?? ''
      const json = (await response.json()) as T
      return response.status >= 500 ? null : { status: response.status, json }
    } catch {
      return null
    }
  }
  await ask(servers[0]!, '/set-up', { name: 'Soak', password: 'correct horse battery' })
  const made = await ask<{ id: string }>(servers[0]!, '/productions', { title: 'Soak', mainsHz: 50 })
  if (!made) throw new Error('The production could not be made')
  return {
    servers,
    media,
    productionId: made.json.id,
    killDatabase() {
      const pid = Number(pidFile(folder))
      if (pid) process.kill(pid, 'SIGKILL')
    },
    async startDatabase() {
      for (let tries = 0; ; tries++) {
        try {
          const again = await startPostgres(folder)
          if (again.url('soak') !== url) throw new Error('The database came back at another port')
          return
        } catch (error) {
          // Its children may still be leaving.
          if (tries > 20) throw error
          await wait(250)
        }
      }
    },
    async query<T>(sql: string, values: unknown[] = []) {
      const client = new Client({ connectionString: url })
      await client.connect()
      try {
        return (await client.query(sql, values)).rows as T[]
      } finally {
        await client.end()
      }
    },
    cookie: () => cookie,
    ask,
    async stream(server, after, signal) {
      const response = await fetch(`${server.address()}/api/productions/${made.json.id}/stream?after=${after}`, {
        headers: { cookie },
        signal,
      })
      return response.body!.pipeThrough(new TextDecoderStream())
    },
    async close() {
      for (const server of servers) await server.kill()
      ;(await startPostgres(folder)).stop()
      await rm(scratch, { recursive: true, force: true })
    },
  }
}

/** The messages of a stream as they come, however it is cut into pieces. */
export async function* messagesOf(stream: AsyncIterable<string>): AsyncGenerator<StreamMessage> {
  let text = ''
  for await (const piece of stream) {
    text += piece
    const events = text.split('\n\n')
    text = events.pop()!
    for (const event of events) {
      const data = /^data: (.*)$/m.exec(event)
      if (data) yield JSON.parse(data[1]!) as StreamMessage
    }
  }
}

/** The number of the database's process; empty when it does not run. */
function pidFile(folder: string): string {
  try {
    return readFileSync(path.join(folder, 'data/postmaster.pid'), 'utf8').split('\n')[0]!
  } catch {
    return ''
  }
}

export const create = <K extends KindName>(kind: K, fields: Partial<RecordFields<K>>, id = uuidv7()) => ({
  op: 'create' as const,
  kind,
  id,
  fields: blank(kind, fields),
})
