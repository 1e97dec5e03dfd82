import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdir, mkdtemp, open, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { type Chance, seeded, wait } from './world.ts'

/**
 * What happens to drives while `kavrell copy` writes to them, on a file system with hard links and on one without: the
 * program is killed, a drive is pulled, fills up, is written to by two at once, or a name is somebody else's.
 */
export const DRIVE_FAULTS = ['kill', 'kill', 'kill', 'pull', 'fill', 'flip', 'two at once', 'a name is taken'] as const
export type DriveFault = (typeof DRIVE_FAULTS)[number]

export interface DriveRound {
  readonly fault: DriveFault
  readonly kills: number
  /** Names that a killed run had reserved and not given, seen on the drive without hard links. */
  readonly reservations: number
  readonly found: readonly string[]
}

/** A drive that can be pulled. */
interface Drive {
  readonly folder: string
  readonly pull: () => Promise<void>
  readonly plugIn: () => Promise<void>
  readonly close: () => Promise<void>
}

const ask = (program: string, ...args: string[]) => spawnSync(program, args, { encoding: 'utf8' })

/** A folder of this machine's own disk. */
async function folderDrive(folder: string): Promise<Drive> {
  await mkdir(folder)
  return {
    folder,
    pull: () => rename(folder, `${folder}-away`),
    async plugIn() {
      // What was written meanwhile to where the drive had been is not on it.
      await rm(folder, { recursive: true, force: true })
      await rename(`${folder}-away`, folder)
    },
    close: () => rm(folder, { recursive: true, force: true }),
  }
}

/** An exFAT image in a loop device; null where this machine cannot mount one. */
async function exFatDrive(folder: string): Promise<Drive | null> {
  const image = `${folder}.img`
  await mkdir(folder)
  await (await open(image, 'w')).close()
  ask('truncate', '-s', '96M', image)
  if (ask('mkfs.exfat', image).status !== 0) return null
  const loop = ask('losetup', '-f', '--show', image).stdout.trim()
  if (!loop) return null
  const mount = () => ask('mount.exfat-fuse', loop, folder).status === 0
  if (!mount()) {
    ask('losetup', '-d', loop)
    return null
  }
  const unmount = () => ask('umount', '-l', folder)
  return {
    folder,
    async pull() {
      // The program that serves it dies: what it had not written to the image yet is gone.
      ask('pkill', '-9', '-f', `mount.exfat-fuse ${loop} `)
      await wait(50)
      unmount()
    },
    async plugIn() {
      // What a program that began later has written to where the drive had been is not on it.
      await rm(folder, { recursive: true, force: true })
      await mkdir(folder)
      // Whoever had files open on it lets go of the device a moment after it has ended.
      for (let tries = 0; tries < 50; tries++) {
        ask('fsck.exfat', '-y', loop)
        if (mount()) return
        await wait(100)
      }
      throw new Error('The exFAT image does not mount any more')
    },
    async close() {
      unmount()
      await wait(100)
      ask('losetup', '-d', loop)
      await rm(image, { force: true })
      await rm(folder, { recursive: true, force: true })
    },
  }
}

export interface Drives {
  readonly scratch: string
  readonly linked: Drive
  readonly linkless: Drive
  /** `exFAT`, or that hard links were only refused by a shim. */
  readonly how: string
  readonly close: () => Promise<void>
}

/** @param mounting false: no image is mounted, hard links are refused by the shim */
export async function openDrives(mounting = true): Promise<Drives> {
  const scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell-drives-'))
  const linked = await folderDrive(path.join(scratch, 'E'))
  const exFat = mounting ? await exFatDrive(path.join(scratch, 'X')) : null
  const linkless = exFat ?? (await folderDrive(path.join(scratch, 'shim')))
  return {
    scratch,
    linked,
    linkless,
    how: exFat ? 'exFAT' : 'a shim that refuses hard links',
    async close() {
      await linked.close()
      await linkless.close()
      await rm(scratch, { recursive: true, force: true })
    },
  }
}

interface Running {
  readonly child: ChildProcess
  readonly ended: Promise<{ code: number | null; text: string }>
}

