import { spawn } from 'node:child_process'
import fs from 'node:fs'
import net from 'node:net'
import os from 'node:os'
import path from 'node:path'
import { Client } from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { startPostgres } from './database.mjs'

let scratch = '',
  folder = '',
  postgres

const ask = async (sql) => {
  const client = new Client({ connectionString: postgres.url('postgres') })
  await client.connect()
  const { rows } = await client.query(sql)
  await client.end()
  return rows
}
const serverPid = () => Number(fs.readFileSync(path.join(folder, 'data/postmaster.pid'), 'utf8').split('\n')[0])
const isGone = async (pid) => {
  for (let i = 0; i < 100 && fs.existsSync(`/proc/${pid}/cwd`); i++) await new Promise((r) => setTimeout(r, 50))
}

beforeAll(async () => {
  scratch = fs.mkdtempSync(path.join(os.tmpdir(), "kavrell it's a path "))
  fs.chmodSync(scratch, 0o755)
  folder = path.join(scratch, 'post gres')
  postgres = await startPostgres(folder, { throwAway: true })
}, 240_000)
afterAll(() => {
  postgres?.stop()
  fs.rmSync(scratch, { recursive: true, force: true })
})

test('listens on loopback only, behind a password, wherever its path has spaces and quotes', async () => {
  expect(await ask('SHOW listen_addresses')).toEqual([{ listen_addresses: '127.0.0.1' }])
  const wrong = new Client({ connectionString: postgres.url('postgres').replace(/:[^:@]+@/, ':wrong@') })
  await expect(wrong.connect()).rejects.toThrow(/password/)
})

test('is found running by a second start, and four at once start one', async () => {
  const pid = serverPid()
  const starts = await Promise.all(Array.from({ length: 4 }, () => startPostgres(folder, { throwAway: true })))
  expect(new Set(starts.map((s) => s.url('x')))).toEqual(new Set([postgres.url('x')]))
  expect(serverPid()).toBe(pid)
})

test('a database made twice is made once', async () => {
  postgres.createDatabase('twice')
  postgres.createDatabase('twice')
  expect(await ask("SELECT count(*)::int AS n FROM pg_database WHERE datname = 'twice'")).toEqual([{ n: 1 }])
})

test('comes back with its data after kill -9, a stale lock and its port taken', async () => {
  await ask('CREATE TABLE kept (n int)')
  await ask('INSERT INTO kept VALUES (7)')
  await ask('CHECKPOINT')
  const pid = serverPid()
  const port = Number(new URL(postgres.url('x')).port)
  process.kill(pid, 'SIGKILL')
  await isGone(pid)
  // The lock of a start that died: its process is gone.
  const dead = spawn('true')
  await new Promise((resolve) => dead.once('exit', resolve))
  fs.writeFileSync(path.join(folder, 'lock'), String(dead.pid))
  let thief
  for (let i = 0; i < 50 && !thief; i++)
    thief = await new Promise((resolve) => {
      const server = net.createServer().once('error', () => setTimeout(() => resolve(undefined), 100))
      server.listen(port, '127.0.0.1', () => resolve(server))
    })
  try {
    postgres = await startPostgres(folder, { throwAway: true })
    expect(Number(new URL(postgres.url('x')).port)).not.toBe(port)
    expect(await ask('SELECT n FROM kept')).toEqual([{ n: 7 }])
  } finally {
    thief?.close()
  }
}, 240_000)

test('a pid file that names somebody else’s process does not fool it', async () => {
  postgres.stop()
  fs.writeFileSync(path.join(folder, 'data/postmaster.pid'), `${process.pid}\n${folder}/data\n0\n1\n\n`)
  postgres = await startPostgres(folder, { throwAway: true })
  expect(await ask('SELECT n FROM kept')).toEqual([{ n: 7 }])
})
