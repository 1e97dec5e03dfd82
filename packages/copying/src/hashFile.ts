import { constants } from 'node:fs'
import { open } from 'node:fs/promises'
import { createMD5, createXXHash64, type IHasher } from 'hash-wasm'
import type { HashName } from './hashList.ts'

export const newHasher = (name: HashName): Promise<IHasher> => (name === 'md5' ? createMD5() : createXXHash64())

/** Bytes read at a time: large enough that calls cost nothing, small enough to hold several. */
export const CHUNK_BYTES = 4 * 1024 * 1024

/** Digest of a file, read from start to end. Stops with an AbortError when told to. */
export async function hashFile(
  file: string,
  name: HashName,
  onBytes: (bytes: number) => void = () => {},
  signal?: AbortSignal,
): Promise<string> {
  const hasher = await newHasher(name)
  hasher.init()
  const handle = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW)
  try {
    const buffer = Buffer.allocUnsafe(CHUNK_BYTES)
    for (;;) {
      signal?.throwIfAborted()
      const { bytesRead } = await handle.read(buffer, 0, CHUNK_BYTES)
      if (bytesRead === 0) return hasher.digest('hex')
      hasher.update(buffer.subarray(0, bytesRead))
      onBytes(bytesRead)
    }
  } finally {
    await handle.close()
  }
}
