import { execFileSync } from 'node:child_process'
import { appendFile, chmod, mkdir, mkdtemp, readFile, readdir, rm, symlink, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import vectors from '../vectors/hashes.json'
import { copyTree } from './copyTree.ts'
import { hashFile } from './hashFile.ts'
import { HASH_NAMES, type HashName } from '@kavrell/core/checksums'
import { listFiles } from './listFiles.ts'
import { verifyFolder } from './verifyFolder.ts'

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

const digestIn = (file: (typeof vectors.files)[number], name: HashName) => file[name === 'xxh3' ? 'xxh3_64' : name]

test.each(vectors.files)('$path hashes as other programs hash it', async (file) => {
  for (const name of HASH_NAMES) expect(await hashFile(path.join(TREE, file.path), name)).toBe(digestIn(file, name))
})

test.each(HASH_NAMES)('a copy with %s leaves a list that is read back and holds', async (hashName) => {
  await copyTree({ source: TREE, hashName, targets: [{ id: 'S1', folder: at('S1', 'card') }] })
  expect(await readdir(at('S1', 'card'))).toContain(`checksums.${hashName}`)
  expect(await verifyFolder(at('S1', 'card'))).toMatchObject({ same: true, whole: true, problems: [] })
  await writeFile(at('S1', 'card', 'hello.txt'), 'hallo')
  expect(await verifyFolder(at('S1', 'card'))).toMatchObject({ same: false })
})

describe('a copy of odd names, empty and large files', () => {
  test('is the same, byte for byte, on two drives, and says so when read back', async () => {
    const outcome = await copyTo(TREE, 'S1', 'S2')
    expect(outcome.targets.map((t) => [t.complete, t.files, t.problems])).toEqual([
      [true, 30, []],
      [true, 30, []],
    ])
    for (const drive of ['S1', 'S2']) {
      execFileSync('diff', ['-r', '-x', 'checksums.xxh64*', TREE, at(drive, 'card')])
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
  // No list: one under its name would say that this is all of the card.
  expect(await readdir(at('S1'))).toEqual(['still.mov'])
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
  ])
  expect(outcome.notes).toEqual(['stray: is there but not in the list.'])
})

describe('a check is never a yes about nothing', () => {
  const folder = () => at('S1', 'card')
  const list = () => path.join(folder(), 'checksums.xxh64')
  const clipsDeleted = async () => {
    for (const name of await readdir(folder()))
      if (!name.startsWith('checksums.')) await rm(path.join(folder(), name), { recursive: true })
  }
  const asKept = async () => {
    const { targets } = await copyTo(TREE, 'S1')
    return { hashName: 'xxh64' as const, files: targets[0]!.copied }
  }
  test.each<[string, (text: string) => string]>([
    ['emptied', () => ''],
    ['cut at the end of a line', (text) => text.split('\n').slice(0, 3).join('\n') + '\n'],
    ['cut within a line', (text) => text.slice(0, 100)],
  ])('all clips deleted and the list %s: not the same, by the list or by what was kept', async (_, cut) => {
    const expected = await asKept()
    await clipsDeleted()
    await writeFile(list(), cut(await readFile(list(), 'utf8')))
    expect((await verifyFolder(folder())).same).toBe(false)
    const kept = await verifyFolder(folder(), { expected })
    expect(kept).toMatchObject({ same: false, files: 0 })
    expect(kept.problems).toHaveLength(30)
  })
  test('clips deleted together with their lines and with the seal: the list alone cannot tell, and says so', async () => {
    const expected = await asKept()
    const keep = (await readFile(list(), 'utf8')).split('\n').filter((line) => line.endsWith('hello.txt'))
    await clipsDeleted()
    await writeFile(path.join(folder(), 'hello.txt'), await readFile(path.join(TREE, 'hello.txt')))
    await writeFile(list(), keep.join('\n') + '\n')
    expect((await verifyFolder(folder())).problems.join()).toMatch(/changed or cut short/)
    await rm(`${list()}.seal`)
    const byList = await verifyFolder(folder())
    expect(byList).toMatchObject({ same: true, whole: false, files: 1 })
    expect(byList.notes.join()).toMatch(/files that are gone together with their lines cannot be seen/)
    expect((await verifyFolder(folder(), { expected })).same).toBe(false)
  })
  test('a folder that is gone, an empty one, and one with an empty list', async () => {
    await mkdir(at('empty'))
    await mkdir(at('listed'))
    await writeFile(at('listed', 'checksums.md5'), '')
    for (const name of ['gone', 'empty', 'listed'])
      expect(await verifyFolder(at(name))).toMatchObject({ same: false, files: 0 })
  })
  test('the list of a copy whose files are all right may be gone: the files are judged by what was kept', async () => {
    const expected = await asKept()
    await rm(list())
    const outcome = await verifyFolder(folder(), { expected })
    expect(outcome).toMatchObject({ same: true, whole: true, files: 30, problems: [] })
    expect(outcome.notes.join()).toMatch(/The list of this copy is missing/)
  })
})

describe('a card that comes with lists', () => {
  test('is copied with them; ours takes a name of its own, and both are checked', async () => {
    await mkdir(at('card'))
    await writeFile(at('card', 'a.mov'), 'picture')
    await writeFile(at('card', 'checksums.xxh64'), '0123456789abcdef  a.mov\n')
    const { targets } = await copyTo(at('card'), 'S1')
    expect(targets[0]).toMatchObject({ complete: true, files: 2 })
    expect(await readFile(at('S1/card/checksums.xxh64'), 'utf8')).toBe('0123456789abcdef  a.mov\n')
    expect(await readdir(at('S1/card'))).toContain('checksums-2.xxh64')
    // What this run wrote is right; what came with the card is not, and is not taken for ours.
    const expected = { hashName: 'xxh64' as const, files: targets[0]!.copied }
    expect((await verifyFolder(at('S1/card'), { expected })).same).toBe(true)
    expect((await verifyFolder(at('S1/card'))).problems).toEqual(['a.mov: differs from what was copied.'])
  })
  test('a check by md5 does not go by an old list of another kind', async () => {
    await mkdir(at('card'))
    await writeFile(at('card', 'a.mov'), 'picture')
    await writeFile(at('card', 'checksums.xxh64'), '0123456789abcdef  other.mov\n')
    const { targets } = await copyTree({
      source: at('card'),
      hashName: 'md5',
      targets: [{ id: 'S1', folder: at('S1') }],
    })
    await writeFile(at('S1/a.mov'), 'pictura')
    const expected = { hashName: 'md5' as const, files: targets[0]!.copied }
    expect((await verifyFolder(at('S1'), { expected })).problems).toEqual(['a.mov: differs from what was copied.'])
  })
  test('a copy can be copied on', async () => {
    await copyTo(TREE, 'S1')
    const { targets } = await copyTo(at('S1', 'card'), 'S2')
    expect(targets[0]).toMatchObject({ complete: true, files: 32, problems: [] })
    expect(await verifyFolder(at('S2', 'card'))).toMatchObject({ same: true, whole: true })
  })
})

test('an empty card is no copy, and leaves nothing', async () => {
  await mkdir(at('card'))
  const outcome = await copyTo(at('card'), 'S1')
  expect(outcome.targets[0]).toMatchObject({ complete: false, files: 0 })
  expect(outcome.problems[0]).toMatch(/no file on it. Is the card mounted/)
  expect(await readdir(scratch)).toEqual(['card'])
})

describe('a card that is still being recorded to', () => {
  const duringCopy = (what: () => Promise<void>) => {
    let once = true
    return copyTree({
      source: at('card'),
      hashName: 'xxh64',
      targets: [
        {
          id: 'S1',
          folder: at('S1'),
          beforeWrite: async () => {
            if (once) await what()
            once = false
          },
        },
      ],
    })
  }
  beforeEach(async () => {
    await mkdir(at('card'))
    await writeFile(at('card', 'a.mov'), Buffer.alloc(3_000_000, 1))
    await writeFile(at('card', 'b.mov'), Buffer.alloc(3_000_000, 2))
  })
  test('a clip that appears meanwhile is copied too', async () => {
    const outcome = await duringCopy(() => writeFile(at('card', '0-first.mov'), 'new'))
    expect(outcome.targets[0]).toMatchObject({ complete: true, files: 3 })
    expect(await readFile(at('S1', '0-first.mov'), 'utf8')).toBe('new')
    expect(await verifyFolder(at('S1'))).toMatchObject({ same: true, whole: true, files: 3 })
  })
  test('a clip that changes after it was copied makes the copy incomplete, by name', async () => {
    let turn = 0
    const outcome = await copyTree({
      source: at('card'),
      hashName: 'xxh64',
      targets: [
        {
          id: 'S1',
          folder: at('S1'),
          beforeWrite: async () => {
            if (turn++ === 1) await appendFile(at('card', 'a.mov'), 'more')
          },
        },
      ],
    })
    expect(outcome.targets[0]!.complete).toBe(false)
    expect(outcome.problems).toEqual(['a.mov: changed after it was copied. Is the camera still recording?'])
  })
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

describe('while one large file is flushed and named, the next is written', () => {
  const SIZE = 9_000_000
  const three = async () => {
    await mkdir(at('card'))
    for (const [i, name] of ['a.mov', 'b.mov', 'c.mov'].entries())
      await writeFile(at('card', name), Buffer.alloc(SIZE, i + 1))
  }
  const wholeOnes = async (drive: string) => {
    const files = await readdir(at(drive))
    for (const name of files) expect((await readFile(at(drive, name))).length).toBe(SIZE)
    return files.sort()
  }
  test('stopped in the second, the first is whole under its name and nothing else is there', async () => {
    await three()
    const stop = new AbortController()
    const onProgress = ({ file }: { file: string }) => file === 'b.mov' && stop.abort()
    const targets = [{ id: 'S1', folder: at('S1') }]
    await expect(copyTree({ source: at('card'), hashName: 'xxh64', signal: stop.signal, targets, onProgress })).rejects.toThrow(/abort/i) // prettier-ignore
    expect(await wholeOnes('S1')).toEqual(['a.mov'])
  })
  test('a drive that is full in the second counts none that it has not got', async () => {
    await three()
    let room = SIZE * 1.5
    const beforeWrite = async (bytes: number) => {
      if ((room -= bytes) < 0) throw Object.assign(new Error('full'), { code: 'ENOSPC' })
    }
    const { targets } = await copyTree({
      source: at('card'),
      hashName: 'xxh64',
      targets: [
        { id: 'S1', folder: at('S1'), beforeWrite },
        { id: 'S2', folder: at('S2') },
      ],
    })
    expect(targets[0]!.copied.map((file) => file.path)).toEqual(await wholeOnes('S1'))
    expect([targets[0]!.complete, targets[0]!.problems.length]).toEqual([false, 1])
    expect(targets[1]!.copied.map((file) => file.path)).toEqual(['a.mov', 'b.mov', 'c.mov'])
  })
})

describe('a copy of a copy', () => {
  const relay = async () => {
    const [first] = (await copyTo(TREE, 'S1')).targets
    const expected = new Map(first!.copied.map((file) => [file.path, file.digest]))
    return () =>
      copyTree({ source: at('S1', 'card'), hashName: 'xxh64', expected, targets: [{ id: 'S2', folder: at('S2') }] })
  }
  test('takes what the first one was given, and neither its lists nor what came since', async () => {
    const run = await relay()
    await writeFile(at('S1', 'card', 'other.txt'), 'not of the card')
    expect((await run()).targets[0]).toMatchObject({ complete: true, files: 30, problems: [] })
    expect(await readdir(at('S2'))).not.toContain('other.txt')
    expect(await verifyFolder(at('S2'))).toMatchObject({ same: true, whole: true, files: 30 })
  })
  test('never hands on what is no longer what the card held', async () => {
    const run = await relay()
    await writeFile(at('S1', 'card', 'hello.txt'), 'hallo')
    const outcome = await run()
    expect(outcome.problems).toEqual(['hello.txt: is no longer what was copied from the card.'])
    expect(outcome.targets[0]).toMatchObject({ complete: false, files: 29 })
    expect(await readdir(at('S2'))).not.toContain('hello.txt')
    expect((await readdir(at('S2'))).some((name) => name.startsWith('checksums'))).toBe(false)
  })
  test('says what has gone from it', async () => {
    const run = await relay()
    await rm(at('S1', 'card', 'hello.txt'))
    const outcome = await run()
    expect(outcome.problems).toEqual(['hello.txt: is gone from where it was copied to.'])
    expect(outcome.targets[0]!.complete).toBe(false)
  })
})
