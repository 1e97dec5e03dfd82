import { execFileSync } from 'node:child_process'
import { appendFile, chmod, mkdir, mkdtemp, readFile, readdir, rm, symlink, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import vectors from '../vectors/hashes.json'
import { copyTree, hashFile, listFiles, verifyFolder } from './index.ts'

const TREE = fileURLToPath(new URL('../vectors/hashes/tree', import.meta.url))
let scratch = ''
beforeEach(async () => {
  scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell copying '))
})
afterEach(async () => {
  await rm(scratch, { recursive: true, force: true })
})
const at = (...parts: string[]) => path.join(scratch, ...parts)
const copyTo = (source: string, ...drives: string[]) =>
  copyTree({ source, hashName: 'xxh64', targets: drives.map((d) => ({ id: d, folder: at(d, 'card') })) })

test.each(vectors.files as { path: string; xxh64: string; md5: string }[])(
  '$path hashes as other programs hash it',
  async (file) => {
    expect(await hashFile(path.join(TREE, file.path), 'xxh64')).toBe(file.xxh64)
    expect(await hashFile(path.join(TREE, file.path), 'md5')).toBe(file.md5)
  },
)

describe('a copy of odd names, empty and large files', () => {
  test('is the same, byte for byte, on two drives, and says so when read back', async () => {
    const outcome = await copyTo(TREE, 'S1', 'S2')
    expect(outcome.targets.map((t) => [t.complete, t.files, t.problems])).toEqual([
      [true, 30, []],
      [true, 30, []],
    ])
    for (const drive of ['S1', 'S2']) {
      execFileSync('diff', ['-r', '-x', 'checksums.xxh64', TREE, at(drive, 'card')])
      expect(await verifyFolder(at(drive, 'card'))).toMatchObject({ same: true, files: 30, problems: [] })
    }
  })
  test('leaves a list that md5sum -c accepts', async () => {
    await copyTree({ source: TREE, hashName: 'md5', targets: [{ id: 'S1', folder: at('S1') }] })
    expect(
      execFileSync('md5sum', ['-c', '--strict', '--quiet', 'checksums.md5'], { cwd: at('S1'), encoding: 'utf8' }),
    ).toBe('')
  })
  test('leaves no half-written names behind', async () => {
    await copyTo(TREE, 'S1')
    expect((await readdir(at('S1', 'card'), { recursive: true })).filter((name) => name.includes('.part-'))).toEqual([])
  })
})

test('a second run into the same folder finds everything there and changes nothing', async () => {
  await copyTo(TREE, 'S1')
  expect((await copyTo(TREE, 'S1')).targets[0]).toMatchObject({ complete: true, files: 30, problems: [] })
})

test('another file of the same name is left alone and told', async () => {
  await mkdir(at('S1', 'card'), { recursive: true })
  await writeFile(at('S1', 'card', 'hello.txt'), 'precious')
  const [target] = (await copyTo(TREE, 'S1')).targets
  expect(target).toMatchObject({ complete: false })
  expect(target!.problems.join()).toMatch(/hello.txt: another file of that name is already there and was left alone/)
  expect(await readFile(at('S1', 'card', 'hello.txt'), 'utf8')).toBe('precious')
})

test('a full drive is given up with its reason; the other one goes on', async () => {
  const full = {
    id: 'S1',
    folder: at('S1'),
    beforeWrite: async () => {
      throw Object.assign(new Error('full'), { code: 'ENOSPC' })
    },
  }
  const outcome = await copyTree({ source: TREE, hashName: 'xxh64', targets: [full, { id: 'S2', folder: at('S2') }] })
  expect(outcome.targets[0]).toMatchObject({ complete: false })
  expect(outcome.targets[0]!.problems[0]).toMatch(/the drive is full/)
  expect(outcome.targets[1]).toMatchObject({ complete: true, files: 30 })
})

test('a drive pulled in mid-copy is given up with its reason', async () => {
  const pulled = {
    id: 'S1',
    folder: at('S1'),
    beforeWrite: async () => {
      await rm(at('S1'), { recursive: true, force: true })
    },
  }
  const outcome = await copyTree({ source: TREE, hashName: 'xxh64', targets: [pulled, { id: 'S2', folder: at('S2') }] })
  expect(outcome.targets[0]!.complete).toBe(false)
  expect(outcome.targets[0]!.problems.join()).toMatch(/no longer there/)
  expect(outcome.targets[1]!.complete).toBe(true)
})

test('a source that changes while it is copied is left out and told, and the copy is not complete', async () => {
  await mkdir(at('card'))
  await writeFile(at('card', 'still.mov'), 'done')
  await writeFile(at('card', 'live.mov'), Buffer.alloc(9_000_000, 1))
  let once = true
  const target = {
    id: 'S1',
    folder: at('S1'),
    beforeWrite: async (bytes: number) => {
      if (bytes > 1000 && once) {
        once = false
        await appendFile(at('card', 'live.mov'), 'more')
      }
    },
  }
  const outcome = await copyTree({ source: at('card'), hashName: 'xxh64', targets: [target] })
  expect(outcome.targets[0]!.complete).toBe(false)
  expect(outcome.problems.join()).toMatch(/live.mov: changed while it was being copied/)
  expect(await readdir(at('S1'))).toEqual(['checksums.xxh64', 'still.mov'])
})

test('one flipped bit, a missing file and a stray one are all named', async () => {
  await copyTo(TREE, 'S1')
  const file = at('S1', 'card', 'zeros.bin')
  const bytes = await readFile(file)
  bytes[50_000] = 4
  await chmod(file, 0o644)
  await writeFile(file, bytes)
  await rm(at('S1', 'card', 'hello.txt'))
  await writeFile(at('S1', 'card', 'stray'), 'x')
  const outcome = await verifyFolder(at('S1', 'card'))
  expect(outcome.same).toBe(false)
  expect(outcome.problems).toEqual([
    'hello.txt: it is no longer there. Was the drive or card pulled?',
    'zeros.bin: differs from what was copied.',
    'stray: is there but not in the list.',
  ])
})

test('a link on the card is not followed but told', async () => {
  await mkdir(at('card'))
  await symlink('/etc/hostname', at('card', 'sneaky'))
  await writeFile(at('card', 'a.mov'), 'a')
  const listing = await listFiles(at('card'))
  expect(listing.files.map((f) => f.path)).toEqual(['a.mov'])
  expect(listing.problems.join()).toMatch(/sneaky: not a file/)
})

test('stopping leaves nothing that looks finished and is not', async () => {
  await mkdir(at('card'))
  await writeFile(at('card', 'big.mov'), Buffer.alloc(20_000_000, 7))
  const stop = new AbortController()
  const copying = copyTree({
    source: at('card'),
    hashName: 'xxh64',
    signal: stop.signal,
    targets: [{ id: 'S1', folder: at('S1') }],
    onProgress: () => stop.abort(),
  })
  await expect(copying).rejects.toThrow(/abort/i)
  expect(await readdir(at('S1')).catch(() => [])).toEqual([])
})
