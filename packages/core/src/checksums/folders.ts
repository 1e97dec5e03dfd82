import { type FoundLists, holdsLists, isOfLists, type WantedFile, wantedByLists } from './lists.ts'

/**
 * The folders among some files that hold a list or a history of digests, the topmost ones: what lies below is in their
 * lists. Where there is none it is the folder that all of them are in.
 * @param paths with `/` between folders
 */
export function foldersToCheck(paths: readonly string[]): readonly string[] {
  const namesIn = new Map<string, Set<string>>()
  for (const path of paths) {
    const parts = path.split('/')
    for (const [i, name] of parts.entries()) {
      const folder = parts.slice(0, i).join('/')
      namesIn.set(folder, (namesIn.get(folder) ?? new Set()).add(name))
    }
  }
  const holding = [...namesIn].filter(([, names]) => holdsLists([...names])).map(([folder]) => folder)
  const isBelow = (folder: string, other: string) =>
    other !== folder && (other === '' || folder.startsWith(`${other}/`))
  const top = holding.filter((folder) => !holding.some((other) => isBelow(folder, other))).sort()
  if (top.length > 0) return top
  const firsts = new Set(paths.map((path) => path.split('/')[0]!))
  return firsts.size === 1 && paths.every((path) => path.includes('/')) ? [...firsts] : ['']
}

/** What lies in a folder and no list of it knows, each a sentence. */
export function strays(paths: Iterable<string>, wanted: readonly WantedFile[]): string[] {
  const listed = new Set(wanted.map(({ path }) => path))
  return Array.from(paths)
    .filter((path) => !listed.has(path) && !isOfLists(path))
    .map((path) => `${path}: is there but not in the list.`)
}

/** Said where no list agrees with itself, so that lines could have been taken out. */
export const UNSEALED =
  'No list here says how many files it had: files that are gone together with their lines cannot be seen.'

/** What comparing a folder with its own lists comes to. */
export interface FolderAnswer {
  readonly folder: string
  /** Everything that is listed was read and is as listed. Never where nothing was listed. */
  readonly same: boolean
  /** A list that nothing was cut from says how many files there have to be. */
  readonly whole: boolean
  readonly files: number
  readonly bytes: number
  /** One sentence for each file that differs, is missing or could not be read, and each list that is no proof. */
  readonly problems: readonly string[]
  readonly notes: readonly string[]
}

/**
 * Judges a folder by what was read of it.
 * @param found by `wantedByLists`: what each file digests to, or why it could not be read; undefined where it is not there
 * @param sizes bytes of every file of the folder
 */
export function judgeFolder(
  folder: string,
  lists: FoundLists,
  found: readonly ({ readonly digest: string } | { readonly says: string } | undefined)[],
  sizes: ReadonlyMap<string, number>,
): FolderAnswer {
  const wanted = wantedByLists(lists.lists)
  const problems = [...lists.problems]
  const read = new Set<string>()
  for (const [i, { path, digest }] of wanted.entries()) {
    const one = found[i]
    if (!one) problems.push(`${path}: is not there.`)
    else if ('says' in one) problems.push(`${path}: ${one.says}`)
    else {
      read.add(path)
      if (one.digest !== digest) problems.push(`${path}: differs from what was copied.`)
    }
  }
  if (wanted.length === 0 && problems.length === 0)
    problems.push('There is no hash list (checksums.xxh64, checksums.md5 and the like, or a folder ascmhl) to compare with.') // prettier-ignore
  const whole = lists.lists.some((list) => list.sealed)
  return {
    folder,
    same: problems.length === 0 && wanted.length > 0,
    whole,
    files: read.size,
    bytes: [...read].reduce((sum, path) => sum + (sizes.get(path) ?? 0), 0),
    problems,
    notes: [...lists.notes, ...(whole || wanted.length === 0 ? [] : [UNSEALED]), ...strays(sizes.keys(), wanted)],
  }
}
