import { randomBytes } from 'node:crypto'
import { realpath } from 'node:fs/promises'
import { bring, type Brought, drop, type NotBrought, smallBuffers, type Source, type Tool } from './bring.ts'
import { codeOf, sayFault } from './faults.ts'
import { flush, flushFile } from './flush.ts'
import { newHasher } from './hashFile.ts'
import type { HashName } from '@kavrell/core/checksums'
import type { CopiedFile } from './hashLists.ts'
import { inLanes, LANES, SMALL_BYTES } from './lanes.ts'
import { bringMany } from './bringMany.ts'
import { MANY, withMany } from './manyFiles.ts'
import { listFiles, type SourceFile, type SourceListing } from './listFiles.ts'
import {
  beginWriting,
  type CopyTarget,
  fault,
  giveUp,
  keepIfSame,
  landed,
  leaveFolders,
  leaveHashList,
  type Writing,
} from './target.ts'

export interface CopyProgress {
  readonly bytesDone: number
  readonly bytesTotal: number
  readonly file: string
}

export interface TargetOutcome {
  readonly id: string
  /** All of the source is there, written in this run or found identical, and nothing of it could not be read. */
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
  /** What is wrong with the source, one sentence each. */
  readonly problems: readonly string[]
}

/** What is written before it is flushed and named; a run that dies does twice as much again. */
const BATCH_BYTES = 128 * 1024 * 1024
const BATCH_FILES = 4096

/**
 * Copies every file of a source to all targets in one pass, hashing what is read, and leaves a hash list
 * in each that is complete. A target that fails is given up with its reason; the others go on. A file that a target
 * does not take, or that cannot be read, is named; the rest goes on. The source is only read.
 *
 * A file appears under its name only once whole and flushed, and nothing is ever replaced. Copied is not checked: see
 * `verifyFolder`.
 */
export async function copyTree(options: {
  source: string
  targets: readonly CopyTarget[]
  hashName: HashName
  /**
   * What the source has to hold, by path, as a copy of a copy knows: nothing else is taken, and what is not there or
   * is no longer that is named and not taken. The digests are of `hashName`.
   */
  expected?: ReadonlyMap<string, string>
  onProgress?: (progress: CopyProgress) => void
  signal?: AbortSignal
}): Promise<CopyOutcome> {
  const { targets } = options
  const first = await listSource(options)
  if (first.files.length === 0) return nothingToCopy(targets, first.problems)
  const token = randomBytes(4).toString('hex')
  const writing: Writing[] = []
  try {
    for (const target of targets) writing.push(await beginWriting(target, token))
    return await copyListed(options, first, writing)
  } finally {
    for (const { own } of writing) await own?.close()
  }
}

type CopyOptions = Parameters<typeof copyTree>[0]

/** The files of the source that are to be copied, and what is not there of them. */
async function listSource({ source, expected }: Pick<CopyOptions, 'source' | 'expected'>): Promise<SourceListing> {
  const listing = await listFiles(source)
  if (!expected) return listing
  const files = listing.files.filter((file) => expected.has(file.path))
  const there = new Set(files.map((file) => file.path))
  return {
    ...listing,
    files,
    bytes: files.reduce((sum, file) => sum + file.bytes, 0),
    problems: [
      ...listing.problems,
      ...Array.from(expected.keys()).flatMap((name) => (there.has(name) ? [] : [`${name}: is gone from where it was copied to.`])), // prettier-ignore
    ],
  }
}

/** What was read is what the source has to hold, or its parts are dropped and it is named. */
async function asExpected(brought: Brought | NotBrought, expected: CopyOptions['expected']) {
  if (!expected || 'says' in brought || expected.get(brought.file.path) === brought.digest) return brought
  for (const { part } of brought.parts) await drop(part)
  return { file: brought.file, says: `${brought.file.path}: is no longer what was copied from the card.` }
}

