import {
  link,
  lstat,
  mkdir,
  open,
  readdir,
  readFile,
  rename,
  rm,
  rmdir,
  stat,
  unlink,
  writeFile,
} from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { codeOf } from './faults.ts'
import { liesBelow } from './insideRoot.ts'

const PREFIX = '.kavrell-copy-'
const MARK = new RegExp(`^\\${PREFIX}([0-9a-f]{8})$`)

/** The folder of a run, by its name: what is in it is no part of any copy. */
export const isRunFolder = (name: string): boolean => MARK.test(name)

/**
 * A folder at the top of a target that one run makes for what is not whole yet. Its name, and the file in it that says
 * who runs, tell what a run that died has left from what is somebody else's.
 */
export interface RunFolder {
  /** A name can be given without replacing what has it. */
  readonly hardLinks: boolean
  /** Where the next half-written file goes. */
  readonly nextPart: () => string
  /** To be said before names are given: what a dead run had reserved is found again by it. */
  readonly announce: (finals: readonly string[]) => Promise<void>
  /**
   * Gives a finished part its name without ever replacing what is there.
   * @throws `EEXIST`, or why it could not be done
   */
  readonly nameForGood: (part: string, final: string) => Promise<void>
  readonly close: () => Promise<void>
}

/** Codes with which drives say that they have no hard links (exFAT, FAT, some shares). */
const NO_LINKS = new Set(['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS'])
const WHO = 'run'
const RESERVED = 'reserved'
const OWN_FILE = /^(?:run|reserved|probe|probe-link|\d+)$/

/** Runs of this process that have not ended. */
const running = new Set<string>()

/**
 * Makes the folder of a run in a target, clears what dead runs have left there, and finds out what the drive can do.
 * @param token eight hexadecimal digits of the run's own
 * @throws `ERUNNING` when another run that began earlier is still at work there
 */
export async function openRunFolder(target: string, token: string, waitMs = WAIT_MS): Promise<RunFolder> {
  const own = path.join(target, PREFIX + token)
  await mkdir(own)
  running.add(token)
  try {
    const who: Who = { ...(await thisProcess()), since: Date.now() }
    await writeFile(path.join(own, WHO), JSON.stringify(who))
    await untilAlone(target, token, who, Date.now() + waitMs)
    return runFolder(own, token, await hasHardLinks(own))
  } catch (error) {
    await remove(own, token)
    throw error
  }
}

function runFolder(own: string, token: string, hardLinks: boolean): RunFolder {
  let parts = 0
  return {
    hardLinks,
    nextPart: () => path.join(own, String(parts++)),
    async announce(finals) {
      if (hardLinks || finals.length === 0) return
      const handle = await open(path.join(own, RESERVED), 'a')
      try {
        const target = path.dirname(own)
        await handle.writeFile(finals.map((final) => `${JSON.stringify(path.relative(target, final))}\n`).join(''))
        await handle.sync()
      } finally {
        await handle.close()
      }
    },
    async nameForGood(part, final) {
      if (hardLinks) {
        await link(part, final)
        await unlink(part)
        return
      }
      // The name is taken by a file that says whose it is, and that is then replaced.
      const handle = await open(final, 'wx', 0o644)
      try {
        await handle.writeFile(reservation(token))
      } finally {
        await handle.close()
      }
      try {
        await rename(part, final)
      } catch (error) {
        await unlink(final).catch(() => undefined)
        throw error
      }
    },
    close: () => remove(own, token),
  }
}

const reservation = (token: string) => `reserved by ${PREFIX}${token}\n`

async function remove(own: string, token: string): Promise<void> {
  running.delete(token)
  // The drive may be gone with it.
  await rm(own, { recursive: true, force: true }).catch(() => undefined)
}

async function hasHardLinks(own: string): Promise<boolean> {
  const [probe, second] = [path.join(own, 'probe'), path.join(own, 'probe-link')]
  await writeFile(probe, '')
  try {
    await link(probe, second)
    await unlink(second)
    return true
  } catch (error) {
    if (NO_LINKS.has(codeOf(error))) return false
    throw error
  } finally {
    await unlink(probe)
  }
}

