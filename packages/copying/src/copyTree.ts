import { randomBytes } from 'node:crypto'
import { constants } from 'node:fs'
import { type FileHandle, open, realpath } from 'node:fs/promises'
import path from 'node:path'
import { sayFault } from './faults.ts'
import { flush, flushFile } from './flush.ts'
import { CHUNK_BYTES, type Hasher, newHasher } from './hashFile.ts'
import type { HashName } from './hashList.ts'
import type { CopiedFile } from './hashLists.ts'
import { mustBeInside } from './insideRoot.ts'
import { inLanes, LANES, SMALL_BYTES } from './lanes.ts'
import { listFiles, type SourceFile } from './listFiles.ts'
import {
  beginWriting,
  type CopyTarget,
  drop,
  giveUp,
  keepIfSame,
  landed,
  leaveHashList,
  nameForGood,
  nextPart,
  readyFolder,
  type Writing,
} from './target.ts'

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
  /** Each file that is there now, as it was on the card. Whoever checks the copy later goes by this. */
  readonly copied: readonly CopiedFile[]
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
  readonly onBytes: (bytes: number, file: string) => void
  readonly signal: AbortSignal | undefined
}

type Buffers = readonly [Buffer, Buffer]
/** What one lane works with: nobody else holds it meanwhile. */
interface Tool {
  readonly hasher: Hasher
  readonly buffers: Buffers
}
const SMALL_CHUNK = 64 * 1024
const smallBuffers = (): Buffers => [Buffer.allocUnsafe(SMALL_CHUNK), Buffer.allocUnsafe(SMALL_CHUNK)]

interface Part {
  readonly w: Writing
  readonly part: string
  readonly final: string
}
interface OpenPart extends Part {
  readonly to: FileHandle
}

/** A file that is written whole to its parts, not yet flushed and not yet under its name. */
interface Brought {
  readonly file: SourceFile
  readonly digest: string
  readonly parts: readonly Part[]
  /** Targets where something of that name is already. */
  readonly found: readonly Writing[]
}

/** What is written before it is flushed and named; a run that dies does this much again. */
const BATCH_BYTES = 128 * 1024 * 1024
const BATCH_FILES = 2048

/**
 * Copies every file of a source to all targets in one pass, hashing what is read, and leaves a hash list
 * in each that is complete. A target that fails is given up with its reason; the others go on. The source is only read.
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
  const first = await listFiles(source)
  if (first.files.length === 0) return nothingToCopy(targets, first.problems)
  let bytesDone = 0
  let bytesTotal = first.bytes
  const run: Run = {
    source: await realpath(source),
    hashName,
    token: randomBytes(4).toString('hex'),
    signal,
    onBytes(bytes, file) {
      bytesDone += bytes
      onProgress?.({ bytesDone, bytesTotal, file })
    },
  }
  const problems = [...first.problems]
  const writing = targets.map(beginWriting)
  const tools = await Promise.all(Array.from({ length: LANES }, async () => ({ hasher: await newHasher(hashName), buffers: smallBuffers() }))) // prettier-ignore
  const seen = new Map<string, SourceFile>()
  const outdated: string[] = []
  let fresh: readonly SourceFile[] = first.files
  for (let pass = 0; fresh.length > 0; pass++) {
    for (const file of fresh) seen.set(file.path, file)
    if (pass === MOST_PASSES) {
      problems.push(...fresh.map((file) => `${file.path}: came while the card was being copied and was left out.`))
      break
    }
    for (const batch of batches(fresh)) {
      signal?.throwIfAborted()
      if (writing.every((w) => w.failed)) break
      problems.push(...(await copyBatch(run, batch, writing, tools)))
    }
    if (writing.every((w) => w.failed)) break
    // What a camera still writes comes after the first look, and is on the card all the same.
    const now = await listAgain(source, seen)
    const told = new Set(problems.map((says) => says.slice(0, says.indexOf(': '))))
    const changed = now.changed.filter((file) => !told.has(file))
    problems.push(
      ...now.problems,
      ...changed.map((file) => `${file}: changed after it was copied. Is the camera still recording?`),
    )
    outdated.push(...changed)
    fresh = now.fresh
    bytesTotal += fresh.reduce((sum, file) => sum + file.bytes, 0)
  }
  const isWhole = (w: Writing) => !w.failed && w.problems.length === 0 && outdated.length === 0 && w.files === seen.size
  // A list under its name says that all of the card is there: a copy that lacks something gets none.
  for (const w of writing) if (isWhole(w)) await leaveHashList(w, hashName, run.token)
  return {
    files: seen.size,
    bytes: Array.from(seen.values()).reduce((sum, file) => sum + file.bytes, 0),
    problems: [...new Set(problems)],
    targets: writing.map((w) => ({
      id: w.target.id,
      files: w.files,
      bytes: w.bytes,
      problems: w.problems,
      copied: w.copied,
      complete: isWhole(w),
    })),
  }
}

/** A card on which files keep coming is one that is still being recorded to. */
const MOST_PASSES = 4

