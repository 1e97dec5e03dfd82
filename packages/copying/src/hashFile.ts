import { constants } from 'node:fs'
import { open } from 'node:fs/promises'
import { createHash, type Hash } from 'node:crypto'
import { Xxh64 } from '@node-rs/xxhash'
import { createXXHash128, createXXHash3 } from 'hash-wasm'
import { c4Id, type HashName } from '@kavrell/core/checksums'

/** Digests one file after another. */
export interface Hasher {
  /** Forgets what was read: a new file begins. */
  readonly init: () => void
  readonly update: (bytes: Buffer | string) => void
  /** In hexadecimal, as the usual tools print it. */
  readonly digest: () => string
}

/** Machine code wherever there is some: a digest in script is slower than the drives it is held against. */
export async function newHasher(name: HashName): Promise<Hasher> {
  if (name === 'xxh64') {
    let hash = new Xxh64()
    return {
      init: () => void (hash = new Xxh64()),
      update: (bytes) => void hash.update(bytes),
      digest: () => hash.digest().toString(16).padStart(16, '0'),
    }
  }
  if (name === 'xxh128' || name === 'xxh3') {
    const hash = await (name === 'xxh3' ? createXXHash3() : createXXHash128())
    return {
      init: () => void hash.init(),
      update: (bytes) => void hash.update(bytes),
      digest: () => hash.digest('hex'),
    }
  }
  const algorithm = name === 'c4' ? 'sha512' : name
  let hash: Hash = createHash(algorithm)
  return {
    init: () => void (hash = createHash(algorithm)),
    update: (bytes) => void hash.update(bytes),
    digest: () => (name === 'c4' ? c4Id(hash.digest('hex')) : hash.digest('hex')),
  }
}

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
      if (bytesRead === 0) return hasher.digest()
      hasher.update(buffer.subarray(0, bytesRead))
      onBytes(bytesRead)
    }
  } finally {
    await handle.close()
  }
}