/** Which process of which start of which machine. */
interface Who {
  readonly host: string
  readonly boot: string
  readonly pid: number
  /** Clock ticks from the machine's start to the process's: numbers of processes are used again. */
  readonly born: string
  readonly since: number
}

async function thisProcess(): Promise<Omit<Who, 'since'>> {
  const boot = await readFile('/proc/sys/kernel/random/boot_id', 'utf8').catch(() => '')
  return { host: os.hostname(), boot, pid: process.pid, born: await bornAt(process.pid) }
}

/** Empty where there is no such process. @source proc(5): field 22 of stat, behind a name that may hold spaces */
async function bornAt(pid: number): Promise<string> {
  const text = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => '')
  return text.slice(text.lastIndexOf(')') + 2).split(' ')[19] ?? ''
}

/** How long a run that is ending is waited for, and one that has not said yet who it is. */
const WAIT_MS = 10_000

/** Clears what dead runs have left, and waits until no earlier run is at work. */
async function untilAlone(target: string, token: string, mine: Who, until: number): Promise<void> {
  for (;;) {
    const others = (await readdir(target)).flatMap((name) => MARK.exec(name)?.[1] ?? []).filter((one) => one !== token)
    const earlier = []
    for (const other of others) {
      const state = await stateOf(target, other)
      if (state === 'dead') await clearDead(target, other)
      // Of two that begin together the one whose mark comes first goes on.
      else if (state === 'unknown' || state.since < mine.since || (state.since === mine.since && other < token))
        earlier.push(other)
    }
    if (earlier.length === 0) return
    if (Date.now() > until) throw Object.assign(new Error('Another copy is running'), { code: 'ERUNNING' })
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

async function stateOf(target: string, token: string): Promise<Who | 'dead' | 'unknown'> {
  const folder = path.join(target, PREFIX + token)
  let who: Who
  try {
    who = JSON.parse(await readFile(path.join(folder, WHO), 'utf8')) as Who
  } catch {
    // Just begun, or died before it could say who it is.
    const made = await stat(folder).catch(() => null)
    // A drive's own time may be another zone's.
    return made && Math.abs(Date.now() - made.mtimeMs) < WAIT_MS ? 'unknown' : 'dead'
  }
  if (running.has(token)) return who
  const here = await thisProcess()
  const isHere = who.host === here.host && who.boot === here.boot && who.pid !== here.pid
  return isHere && who.born !== '' && (await bornAt(who.pid)) === who.born ? who : 'dead'
}

/** Frees the names that a dead run had reserved and not given yet, and removes its parts. Nothing else is touched. */
async function clearDead(target: string, token: string): Promise<void> {
  const folder = path.join(target, PREFIX + token)
  const names = await readdir(folder).catch(() => [])
  // Somebody else's folder that happens to be called so.
  if (!names.every((name) => OWN_FILE.test(name))) return
  for (const final of await reservedBy(folder)) await freeName(path.join(target, final), target, token)
  for (const name of names) await unlink(path.join(folder, name)).catch(() => undefined)
  await rmdir(folder).catch(() => undefined)
}

async function reservedBy(folder: string): Promise<string[]> {
  const text = await readFile(path.join(folder, RESERVED), 'utf8').catch(() => '')
  return text.split('\n').flatMap((line) => {
    try {
      return [JSON.parse(line) as string]
    } catch {
      // The last line of a run that died while it wrote it: nothing was reserved by it yet.
      return []
    }
  })
}

/** Only a file that says that it is the run's reservation, or says nothing at all, is one. */
async function freeName(final: string, target: string, token: string): Promise<void> {
  if (!liesBelow(target, final)) return
  const found = await lstat(final).catch(() => null)
  if (!found?.isFile() || found.size > reservation(token).length) return
  const text = await readFile(final, 'utf8').catch(() => null)
  // Of what was being written when the power went, zeros may be left.
  if (text !== null && (reservation(token).startsWith(text) || /^\0*$/.test(text))) await unlink(final)
}
