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

/** Only workers have it, and the page's types do not name it. */
declare class FileReaderSync {
  readAsArrayBuffer(part: Blob): ArrayBuffer
}
/** Read at a time: large enough that asking costs nothing, small enough to be told of and to be stopped. */
const CHUNK = 8 << 20

const api = {
  async ofText(text: string, name: HashName): Promise<string> {
    const hasher = await hasherOf(name)
    hasher.update(text)
    return digestOf(hasher, name)
  },
  /** @throws what the browser says where a file cannot be read */
  async ofFile(file: File, name: HashName, onBytes: (bytes: number) => void): Promise<string> {
    const hasher = await hasherOf(name)
    const reader = new FileReaderSync()
    for (let from = 0; from < file.size; from += CHUNK) {
      const part = new Uint8Array(reader.readAsArrayBuffer(file.slice(from, from + CHUNK)))
      hasher.update(part)
      onBytes(part.length)
    }
    return digestOf(hasher, name)
  },
}
export type HashApi = typeof api
expose(api)
