import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { Client } from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { backup } from './backup.mjs'
import { restore } from './restore.mjs'

const admin = process.env.TEST_POSTGRES ?? ''
const name = `backup_${process.pid}`
const databaseUrl = admin.replace(/\/[^/]*$/, `/${name}`)
let scratch = ''
const ask = async (sql, url = databaseUrl) => {
  const client = new Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(sql)).rows
  } finally {
    await client.end()
  }
}

beforeAll(async () => {
  scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'kavrell backup '))
  await ask(`CREATE DATABASE ${name}`, admin)
  await ask(`CREATE TABLE note (n int); INSERT INTO note VALUES (1), (2)`)
  fs.mkdirSync(path.join(scratch, 'uploads/deep'), { recursive: true })
  fs.writeFileSync(path.join(scratch, 'uploads/deep/picture ü.png'), Buffer.from([1, 2, 3]))
})
afterAll(() => fs.rmSync(scratch, { recursive: true, force: true }))

test('a backup brings back records and uploads as they were, and keeps what it replaces', async () => {
  const where = { databaseUrl, uploads: path.join(scratch, 'uploads') }
  const file = path.join(scratch, 'all.tar.gz')
  backup(where, file)
  await ask('INSERT INTO note VALUES (3)')
  fs.writeFileSync(path.join(scratch, 'uploads/later.png'), 'later')
  const old = restore(where, file)
  expect(await ask('SELECT n FROM note ORDER BY n')).toEqual([{ n: 1 }, { n: 2 }])
  expect([...fs.readFileSync(path.join(scratch, 'uploads/deep/picture ü.png'))]).toEqual([1, 2, 3])
  expect(fs.existsSync(path.join(scratch, 'uploads/later.png'))).toBe(false)
  expect(await ask('SELECT count(*)::int AS n FROM note', admin.replace(/\/[^/]*$/, `/${old}`))).toEqual([{ n: 3 }])
  const kept = fs.readdirSync(scratch).find((entry) => entry.startsWith('uploads-before-'))
  expect(fs.existsSync(path.join(scratch, kept, 'later.png'))).toBe(true)
})

test('a file that is there is never written over, and a file that is none changes nothing', async () => {
  const where = { databaseUrl, uploads: path.join(scratch, 'uploads') }
  const file = path.join(scratch, 'precious.tar.gz')
  fs.writeFileSync(file, 'precious')
  expect(() => backup(where, file)).toThrow(/left alone/)
  expect(fs.readFileSync(file, 'utf8')).toBe('precious')
  expect(() => restore(where, file)).toThrow(/could not be read/)
  expect(await ask('SELECT count(*)::int AS n FROM note')).toEqual([{ n: 2 }])
})

test('while somebody is connected nothing is swapped', async () => {
  const where = { databaseUrl, uploads: path.join(scratch, 'uploads') }
  const file = path.join(scratch, 'busy.tar.gz')
  backup(where, file)
  const busy = new Client({ connectionString: databaseUrl })
  await busy.connect()
  try {
    expect(() => restore(where, file)).toThrow(/Stop it first/)
    expect((await busy.query('SELECT count(*)::int AS n FROM note')).rows).toEqual([{ n: 2 }])
  } finally {
    await busy.end()
  }
})
