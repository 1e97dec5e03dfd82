import { appendFile, mkdtemp, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { copyTree } from './copyTree.ts'
import { lookAgain, recordGeneration } from './history.ts'
import { verifyFolder } from './verifyFolder.ts'

const TREE = fileURLToPath(new URL('../vectors/hashes/tree', import.meta.url))
const NOW = Date.UTC(2026, 4, 14, 20, 15)
let card = ''
beforeEach(async () => {
  card = path.join(await mkdtemp(path.join(os.tmpdir(), 'kavrell history ')), 'A1')
  const { targets } = await copyTree({ source: TREE, hashName: 'xxh128', targets: [{ id: 'S1', folder: card }] })
  const files = targets[0]!.copied.map((file) => ({ ...file, action: 'original' as const }))
  expect(await recordGeneration(card, 'xxh128', files, 'transfer', NOW)).toEqual({
    name: '0001_A1_2026-05-14_201500Z.mhl',
  })
  // From here on the history is all there is to go by.
  for (const name of await readdir(card)) if (name.startsWith('checksums')) await rm(path.join(card, name))
})
afterEach(() => rm(path.dirname(card), { recursive: true, force: true }))
const inHistory = async () => (await readdir(path.join(card, 'ascmhl'))).sort()
const historyFile = async (n: number) => path.join(card, 'ascmhl', (await inHistory())[n - 1]!)

test('a copy is held against its history alone, on any machine', async () =>
  expect(await verifyFolder(card)).toMatchObject({ same: true, whole: true, files: 30, problems: [], notes: [] }))

test('each look is a generation more, and the first says what is right', async () => {
  expect((await lookAgain(card, NOW + 60_000)).outcome).toMatchObject({ same: true })
  await writeFile(path.join(card, 'hello.txt'), 'hallo')
  await writeFile(path.join(card, 'new.txt'), 'new')
  const { outcome, written } = await lookAgain(card, NOW + 120_000)
  expect(outcome.problems).toEqual(['hello.txt: differs from what was copied.'])
  expect(written).toEqual({ name: '0003_A1_2026-05-14_201700Z.mhl' })
  const text = await readFile(await historyFile(3), 'utf8')
  expect(text).toMatch(/>hello\.txt<\/path>\s*<xxh128 action="failed"/)
  expect(text).toMatch(/>new\.txt<\/path>\s*<xxh128 action="original"/)
  // A failure is never what later looks go by.
  expect(await verifyFolder(card)).toMatchObject({ same: false, whole: true, files: 31 })
  await rm(path.join(card, 'new.txt'))
  expect((await verifyFolder(card)).problems.join()).toMatch(/new.txt: it is no longer there/)
})

test('whatever is done to the history, nobody is told that the copy is whole', async () => {
  await lookAgain(card, NOW + 60_000)
  const lies = [
    async () => rm(await historyFile(1)),
    async () => appendFile(await historyFile(2), '\n'),
    async () => writeFile(await historyFile(1), (await readFile(await historyFile(1), 'utf8')).slice(0, -40)),
    async () => rename(await historyFile(1), path.join(card, 'ascmhl', 'elsewhere.mhl')),
    async () => rm(path.join(card, 'ascmhl', 'ascmhl_chain.xml')),
    async () => writeFile(path.join(card, 'ascmhl', 'ascmhl_chain.xml'), ''),
  ]
  const kept = new Map(await Promise.all((await inHistory()).map(async (name) => [name, await readFile(path.join(card, 'ascmhl', name))] as const))) // prettier-ignore
  for (const lie of lies) {
    await lie()
    const outcome = await verifyFolder(card)
    expect(outcome.same && outcome.whole).toBe(false)
    const before = await inHistory()
    expect((await lookAgain(card, NOW + 120_000)).written).toHaveProperty('says')
    expect(await inHistory()).toEqual(before)
    for (const name of before) await rm(path.join(card, 'ascmhl', name))
    for (const [name, text] of kept) await writeFile(path.join(card, 'ascmhl', name), text)
  }
  expect(await verifyFolder(card)).toMatchObject({ same: true, whole: true })
})

test('a run that died between list and chain leaves the old history, and the next goes on', async () => {
  const chain = await readFile(path.join(card, 'ascmhl', 'ascmhl_chain.xml'))
  await lookAgain(card, NOW + 60_000)
  await writeFile(path.join(card, 'ascmhl', 'ascmhl_chain.xml'), chain)
  expect(await verifyFolder(card)).toMatchObject({ same: true, whole: true, notes: [/0002_.*is not in the chain/] })
  expect((await lookAgain(card, NOW + 60_000)).written).toEqual({ name: '0002_A1_2026-05-14_201601Z.mhl' })
  expect(await verifyFolder(card)).toMatchObject({ same: true, whole: true })
})

test('a run that is taken up again after it had written says verified, not new', async () => {
  const { targets } = await copyTree({ source: TREE, hashName: 'xxh128', targets: [{ id: 'S1', folder: card }] })
  const files = targets[0]!.copied.map((file) => ({ ...file, action: 'original' as const }))
  await recordGeneration(card, 'xxh128', files, 'transfer', NOW + 1000)
  const text = await readFile(await historyFile(2), 'utf8')
  expect([text.includes('action="original"'), text.match(/action="verified"/g)?.length]).toEqual([false, 30])
})

test('a card that came with a history keeps it as it came', async () => {
  const copy = path.join(path.dirname(card), 'copy')
  const { targets } = await copyTree({ source: card, hashName: 'md5', targets: [{ id: 'S2', folder: copy }] })
  const files = targets[0]!.copied.map((file) => ({ ...file, action: 'original' as const }))
  expect(await recordGeneration(copy, 'md5', files, 'transfer', NOW)).toMatchObject({ says: /history of its own/ })
  expect((await lookAgain(copy, NOW)).written).toMatchObject({ says: /history of its own/ })
  expect(await verifyFolder(copy)).toMatchObject({ same: true, whole: true, problems: [] })
})

test('a way of digesting that histories have no name for is told', async () =>
  expect(await recordGeneration(card, 'sha256', [], 'in-place', NOW)).toMatchObject({ says: /cannot say sha256/ }))
