import { spawn } from 'node:child_process'
import * as fs from 'node:fs/promises'
import { mkdir, mkdtemp, readdir, readFile, rm, stat, utimes, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { copyTree } from './copyTree.ts'
import { sayFault } from './faults.ts'
import { listFiles } from './listFiles.ts'
import { openRunFolder } from './runFolder.ts'
import { verifyFolder } from './verifyFolder.ts'

/** What the system refuses in a test: root may read everything, and this machine mounts no drive without hard links. */
const refused = vi.hoisted(() => ({ links: false, unreadable: '', unwritable: '' }))
vi.mock('node:fs/promises', async (original) => {
  const real = await original<typeof fs>()
  const denied = (code: string) => Promise.reject(Object.assign(new Error(code), { code }))
  return {
    ...real,
    link: (from: string, to: string) => (refused.links ? denied('EPERM') : real.link(from, to)),
    readdir: (folder: string, options: never) =>
      refused.unreadable && folder.endsWith(refused.unreadable) ? denied('EACCES') : real.readdir(folder, options),
    mkdir: (folder: string, options: never) =>
      refused.unwritable && folder.endsWith(refused.unwritable) ? denied('EACCES') : real.mkdir(folder, options),
  }
})

let scratch = ''
beforeEach(async () => {
  scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell drives '))
  await mkdir(at('card', 'CLIPS'), { recursive: true })
  await writeFile(at('card', 'CLIPS', 'C1.mov'), 'first picture')
  await writeFile(at('card', 'CLIPS', 'C2.mov'), 'second picture')
  await writeFile(at('card', '..notes.txt'), 'a name may begin with two dots')
})
afterEach(async () => {
  Object.assign(refused, { links: false, unreadable: '', unwritable: '' })
  await rm(scratch, { recursive: true, force: true })
})
const at = (...parts: string[]) => path.join(scratch, ...parts)
const copy = async (to = 'S1') => {
  const outcome = await copyTree({ source: at('card'), hashName: 'xxh64', targets: [{ id: to, folder: at(to) }] })
  return { ...outcome, target: outcome.targets[0]! }
}
const WHOLE = { complete: true, files: 3, problems: [] }
const names = async (folder = at('S1')) => (await readdir(folder, { recursive: true })).sort()
const CLEAN = ['..notes.txt', 'CLIPS', 'CLIPS/C1.mov', 'CLIPS/C2.mov', 'checksums.xxh64', 'checksums.xxh64.seal']

/** What a run leaves that was killed: nobody has its number, or it was on another start of the machine. */
const deadRun = async (files: Readonly<Record<string, string>>, token = '0badc0de') => {
  const folder = at('S1', `.kavrell-copy-${token}`)
  await mkdir(folder, { recursive: true })
  const who = { host: os.hostname(), boot: 'another start', pid: process.pid, born: '1', since: 0 }
  await writeFile(path.join(folder, 'run'), JSON.stringify(who))
  for (const [name, text] of Object.entries(files)) await writeFile(path.join(folder, name), text)
}
/** A drive with and one without hard links. */
const KINDS = [
  ['with', false],
  ['without', true],
] as const

describe.each(KINDS)('a drive %s hard links', (_, links) => {
  beforeEach(() => {
    refused.links = links
  })
  test('takes a copy whole, keeps nothing half-written, and a second run finds all of it', async () => {
    expect((await copy()).target).toMatchObject(WHOLE)
    expect(await names()).toEqual(CLEAN)
    expect(await verifyFolder(at('S1'))).toMatchObject({ same: true, whole: true, files: 3 })
    expect((await copy()).target).toMatchObject(WHOLE)
    expect(await names()).toEqual(CLEAN)
  })
  test('what a dead run left is cleared, and names it had reserved are given', async () => {
    await mkdir(at('S1', 'CLIPS'), { recursive: true })
    await writeFile(at('S1', 'CLIPS', 'C1.mov'), '')
    await writeFile(at('S1', 'CLIPS', 'C2.mov'), 'reserved by .kavrell-co')
    await writeFile(at('S1', '..notes.txt'), '\0'.repeat(20))
    const reserved = ['CLIPS/C1.mov', 'CLIPS/C2.mov', '..notes.txt', '../card/CLIPS/C1.mov'].map((name) => `${JSON.stringify(name)}\n`) // prettier-ignore
    await deadRun({ 0: 'first pi', 17: '', reserved: `${reserved.join('')}"CLIPS/half of a li` })
    expect((await copy()).target).toMatchObject(WHOLE)
    expect(await names()).toEqual(CLEAN)
    expect(await readFile(at('card', 'CLIPS', 'C1.mov'), 'utf8')).toBe('first picture')
  })
  test('what others left under names like ours is theirs', async () => {
    await mkdir(at('S1', 'CLIPS'), { recursive: true })
    await writeFile(at('S1', '.part-0badc0de-1'), 'theirs')
    await deadRun({ 'letter.txt': 'theirs' })
    await mkdir(at('S1', '.kavrell-copy-mine'))
    // Nobody had reserved this one: an empty file of somebody's.
    await writeFile(at('S1', 'CLIPS', 'C1.mov'), '')
    // And this one is no reservation, whatever the dead run says.
    await deadRun({ reserved: '"CLIPS/C2.mov"\n' }, '0badcafe')
    await writeFile(at('S1', 'CLIPS', 'C2.mov'), 'not ours')
    const { target } = await copy()
    expect(target.problems).toEqual([
      'CLIPS/C1.mov: another file of that name is already there and was left alone.',
      'CLIPS/C2.mov: another file of that name is already there and was left alone.',
    ])
    expect(await names()).toEqual(
      ['..notes.txt', '.kavrell-copy-0badc0de', '.kavrell-copy-0badc0de/letter.txt', '.kavrell-copy-0badc0de/run', '.kavrell-copy-mine', '.part-0badc0de-1', 'CLIPS', 'CLIPS/C1.mov', 'CLIPS/C2.mov'], // prettier-ignore
    )
  })
  test('two runs into one folder at once: the second waits, and finds what the first has brought', async () => {
    const [one, two] = await Promise.all([copy(), copy()])
    expect([one.target, two.target]).toMatchObject([WHOLE, WHOLE])
    expect(await names()).toEqual(CLEAN)
  })
})

test('a run of another process that is still at work is not disturbed', async () => {
  await mkdir(at('S1'))
  const other = spawn('sleep', ['60'])
  try {
    const stat = await readFile(`/proc/${other.pid}/stat`, 'utf8')
    const born = stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]
    await deadRun({ 0: 'half a picture' })
    const boot = await readFile('/proc/sys/kernel/random/boot_id', 'utf8')
    const who = { host: os.hostname(), boot, pid: other.pid, born, since: 0 }
    await writeFile(at('S1', '.kavrell-copy-0badc0de', 'run'), JSON.stringify(who))
    await expect(openRunFolder(at('S1'), '12345678', 0)).rejects.toMatchObject({ code: 'ERUNNING' })
    expect(await names()).toEqual(['.kavrell-copy-0badc0de', '.kavrell-copy-0badc0de/0', '.kavrell-copy-0badc0de/run'])
  } finally {
    other.kill('SIGKILL')
    await new Promise((resolve) => other.once('exit', resolve))
  }
  expect((await copy()).target).toMatchObject(WHOLE)
  expect(await names()).toEqual(CLEAN)
})

