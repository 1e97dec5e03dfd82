import { mkdir, readdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import { newHasher } from './hashFile.ts'
import {
  HASH_NAMES,
  type HashLine,
  hashListText,
  type HashName,
  parseHashList,
  parseSeal,
  sealText,
} from './hashList.ts'

/** One file that a run copied, as it was on the card. */
export interface CopiedFile extends HashLine {
  readonly bytes: number
  readonly modifiedMs: number
}

const LIST = new RegExp(`^checksums(?:-\\d+)?\\.(${HASH_NAMES.join('|')})$`)
const SEAL = '.seal'
const nameOf = (hashName: HashName, turn: number) => `checksums${turn === 0 ? '' : `-${turn + 1}`}.${hashName}`

/** A list of digests, or the seal of one, by its name at the top of a copy. */
export const isListName = (name: string): boolean => LIST.test(name.endsWith(SEAL) ? name.slice(0, -SEAL.length) : name)

export async function digestOfText(text: string, name: HashName): Promise<string> {
  const hasher = await newHasher(name)
  hasher.init()
  hasher.update(text)
  return hasher.digest()
}

/**
 * Leaves a list of what was copied at the top of a copy, and its seal beside it. Nothing that is there is replaced,
 * and no name is taken that a file of the card has: the list is called `checksums-2` then, and so on.
 * @param write puts a whole file under its name, or throws `EEXIST`
 * @returns the name of the list
 */
export async function writeHashList(
  folder: string,
  files: readonly CopiedFile[],
  hashName: HashName,
  write: (name: string, text: string) => Promise<void>,
): Promise<string> {
  await mkdir(folder, { recursive: true })
  const text = hashListText(files)
  const bytes = files.reduce((sum, file) => sum + file.bytes, 0)
  const seal = sealText({ files: files.length, bytes, digest: await digestOfText(text, hashName) }, hashName)
  const ofCard = new Set(files.map((file) => file.path.toLowerCase()))
  for (let turn = 0; ; turn++) {
    const name = nameOf(hashName, turn)
    if (ofCard.has(name) || ofCard.has(name + SEAL)) continue
    // The seal comes last: a list without one was not ended.
    if ((await putOrSame(folder, name, text, write)) && (await putOrSame(folder, name + SEAL, seal, write))) return name
  }
}

/** False when something else is there under that name. */
async function putOrSame(
  folder: string,
  name: string,
  text: string,
  write: (name: string, text: string) => Promise<void>,
): Promise<boolean> {
  try {
    await write(name, text)
    return true
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    // A second run into the same folder finds its own list.
    return (await readFile(path.join(folder, name), 'utf8')) === text
  }
}

/** A list that lies at the top of a folder. */
export interface FoundList {
  readonly name: string
  readonly hashName: HashName
  readonly lines: readonly HashLine[]
  /** It agrees with what it says of itself: nothing was cut from it. */
  readonly sealed: boolean
}

/** Reads all lists at the top of a folder. Those that cannot be trusted are told in `problems`, one sentence each. */
export async function readHashLists(folder: string): Promise<{ lists: FoundList[]; problems: string[] }> {
  const lists: FoundList[] = []
  const problems: string[] = []
  for (const name of (await readdir(folder)).sort()) {
    const match = LIST.exec(name)
    if (!match) continue
    const hashName = match[1] as HashName
    const text = await readFile(path.join(folder, name), 'utf8')
    const parsed = parseHashList(text, hashName)
    if (!parsed.ok) {
      problems.push(`${name}: line ${parsed.error.line} is not a digest and a name.`)
      continue
    }
    const said = await readSeal(path.join(folder, name + SEAL), hashName)
    const agrees = said && said.digest === (await digestOfText(text, hashName)) && said.files === parsed.value.length
    if (said !== undefined && !agrees)
      problems.push(`${name}: was changed or cut short since it was written. What it says of the files is no proof.`)
    lists.push({ name, hashName, lines: parsed.value, sealed: agrees === true })
  }
  return { lists, problems }
}

/** Undefined where there is none; null where it is not whole. */
async function readSeal(file: string, hashName: HashName) {
  try {
    return parseSeal(await readFile(file, 'utf8'), hashName)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined
    throw error
  }
}

/** Folders at or below one that hold a list, in a stable order; links are not followed. */
export async function foldersWithLists(root: string): Promise<string[]> {
  const found: string[] = []
  const walk = async (folder: string): Promise<void> => {
    const entries = await readdir(folder, { withFileTypes: true })
    if (entries.some((entry) => entry.isFile() && LIST.test(entry.name))) {
      // What lies below is in its list, lists that came with the card among it.
      found.push(folder)
      return
    }
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1)))
      if (entry.isDirectory()) await walk(path.join(folder, entry.name))
  }
  await walk(root)
  return found
}
