import { link, mkdir, open, readdir, realpath, rename, unlink } from 'node:fs/promises'
import path from 'node:path'
import { sayFault } from './faults.ts'
import { hashFile } from './hashFile.ts'
import type { HashName } from './hashList.ts'
import { type CopiedFile, writeHashList } from './hashLists.ts'
import { mustLieInside } from './insideRoot.ts'
import type { SourceFile } from './listFiles.ts'

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
  failed: boolean
  /** The target with its own links followed, once it is there. */
  realRoot: string | null
  /** Folders that were made ready in this run, with the names that were in them before. */
  readonly ready: Map<string, ReadonlySet<string>>
  /** Parts begun in this run: each has a number of its own. */
  parts: number
}

export const beginWriting = (target: CopyTarget): Writing => ({
  target,
  files: 0,
  bytes: 0,
  copied: [],
  problems: [],
  failed: false,
  realRoot: null,
  ready: new Map(),
  parts: 0,
})

/** Half-written files are called this, the run that writes them and a number, until they are whole. */
const PART_PREFIX = '.part-'

export const nextPart = (w: Writing, folder: string, token: string): string =>
  path.join(folder, `${PART_PREFIX}${token}-${w.parts++}`)

/**
 * Makes a folder of a target ready, once: it lies inside, and parts that dead runs left in it are gone.
 * @returns the names that were in it when the run came to it
 */
export async function readyFolder(w: Writing, folder: string, token: string): Promise<ReadonlySet<string>> {
  const known = w.ready.get(folder)
  if (known) return known
  await mkdir(folder, { recursive: true })
  w.realRoot ??= await realpath(w.target.folder)
  await mustLieInside(w.realRoot, folder)
  const there = new Set<string>()
  for (const name of await readdir(folder)) {
    if (!name.startsWith(PART_PREFIX)) there.add(name)
    // A run that is still alive loses its parts and fails, rather than giving ours a name.
    else if (!name.startsWith(`${PART_PREFIX}${token}-`)) await drop(path.join(folder, name))
  }
  // Of two lanes that come to it at once the first has seen what was there before either wrote.
  if (!w.ready.has(folder)) w.ready.set(folder, there)
  return w.ready.get(folder)!
}

/** Gives a finished part its name without ever replacing what is there. */
export async function nameForGood(part: string, final: string): Promise<void> {
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
    w.problems.push(sayFault(error, file.path))
  }
}

/** Writes the list of what was copied, whole or not at all, as files are: aside first, then under its name. */
export async function leaveHashList(w: Writing, hashName: HashName, token: string): Promise<void> {
  const { folder } = w.target
  try {
    await writeHashList(folder, w.copied, hashName, async (name, text) => {
      const part = nextPart(w, folder, token)
      const handle = await open(part, 'wx', 0o644)
      try {
        await handle.writeFile(text)
        await handle.sync()
      } finally {
        await handle.close()
      }
      try {
        await nameForGood(part, path.join(folder, name))
      } catch (error) {
        await drop(part)
        throw error
      }
    })
  } catch (error) {
    w.problems.push(sayFault(error, 'The list of what was copied'))
  }
}

/** The first reason stands: what other lanes meet afterwards is the same fault again. */
export function giveUp(w: Writing, error: unknown, name: string): void {
  if (w.failed) return
  w.failed = true
  w.problems.push(sayFault(error, name))
}

export async function drop(part: string): Promise<void> {
  // The drive may be gone with its part; then there is nothing left to drop.
  await unlink(part).catch(() => undefined)
}
