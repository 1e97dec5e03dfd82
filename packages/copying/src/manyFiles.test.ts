import { mkdir, mkdtemp, readdir, readFile, rm, stat, symlink, utimes, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { copyTree } from './copyTree.ts'
import { listFiles } from './listFiles.ts'
import { MANY, withMany } from './manyFiles.ts'
import { verifyFolder } from './verifyFolder.ts'

let root: string
const at = (...names: string[]) => path.join(root, ...names)
/** Asked before each write, a drive is written to file by file: the other way to the same copy. */
const byItself = async () => undefined
const COUNT = MANY + 100

beforeEach(async () => {
  root = await mkdtemp(path.join(os.tmpdir(), 'kavrell-many-'))
  await mkdir(at('card/CLIPS/deep'), { recursive: true })
  for (let i = 0; i < COUNT; i++) {
    const file = at('card', i % 3 === 0 ? 'CLIPS/deep' : 'CLIPS', `f${i}.bin`)
    await writeFile(file, Buffer.alloc(i * 7, i))
    await utimes(file, 1_700_000_000 + i, 1_700_000_000 + i)
  }
})
afterEach(() => rm(root, { recursive: true, force: true }))

const copy = (to: string, careful: boolean, signal?: AbortSignal) =>
  copyTree({
    source: at('card'),
    hashName: 'xxh64',
    targets: ['1', '2'].map((id) => ({ id, folder: at(to, id), ...(careful ? { beforeWrite: byItself } : {}) })),
    ...(signal ? { signal } : {}),
  })
/** Every file of a folder with its bytes and its time. */
async function contents(folder: string) {
  const { files } = await listFiles(folder)
  return Promise.all(
    files
      .filter((file) => !file.path.startsWith('checksums'))
      .map(async (file) => [
        file.path,
        file.modifiedMs,
        (await readFile(path.join(folder, file.path))).toString('hex'),
      ]),
  )
}

describe('many small files', () => {
  test('are copied as each by itself would be: bytes, times, digests, what is in the way and what was not taken', async () => {
    for (const to of ['threads', 'careful']) {
      await mkdir(at(to, '1/CLIPS'), { recursive: true })
      await writeFile(at(to, '1/CLIPS/f1.bin'), 'somebody else’s')
      await writeFile(at(to, '1/CLIPS/f2.bin'), await readFile(at('card/CLIPS/f2.bin')))
      await writeFile(at(to, '1/CLIPS/deep'), 'a file where a folder belongs')
      for (const name of ['f1.bin', 'f2.bin', 'deep'])
        await utimes(at(to, '1/CLIPS', name), 1_600_000_000, 1_600_000_000)
    }
    await symlink(at('card/CLIPS/f1.bin'), at('card/CLIPS/link.bin'))
    const [threads, careful] = [await copy('threads', false), await copy('careful', true)]
    // Lanes tell of their faults as they meet them.
    const told = ({ targets, ...rest }: Awaited<ReturnType<typeof copy>>) => ({
      ...rest,
      targets: targets.map((target) => ({ ...target, problems: [...target.problems].sort() })),
    })
    expect(told(threads)).toEqual(told(careful))
    const [one, two] = threads.targets
    expect(one!.problems).toContain('CLIPS/f1.bin: another file of that name is already there and was left alone.')
    expect(one!.problems.some((says) => says.startsWith('CLIPS/deep/f0.bin: a file is in the way'))).toBe(true)
    expect([two!.problems, two!.files]).toEqual([[], COUNT])
    for (const id of ['1', '2']) expect(await contents(at('threads', id))).toEqual(await contents(at('careful', id)))
    expect(await contents(at('threads/2'))).toEqual(await contents(at('card')))
    expect((await readdir(at('threads/2'))).sort()).toEqual(await readdir(at('careful/2')))
  })
  test('are read back: one byte, one length and one that is gone are named, and nothing else', async () => {
    const { targets } = await copy('drive', false)
    const expected = { hashName: 'xxh64', files: targets[0]!.copied } as const
    expect(await verifyFolder(at('drive/1'), { expected })).toMatchObject({ same: true, files: COUNT, problems: [] })
    const flipped = await readFile(at('drive/1/CLIPS/f100.bin'))
    flipped[5]! ^= 1
    await writeFile(at('drive/1/CLIPS/f100.bin'), flipped)
    await writeFile(at('drive/1/CLIPS/f200.bin'), 'short')
    await rm(at('drive/1/CLIPS/f301.bin'))
    const found = await verifyFolder(at('drive/1'), { expected })
    expect(found.same).toBe(false)
    expect(found.problems).toEqual([
      'CLIPS/f100.bin: differs from what was copied.',
      'CLIPS/f200.bin: differs from what was copied.',
      expect.stringMatching(/^CLIPS\/f301\.bin: it is no longer there/),
    ])
  })
  test('stopped, the drive keeps nothing half-written', async () => {
    const stop = new AbortController()
    const copying = copyTree({
      source: at('card'),
      hashName: 'xxh64',
      targets: [{ id: '1', folder: at('drive') }],
      signal: stop.signal,
      onProgress: () => stop.abort(),
    })
    await expect(copying).rejects.toThrow(/aborted/i)
    expect((await listFiles(at('drive'))).files).toEqual([])
    expect(await readdir(at('drive'))).not.toContainEqual(expect.stringMatching(/^\.kavrell-copy/))
  })
})

describe('threads', () => {
  test('what two ask at once each gets for itself', async () => {
    const digest = async (mark: number) => {
      const files = Array.from({ length: 200 }, (_, i) => ({ path: at('card/CLIPS', `f${3 * (i % 40) + mark}.bin`), bytes: (3 * (i % 40) + mark) * 7 })) // prettier-ignore
      const found: (string | null)[] = []
      await withMany('hash', { hashName: 'xxh64' }, files, (i, one) => (found[i] = one))
      return found
    }
    const [one, two] = await Promise.all([digest(1), digest(2)])
    expect(new Set(one).size).toBe(40)
    expect(new Set(two).size).toBe(40)
    expect(one.filter((d) => two.includes(d))).toEqual([])
    expect(await digest(1)).toEqual(one)
  })
  test('work that takes long is not ended as if nobody had asked for long', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    try {
      const files = Array.from({ length: 400 }, () => ({ path: at('card/CLIPS/f1.bin'), bytes: 7 }))
      const found: (string | null)[] = []
      await withMany('hash', { hashName: 'xxh64' }, files, (i, one) => {
        found[i] = one
        vi.advanceTimersByTime(60_000)
      })
      expect(new Set(found).size).toBe(1)
      expect(found[0]).toMatch(/^[0-9a-f]{16}$/)
    } finally {
      vi.useRealTimers()
    }
  })
  test('of a name that is taken the code is told, and what has it stays', async () => {
    const pairs = [[at('card/CLIPS/f1.bin'), at('card/CLIPS/f2.bin')], [at('card/CLIPS/f1.bin'), at('card/free.bin')]] as const // prettier-ignore
    const codes: (string | null)[] = []
    await withMany('name', {}, pairs, (i, code) => (codes[i] = code))
    expect(codes).toEqual(['EEXIST', ''])
    expect((await stat(at('card/CLIPS/f2.bin'))).size).toBe(14)
    expect((await stat(at('card/free.bin'))).size).toBe(7)
  })
  test('a file that is not as long as it was, a link and a folder are left to be looked at with care', async () => {
    await symlink(at('card/CLIPS/f1.bin'), at('card/link.bin'))
    const odd = [
      { path: 'CLIPS/f1.bin', bytes: 8 },
      { path: 'link.bin', bytes: 7 },
      { path: 'CLIPS', bytes: 0 },
      { path: 'CLIPS/f2.bin', bytes: 14 },
    ].map((file, i) => ({ ...file, parts: [at(`part ${i}`)] }))
    const digests: (string | null)[] = []
    await withMany('bring', { root: at('card'), realRoots: [root], hashName: 'xxh64' }, odd, (i, d) => (digests[i] = d))
    expect(digests).toEqual([null, null, null, expect.stringMatching(/^[0-9a-f]{16}$/)])
    expect((await readdir(root)).sort()).toEqual(['card', 'part 3'])
  })
})