async function copyListed(
  options: CopyOptions,
  first: SourceListing,
  writing: readonly Writing[],
): Promise<CopyOutcome> {
  const { source, hashName, onProgress, signal } = options
  let bytesDone = 0
  let bytesTotal = first.bytes
  const from: Source = {
    root: await realpath(source),
    signal,
    onBytes(bytes, file) {
      bytesDone += bytes
      onProgress?.({ bytesDone, bytesTotal, file })
    },
  }
  const problems = [...first.problems]
  const tools = await Promise.all(Array.from({ length: LANES }, async () => ({ hasher: await newHasher(hashName), buffers: smallBuffers() }))) // prettier-ignore
  const seen = new Map<string, SourceFile>()
  const told = new Set<string>()
  let folders = first.folders
  let fresh: readonly SourceFile[] = first.files
  for (let pass = 0; fresh.length > 0; pass++) {
    for (const file of fresh) seen.set(file.path, file)
    if (pass === MOST_PASSES) {
      problems.push(...fresh.map((file) => `${file.path}: came while the card was being copied and was left out.`))
      break
    }
    for (const { file, says } of await copyBatches(from, options, fresh, writing, tools)) {
      told.add(file.path)
      problems.push(says)
    }
    if (writing.every((w) => w.failed)) break
    // What a camera still writes comes after the first look, and is on the card all the same.
    const now = await listAgain(options, seen)
    const changed = now.changed.filter((file) => !told.has(file))
    for (const file of changed) told.add(file)
    problems.push(
      ...now.problems,
      ...changed.map((file) => `${file}: changed after it was copied. Is the camera still recording?`),
    )
    folders = now.folders
    fresh = now.fresh
    bytesTotal += fresh.reduce((sum, file) => sum + file.bytes, 0)
  }
  for (const w of writing) await leaveFolders(w, folders)
  const isWhole = (w: Writing) => !w.failed && w.problems.length === 0 && problems.length === 0 && w.files === seen.size
  // A list under its name says that all of the card is there: a copy that lacks something gets none.
  for (const w of writing) if (isWhole(w)) await leaveHashList(w, hashName)
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
async function listAgain(options: CopyOptions, seen: ReadonlyMap<string, SourceFile>) {
  const { files, folders, problems } = await listSource(options).catch((error: unknown): SourceListing => ({
    files: [],
    folders: [],
    bytes: 0,
    problems: [sayFault(error, 'The card, looked at again', 'read')],
  }))
  const fresh: SourceFile[] = []
  const changed: string[] = []
  for (const file of files) {
    const before = seen.get(file.path)
    if (!before) fresh.push(file)
    else if (before.bytes !== file.bytes || before.modifiedMs !== file.modifiedMs) changed.push(file.path)
  }
  return { fresh, changed, folders, problems }
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

/**
 * Brings files to every live target, batch by batch. While one batch is flushed and gets its names, the next one is
 * read: the drives write what the card is not asked for. Returns what is wrong with the source.
 */
async function copyBatches(
  source: Source,
  options: CopyOptions,
  files: readonly SourceFile[],
  writing: readonly Writing[],
  tools: readonly Tool[],
): Promise<NotBrought[]> {
  const wrong: NotBrought[] = []
  let naming: Promise<unknown> = Promise.resolve()
  try {
    for (const batch of batches(files)) {
      source.signal?.throwIfAborted()
      if (writing.every((w) => w.failed)) break
      const { whole, notBrought, many } = await bringBatch(source, options, batch, writing, tools)
      wrong.push(...notBrought)
      await naming
      naming = Promise.all(writing.map((w) => nameAll(w, whole, options.hashName, many)))
      // What it meets is met when it is waited for.
      naming.catch(() => undefined)
    }
  } finally {
    await naming
  }
  return wrong
}

/** Brings a batch to every live target: written, not yet flushed and not yet under its names. */
async function bringBatch(
  source: Source,
  { hashName, expected }: CopyOptions,
  batch: readonly SourceFile[],
  writing: readonly Writing[],
  tools: readonly Tool[],
): Promise<{ whole: readonly Brought[]; notBrought: readonly NotBrought[]; many: boolean }> {
  const live = writing.filter((w) => !w.failed)
  // A drive that wants to be asked before each write is asked for each.
  const many = batch.length >= MANY && live.every(({ target }) => !target.beforeWrite)
  const brought: (Brought | NotBrought | undefined)[] = many
    ? await bringMany(source, hashName, batch, live)
    : batch.map(() => undefined)
  const open = batch.flatMap((file, at) => (brought[at] ? [] : [{ file, at }]))
  const stopped = await inLanes(open, tools, async ({ file, at }, tool) => {
    source.signal?.throwIfAborted()
    const live = writing.filter((w) => !w.failed)
    if (live.length > 0) brought[at] = await bring(source, file, live, tool)
  })
  const all: (Brought | NotBrought)[] = []
  for (const one of brought) if (one) all.push(await asExpected(one, expected))
  const whole = all.filter((b): b is Brought => 'digest' in b)
  if (stopped) {
    for (const { parts } of whole) for (const { part } of parts) await drop(part)
    throw stopped.reason
  }
  return { whole, notBrought: all.filter((b): b is NotBrought => 'says' in b), many }
}

/** The parts of one target: flushed together, then each under its name, in the order of the listing. */
async function nameAll(w: Writing, whole: readonly Brought[], hashName: HashName, many: boolean): Promise<void> {
  const mine = whole.map(({ file, digest, parts, found }) => ({
    file,
    digest,
    part: parts.find((p) => p.w === w),
    found: found.includes(w),
  }))
  const written = mine.flatMap(({ part }) => part ?? [])
  try {
    if (!w.failed && written.length === 1) await flushFile(written[0]!.part)
    else if (!w.failed && written.length > 1) await flush(w.target.folder, () => written.map(({ part }) => part))
    if (!w.failed) await w.own!.announce(written.map(({ final }) => final))
  } catch (error) {
    giveUp(w, error, mine.findLast(({ part }) => part)?.file.path ?? '')
  }
  // Names are given several at a time; what landed is told in the order of the listing.
  const named: (unknown | null)[] = []
  if (many && !w.failed && w.own!.hardLinks) {
    const places = mine.flatMap(({ part }, at) => (part ? [at] : []))
    const pairs = places.map((at) => [mine[at]!.part!.part, mine[at]!.part!.final] as const)
    await withMany('name', {}, pairs, (i, code) => {
      if (code !== null) named[places[i]!] = code === '' ? null : refusal(code)
    })
  }
  await inLanes(mine, Array.from({ length: NAMING_LANES }), async ({ part }, _lane, at) => {
    if (!part || named[at] !== undefined) return
    if (w.failed) return drop(part.part)
    named[at] = await w.own!.nameForGood(part.part, part.final).then(
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
      if (codeOf(error) === 'EEXIST') await keepIfSame(w, file, digest, hashName)
      else fault(w, error, file.path)
    } else if (!part && found && !w.failed) await keepIfSame(w, file, digest, hashName)
  }
}

/** What a thread was refused, as the call itself would have said it. */
const refusal = (code: string) => Object.assign(new Error(code), { code })