/** A card that is not mounted looks like an empty folder: a copy of nothing is none. */
function nothingToCopy(targets: readonly CopyTarget[], problems: readonly string[]): CopyOutcome {
  const says = 'There is no file on it. Is the card mounted, and is it the right one?'
  return {
    files: 0,
    bytes: 0,
    problems: [says, ...problems],
    targets: targets.map(({ id }) => ({ id, complete: false, files: 0, bytes: 0, problems: [], copied: [] })),
  }
}

/** What came since, and which files are not what they were when they were copied. */
async function listAgain(source: string, seen: ReadonlyMap<string, SourceFile>) {
  const { files, problems } = await listFiles(source).catch((error: unknown) => ({
    files: [],
    problems: [sayFault(error, 'The card, looked at again')],
  }))
  const fresh: SourceFile[] = []
  const changed: string[] = []
  for (const file of files) {
    const before = seen.get(file.path)
    if (!before) fresh.push(file)
    else if (before.bytes !== file.bytes || before.modifiedMs !== file.modifiedMs) changed.push(file.path)
  }
  return { fresh, changed, problems }
}

/** Large files by themselves, small ones in groups, in the order of the listing. */
export function* batches(files: readonly SourceFile[]): Generator<readonly SourceFile[]> {
  let batch: SourceFile[] = []
  let bytes = 0
  for (const file of files) {
    const full = batch.length >= BATCH_FILES || bytes + file.bytes > BATCH_BYTES
    if (batch.length > 0 && (full || file.bytes > SMALL_BYTES)) {
      yield batch
      ;[batch, bytes] = [[], 0]
    }
    batch.push(file)
    bytes += file.bytes
    if (file.bytes > SMALL_BYTES) {
      yield batch
      ;[batch, bytes] = [[], 0]
    }
  }
  if (batch.length > 0) yield batch
}

const NAMING_LANES = 8

/** Brings a batch to every live target, flushes each once, gives the names. Returns what is wrong with the source. */
async function copyBatch(
  run: Run,
  batch: readonly SourceFile[],
  writing: readonly Writing[],
  tools: readonly Tool[],
): Promise<string[]> {
  const brought: (Brought | string)[] = []
  const stopped = await inLanes(batch, tools, async (file, tool, at) => {
    run.signal?.throwIfAborted()
    const live = writing.filter((w) => !w.failed)
    if (live.length > 0) brought[at] = await bring(run, file, live, tool)
  })
  const whole = brought.filter((b): b is Brought => typeof b === 'object')
  if (stopped) {
    for (const { parts } of whole) for (const { part } of parts) await drop(part)
    throw stopped.reason
  }
  await Promise.all(writing.map((w) => nameAll(run, w, whole)))
  return brought.filter((b) => typeof b === 'string')
}

/** The parts of one target: flushed together, then each under its name, in the order of the listing. */
async function nameAll({ hashName }: Run, w: Writing, whole: readonly Brought[]): Promise<void> {
  const mine = whole.map(({ file, digest, parts, found }) => ({
    file,
    digest,
    part: parts.find((p) => p.w === w),
    found: found.includes(w),
  }))
  const written = mine.flatMap(({ part }) => part?.part ?? [])
  const upTo = mine.findLast(({ part }) => part)?.file.path ?? ''
  try {
    if (!w.failed && written.length === 1) await flushFile(written[0]!)
    else if (!w.failed && written.length > 1) await flush(w.target.folder, () => written)
  } catch (error) {
    giveUp(w, error, upTo)
  }
  // Names are given several at a time; what landed is told in the order of the listing.
  const named: (unknown | null)[] = []
  await inLanes(mine, Array.from({ length: NAMING_LANES }), async ({ part }, _lane, at) => {
    if (!part) return
    if (w.failed) return drop(part.part)
    named[at] = await nameForGood(part.part, part.final).then(
      () => null,
      (error: unknown) => error,
    )
  })
  for (const [at, { file, digest, part, found }] of mine.entries()) {
    const error = named[at]
    if (part && error === null) landed(w, file, digest)
    else if (part && error !== undefined) {
      await drop(part.part)
      // A name that differs in capitals only is the same name to some drives.
      if ((error as NodeJS.ErrnoException).code === 'EEXIST') await keepIfSame(w, file, digest, hashName)
      else giveUp(w, error, file.path)
    } else if (!part && found && !w.failed) await keepIfSame(w, file, digest, hashName)
  }
}

