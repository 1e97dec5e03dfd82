import { lstat, mkdir, readdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import { newHasher } from './hashFile.ts'
import {
  type FoundLists,
  type HashLine,
  hashListText,
  type HashName,
  HISTORY_FOLDER,
  holdsLists,
  isListName,
  listName,
  readLists,
  SEAL,
  sealText,
} from '@kavrell/core/checksums'

/** One file that a run copied, as it was on the card. */
export interface CopiedFile extends HashLine {
  readonly bytes: number
  readonly modifiedMs: number
}

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
    const name = listName(hashName, turn)
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

/** Lists of more than that are none: something else is called so. */
const MOST_LIST_BYTES = 256 * 1024 * 1024

/** Reads all lists and the history at the top of a folder. Those that cannot be trusted are told, one sentence each. */
export async function readHashLists(folder: string): Promise<FoundLists> {
  const texts = new Map<string, string>()
  const take = async (name: string) => {
    const file = path.join(folder, name)
    const found = await lstat(file)
    if (found.isFile() && found.size <= MOST_LIST_BYTES) texts.set(name, await readFile(file, 'utf8'))
  }
  const names = await readdir(folder)
  for (const name of names) if (isListName(name)) await take(name)
  if (names.includes(HISTORY_FOLDER)) {
    const within = await readdir(path.join(folder, HISTORY_FOLDER)).catch(() => [])
    for (const name of within) await take(`${HISTORY_FOLDER}/${name}`)
  }
  return readLists(texts, digestOfText)
}

/** Folders at or below one that hold a list, in a stable order; links are not followed. */
export async function foldersWithLists(root: string): Promise<string[]> {
  const found: string[] = []
  const walk = async (folder: string): Promise<void> => {
    const entries = await readdir(folder, { withFileTypes: true })
    if (holdsLists(entries.map(({ name }) => name))) {
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
