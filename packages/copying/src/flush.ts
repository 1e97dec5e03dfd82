import { spawn } from 'node:child_process'
import { open } from 'node:fs/promises'

/**
 * Sees to it that everything written so far under these folders has reached the medium. One flush of each
 * file system costs what a handful of single files would; Node has no call for it, so the system's own
 * `sync` is asked (`syncfs`), and where that is missing or refuses, each file is flushed by itself.
 * @param files those to flush by themselves: few are anyway, many only where the system cannot do it at once
 * @throws the system's error when a file cannot be flushed
 */
export async function flush(folder: string, files: () => Iterable<string>): Promise<void> {
  const few: string[] = []
  for (const file of files()) {
    few.push(file)
    if (few.length > FEW) break
  }
  // To start a program costs more than a few files.
  if (few.length > FEW && (await syncFileSystem(folder))) return
  for (const file of files()) await flushFile(file)
}

const FEW = 8

export async function flushFile(file: string): Promise<void> {
  const handle = await open(file, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

export const syncFileSystem = (folder: string) =>
  new Promise<boolean>((resolve) => {
    const child = spawn('sync', ['-f', '--', folder], { stdio: 'ignore' })
    child.once('error', () => resolve(false))
    child.once('exit', (code) => resolve(code === 0))
  })

/** Writes a new file, and it is on the drive when this resolves. @throws `EEXIST` where something has its name */
export async function writeFlushed(file: string, text: string): Promise<void> {
  const handle = await open(file, 'wx', 0o644)
  try {
    await handle.writeFile(text)
    await handle.sync()
  } finally {
    await handle.close()
  }
}
