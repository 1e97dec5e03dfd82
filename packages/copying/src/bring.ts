import { constants } from 'node:fs'
import { type FileHandle, open, unlink } from 'node:fs/promises'
import path from 'node:path'
import { sayFault } from './faults.ts'
import { CHUNK_BYTES, type Hasher } from './hashFile.ts'
import { mustBeInside } from './insideRoot.ts'
import type { SourceFile } from './listFiles.ts'
import { fault, giveUp, readyFolder, type Writing } from './target.ts'

/** What is the same for all files of one run, as far as reading them goes. */
export interface Source {
  /** With its own links followed. */
  readonly root: string
  readonly onBytes: (bytes: number, file: string) => void
  readonly signal: AbortSignal | undefined
}

type Buffers = readonly [Buffer, Buffer]
/** What one lane works with: nobody else holds it meanwhile. */
export interface Tool {
  readonly hasher: Hasher
  readonly buffers: Buffers
}
const SMALL_CHUNK = 64 * 1024
export const smallBuffers = (): Buffers => [Buffer.allocUnsafe(SMALL_CHUNK), Buffer.allocUnsafe(SMALL_CHUNK)]

interface Part {
  readonly w: Writing
  readonly part: string
  readonly final: string
}
interface OpenPart extends Part {
  readonly to: FileHandle
  /** This drive does not take this file. */
  refused: boolean
}

/** A file that is written whole to its parts, not yet flushed and not yet under its name. */
export interface Brought {
  readonly file: SourceFile
  readonly digest: string
  readonly parts: readonly Part[]
  /** Targets where something of that name is already. */
  readonly found: readonly Writing[]
}

/** Why a file of the card could not be brought. */
export interface NotBrought {
  readonly file: SourceFile
  readonly says: string
}

/** The drive may be gone with its part; then there is nothing left to drop. */
export const drop = (part: string): Promise<void> => unlink(part).catch(() => undefined)

/** Writes one file to a part on every live target, in one pass. */
export async function bring(
  source: Source,
  file: SourceFile,
  live: readonly Writing[],
  { hasher, buffers }: Tool,
): Promise<Brought | NotBrought> {
  let from: FileHandle
  try {
    from = await openSource(source.root, file.path)
  } catch (error) {
    return { file, says: sayFault(error, file.path, 'read') }
  }
  const parts: OpenPart[] = []
  const found: Writing[] = []
  try {
    for (const w of live)
      try {
        const part = await beginPart(w, file)
        if (part) parts.push(part)
        else found.push(w)
      } catch (error) {
        fault(w, error, file.path)
      }
    const before = await from.stat()
    hasher.init()
    const readBytes = await pump(source, from, before.size, parts, hasher, buffers, file.path)
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
      return { file, says: `${file.path}: changed while it was being copied. Is the camera still recording?` }
    }
    for (const one of parts)
      try {
        if (isTaking(one)) await one.to.utimes(before.atime, before.mtime)
      } catch (error) {
        refuse(one, error, file.path)
      }
    for (const { part } of parts.filter((one) => one.refused)) await drop(part)
    const whole = parts.filter((one) => !one.refused).map(({ w, part, final }) => ({ w, part, final }))
    return { file, digest, parts: whole, found }
  } catch (error) {
    for (const { part } of parts) await drop(part)
    if (source.signal?.aborted) throw error
    for (const w of live) w.problems.push(`${file.path}: was not copied.`)
    return { file, says: sayFault(error, file.path, 'read') }
  } finally {
    await from.close()
    for (const { to } of parts) await to.close()
  }
}

const isTaking = (one: OpenPart) => !one.w.failed && !one.refused

function refuse(one: OpenPart, error: unknown, name: string): void {
  one.refused = true
  fault(one.w, error, name)
}

/** A new part of a file in a target; null when something of that name is there already. */
async function beginPart(w: Writing, file: SourceFile): Promise<OpenPart | null> {
  const final = path.join(w.target.folder, file.path)
  const there = await readyFolder(w, path.dirname(final))
  if (there.has(path.basename(final))) return null
  const part = w.own!.nextPart()
  const to = await open(part, 'wx', 0o644)
  try {
    await mustBeInside(w.realRoot, to)
    return { w, part, final, to, refused: false }
  } catch (error) {
    await to.close()
    await drop(part)
    // The part is the run's own: where it does not lie inside, nothing does any more.
    giveUp(w, error, file.path)
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
  { onBytes, signal }: Source,
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
    const writes = parts.filter(isTaking).map(async (one) => {
      try {
        await one.w.target.beforeWrite?.(bytesRead)
        await writeAll(one.to, piece)
      } catch (error) {
        refuse(one, error, name)
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
