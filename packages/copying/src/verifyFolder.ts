import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { type HashLine, type HashName, parseHashList } from '@kavrell/core/formats'
import { sayFault } from './faults.ts'
import { flush } from './flush.ts'
import { CHUNK_BYTES } from './hashFile.ts'
import { inLanes, LANES, SMALL_BYTES } from './lanes.ts'
import { listFiles } from './listFiles.ts'
import { type MediumReader, openMediumReader } from './mediumReader.ts'

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
  const sizes = await sizesIn(folder)
  // Everything written must have reached the drive before it is read back.
  const settled = await flush(folder, function* () {
    for (const { path: name } of list.value) if (sizes.has(name)) yield path.join(folder, name)
  }).catch((error: unknown) => sayFault(error, path.basename(folder)))
  const says: (string | undefined)[] = []
  let files = 0,
    bytes = 0,
    fromMedium = true
  const check = async ({ path: name, digest }: HashLine, reader: MediumReader, at: number) => {
    const file = path.join(folder, name)
    if (path.relative(folder, file).startsWith('..')) {
      says[at] = `${name}: lies outside the folder.`
      return
    }
    try {
      const count = (n: number) => {
        bytes += n
        onBytes(n)
      }
      const read = await reader.hash(file, sizes.get(name), count, signal)
      files++
      fromMedium &&= read.fromMedium
      if (read.digest !== digest) says[at] = `${name}: differs from what was copied.`
    } catch (error) {
      if (signal?.aborted) throw error
      says[at] = sayFault(error, name)
    }
  }
  const isSmall = (at: number) => (sizes.get(list.value[at]!.path) ?? 0) <= SMALL_BYTES
  const places = list.value.map((_, at) => at)
  const readers = (count: number, chunkBytes: number) =>
    Promise.all(Array.from({ length: count }, () => openMediumReader(found.name, chunkBytes)))
  for (const [some, tools] of [
    [places.filter(isSmall), await readers(LANES, SMALL_BYTES)],
    [places.filter((at) => !isSmall(at)), await readers(1, CHUNK_BYTES)],
  ] as const) {
    const stopped = await inLanes(some, tools, (at, reader) => check(list.value[at]!, reader, at))
    if (stopped) throw stopped.reason
  }
  const problems = [...(settled ? [settled] : []), ...says.filter((s) => s !== undefined)]
  for (const { path: name } of list.value) sizes.delete(name)
  for (const name of Object.values(HASH_LIST_NAMES)) sizes.delete(name)
  return {
    same: problems.length === 0,
    files,
    bytes,
    fromMedium,
    problems: [...problems, ...Array.from(sizes.keys(), (name) => `${name}: is there but not in the list.`)],
  }
}

/** How long every file of a folder is. A folder that cannot be listed has none: each line then says why. */
async function sizesIn(folder: string): Promise<Map<string, number>> {
  const { files } = await listFiles(folder).catch(() => ({ files: [] }))
  return new Map(files.map((file) => [file.path, file.bytes]))
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
