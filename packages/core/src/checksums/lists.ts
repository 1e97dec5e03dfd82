import { type HashLine, HASH_NAMES, type HashName, parseHashList, parseSeal } from './hashList.ts'
import { CHAIN_NAME, type ChainLink, type Generation, HISTORY_FOLDER, linesOfHistory, parseChain, parseGeneration } from './history.ts' // prettier-ignore

const LIST = new RegExp(`^checksums(?:-\\d+)?\\.(${HASH_NAMES.join('|')})$`)
export const SEAL = '.seal'
/** The name of a plain list at the top of a copy. @param turn 0, or how many such names a card itself has taken */
export const listName = (hashName: HashName, turn: number): string =>
  `checksums${turn === 0 ? '' : `-${turn + 1}`}.${hashName}`

/** A plain list of digests, or the seal of one, by its name at the top of a copy. */
export const isListName = (name: string): boolean => LIST.test(name.endsWith(SEAL) ? name.slice(0, -SEAL.length) : name)
/** A plain list, its seal, or any part of a history: what says what a folder holds, and is no part of that. */
export const isOfLists = (path: string): boolean => isListName(path) || path.startsWith(`${HISTORY_FOLDER}/`)
/** Whether a folder with these names at its top holds a list or a history. */
export const holdsLists = (names: readonly string[]): boolean =>
  names.some((name) => LIST.test(name) || name === HISTORY_FOLDER)

/** A list that lies at the top of a folder. */
export interface FoundList {
  readonly name: string
  readonly hashName: HashName
  readonly lines: readonly HashLine[]
  /** It agrees with what it says of itself: nothing was cut from it. */
  readonly sealed: boolean
}

/** A history that could be read: its generations, in order, and how the chain has them. */
export interface FoundHistory {
  readonly links: readonly ChainLink[]
  readonly generations: readonly Generation[]
}

export interface FoundLists {
  readonly lists: readonly FoundList[]
  readonly history: FoundHistory | null
  /** Lists that cannot be trusted, one sentence each. */
  readonly problems: readonly string[]
  readonly notes: readonly string[]
}

/**
 * Reads every list and the history of a folder.
 * @param texts by path from the folder's top, such as `checksums.md5` or `ascmhl/ascmhl_chain.xml`; others are passed over
 * @param digestOf a text's digest, as the named way has it
 */
export async function readLists(
  texts: ReadonlyMap<string, string>,
  digestOf: (text: string, name: HashName) => Promise<string>,
): Promise<FoundLists> {
  const lists: FoundList[] = []
  const problems: string[] = []
  for (const name of [...texts.keys()].sort()) {
    const match = LIST.exec(name)
    if (!match) continue
    const hashName = match[1] as HashName
    const text = texts.get(name)!
    const parsed = parseHashList(text, hashName)
    if (!parsed.ok) {
      problems.push(`${name}: line ${parsed.error.line} is not a digest and a name.`)
      continue
    }
    const seal = texts.get(name + SEAL)
    const said = seal === undefined ? undefined : parseSeal(seal, hashName)
    const agrees = said && said.digest === (await digestOf(text, hashName)) && said.files === parsed.value.length
    if (said !== undefined && !agrees)
      problems.push(`${name}: was changed or cut short since it was written. What it says of the files is no proof.`)
    lists.push({ name, hashName, lines: parsed.value, sealed: agrees === true })
  }
  const history = await readHistory(texts, digestOf)
  return {
    lists: [...lists, ...history.lists],
    history: history.found,
    problems: [...problems, ...history.problems],
    notes: history.notes,
  }
}

async function readHistory(
  texts: ReadonlyMap<string, string>,
  digestOf: (text: string, name: HashName) => Promise<string>,
) {
  const problems: string[] = []
  const notes: string[] = []
  const nothing = { lists: [] as FoundList[], found: null, problems, notes }
  const inFolder = [...texts].flatMap(([path, text]) =>
    path.startsWith(`${HISTORY_FOLDER}/`) ? [[path.slice(HISTORY_FOLDER.length + 1), text] as const] : [],
  )
  if (inFolder.length === 0) return nothing
  const chain = inFolder.find(([name]) => name === CHAIN_NAME)?.[1]
  const lists = new Map(inFolder.filter(([name]) => name.endsWith('.mhl') && !name.startsWith('.')))
  const links = chain === undefined ? null : parseChain(chain)
  if (links === null || !links.ok) {
    problems.push(links === null ? `${HISTORY_FOLDER}: has no chain, so nobody knows which of its lists count.` : `${HISTORY_FOLDER}/${CHAIN_NAME}: ${links.error}`) // prettier-ignore
    return nothing
  }
  const generations: Generation[] = []
  let sound = true
  for (const { number, name, c4 } of links.value) {
    const text = lists.get(name)
    lists.delete(name)
    const wrong =
      text === undefined
        ? `is gone; it was generation ${number} of the history.`
        : (await digestOf(text, 'c4')) !== c4
          ? 'was changed or cut short since it was written. What it says of the files is no proof.'
          : null
    const read = text === undefined ? null : parseGeneration(text)
    if (wrong !== null) problems.push(`${HISTORY_FOLDER}/${name}: ${wrong}`)
    if (read && !read.ok) problems.push(`${HISTORY_FOLDER}/${name}: ${read.error}`)
    if (wrong !== null || !read?.ok) sound = false
    if (read?.ok) generations.push(read.value)
  }
  for (const name of [...lists.keys()].sort())
    notes.push(`${HISTORY_FOLDER}/${name}: is not in the chain and was not read.`)
  const of = linesOfHistory(generations)
  problems.push(...of.problems)
  notes.push(...of.notes)
  const found: FoundHistory | null = sound ? { links: links.value, generations } : null
  const byName = [...new Set(of.lines.map(({ hashName }) => hashName))].map((hashName): FoundList => ({
    name: HISTORY_FOLDER,
    hashName,
    lines: of.lines.filter((line) => line.hashName === hashName),
    sealed: sound && generations.length > 0,
  }))
  return { lists: byName, found, problems, notes }
}

/** What is compared with one file. */
export interface WantedFile extends HashLine {
  readonly hashName: HashName
}

/** Every line of every list, each once. Two lists that disagree about a file are both asked for. */
export function wantedByLists(lists: readonly FoundList[]): WantedFile[] {
  const wanted = new Map<string, WantedFile>()
  for (const { hashName, lines } of lists)
    for (const { digest, path } of lines) wanted.set(`${hashName} ${digest} ${path}`, { digest, path, hashName })
  return [...wanted.values()]
}
