import path from 'node:path'
import { sayFault } from './faults.ts'
import { flush } from './flush.ts'
import { CHUNK_BYTES } from './hashFile.ts'
import {
  type FoundList,
  type HashName,
  strays,
  UNSEALED,
  type WantedFile,
  wantedByLists,
} from '@kavrell/core/checksums'
import { type CopiedFile, readHashLists } from './hashLists.ts'
import { liesBelow } from './insideRoot.ts'
import { inLanes, LANES, SMALL_BYTES } from './lanes.ts'
import { listFiles } from './listFiles.ts'
import { MANY, withMany } from './manyFiles.ts'
import { type MediumReader, openMediumReader } from './mediumReader.ts'

export interface VerifyOutcome {
  /** All that was to be compared was compared and is the same. Never when there was nothing to compare. */
  readonly same: boolean
  /** It is known how many files there have to be: from the run itself, or from a list that nothing was cut from. */
  readonly whole: boolean
  readonly files: number
  readonly bytes: number
  /** Every file was read from the medium itself, not from the system's memory of what was written. */
  readonly fromMedium: boolean
  /** One sentence per file that differs or is missing. */
  readonly problems: readonly string[]
  /** What does not make the copy differ: files that nobody listed, a list that no longer agrees with itself. */
  readonly notes: readonly string[]
}

export interface VerifyOptions {
  /** What the run copied, from whoever kept it. Without it the lists in the folder are all there is to go by. */
  readonly expected?: { readonly hashName: HashName; readonly files: readonly CopiedFile[] }
  readonly onBytes?: (bytes: number) => void
  /** Told of every file that was read, with what it digests to now. */
  readonly onFound?: (wanted: WantedFile, digest: string) => void
  readonly signal?: AbortSignal
}

/** What is compared with one file on the drive; how long it has to be is not known to a plain list. */
interface Wanted extends WantedFile {
  readonly bytes?: number
}

const nothing = (problem: string): VerifyOutcome => ({
  same: false,
  whole: false,
  files: 0,
  bytes: 0,
  fromMedium: false,
  problems: [problem],
  notes: [],
})

/**
 * Reads every file of a copy back and compares it with what the run that made it kept; where nobody kept that, with
 * the lists in the folder. What lies on a drive can have been changed with the drive, so `expected` always goes first
 * and the lists are then only compared with it.
 */
export async function verifyFolder(folder: string, options: VerifyOptions = {}): Promise<VerifyOutcome> {
  const { expected, signal } = options
  const sizes = await sizesIn(folder)
  if (sizes === null) return nothing(`${path.basename(folder)}: it is no longer there. Was the drive or card pulled?`)
  const { lists, problems: listFaults, notes: listNotes } = await readHashLists(folder)
  const wanted = expected
    ? expected.files.map((file): Wanted => ({ ...file, hashName: expected.hashName }))
    : wantedByLists(lists)
  if (!expected && lists.length === 0 && listFaults.length === 0)
    return nothing(
      `${path.basename(folder)}: there is no hash list (checksums.xxh64, checksums.md5 and the like, or a folder ascmhl) to compare with.`,
    )
  if (wanted.length === 0)
    return {
      ...nothing('Nothing was compared: no file is listed.'),
      notes: [...listFaults, ...listNotes, ...strays(sizes.keys(), [])],
    }
  const settled = await settle(folder, wanted, sizes)
  const compared = await compareAll(folder, wanted, sizes, options, signal)
  const problems = [...(settled ? [settled] : []), ...compared.problems, ...(expected ? [] : listFaults)]
  const unsealed = !expected && !lists.some((list) => list.sealed)
  return {
    same: problems.length === 0,
    whole: !unsealed,
    files: compared.files,
    bytes: compared.bytes,
    fromMedium: compared.fromMedium,
    problems,
    notes: [
      ...(expected ? [...listFaults, ...listsThatDiffer(lists, expected)] : []),
      ...listNotes,
      ...(unsealed ? [UNSEALED] : []),
      ...strays(sizes.keys(), wanted),
    ],
  }
}

