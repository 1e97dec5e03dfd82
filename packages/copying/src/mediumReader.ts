import { constants } from 'node:fs'
import { type FileHandle, open } from 'node:fs/promises'
import { newHasher } from './hashFile.ts'
import type { HashName } from '@kavrell/core/checksums'

export interface MediumDigest {
  readonly digest: string
  /** The bytes came from the medium. False where its file system only reads through the system's memory. */
  readonly fromMedium: boolean
}

export interface MediumReader {
  /** @param size the file's length, if known: a read that ends there is its last */
  readonly hash: (
    file: string,
    size: number | undefined,
    onBytes: (bytes: number) => void,
    signal?: AbortSignal,
  ) => Promise<MediumDigest>
}

/** Codes with which file systems refuse to be read past the system's memory. */
const REFUSES_DIRECT = new Set(['EINVAL', 'EOPNOTSUPP', 'ENOTSUP'])

/**
 * Reads files past the operating system's memory (`O_DIRECT`), so that what is hashed is what the medium
 * gives back and not what was just written. It reads what the drive answers: a drive that answers from a
 * memory of its own cannot be told from one that reads its platters or cells.
 * @param chunkBytes read at a time, a multiple of 64 KiB; the reader holds twice that
 */
export async function openMediumReader(hashName: HashName, chunkBytes: number): Promise<MediumReader> {
  const hasher = await newHasher(hashName)
  // Direct reads want memory that begins on a page: that of a WebAssembly module always does.
  const memory = new WebAssembly.Memory({ initial: (2 * chunkBytes) / 65_536 }).buffer
  const halves = [Buffer.from(memory, 0, chunkBytes), Buffer.from(memory, chunkBytes, chunkBytes)] as const
  const readThrough = async (
    handle: FileHandle,
    size: number | undefined,
    onBytes: (bytes: number) => void,
    signal?: AbortSignal,
  ) => {
    hasher.init()
    let total = 0
    let reading = handle.read(halves[0], 0, chunkBytes)
    for (let turn = 1; ; turn++) {
      const { bytesRead, buffer } = await reading
      if (bytesRead === 0) return hasher.digest()
      signal?.throwIfAborted()
      total += bytesRead
      const last = bytesRead < chunkBytes && total === size
      if (!last) reading = handle.read(halves[turn % 2]!, 0, chunkBytes)
      // A refusal is met when it is waited for, in the next turn.
      reading.catch(() => undefined)
      hasher.update(buffer.subarray(0, bytesRead))
      onBytes(bytesRead)
      if (last) return hasher.digest()
    }
  }
  const attempt = async (
    file: string,
    flags: number,
    size: number | undefined,
    onBytes: (bytes: number) => void,
    signal?: AbortSignal,
  ) => {
    const handle = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW | flags)
    try {
      return await readThrough(handle, size, onBytes, signal)
    } finally {
      await handle.close()
    }
  }
  return {
    async hash(file, size, onBytes, signal) {
      let seen = 0
      const count = (bytes: number) => {
        seen += bytes
        onBytes(bytes)
      }
      try {
        return { digest: await attempt(file, constants.O_DIRECT, size, count, signal), fromMedium: true }
      } catch (error) {
        if (seen > 0 || !REFUSES_DIRECT.has((error as NodeJS.ErrnoException).code ?? '')) throw error
      }
      return { digest: await attempt(file, 0, size, onBytes, signal), fromMedium: false }
    },
  }
}