/** `kavrell copy` of a card to both drives. */
function copy({ scratch, linked, linkless, how }: Drives, card: string): Running {
  const shim = how === 'exFAT' ? [] : ['--import', path.resolve('soak/noLinks.mjs')]
  const main = path.resolve('apps/cli/dist/main.js')
  const to = ['--to', linked.folder, '--to', linkless.folder]
  const child = spawn(process.execPath, [...shim, main, 'copy', card, ...to, '--json'], {
    cwd: scratch,
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (text += String(piece)))
  return { child, ended: new Promise((resolve) => child.once('close', (code) => resolve({ code, text }))) }
}

async function makeCard(folder: string, chance: Chance): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>()
  const add = (name: string, bytes: number) => {
    const content = Buffer.alloc(bytes)
    for (let i = 0; i < bytes; i += 512) content[i] = chance.between(1, 255)
    files.set(name, content)
  }
  for (let i = chance.between(1, 3); i > 0; i--) add(`CLIPS/C00${i}.mov`, chance.between(100_000, 4_000_000))
  for (let i = chance.between(20, 250); i > 0; i--) add(`STILLS/${i % 3}/${i}.jpg`, chance.between(0, 9000))
  add('ÅÄÖ 潮.txt', chance.between(1, 900))
  add('..two dots', 0)
  for (const [name, content] of files) {
    await mkdir(path.dirname(path.join(folder, name)), { recursive: true })
    await writeFile(path.join(folder, name), content)
  }
  await mkdir(path.join(folder, 'EMPTY'))
  return files
}

/** Every file below a folder, as it is. */
async function filesIn(folder: string): Promise<Map<string, Buffer>> {
  const found = new Map<string, Buffer>()
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true }).catch(() => []))
    if (entry.isFile()) {
      const file = path.join(entry.parentPath, entry.name)
      found.set(path.relative(folder, file), await readFile(file))
    }
  return found
}

const isOfRun = (name: string) => /(?:^|\/)\.kavrell-copy-/.test(name)
const isList = (name: string) => name.startsWith('checksums.')
const isReservation = (content: Buffer) => content.length < 60 && /^(?:\0*|reserved by .*\n?)$/.test(String(content))
const OTHERS = { 'precious.txt': 'precious', '.part-0badc0de-1': 'half of theirs', '.kavrell-copy-notes': 'a note' }

async function isReserving(folder: string): Promise<boolean> {
  const own = (await readdir(folder).catch(() => [])).filter((one) => isOfRun(one) && one !== '.kavrell-copy-notes')
  for (const run of own) if (existsSync(path.join(folder, run, 'reserved'))) return true
  return false
}

/** A program takes a moment to start: a run has begun when its folder is there. */
async function untilBegun(folder: string, child: ChildProcess): Promise<void> {
  while (child.exitCode === null && !(await readdir(folder).catch(() => [])).some((one) => isOfRun(one) && one !== '.kavrell-copy-notes')) await wait(5) // prettier-ignore
}

