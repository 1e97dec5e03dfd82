import { expose } from 'comlink'
import {
  createMD5,
  createSHA1,
  createSHA256,
  createSHA512,
  createXXHash128,
  createXXHash3,
  createXXHash64,
  type IHasher,
} from 'hash-wasm'
import { c4Id, type HashName } from '@kavrell/core/checksums'

const MADE: Readonly<Record<HashName, () => Promise<IHasher>>> = {
  xxh64: () => createXXHash64(),
  xxh3: () => createXXHash3(),
  xxh128: () => createXXHash128(),
  md5: createMD5,
  sha1: createSHA1,
  sha256: createSHA256,
  c4: createSHA512,
}
const ready = new Map<HashName, Promise<IHasher>>()
async function hasherOf(name: HashName): Promise<IHasher> {
  const known = ready.get(name) ?? MADE[name]()
  ready.set(name, known)
  return (await known).init()
}
const digestOf = (hasher: IHasher, name: HashName) => (name === 'c4' ? c4Id(hasher.digest()) : hasher.digest())

/** Read at most at a time: large enough that asking costs nothing. */
const PIECE = 4 << 20
/** To tell how far it is costs the page more than to digest a piece. */
const TOLD_EVERY_MS = 200

/**
 * A file from its start to its end, each piece good until the next is asked for. Read into one buffer again and again
 * where the browser can: in pieces cut out of the file it is half as quick.
 */
async function* piecesOf(file: File): AsyncGenerator<Uint8Array> {
  const reader = intoOwnBuffer(file)
  if (!reader) {
    const plain = file.stream().getReader()
    for (let read = await plain.read(); !read.done; read = await plain.read()) yield read.value
    return
  }
  let buffer = new ArrayBuffer(PIECE)
  for (;;) {
    const { done, value } = await reader.read(new Uint8Array(buffer))
    if (done) return
    yield value
    buffer = value.buffer
  }
}

/** Null where the browser does not read files into buffers of ours. */
function intoOwnBuffer(file: File): ReadableStreamBYOBReader | null {
  try {
    return file.stream().getReader({ mode: 'byob' })
  } catch {
    return null
  }
}

const api = {
  async ofText(text: string, name: HashName): Promise<string> {
    const hasher = await hasherOf(name)
    hasher.update(text)
    return digestOf(hasher, name)
  },
  /** @throws what the browser says where a file cannot be read */
  async ofFile(file: File, name: HashName, onBytes: (bytes: number) => void): Promise<string> {
    const hasher = await hasherOf(name)
    let untold = 0
    let told = performance.now()
    const tell = () => {
      onBytes(untold)
      untold = 0
      told = performance.now()
    }
    for await (const piece of piecesOf(file)) {
      hasher.update(piece)
      untold += piece.length
      if (performance.now() - told >= TOLD_EVERY_MS) tell()
    }
    tell()
    return digestOf(hasher, name)
  },
}
export type HashApi = typeof api
expose(api)
