import { lstat, readdir } from 'node:fs/promises'
import path from 'node:path'
import { sayFault } from './faults.ts'
import { type Answers, MANY, withMany } from './manyFiles.ts'
import { isRunFolder } from './runFolder.ts'

export interface SourceFile {
  /** From the card's root, with `/` between folders. */
  readonly path: string
  readonly bytes: number
  readonly modifiedMs: number
}

export interface SourceFolder {
  readonly path: string
  readonly modifiedMs: number
}

export interface SourceListing {
  readonly files: readonly SourceFile[]
  /** Every folder below the root, each before those in it. */
  readonly folders: readonly SourceFolder[]
  readonly bytes: number
  /** What is not among the files though it is there, one sentence each: links, names that are not Unicode, what could not be read. */
  readonly problems: readonly string[]
}

type Looked = Answers['look']
async function look(file: string): Promise<Looked> {
  const { size, mtimeMs } = await lstat(file)
  return [size, mtimeMs]
}

/**
 * Every regular file under a folder in a stable order. Links are never followed. What cannot be looked at is named, and
 * the rest goes on.
 * @throws the system's error when the folder itself cannot be read
 */
export async function listFiles(root: string): Promise<SourceListing> {
  const files: SourceFile[] = []
  const folders: SourceFolder[] = []
  const problems: string[] = []
  const visit = async (relative: string, isFolder: boolean, looked: Looked | null | undefined): Promise<void> => {
    const [size, mtimeMs] = looked ?? (await look(path.join(root, relative)))
    if (!isFolder) files.push({ path: relative, bytes: size, modifiedMs: mtimeMs })
    else {
      folders.push({ path: relative, modifiedMs: mtimeMs })
      await walk(relative)
    }
  }
  const walk = async (folder: string): Promise<void> => {
    const entries = await readdir(path.join(root, folder), { withFileTypes: true })
    entries.sort((a, b) => (a.name < b.name ? -1 : 1))
    const names = entries.map(({ name }) => (folder === '' ? name : `${folder}/${name}`))
    const looked: (Looked | null)[] = []
    if (names.length >= MANY) await withMany('look', { root }, names, (at, found) => (looked[at] = found))
    for (const [at, entry] of entries.entries()) {
      const relative = names[at]!
      if (entry.name.includes('\uFFFD'))
        problems.push(`${relative}: the name is not Unicode. Rename it on a copy; it was not copied.`)
      else if (isRunFolder(entry.name))
        problems.push(`${relative}: half-written files of a copy that was not ended. They were left out.`)
      else if (entry.isDirectory() || entry.isFile())
        await visit(relative, entry.isDirectory(), looked[at]).catch((error: unknown) => {
          problems.push(sayFault(error, relative, 'read'))
        })
      else
        problems.push(
          `${relative}: not a file (${entry.isSymbolicLink() ? 'a link' : 'a special entry'}) and was left out.`,
        )
    }
  }
  await walk('')
  return { files, folders, bytes: files.reduce((sum, file) => sum + file.bytes, 0), problems }
}
