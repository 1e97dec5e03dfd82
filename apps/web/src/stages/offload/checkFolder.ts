import { type FolderAnswer, foldersToCheck, type HashName, HISTORY_FOLDER, isListName, judgeFolder, readLists, wantedByLists } from '@kavrell/core/checksums' // prettier-ignore

/** A file of a folder that was dropped, with its path from there. */
export interface DroppedFile {
  readonly path: string
  readonly file: File
}

/** Digests texts and files; several files may be asked for at once. */
export interface Digester {
  readonly lanes: number
  readonly ofText: (text: string, name: HashName) => Promise<string>
  readonly ofFile: (lane: number, file: File, name: HashName, onBytes: (bytes: number) => void) => Promise<string>
}

/** Lists of more than that are none: something else is called so. */
const MOST_LIST_BYTES = 256 * 1024 * 1024

/** Compares what was dropped with the lists and histories in it, folder by folder. */
export async function checkDropped(
  files: readonly DroppedFile[],
  digester: Digester,
  onProgress: (done: number, total: number) => void,
): Promise<FolderAnswer[]> {
  const total = files.reduce((sum, { file }) => sum + file.size, 0)
  let done = 0
  const answers: FolderAnswer[] = []
  for (const folder of foldersToCheck(files.map(({ path }) => path))) {
    const lead = folder === '' ? '' : `${folder}/`
    const inIt = new Map(files.flatMap(({ path, file }) => (path.startsWith(lead) ? [[path.slice(lead.length), file] as const] : []))) // prettier-ignore
    const texts = new Map<string, string>()
    for (const [path, file] of inIt)
      if ((isListName(path) || path.startsWith(`${HISTORY_FOLDER}/`)) && file.size <= MOST_LIST_BYTES)
        texts.set(path, await file.text())
    const lists = await readLists(texts, digester.ofText)
    const wanted = wantedByLists(lists.lists)
    const found: ({ digest: string } | { says: string } | undefined)[] = []
    let next = 0
    const lane = async (at: number) => {
      for (;;) {
        const i = next++
        const one = wanted[i]
        if (!one) return
        const file = inIt.get(one.path)
        if (!file) continue
        found[i] = await digester
          .ofFile(at, file, one.hashName, (bytes) => onProgress((done += bytes), total))
          .then(
            (digest) => ({ digest }),
            (error: unknown) => ({
              says: `could not be read (${error instanceof Error ? error.message : String(error)}).`,
            }),
          )
      }
    }
    await Promise.all(Array.from({ length: digester.lanes }, (_, at) => lane(at)))
    answers.push(judgeFolder(folder, lists, found, new Map([...inIt].map(([path, file]) => [path, file.size]))))
  }
  return answers
}

/** Every file of what was dropped, folders gone through to their ends; nothing is left out by its name. */
export async function filesDropped(entries: readonly FileSystemEntry[]): Promise<DroppedFile[]> {
  const found: DroppedFile[] = []
  const visit = async (entry: FileSystemEntry, path: string): Promise<void> => {
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
      found.push({ path, file })
      return
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader()
    for (;;) {
      // A reader gives a hundred at a time, and none once there are no more.
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
      if (some.length === 0) return
      for (const one of some) await visit(one, `${path}/${one.name}`)
    }
  }
  for (const entry of entries) await visit(entry, entry.name)
  return found
}