/** Lists that say something else of a file than the run that wrote it: whoever trusts them is misled. */
function listsThatDiffer(lists: readonly FoundList[], { hashName, files }: NonNullable<VerifyOptions['expected']>) {
  const digests = new Map(files.map((file) => [file.path, file.digest]))
  const complete = lists.some(
    (list) =>
      list.sealed &&
      list.hashName === hashName &&
      files.length === list.lines.length &&
      list.lines.every((line) => digests.get(line.path) === line.digest),
  )
  return complete
    ? []
    : [
        'The list of this copy is missing or is not the one that was written. The files are judged by what was written down when they were copied.',
      ]
}

/** Everything written must have reached the drive before it is read back. */
const settle = (folder: string, wanted: readonly Wanted[], sizes: ReadonlyMap<string, number>) =>
  flush(folder, function* () {
    for (const { path: name } of wanted) if (sizes.has(name)) yield path.join(folder, name)
  }).catch((error: unknown) => sayFault(error, path.basename(folder)))

async function compareAll(
  folder: string,
  wanted: readonly Wanted[],
  sizes: ReadonlyMap<string, number>,
  { onBytes, onFound }: VerifyOptions,
  signal: AbortSignal | undefined,
) {
  const says: (string | undefined)[] = []
  let files = 0,
    bytes = 0,
    fromMedium = true
  const compare = (one: Wanted, found: string, at: number) => {
    const { path: name, digest, bytes: long } = one
    onFound?.(one, found)
    files++
    const length = sizes.get(name)
    if (found !== digest || (long !== undefined && length !== undefined && length !== long))
      says[at] = `${name}: differs from what was copied.`
  }
  const count = (n: number) => {
    bytes += n
    onBytes?.(n)
  }
  const check = async (one: Wanted, reader: MediumReader, at: number) => {
    const { path: name } = one
    const file = path.join(folder, name)
    if (!liesBelow(folder, file)) {
      says[at] = `${name}: lies outside the folder.`
      return
    }
    try {
      const read = await reader.hash(file, sizes.get(name), count, signal)
      fromMedium &&= read.fromMedium
      compare(one, read.digest, at)
    } catch (error) {
      if (signal?.aborted) throw error
      says[at] = sayFault(error, name, 'read')
    }
  }
  const isSmall = ({ path: name }: Wanted) => (sizes.get(name) ?? 0) <= SMALL_BYTES
  for (const hashName of new Set(wanted.map((w) => w.hashName)))
    for (const [small, lanes, chunk] of [
      [true, LANES, SMALL_BYTES],
      [false, 1, CHUNK_BYTES],
    ] as const) {
      const places = wanted.flatMap((w, at) => (w.hashName === hashName && isSmall(w) === small ? [at] : []))
      if (places.length === 0) continue
      const done = new Set<number>()
      const compared = (at: number, digest: string) => {
        done.add(at)
        count(sizes.get(wanted[at]!.path)!)
        compare(wanted[at]!, digest, at)
      }
      if (small) await readMany(folder, hashName, places, wanted, sizes, compared, signal)
      const open = places.filter((at) => !done.has(at))
      const readers = await Promise.all(Array.from({ length: lanes }, () => openMediumReader(hashName, chunk)))
      const stopped = await inLanes(open, readers, (at, reader) => check(wanted[at]!, reader, at))
      if (stopped) throw stopped.reason
    }
  return { files, bytes, fromMedium, problems: says.filter((s) => s !== undefined) }
}

/** Reads many small files from the medium by threads. What `onDone` is not told of wants to be read with care. */
async function readMany(
  folder: string,
  hashName: HashName,
  places: readonly number[],
  wanted: readonly Wanted[],
  sizes: ReadonlyMap<string, number>,
  onDone: (at: number, digest: string) => void,
  signal: AbortSignal | undefined,
): Promise<void> {
  if (places.length < MANY) return
  const files = places.flatMap((at) => {
    const { path: name } = wanted[at]!
    const [file, bytes] = [path.join(folder, name), sizes.get(name)]
    return bytes !== undefined && liesBelow(folder, file) ? [{ at, path: file, bytes }] : []
  })
  await withMany('hash', { hashName }, files, (i, digest) => digest !== null && onDone(files[i]!.at, digest), signal)
}

/** How long every file of a folder is; null when the folder itself is not there. */
async function sizesIn(folder: string): Promise<Map<string, number> | null> {
  try {
    const { files } = await listFiles(folder)
    return new Map(files.map((file) => [file.path, file.bytes]))
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code === 'ENOENT' || code === 'ENOTDIR') return null
    // Something in it cannot be listed: each file then says for itself whether it can be read.
    return new Map()
  }
}
