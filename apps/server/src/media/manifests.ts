import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import type { Transaction } from 'sequelize'
import type { ManifestRow, ServerModels } from '../records/serverModels.ts'
import type { CopiedFile } from '@kavrell/copying'

const pack = promisify(gzip)
const unpack = promisify(gunzip)

/** One list of copied files as it lies in the database: called by the digest of its text, which is packed. */
export type PackedManifest = ManifestRow

export interface Manifests {
  /** Keeps what a run copied, and gives the digest it is called by. The same list is kept once. */
  readonly keep: (files: readonly CopiedFile[]) => Promise<string>
  /** Null when nothing is kept under that digest, or when what is kept is not what the digest says. */
  readonly read: (digest: string, transaction?: Transaction) => Promise<readonly CopiedFile[] | null>
  readonly packed: (digests: readonly string[], transaction?: Transaction) => Promise<readonly PackedManifest[]>
  /**
   * Takes lists over from elsewhere; one that is not what its digest says is left out.
   * @returns the digests of those that were taken over
   */
  readonly adopt: (lists: readonly PackedManifest[], transaction?: Transaction) => Promise<ReadonlySet<string>>
}

const digestOf = (text: string | Buffer) => createHash('sha256').update(text).digest('hex')

/**
 * What every copy holds: names, lengths, times and digests of its files. The database is the authority on that; the
 * lists on the drives can be changed by whoever holds the drive.
 */
export function openManifests({ manifest }: ServerModels): Manifests {
  const put = (rows: readonly PackedManifest[], transaction?: Transaction) =>
    manifest.bulkCreate([...rows], { ignoreDuplicates: true, transaction })
  return {
    async keep(files) {
      const text = files
        .map(({ path, bytes, modifiedMs, digest }) => `${JSON.stringify([path, bytes, modifiedMs, digest])}\n`)
        .join('')
      const digest = digestOf(text)
      await put([{ digest, body: await pack(text) }])
      return digest
    },
    async read(digest, transaction) {
      const row = (await manifest.findByPk(digest, { transaction }))?.get()
      if (!row) return null
      const text = await unpack(row.body)
      if (digestOf(text) !== digest) return null
      return text
        .toString('utf8')
        .split('\n')
        .filter(Boolean)
        .map((line): CopiedFile => {
          const [path, bytes, modifiedMs, hash] = JSON.parse(line) as [string, number, number, string]
          return { path, bytes, modifiedMs, digest: hash }
        })
    },
    async packed(digests, transaction) {
      const rows = await manifest.findAll({ where: { digest: [...digests] }, transaction })
      return rows.map((row) => row.get())
    },
    async adopt(lists, transaction) {
      const sound: PackedManifest[] = []
      for (const list of lists) {
        const text = await unpack(list.body).catch(() => null)
        if (text && digestOf(text) === list.digest) sound.push(list)
      }
      await put(sound, transaction)
      return new Set(sound.map(({ digest }) => digest))
    },
  }
}
