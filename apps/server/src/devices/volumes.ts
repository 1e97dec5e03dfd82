import { readdir, readFile, realpath, stat, statfs } from 'node:fs/promises'
import path from 'node:path'
import type { MediaVolume } from '@kavrell/contract'
import { listFiles } from '@kavrell/copying'

/**
 * What the copy engine asks of a card or a drive. The stand-in is a folder under the media root with an
 * optional `volume.json` beside it: size, speed, and a way to fail. A real reader would list mount points.
 */
export interface Volume {
  readonly root: string
  /** The device it is, so that two folders of one drive are not taken for two drives. */
  readonly medium: string
  /** How many bytes of a real card or drive each of its own is; 1 unless a stand-in says otherwise. */
  readonly bytesStandFor: number
  /** Of a stand-in that is slow or small. */
  readonly beforeWrite: ((bytes: number) => Promise<void>) | undefined
}

export interface Volumes {
  readonly card: (folder: string) => Promise<Volume | null>
  readonly drive: (folder: string) => Promise<Volume | null>
  readonly list: () => Promise<MediaVolume[]>
}

interface Behaviour {
  readonly capacityBytes?: number
  readonly bytesPerSecond?: number
  readonly bytesStandFor?: number
  /** Which device it stands for: folders of one disk are one medium unless they say otherwise. */
  readonly medium?: string
}

export function folderVolumes(mediaRoot: string): Volumes {
  const find = async (kind: 'cards' | 'drives', folder: string): Promise<Volume | null> => {
    if (!/^[A-Za-z0-9_-]{1,40}$/.test(folder)) return null
    const base = path.join(mediaRoot, kind)
    try {
      const root = await realpath(path.join(base, folder))
      // A link that leads out of the media root is not a card.
      if (path.dirname(root) !== (await realpath(base)) || !(await stat(root)).isDirectory()) return null
      const behaviour = await readBehaviour(`${root}.volume.json`)
      return {
        root,
        medium: await mediumOf(root, behaviour),
        bytesStandFor: standingFor(behaviour),
        beforeWrite: await behave(root, behaviour),
      }
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null
      throw error
    }
  }
  return {
    card: (folder) => find('cards', folder),
    drive: (folder) => find('drives', folder),
    async list() {
      const found: MediaVolume[] = []
      for (const [kind, folder] of [
        ['card', 'cards'],
        ['drive', 'drives'],
      ] as const) {
        const entries = await readdir(path.join(mediaRoot, folder), { withFileTypes: true }).catch(() => [])
        for (const entry of entries) {
          if (!entry.isDirectory()) continue
          const root = path.join(mediaRoot, folder, entry.name)
          const { files, bytes } = await listFiles(root)
          const behaviour = await readBehaviour(`${root}.volume.json`)
          const { capacityBytes } = behaviour
          const free = await statfs(root).then((s) => s.bavail * s.bsize)
          found.push({
            folder: entry.name,
            kind,
            medium: await mediumOf(root, behaviour),
            files: files.length,
            bytes,
            bytesStandFor: standingFor(behaviour),
            freeBytes: capacityBytes === undefined ? free : Math.max(0, capacityBytes - bytes),
          })
        }
      }
      return found.sort((a, b) => a.folder.localeCompare(b.folder, 'en', { numeric: true }))
    },
  }
}

const standingFor = ({ bytesStandFor }: Behaviour): number =>
  typeof bytesStandFor === 'number' && bytesStandFor > 0 && Number.isFinite(bytesStandFor) ? bytesStandFor : 1

async function readBehaviour(file: string): Promise<Behaviour> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as Behaviour
  } catch (error) {
    // None, or one that is not to be read: the folder is what its disk makes it.
    if ((error as NodeJS.ErrnoException).code === 'ENOENT' || error instanceof SyntaxError) return {}
    throw error
  }
}

/**
 * The device under a folder, by a name that stays the same when it is plugged in again: the file system's own id,
 * or the number the kernel gave it where it has none.
 */
async function mediumOf(root: string, { medium }: Behaviour): Promise<string> {
  if (medium !== undefined) return `stated ${medium}`
  const { dev } = await stat(root)
  const ids = await readdir(DISK_IDS).catch(() => [])
  for (const id of ids) {
    const device = await stat(path.join(DISK_IDS, id)).catch(() => null)
    if (device?.rdev === dev) return `disk ${id}`
  }
  return `device ${dev}`
}
const DISK_IDS = '/dev/disk/by-uuid'

/** When each stand-in takes the next bytes: who writes to one at the same time shares its speed. */
const readyAt = new Map<string, number>()

/** Lets bytes through at the volume's speed and refuses them once it is full. */
async function behave(root: string, { capacityBytes, bytesPerSecond }: Behaviour): Promise<Volume['beforeWrite']> {
  if (capacityBytes === undefined && bytesPerSecond === undefined) return undefined
  let used = capacityBytes === undefined ? 0 : (await listFiles(root)).bytes
  return async (bytes) => {
    used += bytes
    if (capacityBytes !== undefined && used > capacityBytes)
      throw Object.assign(new Error('volume full'), { code: 'ENOSPC' })
    if (bytesPerSecond === undefined) return
    const at = Math.max(readyAt.get(root) ?? 0, performance.now()) + (bytes / bytesPerSecond) * 1000
    readyAt.set(root, at)
    const wait = at - performance.now()
    if (wait > 1) await new Promise((resolve) => setTimeout(resolve, wait))
  }
}
