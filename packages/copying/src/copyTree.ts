import { createHash, randomBytes } from 'node:crypto'
import { constants } from 'node:fs'
import {
  type FileHandle,
  link,
  lstat,
  mkdir,
  open,
  readdir,
  readFile,
  realpath,
  rename,
  unlink,
} from 'node:fs/promises'
import path from 'node:path'
import { type HashLine, type HashName, hashListText } from '@kavrell/core/formats'
import type { IHasher } from 'hash-wasm'
import { sayFault } from './faults.ts'
import { CHUNK_BYTES, hashFile, newHasher } from './hashFile.ts'
import { mustBeInside, mustLieInside } from './insideRoot.ts'
import { listFiles, type SourceFile } from './listFiles.ts'
import { HASH_LIST_NAMES } from './verifyFolder.ts'

export interface CopyTarget {
  readonly id: string
  /** Where the card's files go; made if missing. Nothing that exists in it is ever overwritten. */
  readonly folder: string
  /** Called before bytes are written: a medium may slow the writer down or refuse (`ENOSPC`). */
  readonly beforeWrite?: (bytes: number) => Promise<void>
}

export interface CopyProgress {
  readonly bytesDone: number
  readonly bytesTotal: number
  readonly file: string
}

export interface TargetOutcome {
  readonly id: string
  /** Every file of the source is there, written in this run or found identical. */
  readonly complete: boolean
  readonly files: number
  readonly bytes: number
  readonly problems: readonly string[]
}

export interface CopyOutcome {
  readonly targets: readonly TargetOutcome[]
  readonly files: number
  readonly bytes: number
  readonly problems: readonly string[]
}

/** What is the same for all files of one run. */
interface Run {
  readonly source: string
  readonly hashName: HashName
  /** Two runs into one folder never write, or name, each other's parts. */
  readonly token: string
}

interface Writing {
  readonly target: CopyTarget
  files: number
  bytes: number
  readonly lines: HashLine[]
  readonly problems: string[]
  failed: boolean
  /** The target with its own links followed, once it is there. */
  realRoot: string | null
  /** Folders that were made ready in this run. */
  readonly ready: Set<string>
}

/** Half-written files carry this, and the run that writes them, in front of their name until they are whole. */
export const PART_PREFIX = '.part-'

/**
 * Copies every file of a source to all targets in one pass, hashing what is read, and leaves a hash list
 * in each. A target that fails is given up with its reason; the others go on. The source is only read.
 *
 * A file appears under its name only once whole and flushed; the name is taken by a hard link, which
 * fails rather than replaces. Copied is not checked: see `verifyFolder`.
 */
export async function copyTree(options: {
  source: string
  targets: readonly CopyTarget[]
  hashName: HashName
  onProgress?: (progress: CopyProgress) => void
  signal?: AbortSignal
}): Promise<CopyOutcome> {
  const { source, targets, hashName, onProgress, signal } = options
  const run: Run = { source: await realpath(source), hashName, token: randomBytes(4).toString('hex') }
  const listing = await listFiles(source)
  const problems = [...listing.problems]
  const writing: Writing[] = targets.map((target) => ({
    target,
    files: 0,
    bytes: 0,
    lines: [],
    problems: [],
    failed: false,
    realRoot: null,
    ready: new Set(),
  }))
  const hasher = await newHasher(hashName)
  let bytesDone = 0
  for (const file of listing.files) {
    signal?.throwIfAborted()
    const live = writing.filter((w) => !w.failed)
    if (live.length === 0) break
    const report = (bytes: number) => {
      bytesDone += bytes
      onProgress?.({ bytesDone, bytesTotal: listing.bytes, file: file.path })
    }
    const problem = await copyFile(run, file, live, hasher, report, signal)
    if (problem) problems.push(problem)
  }
  for (const w of writing) if (!w.failed) await writeHashList(w, hashName)
  return {
    files: listing.files.length,
    bytes: listing.bytes,
    problems,
    targets: writing.map((w) => ({
      id: w.target.id,
      files: w.files,
      bytes: w.bytes,
      problems: w.problems,
      complete: !w.failed && w.problems.length === 0 && w.files === listing.files.length,
    })),
  }
}

