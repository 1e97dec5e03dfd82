import { constants } from 'node:fs'
import { open } from 'node:fs/promises'
import { createHash, type Hash } from 'node:crypto'
import { Xxh64 } from '@node-rs/xxhash'
import { createXXHash128 } from 'hash-wasm'
import type { HashName } from './hashList.ts'

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
  if (name === 'xxh128') {
    const hash = await createXXHash128()
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
    digest: () => (name === 'c4' ? c4Id(hash.digest()) : hash.digest('hex')),
  }
}

const BASE58 = '123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz'

/** The identifier of SMPTE ST 2114: `c4` and the SHA-512 in base 58, 90 characters in all. */
function c4Id(sha512: Buffer): string {
  let value = BigInt(`0x${sha512.toString('hex')}`)
  let digits = ''
  for (; value > 0n; value /= 58n) digits = BASE58[Number(value % 58n)]! + digits
  return `c4${digits.padStart(88, BASE58[0])}`
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