test('a run that died before it said who it was is waited for while it is young, whatever the drive’s zone', async () => {
  const folder = at('S1', '.kavrell-copy-0badc0de')
  await mkdir(folder, { recursive: true })
  await expect(openRunFolder(at('S1'), '12345678', 0)).rejects.toMatchObject({ code: 'ERUNNING' })
  for (const hours of [-3, 3]) {
    await mkdir(folder, { recursive: true })
    const then = new Date(Date.now() + hours * 3_600_000)
    await utimes(folder, then, then)
    await (await openRunFolder(at('S1'), '12345678', 0)).close()
    expect(await names()).toEqual([])
  }
})

test('empty folders are there too, and folders are as old as on the card', async () => {
  await mkdir(at('card', 'EMPTY', 'STILL EMPTY'), { recursive: true })
  const then = new Date('2026-05-14T05:00:00Z')
  for (const name of ['EMPTY/STILL EMPTY', 'EMPTY', 'CLIPS']) await utimes(at('card', name), then, then)
  await mkdir(at('S1', 'CLIPS'), { recursive: true })
  expect((await copy()).target).toMatchObject(WHOLE)
  expect((await stat(at('S1', 'EMPTY', 'STILL EMPTY'))).mtime).toEqual(then)
  expect((await stat(at('S1', 'EMPTY'))).mtime).toEqual(then)
  // It was there before: its time is somebody else's.
  expect((await stat(at('S1', 'CLIPS'))).mtime).not.toEqual(then)
})

