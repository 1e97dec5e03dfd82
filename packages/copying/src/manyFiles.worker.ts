import fs, { constants } from 'node:fs'
import path from 'node:path'
import { parentPort } from 'node:worker_threads'
import { type Hasher, newHasher } from './hashFile.ts'
import type { HashName } from '@kavrell/core/checksums'
import { isWithin } from './insideRoot.ts'
import { SMALL_BYTES } from './lanes.ts'
import type { Answers, Questions, SmallFile } from './manyFiles.ts'

// Direct reads want memory that begins on a page: that of a WebAssembly module always does.
const buffer = Buffer.from(new WebAssembly.Memory({ initial: SMALL_BYTES / 65_536 + 1 }).buffer)
const BLOCK = 4096
const hashers = new Map<HashName, Hasher>()

const isInside = (realRoot: string, fd: number) => isWithin(realRoot, fs.readlinkSync(`/proc/self/fd/${fd}`))

function inOpened<T>(file: string, flags: string | number, work: (fd: number) => T): T {
  const fd = fs.openSync(file, flags, 0o644)
  try {
    return work(fd)
  } finally {
    fs.closeSync(fd)
  }
}

/** What can be read of a file at one go, in the buffer; null where anything is not as it should be. */
function readWhole(root: string, file: SmallFile): fs.Stats | null {
  return inOpened(path.join(root, file.path), constants.O_RDONLY | constants.O_NOFOLLOW, (fd) => {
    const before = fs.fstatSync(fd)
    if (!before.isFile() || before.size !== file.bytes || before.size >= buffer.length || !isInside(root, fd))
      return null
    if (fs.readSync(fd, buffer, 0, buffer.length, 0) !== before.size) return null
    const after = fs.fstatSync(fd)
    return after.size === before.size && after.mtimeMs === before.mtimeMs ? before : null
  })
}

/** @param realRoot where it has to lie, if that is to be looked at: all parts of a run lie in one folder */
function writePart(realRoot: string | null, part: string, { size, atime, mtime }: fs.Stats): boolean {
  return inOpened(part, 'wx', (fd) => {
    if ((realRoot !== null && !isInside(realRoot, fd)) || fs.writeSync(fd, buffer, 0, size) !== size) return false
    fs.futimesSync(fd, atime, mtime)
    return true
  })
}

function bringOne(
  { root, realRoots }: Questions['bring'],
  file: SmallFile,
  isFirst: boolean,
  hasher: Hasher,
): string | null {
  const begun: string[] = []
  try {
    const stats = readWhole(root, file)
    if (!stats) return null
    for (const [i, part] of file.parts.entries()) {
      begun.push(part)
      if (!writePart(isFirst ? realRoots[i]! : null, part, stats)) throw new Error('Not all of it was written')
    }
    return digestOf(hasher, stats.size)
  } catch {
    for (const part of begun) fs.rmSync(part, { force: true })
    return null
  }
}

function digestOf(hasher: Hasher, bytes: number): string {
  hasher.init()
  hasher.update(buffer.subarray(0, bytes))
  return hasher.digest()
}

/** Read past the system's memory; null where the drive or the file wants more care. */
function hashOne(file: string, bytes: number, hasher: Hasher): string | null {
  try {
    return inOpened(file, constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_DIRECT, (fd) => {
      // In whole blocks, as such reads want it, and no more of them than it takes to see its end.
      const asked = (Math.floor(bytes / BLOCK) + 1) * BLOCK
      if (asked > buffer.length || fs.readSync(fd, buffer, 0, asked, 0) !== bytes) return null
      return digestOf(hasher, bytes)
    })
  } catch {
    return null
  }
}

/** As a drive with hard links gives a name without ever replacing what has it. */
function nameOne(part: string, final: string): string {
  try {
    fs.linkSync(part, final)
    fs.unlinkSync(part)
    return ''
  } catch (error) {
    return (error as NodeJS.ErrnoException).code ?? 'EIO'
  }
}

async function hasherOf(name: HashName): Promise<Hasher> {
  const found = hashers.get(name) ?? (await newHasher(name))
  hashers.set(name, found)
  return found
}

function lookAt(file: string): Answers['look'] | null {
  try {
    const { size, mtimeMs } = fs.lstatSync(file)
    return [size, mtimeMs]
  } catch {
    return null
  }
}

type Asked = { readonly [Task in keyof Questions]: { readonly task: Task } & Questions[Task] }[keyof Questions]

async function answer(asked: Asked): Promise<readonly (Answers[keyof Answers] | null)[]> {
  switch (asked.task) {
    case 'bring': {
      const hasher = await hasherOf(asked.hashName)
      return asked.of.map((file, i) => bringOne(asked, file, i === 0, hasher))
    }
    case 'name':
      return asked.of.map(([part, final]) => nameOne(part, final))
    case 'hash': {
      const hasher = await hasherOf(asked.hashName)
      return asked.of.map(({ path: file, bytes }) => hashOne(file, bytes, hasher))
    }
    case 'look':
      return asked.of.map((name) => lookAt(path.join(asked.root, name)))
  }
}

parentPort!.on('message', (asked: Asked) => {
  void answer(asked).then((found) => parentPort!.postMessage(found))
})
