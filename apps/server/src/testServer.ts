import { mkdtemp, rm } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { loadDemo } from './demo/loadDemo.ts'
import { openDatabase } from './records/database.ts'
import { type Running, start } from './start.ts'
import { type Me, readSnapshot, ROLES, type SnapshotOnTheWay, type StreamMessage } from '@kavrell/contract'
import { createRecord, type KindName, asId } from '@kavrell/core/records'

export interface Answer {
  readonly status: number
  readonly json: Record<string, never> & {
    refusal?: { code: string; says: string; current?: unknown; field?: string }
  }
  readonly text: string
  readonly cookie: string | undefined
}

const PASSWORD = 'correct horse battery'

/** A change that makes a record, with what is given over what its fields start with. */
export const create = <K extends KindName>(kind: K, fields: object, id: string = uuidv7()) =>
  createRecord(kind, fields, asId(id))

/** The server's own role, of which the whole database server of the tests has one. */
function asServerRole(admin: string, database: string): string {
  const url = new URL(admin)
  url.username = 'kavrell_test'
  url.password = 'for tests only'
  url.pathname = `/${database}`
  return url.href
}

/** For tests: two servers on one new database in which nobody is yet. Needs a PostgreSQL at TEST_POSTGRES. */
export async function openEmptyServers() {
  const admin = process.env.TEST_POSTGRES
  if (!admin) throw new Error('TEST_POSTGRES is not set: run npm test')
  const name = `test_${process.pid}_${Date.now()}`
  const root = openDatabase(admin)
  await root.query(`CREATE DATABASE ${name}`)
  await root.close()
  const media = await mkdtemp(path.join(os.tmpdir(), 'kavrell-media-'))
  const settings = {
    databaseUrl: asServerRole(admin, name),
    ownerUrl: admin.replace(/\/[^/]*$/, `/${name}`),
    port: 0,
    mediaRoot: path.join(media, 'media'),
    uploads: path.join(media, 'uploads'),
    webFolder: null,
    signInsPerMinute: 200,
  }
  const server = await start(settings)
  const second = await start(settings)
  const cookies = new Map<string, string>()

  const call = async (
    who: string | null,
    route: string,
    body?: unknown,
    headers: Record<string, string> = { 'x-kavrell': '1' },
    base: Running = server,
  ): Promise<Answer> => {
    const response = await fetch(`${base.address}/api${route}`, {
      method: body === undefined ? 'GET' : 'POST',
      body: body === undefined ? undefined : JSON.stringify(body),
      headers: { 'content-type': 'application/json', ...(who ? { cookie: cookies.get(who)! } : {}), ...headers },
    })
    const text = await response.text()
    let json: unknown = null
    try {
      json = JSON.parse(text)
    } catch {
      /* a document */
    }
    const cookie = response.headers.get('set-cookie')?.split(';')[0]
    return { status: response.status, json: json as Answer['json'], text, cookie }
  }
  return {
    admin,
    server,
    second,
    settings,
    cookies,
    call,
    async close() {
      await second.stop()
      await server.stop()
      await rm(media, { recursive: true, force: true })
    },
  }
}

/**
 * For tests: two servers on one new database, with one production and somebody signed in for each role.
 * Needs a PostgreSQL at TEST_POSTGRES, which npm test starts.
 */
export async function openTestServer() {
  const world = await openEmptyServers()
  const { server, settings, cookies, call } = world
  cookies.set('owner', (await call(null, '/set-up', { name: 'Owner', password: PASSWORD })).cookie!)
  const made = await call('owner', '/productions', { title: 'Test', mainsHz: 50 })
  const productionId = (made.json as unknown as { id: string }).id
  for (const role of ROLES.filter((r) => r !== 'owner')) {
    await call('owner', `/productions/${productionId}/members`, { name: role, password: PASSWORD, role })
    cookies.set(role, (await call(null, '/sign-in', { name: role, password: PASSWORD })).cookie!)
  }
  return {
    ...world,
    media: settings.mediaRoot,
    uploads: settings.uploads,
    productionId,
    /** Loads the demo and signs its owner in as `demo`. Gives the demo's id. */
    async enterDemo(): Promise<string> {
      const id = await loadDemo(server.services, settings.mediaRoot)
      const me = (await call(null, '/me')).json as unknown as Me
      const { accountId } = me.demo.find((d) => d.role === 'owner')!
      cookies.set('demo', (await call(null, '/enter-demo', { accountId })).cookie!)
      return id
    },
    edit: (who: string, changes: unknown[], id = uuidv7()) =>
      call(who, `/productions/${productionId}/edits`, { id, label: 'Test', changes }),
    snapshot: async (who = 'owner') =>
      readSnapshot((await call(who, `/productions/${productionId}/snapshot`)).json as unknown as SnapshotOnTheWay),
    /** Follows the production's stream after a number, as a device would; `until` resolves once enough was heard. */
    async listen(who: string, after: number, base: Running = server, head = '') {
      const stop = new AbortController()
      const response = await fetch(
        `${base.address}/api/productions/${productionId}/stream?after=${after}&head=${head}`,
        {
          headers: { cookie: cookies.get(who)! },
          signal: stop.signal,
        },
      )
      const heard: StreamMessage[] = []
      const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
      let text = ''
      const edits = () => heard.flatMap((message) => (message.type === 'edit' ? [message.edit] : []))
      return {
        heard,
        edits,
        /** Resolves too when the server ends it. */
        async until(enough: () => boolean) {
          while (!enough()) {
            const { value, done } = await reader.read()
            if (done) return
            text += value
            const events = text.split('\n\n')
            text = events.pop()!
            for (const event of events) {
              const data = /^data: (.*)$/m.exec(event)
              if (data) heard.push(JSON.parse(data[1]!) as StreamMessage)
            }
          }
        },
        stop: () => stop.abort(),
      }
    },
  }
}
export type TestServer = Awaited<ReturnType<typeof openTestServer>>
