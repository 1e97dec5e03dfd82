import { mkdir, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises'
import { rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { batches, copyTree } from './copyTree.ts'
import { flush } from './flush.ts'
import { inLanes } from './lanes.ts'
import { verifyFolder } from './verifyFolder.ts'

let scratch = ''
beforeEach(async () => {
  scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell batches '))
})
afterEach(async () => {
  await rm(scratch, { recursive: true, force: true })
})
const at = (...parts: string[]) => path.join(scratch, ...parts)
const names = async (folder: string) =>
  (await readdir(folder, { recursive: true })).filter((name) => !name.startsWith('checksums.'))

async function stills(count: number): Promise<string> {
  await mkdir(at('card', 'stills'), { recursive: true })
  for (let i = 0; i < count; i++)
    await writeFile(at('card', 'stills', `${String(i).padStart(4, '0')}.jpg`), `still ${i}`)
  return at('card')
}

describe('batches', () => {
  const file = (name: string, bytes: number) => ({ path: name, bytes, modifiedMs: 0 })
  const split = (...sizes: number[]) => [...batches(sizes.map((bytes, i) => file(`f${i}`, bytes)))].map((b) => b.length)
  test('a large file is alone, small ones are together, and the order stays', () => {
    expect(split(10, 10, 9_000_000, 10)).toEqual([2, 1, 1])
    expect(split(9_000_000, 9_000_000)).toEqual([1, 1])
    expect([...batches([file('a', 1), file('b', 2_000_000), file('c', 1)])].flat().map((f) => f.path)).toEqual([
      'a',
      'b',
      'c',
    ])
  })
  test('a batch ends at 4096 files and at 128 MiB', () => {
    expect(split(...Array<number>(17_000).fill(1))).toEqual([4096, 4096, 4096, 4096, 616])
    expect(split(...Array<number>(130).fill(1024 * 1024))).toEqual([128, 2])
  })
  test('nothing makes no batch', () => {
    expect(split()).toEqual([])
  })
})

describe('lanes', () => {
  test('every item is worked on once, with a tool nobody else holds', async () => {
    const held = new Set<string>()
    const done: number[] = []
    const stopped = await inLanes([1, 2, 3, 4, 5, 6, 7], ['a', 'b', 'c'], async (item, tool) => {
      expect(held.has(tool)).toBe(false)
      held.add(tool)
      await new Promise((resolve) => setTimeout(resolve, item % 3))
      held.delete(tool)
      done.push(item)
    })
    expect(stopped).toBeUndefined()
    expect(done.sort()).toEqual([1, 2, 3, 4, 5, 6, 7])
  })
  test('a failure lets the others end and begins nothing new', async () => {
    const begun: number[] = []
    const stopped = await inLanes([1, 2, 3, 4, 5, 6], ['a', 'b'], async (item) => {
      begun.push(item)
      await new Promise((resolve) => setTimeout(resolve, 5))
      if (item === 1) throw new Error('pulled')
    })
    expect(stopped?.reason).toMatchObject({ message: 'pulled' })
    expect(begun).toEqual([1, 2])
  })
})

describe('many small files', () => {
  test('are copied, named and checked; the hash list keeps the order of the card', async () => {
    const card = await stills(300)
    const outcome = await copyTree({ source: card, hashName: 'md5', targets: [{ id: 'S1', folder: at('S1') }] })
    expect(outcome.targets[0]).toMatchObject({ complete: true, files: 300, problems: [] })
    const list = (await readFile(at('S1', 'checksums.md5'), 'utf8')).trim().split('\n')
    expect(list.map((line) => line.slice(-8, -4))).toEqual(
      Array.from({ length: 300 }, (_, i) => String(i).padStart(4, '0')),
    )
    expect(await verifyFolder(at('S1'))).toMatchObject({ same: true, files: 300 })
  })
  test('a drive that fills up among them says so once and keeps no half-written name', async () => {
    const card = await stills(300)
    let left = 100
    const filling = {
      id: 'S1',
      folder: at('S1'),
      beforeWrite: async () => {
        if (left-- <= 0) throw Object.assign(new Error('full'), { code: 'ENOSPC' })
      },
    }
    const outcome = await copyTree({
      source: card,
      hashName: 'xxh64',
      targets: [filling, { id: 'S2', folder: at('S2') }],
    })
    expect(outcome.targets[0]).toMatchObject({ complete: false })
    expect(outcome.targets[0]!.problems).toHaveLength(1)
    expect(outcome.targets[0]!.problems[0]).toMatch(/the drive is full/)
    expect((await names(at('S1'))).filter((name) => name.includes('.part-'))).toEqual([])
    expect(outcome.targets[1]).toMatchObject({ complete: true, files: 300 })
  })
  test('stopped among them, no part stays', async () => {
    const card = await stills(300)
    const stop = new AbortController()
    let seen = 0
    const copying = copyTree({
      source: card,
      hashName: 'xxh64',
      signal: stop.signal,
      targets: [{ id: 'S1', folder: at('S1') }],
      onProgress: () => {
        if (++seen === 150) stop.abort()
      },
    })
    await expect(copying).rejects.toThrow(/abort/i)
    expect((await names(at('S1'))).filter((name) => name.endsWith('.jpg') || name.includes('.part-'))).toEqual([])
  })
  test('a name that somebody else takes before ours is given is left to them, and told', async () => {
    const card = await stills(20)
    const racing = {
      id: 'S1',
      folder: at('S1'),
      beforeWrite: async () => {
        await writeFile(at('S1', 'stills', '0007.jpg'), 'theirs')
      },
    }
    const outcome = await copyTree({ source: card, hashName: 'xxh64', targets: [racing] })
    expect(await readFile(at('S1', 'stills', '0007.jpg'), 'utf8')).toBe('theirs')
    expect(outcome.targets[0]).toMatchObject({ complete: false, files: 19 })
    expect(outcome.targets[0]!.problems).toEqual([
      'stills/0007.jpg: another file of that name is already there and was left alone.',
    ])
  })
  test('one that goes away after the listing is told; the rest is copied', async () => {
    const card = await stills(20)
    let once = true
    const target = {
      id: 'S1',
      folder: at('S1'),
      beforeWrite: async () => {
        if (once) rmSync(at('card', 'stills', '0019.jpg'))
        once = false
      },
    }
    const outcome = await copyTree({ source: card, hashName: 'xxh64', targets: [target] })
    expect(outcome.problems).toEqual(['stills/0019.jpg: it is no longer there. Was the drive or card pulled?'])
    expect(outcome.targets[0]).toMatchObject({ complete: false, files: 19 })
  })
})

test('a flush of a folder that is gone is an error, of one that is there is none', async () => {
  await mkdir(at('S1'))
  await writeFile(at('S1', 'a'), 'a')
  await expect(flush(at('S1'), () => [at('S1', 'a')])).resolves.toBeUndefined()
  await expect(flush(at('gone'), () => [at('gone', 'a')])).rejects.toThrow(/ENOENT/)
})
