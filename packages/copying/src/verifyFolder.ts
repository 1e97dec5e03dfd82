import { open, readFile } from 'node:fs/promises'
import path from 'node:path'
import { type HashName, parseHashList } from '@kavrell/core/formats'
import { sayFault } from './faults.ts'
import { openMediumReader } from './mediumReader.ts'
import { listFiles } from './listFiles.ts'

export const HASH_LIST_NAMES: Readonly<Record<HashName, string>> = { xxh64: 'checksums.xxh64', md5: 'checksums.md5' }

export interface VerifyOutcome {
  readonly same: boolean
  readonly files: number
  readonly bytes: number
  /** Every file was read from the medium itself, not from the system's memory of what was written. */
  readonly fromMedium: boolean
  /** One sentence per file that differs, is missing, or is there without being listed. */
  readonly problems: readonly string[]
}

/**
 * Reads every file of a copy back and compares it with the hash list that lies in the folder.
 * A file that is there but not listed is told, and does not make the copy differ.
 */
export async function verifyFolder(
  folder: string,
  onBytes: (bytes: number) => void = () => {},
  signal?: AbortSignal,
): Promise<VerifyOutcome> {
  const found = await findList(folder)
  if (!found)
    return {
      same: false,
      files: 0,
      bytes: 0,
      fromMedium: false,
      problems: [
        `${path.basename(folder)}: there is no hash list (${Object.values(HASH_LIST_NAMES).join(' or ')}) to compare with.`,
      ],
    }
  const list = parseHashList(found.text, found.name)
  if (!list.ok)
    return {
      same: false,
      files: 0,
      bytes: 0,
      fromMedium: false,
      problems: [`${HASH_LIST_NAMES[found.name]}: line ${list.error.line} is not a digest and a name.`],
    }
  const problems: string[] = []
  const reader = await openMediumReader(found.name)
  let files = 0,
    bytes = 0,
    fromMedium = true
  for (const line of list.value) {
    const file = path.join(folder, line.path)
    if (path.relative(folder, file).startsWith('..')) {
      problems.push(`${line.path}: lies outside the folder.`)
      continue
    }
    try {
      await settle(file)
      const count = (n: number) => {
        bytes += n
        onBytes(n)
      }
      const read = await reader.hash(file, count, signal)
      files++
      fromMedium &&= read.fromMedium
      if (read.digest !== line.digest) problems.push(`${line.path}: differs from what was copied.`)
    } catch (error) {
      if (signal?.aborted) throw error
      problems.push(sayFault(error, line.path))
    }
  }
  const same = problems.length === 0
  const listed = new Set([...list.value.map((line) => line.path), ...Object.values(HASH_LIST_NAMES)])
  const strays = (await listFiles(folder).catch(() => ({ files: [] }))).files.filter((file) => !listed.has(file.path))
  return {
    same,
    files,
    bytes,
    fromMedium,
    problems: [...problems, ...strays.map((file) => `${file.path}: is there but not in the list.`)],
  }
}

async function findList(folder: string): Promise<{ name: HashName; text: string } | null> {
  for (const name of ['xxh64', 'md5'] as const) {
    try {
      return { name, text: await readFile(path.join(folder, HASH_LIST_NAMES[name]), 'utf8') }
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
    }
  }
  return null
}

/** Everything written must have reached the drive before it is read back. */
async function settle(file: string): Promise<void> {
  const handle = await open(file, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}
