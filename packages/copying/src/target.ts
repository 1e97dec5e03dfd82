import { mkdir, readdir, realpath, utimes } from 'node:fs/promises'
import path from 'node:path'
import { codeOf, isOfOneFile, sayFault } from './faults.ts'
import { syncFileSystem, writeFlushed } from './flush.ts'
import { hashFile } from './hashFile.ts'
import type { HashName } from '@kavrell/core/checksums'
import { type CopiedFile, writeHashList } from './hashLists.ts'
import { mustLieInside } from './insideRoot.ts'
import type { SourceFile, SourceFolder } from './listFiles.ts'
import { openRunFolder, type RunFolder } from './runFolder.ts'

export interface CopyTarget {
  readonly id: string
  /** Where the card's files go; made if missing. Nothing that exists in it is ever overwritten. */
  readonly folder: string
  /** Called before bytes are written: a medium may slow the writer down or refuse (`ENOSPC`). */
  readonly beforeWrite?: (bytes: number) => Promise<void>
}

/** What has become of a target in the run so far. */
export interface Writing {
  readonly target: CopyTarget
  files: number
  bytes: number
  readonly copied: CopiedFile[]
  readonly problems: string[]
  /** Nothing more is written there. */
  failed: boolean
  /** Both of them once the target is ready. */
  own: RunFolder | null
  realRoot: string
  /** Folders that were made ready in this run, with the names that were in them before. */
  readonly ready: Map<string, ReadonlySet<string>>
  /** Folders that this run made. */
  readonly made: Set<string>
}

/** Makes a target ready to be written to. One that cannot be is given up with its reason. */
export async function beginWriting(asked: CopyTarget, token: string): Promise<Writing> {
  const target = { ...asked, folder: path.resolve(asked.folder) }
  const w: Writing = {
    target,
    files: 0,
    bytes: 0,
    copied: [],
    problems: [],
    failed: false,
    own: null,
    realRoot: '',
    ready: new Map(),
    made: new Set(),
  }
  try {
    await mkdir(target.folder, { recursive: true })
    w.realRoot = await realpath(target.folder)
    w.own = await openRunFolder(target.folder, token)
    w.ready.set(target.folder, new Set(await readdir(target.folder)))
  } catch (error) {
    giveUp(w, error, path.basename(target.folder))
  }
  return w
}

/**
 * Makes a folder of a target ready, once: it is there, and lies inside. The target itself is never made again: where a
 * drive was pulled, nothing is put in its place.
 * @returns the names that were in it when the run came to it
 */
export async function readyFolder(w: Writing, folder: string): Promise<ReadonlySet<string>> {
  const known = w.ready.get(folder)
  if (known) return known
  await readyFolder(w, path.dirname(folder))
  try {
    await mkdir(folder)
    w.made.add(folder)
  } catch (error) {
    if (codeOf(error) !== 'EEXIST') throw error
  }
  await mustLieInside(w.realRoot, folder)
  const there = new Set(await readdir(folder))
  // Of two lanes that come to it at once the first has seen what was there before either wrote.
  if (!w.ready.has(folder)) w.ready.set(folder, there)
  return w.ready.get(folder)!
}

/** Folders of the card that hold nothing are there too, and those that this run made are as old as on the card. */
export async function leaveFolders(w: Writing, folders: readonly SourceFolder[]): Promise<void> {
  for (const { path: name, modifiedMs } of folders.toReversed()) {
    if (w.failed) return
    const folder = path.join(w.target.folder, name)
    try {
      await readyFolder(w, folder)
      if (w.made.has(folder)) await utimes(folder, modifiedMs / 1000, modifiedMs / 1000)
    } catch (error) {
      fault(w, error, name)
    }
  }
}

export function landed(w: Writing, file: SourceFile, digest: string): void {
  w.files++
  w.bytes += file.bytes
  w.copied.push({ digest, ...file })
}

/** Something of that name is there already: kept if it is the same, told if it is not, never replaced. */
export async function keepIfSame(w: Writing, file: SourceFile, digest: string, hashName: HashName): Promise<void> {
  try {
    const there = await hashFile(path.join(w.target.folder, file.path), hashName)
    if (there === digest) landed(w, file, digest)
    else w.problems.push(`${file.path}: another file of that name is already there and was left alone.`)
  } catch (error) {
    w.problems.push(sayFault(error, file.path, 'read'))
  }
}

/** Writes the list of what was copied, whole or not at all, as files are: aside first, then under its name. */
export async function leaveHashList(w: Writing, hashName: HashName): Promise<void> {
  const { folder } = w.target
  const own = w.own!
  try {
    // The names first: a list that outlives a power cut must not tell of files that have none.
    await syncFileSystem(folder)
    await writeHashList(folder, w.copied, hashName, async (name, text) => {
      const part = own.nextPart()
      const final = path.join(folder, name)
      await writeFlushed(part, text)
      await own.announce([final])
      await own.nameForGood(part, final)
    })
  } catch (error) {
    w.problems.push(sayFault(error, 'The list of what was copied'))
  }
}

/** What went wrong with one file is told, and others go on; what went wrong with the drive ends it. */
export function fault(w: Writing, error: unknown, name: string): void {
  if (!isOfOneFile(error)) return giveUp(w, error, name)
  w.problems.push(sayFault(error, name))
}

/** The first reason stands: what other lanes meet afterwards is the same fault again. */
export function giveUp(w: Writing, error: unknown, name: string): void {
  if (w.failed) return
  w.failed = true
  w.problems.push(sayFault(error, name))
}