/** One file to every live target. Returns what is wrong with the source, if anything. */
async function copyFile(
  { source, hashName, token }: Run,
  file: SourceFile,
  live: readonly Writing[],
  hasher: IHasher,
  onBytes: (bytes: number) => void,
  signal?: AbortSignal,
): Promise<string | null> {
  let from: FileHandle
  try {
    from = await openSource(source, file.path)
  } catch (error) {
    return sayFault(error, file.path)
  }
  const parts: { w: Writing; part: string; final: string; to: FileHandle }[] = []
  const found: Writing[] = []
  try {
    for (const w of live) {
      const final = path.join(w.target.folder, file.path)
      const part = path.join(path.dirname(final), partName(token, path.basename(final)))
      try {
        await readyFolder(w, path.dirname(final), token)
        if (await exists(final)) {
          found.push(w)
          continue
        }
        const to = await open(part, 'wx', 0o644)
        parts.push({ w, part, final, to })
        await mustBeInside(w.realRoot!, to)
      } catch (error) {
        giveUp(w, error, file.path)
      }
    }
    const before = await from.stat()
    hasher.init()
    const readBytes = await pump(from, before.size, parts, hasher, onBytes, file.path, signal)
    const digest = hasher.digest('hex')
    const after = await from.stat()
    const changed =
      after.size !== before.size ||
      after.mtimeMs !== before.mtimeMs ||
      readBytes !== before.size ||
      before.size !== file.bytes
    if (changed) {
      await dropAll(parts)
      for (const w of live) w.problems.push(`${file.path}: changed while it was being copied and was left out.`)
      return `${file.path}: changed while it was being copied. Is the camera still recording?`
    }
    for (const { w, part, final, to } of parts) {
      if (w.failed) {
        await drop(part)
        continue
      }
      try {
        await to.utimes(before.atime, before.mtime)
        await to.sync()
        await to.close()
        await nameForGood(part, final)
        landed(w, file, digest)
      } catch (error) {
        giveUp(w, error, file.path)
        await drop(part)
      }
    }
    for (const w of found) await keepIfSame(w, file, digest, hashName)
    return null
  } catch (error) {
    await dropAll(parts)
    if (signal?.aborted) throw error
    for (const w of live) w.problems.push(`${file.path}: was not copied.`)
    return sayFault(error, file.path)
  } finally {
    await from.close()
    for (const { to } of parts) await to.close().catch(ignoreClosed)
  }
}

async function openSource(source: string, file: string): Promise<FileHandle> {
  const handle = await open(path.join(source, file), constants.O_RDONLY | constants.O_NOFOLLOW)
  try {
    await mustBeInside(source, handle)
    return handle
  } catch (error) {
    await handle.close()
    throw error
  }
}

/** Names are at most 255 bytes; what stands in for a longer one only has to be its own. */
function partName(token: string, name: string): string {
  const whole = `${PART_PREFIX}${token}-${name}`
  if (Buffer.byteLength(whole) <= 255) return whole
  return `${PART_PREFIX}${token}-${createHash('sha1').update(name).digest('hex')}`
}

/** Makes a folder of a target ready, once: it lies inside, and parts that dead runs left in it are gone. */
async function readyFolder(w: Writing, folder: string, token: string): Promise<void> {
  if (w.ready.has(folder)) return
  await mkdir(folder, { recursive: true })
  w.realRoot ??= await realpath(w.target.folder)
  await mustLieInside(w.realRoot, folder)
  // A run that is still alive loses its parts and fails, rather than giving ours a name.
  for (const name of await readdir(folder))
    if (name.startsWith(PART_PREFIX) && !name.startsWith(`${PART_PREFIX}${token}-`))
      await unlink(path.join(folder, name))
  w.ready.add(folder)
}