describe('what one file or folder refuses is told by its name, and the rest is copied', () => {
  test('a folder of the card that may not be read', async () => {
    await mkdir(at('card', 'PRIVATE'))
    await writeFile(at('card', 'PRIVATE', 'C3.mov'), 'unseen')
    refused.unreadable = 'PRIVATE'
    const { target, problems } = await copy()
    expect(problems).toEqual(['PRIVATE: not allowed to read it.'])
    expect(target).toMatchObject({ complete: false, files: 3 })
    expect(await names()).not.toContain('checksums.xxh64')
  })
  test('a folder of the drive that may not be written to', async () => {
    refused.unwritable = 'CLIPS'
    const { target } = await copy()
    expect(target).toMatchObject({ complete: false, files: 1 })
    // Files are brought several at a time: which is refused first is chance.
    expect(target.problems.toSorted()).toEqual([
      'CLIPS/C1.mov: not allowed to write there.',
      'CLIPS/C2.mov: not allowed to write there.',
      'CLIPS: not allowed to write there.',
    ])
  })
  test('a path that is too long on the drive', async () => {
    const folder = `D${'x'.repeat(199)}`
    const room = 4090 - at('card').length
    const deep = Array.from({ length: Math.floor(room / 201) }, () => folder).join('/')
    await mkdir(at('card', deep), { recursive: true })
    await writeFile(at('card', deep, 'C3'), 'deep')
    const { target } = await copy('S'.repeat(220))
    expect(target).toMatchObject({ complete: false, files: 3 })
    expect(target.problems[0]).toBe(`${deep}/C3: the name is too long for the drive.`)
  })
  test('a file where a folder belongs', async () => {
    await mkdir(at('S1'))
    await writeFile(at('S1', 'CLIPS'), 'a file')
    const { target } = await copy()
    expect(target).toMatchObject({ complete: false, files: 1 })
    expect(target.problems.toSorted()[0]).toMatch(
      /^CLIPS\/C1.mov: (a file is in the way|something of that name is already there)/,
    )
  })
})

test('where a drive was pulled nothing is put in its place', async () => {
  const target = {
    id: 'S1',
    folder: at('mounted', 'S1', 'card'),
    beforeWrite: async () => {
      await rm(at('mounted', 'S1'), { recursive: true, force: true })
      await mkdir(at('mounted', 'S1'))
    },
  }
  const { targets } = await copyTree({ source: at('card'), hashName: 'xxh64', targets: [target] })
  expect(targets[0]!.problems.join()).toMatch(/no longer there. Was the drive or card pulled/)
  expect(await readdir(at('mounted'), { recursive: true })).toEqual(['S1'])
})

test('half-written files of a copy that was not ended are no part of a card', async () => {
  await copy()
  await deadRun({ 0: 'first pi' })
  const { files, problems } = await listFiles(at('S1'))
  expect(files).toHaveLength(5)
  expect(problems).toEqual([
    '.kavrell-copy-0badc0de: half-written files of a copy that was not ended. They were left out.',
  ])
})

test.each([
  ['EROFS', 'write', 'The drive: the drive can only be read.'],
  ['EACCES', 'write', 'The drive: not allowed to write there.'],
  ['EACCES', 'read', 'The drive: not allowed to read it.'],
  ['ENODEV', 'read', 'The drive: it is no longer there. Was the drive or card pulled?'],
  ['EFBIG', 'write', 'The drive: too large for the way this drive is formatted.'],
  ['EILSEQ', 'write', 'The drive: the drive does not take this name.'],
] as const)('%s while it is to be %s', (code, doing, says) => {
  expect(sayFault({ code }, 'The drive', doing)).toBe(says)
})
