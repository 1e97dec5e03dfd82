import { type FileHandle, readlink, realpath } from 'node:fs/promises'
import path from 'node:path'

class OutsideError extends Error {
  readonly code = 'EOUTSIDE'
}

/** Whether a path, read as it stands, is of something below a folder. A name may begin with two dots. */
export function liesBelow(folder: string, file: string): boolean {
  const inside = path.relative(folder, file)
  return inside !== '' && inside !== '..' && !inside.startsWith(`..${path.sep}`)
}

/** Whether a path that leads over no link is of a root or of something in it. */
export const isWithin = (realRoot: string, file: string) =>
  file === realRoot || file.startsWith(`${realRoot}${path.sep}`)

/** Throws unless a folder really lies in a root, once every link on the way is followed. */
export async function mustLieInside(realRoot: string, folder: string): Promise<void> {
  if (!isWithin(realRoot, await realpath(folder))) throw new OutsideError(folder)
}

/**
 * Throws unless an open file really lies in a root. Asks the system where the file it holds open is, so a
 * folder that was swapped for a link between looking and opening is found out.
 * @param realRoot the root with its own links followed
 */
export async function mustBeInside(realRoot: string, handle: FileHandle): Promise<void> {
  const real = await readlink(`/proc/self/fd/${handle.fd}`)
  if (!isWithin(realRoot, real)) throw new OutsideError(real)
}