/** Reads the source once; hashes and writes each piece to all targets while the next one is being read. */
async function pump(
  from: FileHandle,
  size: number,
  parts: readonly { w: Writing; to: FileHandle }[],
  hasher: IHasher,
  onBytes: (bytes: number) => void,
  name: string,
  signal?: AbortSignal,
): Promise<number> {
  const bytes = Math.min(CHUNK_BYTES, Math.max(4096, size))
  const buffers = [Buffer.allocUnsafe(bytes), Buffer.allocUnsafe(bytes)]
  let total = 0
  let reading = from.read(buffers[0]!, 0, bytes)
  for (let turn = 0; ; turn++) {
    const { bytesRead, buffer } = await reading
    if (bytesRead === 0) return total
    if (signal?.aborted) signal.throwIfAborted()
    const piece = buffer.subarray(0, bytesRead)
    reading = from.read(buffers[(turn + 1) % 2]!, 0, bytes)
    const writes = parts
      .filter(({ w }) => !w.failed)
      .map(async ({ w, to }) => {
        try {
          await w.target.beforeWrite?.(bytesRead)
          await writeAll(to, piece)
        } catch (error) {
          giveUp(w, error, name)
        }
      })
    hasher.update(piece)
    try {
      await Promise.all(writes)
    } catch (error) {
      await reading.catch(() => null)
      throw error
    }
    total += bytesRead
    onBytes(bytesRead)
  }
}

/** Gives a finished part its name without ever replacing what is there. */
async function nameForGood(part: string, final: string): Promise<void> {
  try {
    await link(part, final)
    await unlink(part)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    if (code !== 'EPERM' && code !== 'ENOTSUP' && code !== 'EOPNOTSUPP') throw error
    // Drives formatted without hard links (exFAT): take the name with an empty file of our own, then replace that.
    await (await open(final, 'wx', 0o644)).close()
    await rename(part, final)
  }
}

async function writeAll(to: FileHandle, piece: Buffer): Promise<void> {
  for (let offset = 0; offset < piece.length;) offset += (await to.write(piece, offset)).bytesWritten
}

function landed(w: Writing, file: SourceFile, digest: string): void {
  w.files++
  w.bytes += file.bytes
  w.lines.push({ digest, path: file.path })
}

/** Something of that name is there already: kept if it is the same, told if it is not, never replaced. */
async function keepIfSame(w: Writing, file: SourceFile, digest: string, hashName: HashName): Promise<void> {
  try {
    const there = await hashFile(path.join(w.target.folder, file.path), hashName)
    if (there === digest) landed(w, file, digest)
    else w.problems.push(`${file.path}: another file of that name is already there and was left alone.`)
  } catch (error) {
    w.problems.push(sayFault(error, file.path))
  }
}

async function writeHashList(w: Writing, hashName: HashName): Promise<void> {
  const name = HASH_LIST_NAMES[hashName]
  const text = hashListText(w.lines)
  try {
    await mkdir(w.target.folder, { recursive: true })
    const handle = await open(path.join(w.target.folder, name), 'wx', 0o644)
    try {
      await handle.writeFile(text)
      await handle.sync()
    } finally {
      await handle.close()
    }
  } catch (error) {
    // A second run into the same folder finds its own list: the same words are no problem.
    const there = await readFile(path.join(w.target.folder, name), 'utf8').catch(() => null)
    if (there !== text) w.problems.push(sayFault(error, name))
  }
}

function giveUp(w: Writing, error: unknown, name: string): void {
  w.failed = true
  w.problems.push(sayFault(error, name))
}

async function exists(file: string): Promise<boolean> {
  try {
    await lstat(file)
    return true
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return false
    throw error
  }
}

const dropAll = async (parts: readonly { part: string }[]) => {
  for (const { part } of parts) await drop(part)
}

async function drop(part: string): Promise<void> {
  // The drive may be gone with its part; then there is nothing left to drop.
  await unlink(part).catch(() => undefined)
}

function ignoreClosed(error: unknown): void {
  if ((error as NodeJS.ErrnoException).code !== 'EBADF') throw error
}
