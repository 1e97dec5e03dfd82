// npm run restore -- FILE: puts a backup in place of what is there. What was there is kept beside it.
import { spawnSync } from 'node:child_process'
import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { installation, must } from './backup.mjs'
import { postgresTool } from './database.mjs'

/**
 * Restores into a new database first and swaps names only when it is whole; the old database and the old
 * uploads stay under another name.
 * @returns the name under which the old database is kept
 */
export function restore({ databaseUrl, uploads }, file) {
  const scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'kavrell-restore-'))
  const url = new URL(databaseUrl)
  const name = url.pathname.slice(1)
  const at = (database) => Object.assign(new URL(databaseUrl), { pathname: `/${database}` }).href
  const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14)
  const [fresh, old] = [`${name}_restoring_${stamp}`, `${name}_before_${stamp}`]
  const sql = (...statements) =>
    postgresTool('psql', '-v', 'ON_ERROR_STOP=1', '-q', '-d', at('postgres'), ...statements.flatMap((s) => ['-c', s]))
  try {
    must(spawnSync('tar', ['-xzf', file, '-C', scratch], { encoding: 'utf8' }), `${file} could not be read`)
    if (!fs.existsSync(path.join(scratch, 'kavrell-backup.json'))) throw new Error(`${file} is no backup of Kavrell’s.`)
    must(sql(`CREATE DATABASE "${fresh}"`), 'The new database could not be made')
    must(
      postgresTool('pg_restore', '--no-owner', '--exit-on-error', '-d', at(fresh), path.join(scratch, 'database.dump')),
      'The backup could not be read back',
    )
    const swapped = sql(`ALTER DATABASE "${name}" RENAME TO "${old}"`, `ALTER DATABASE "${fresh}" RENAME TO "${name}"`)
    must(swapped, 'Nothing was changed; is Kavrell still running? Stop it first')
    if (fs.existsSync(uploads)) fs.renameSync(uploads, `${uploads}-before-${stamp}`)
    fs.cpSync(path.join(scratch, 'uploads'), uploads, { recursive: true })
    return old
  } catch (error) {
    sql(`DROP DATABASE IF EXISTS "${fresh}"`)
    throw error
  } finally {
    fs.rmSync(scratch, { recursive: true, force: true })
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const file = process.argv[2]
  if (!file) {
    console.error('Say which file: npm run restore -- kavrell-….tar.gz')
    process.exit(2)
  }
  try {
    const old = restore(await installation(), path.resolve(file))
    console.log(`Restored. What was there before is kept as the database ${old}.`)
  } catch (error) {
    console.error(error.message)
    process.exit(1)
  }
}
