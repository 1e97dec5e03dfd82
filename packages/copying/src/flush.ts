import { spawn } from 'node:child_process'
import { open } from 'node:fs/promises'

/**
 * Sees to it that everything written so far under these folders has reached the medium. One flush of each
 * file system costs what a handful of single files would; Node has no call for it, so the system's own
 * `sync` is asked (`syncfs`), and where that is missing or refuses, each file is flushed by itself.
 * @param files those to flush by themselves, asked for only then
 * @throws the system's error when a file cannot be flushed
 */
export async function flush(folder: string, files: () => Iterable<string>): Promise<void> {
  if (await syncFileSystem(folder)) return
  for (const file of files()) await flushFile(file)
}

export async function flushFile(file: string): Promise<void> {
  const handle = await open(file, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

const syncFileSystem = (folder: string) =>
  new Promise<boolean>((resolve) => {
    const child = spawn('sync', ['-f', '--', folder], { stdio: 'ignore' })
    child.once('error', () => resolve(false))
    child.once('exit', (code) => resolve(code === 0))
  })
