import { lstat, readdir } from 'node:fs/promises'
import path from 'node:path'

export interface SourceFile {
  /** From the card's root, with `/` between folders. */
  readonly path: string
  readonly bytes: number
  readonly modifiedMs: number
}

export interface SourceListing {
  readonly files: readonly SourceFile[]
  readonly bytes: number
  /** Entries that are no files and were left out: links, sockets, names that are not Unicode. */
  readonly problems: readonly string[]
}

/** Every regular file under a folder in a stable order. Links are never followed. */
export async function listFiles(root: string): Promise<SourceListing> {
  const files: SourceFile[] = []
  const problems: string[] = []
  const walk = async (folder: string): Promise<void> => {
    const entries = await readdir(path.join(root, folder), { withFileTypes: true })
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const relative = folder === '' ? entry.name : `${folder}/${entry.name}`
      if (entry.name.includes('\uFFFD'))
        problems.push(`${relative}: the name is not Unicode. Rename it on a copy; it was not copied.`)
      else if (entry.isDirectory()) await walk(relative)
      else if (entry.isFile()) {
        const { size, mtimeMs } = await lstat(path.join(root, relative))
        files.push({ path: relative, bytes: size, modifiedMs: mtimeMs })
      } else
        problems.push(
          `${relative}: not a file (${entry.isSymbolicLink() ? 'a link' : 'a special entry'}) and was left out.`,
        )
    }
  }
  await walk('')
  return { files, bytes: files.reduce((sum, file) => sum + file.bytes, 0), problems }
}