/** Writes one file to a part on every live target. Returns a sentence if something is wrong with the source. */
async function bring(
  run: Run,
  file: SourceFile,
  live: readonly Writing[],
  { hasher, buffers }: Tool,
): Promise<Brought | string> {
  let from: FileHandle
  try {
    from = await openSource(run.source, file.path)
  } catch (error) {
    return sayFault(error, file.path)
  }
  const parts: OpenPart[] = []
  const found: Writing[] = []
  try {
    for (const w of live)
      try {
        const part = await beginPart(run, w, file)
        if (part) parts.push(part)
        else found.push(w)
      } catch (error) {
        giveUp(w, error, file.path)
      }
    const before = await from.stat()
    hasher.init()
    const readBytes = await pump(run, from, before.size, parts, hasher, buffers, file.path)
    const digest = hasher.digest()
    const after = await from.stat()
    const changed =
      after.size !== before.size ||
      after.mtimeMs !== before.mtimeMs ||
      readBytes !== before.size ||
      before.size !== file.bytes
    if (changed) {
      for (const { part } of parts) await drop(part)
      for (const w of live) w.problems.push(`${file.path}: changed while it was being copied and was left out.`)
      return `${file.path}: changed while it was being copied. Is the camera still recording?`
    }
    for (const { w, to } of parts)
      try {
        if (!w.failed) await to.utimes(before.atime, before.mtime)
      } catch (error) {
        giveUp(w, error, file.path)
      }
    return { file, digest, parts: parts.map(({ w, part, final }) => ({ w, part, final })), found }
  } catch (error) {
    for (const { part } of parts) await drop(part)
    if (run.signal?.aborted) throw error
    for (const w of live) w.problems.push(`${file.path}: was not copied.`)
    return sayFault(error, file.path)
  } finally {
    await from.close()
    for (const { to } of parts) await to.close()
  }
}

/** A new part of a file in a target; null when something of that name is there already. */
async function beginPart({ token }: Run, w: Writing, file: SourceFile): Promise<OpenPart | null> {
  const final = path.join(w.target.folder, file.path)
  const folder = path.dirname(final)
  const there = await readyFolder(w, folder, token)
  if (there.has(path.basename(final))) return null
  const part = nextPart(w, folder, token)
  const to = await open(part, 'wx', 0o644)
  try {
    await mustBeInside(w.realRoot!, to)
    return { w, part, final, to }
  } catch (error) {
    await to.close()
    await drop(part)
    throw error
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

/** Reads the source once; hashes and writes each piece to all targets while the next one is being read. */
async function pump(
  { onBytes, signal }: Run,
  from: FileHandle,
  size: number,
  parts: readonly OpenPart[],
  hasher: Hasher,
  small: Buffers,
  name: string,
): Promise<number> {
  const buffers: Buffers =
    size < SMALL_CHUNK ? small : [Buffer.allocUnsafe(CHUNK_BYTES), Buffer.allocUnsafe(CHUNK_BYTES)]
  const bytes = buffers[0].length
  let total = 0
  let reading = from.read(buffers[0], 0, bytes)
  for (let turn = 0; ; turn++) {
    const { bytesRead, buffer } = await reading
    if (bytesRead === 0) return total
    if (signal?.aborted) signal.throwIfAborted()
    const piece = buffer.subarray(0, bytesRead)
    // What is shorter than was asked for and ends where the file ended before is its end.
    const last = bytesRead < bytes && total + bytesRead === size
    if (!last) reading = from.read(buffers[(turn + 1) % 2]!, 0, bytes)
    // A refusal is met when it is waited for, in the next turn.
    reading.catch(() => undefined)
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
    await Promise.all(writes)
    total += bytesRead
    onBytes(bytesRead, name)
    if (last) return total
  }
}

async function writeAll(to: FileHandle, piece: Buffer): Promise<void> {
  for (let offset = 0; offset < piece.length;) offset += (await to.write(piece, offset)).bytesWritten
}