export async function driveRound(drives: Drives, seed: number, fault: DriveFault): Promise<DriveRound> {
  const chance = seeded(seed)
  const found: string[] = []
  const name = `K${seed % 1_000_000}`
  const card = path.join(drives.scratch, name)
  const files = await makeCard(card, chance)
  const both = [
    ['with links', drives.linked],
    ['without links', drives.linkless],
  ] as const
  for (const [, { folder }] of both) {
    await mkdir(path.join(folder, name))
    for (const [other, text] of Object.entries(OTHERS)) await writeFile(path.join(folder, name, other), text)
  }
  let kills = 0
  let reservations = 0
  /** Nothing has a name that is not whole. */
  const look = async () => {
    for (const [which, { folder }] of both)
      for (const [file, content] of await filesIn(path.join(folder, name))) {
        if (isOfRun(file) || isList(file) || Object.hasOwn(OTHERS, file)) continue
        if (files.get(file)?.equals(content)) continue
        // The shim refuses them on both.
        const isLinkless = which === 'without links' || drives.how !== 'exFAT'
        if (isLinkless && isReservation(content)) reservations++
        else found.push(`${which}: ${file} has its name and is not what is on the card`)
      }
  }
  const taken = 'STILLS/1/1.jpg'
  if (fault === 'a name is taken')
    for (const [, { folder }] of both) {
      await mkdir(path.join(folder, name, 'STILLS/1'), { recursive: true })
      await writeFile(path.join(folder, name, taken), chance.chance(0.5) ? '' : 'theirs')
      files.set(taken, Buffer.from('ours'))
    }
  if (fault === 'a name is taken') await writeFile(path.join(card, taken), 'ours')
  if (fault === 'kill')
    for (let i = chance.between(1, 4); i > 0; i--) {
      const { child, ended } = copy(drives, card)
      const there = path.join(drives.linkless.folder, name)
      await untilBegun(there, child)
      // Half of them while names are being given, where the drive has no links.
      if (chance.chance(0.5)) await wait(chance.between(0, 300))
      else {
        while (child.exitCode === null && !(await isReserving(there))) await wait(1)
        await wait(chance.between(0, 60))
      }
      child.kill('SIGKILL')
      if ((await ended).code === null) kills++
      await look()
    }
  if (fault === 'pull') {
    const [which, drive] = chance.of(both)
    const { child, ended } = copy(drives, card)
    await untilBegun(path.join(drive.folder, name), child)
    await wait(chance.between(0, 300))
    await drive.pull()
    const { code } = await ended
    await drive.plugIn()
    // Pulled before its last byte was read back, it must not have been called well; afterwards it may have been.
    if (code !== 0 && code !== 1) found.push(`left with ${code} when the drive ${which} was pulled`)
    await look()
  }
  if (fault === 'fill') {
    const ballast = path.join(drives.linkless.folder, 'ballast')
    ask('dd', 'if=/dev/zero', `of=${ballast}`, 'bs=64k', 'status=none')
    if (drives.how === 'exFAT') {
      const { code, text } = await copy(drives, card).ended
      if (code !== 1 || !text.includes('the drive is full'))
        found.push(`a full drive was not told: ${text.slice(0, 300)}`)
      await look()
    }
    await rm(ballast)
  }
  const runs = fault === 'two at once' ? [copy(drives, card), copy(drives, card)] : [copy(drives, card)]
  const ends = await Promise.all(runs.map(({ ended }) => ended))
  const wants = fault === 'a name is taken' ? 1 : 0
  for (const { code, text } of ends) if (code !== wants) found.push(`left with ${code}: ${text.slice(0, 400)}`)
  for (const [which, { folder }] of both) {
    const there = await filesIn(path.join(folder, name))
    for (const [file, content] of files) {
      const isTheirs = fault === 'a name is taken' && file === taken
      if (isTheirs ? there.get(file)?.equals(content) : !there.get(file)?.equals(content))
        found.push(`${which}: ${file} is ${isTheirs ? 'no longer theirs' : 'not what is on the card'}`)
    }
    for (const [other, text] of Object.entries(OTHERS))
      if (String(there.get(other)) !== text) found.push(`${which}: ${other} was touched`)
    const strays = [...there.keys()].filter((file) => !files.has(file) && !isList(file) && !Object.hasOwn(OTHERS, file))
    if (strays.length > 0) found.push(`${which}: left behind ${strays.join(', ')}`)
  }
  if (fault === 'flip') await flip(chance.of(both)[1].folder, name, chance, found)
  await rm(card, { recursive: true })
  for (const [, { folder }] of both) await rm(path.join(folder, name), { recursive: true })
  return { fault, kills, reservations, found }
}

/** One bit of a copy flips: reading it back finds that. */
async function flip(folder: string, name: string, chance: Chance, found: string[]): Promise<void> {
  const copied = await filesIn(path.join(folder, name))
  const [file, content] = chance.of([...copied].filter(([one, bytes]) => bytes.length > 0 && /STILLS|CLIPS/.test(one)))
  content[chance.between(0, content.length - 1)]! ^= 1 << chance.between(0, 7)
  await writeFile(path.join(folder, name, file), content)
  const { status, stderr } = ask(process.execPath, path.resolve('apps/cli/dist/main.js'), 'verify', path.join(folder, name)) // prettier-ignore
  if (status !== 1 || !stderr.includes(file)) found.push(`a flipped bit in ${file} was not found: ${stderr}`)
}
