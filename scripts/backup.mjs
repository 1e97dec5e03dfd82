// npm run backup [-- FILE]: the whole database and all uploaded files as one archive.
import { spawnSync } from 'node:child_process'
import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { postgresTool, startPostgres } from './database.mjs'
import { root } from './prepare.mjs'

const data = path.join(root, '.data')

/** Where the running installation keeps its records, and its uploads. */
export async function installation() {
  const uploads = process.env.KAVRELL_UPLOADS ?? path.join(data, 'uploads')
  if (process.env.DATABASE_URL) return { databaseUrl: process.env.DATABASE_URL, uploads }
  const postgres = await startPostgres(path.join(data, 'postgres'))
  return { databaseUrl: postgres.url('kavrell'), uploads }
}

export function must(done, what) {
  if (done.status !== 0) throw new Error(`${what}: ${done.stderr || done.error?.message || 'failed'}`)
}

/** Writes the archive under another name first: a file of the wanted name is always whole. */
export function backup({ databaseUrl, uploads }, file) {
  if (fs.existsSync(file)) throw new Error(`${file} is there already and was left alone.`)
  const scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'kavrell-backup-'))
  try {
    must(
      postgresTool('pg_dump', '--format=custom', '--no-privileges', `--file=${scratch}/database.dump`, databaseUrl),
      'pg_dump',
    )
    fs.mkdirSync(path.join(scratch, 'uploads'))
    if (fs.existsSync(uploads)) fs.cpSync(uploads, path.join(scratch, 'uploads'), { recursive: true })
    fs.writeFileSync(path.join(scratch, 'kavrell-backup.json'), JSON.stringify({ version: 1, at: new Date() }))
    const part = `${file}.part`
    must(spawnSync('tar', ['-czf', part, '-C', scratch, '.'], { encoding: 'utf8' }), 'tar')
    fs.renameSync(part, file)
  } finally {
    fs.rmSync(scratch, { recursive: true, force: true })
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const stamp = new Date().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-')
  const file = path.resolve(process.argv[2] ?? `kavrell-${stamp}.tar.gz`)
  try {
    backup(await installation(), file)
    console.log(`Everything is in ${file}`)
  } catch (error) {
    console.error(error.message)
    process.exit(1)
  }
}
