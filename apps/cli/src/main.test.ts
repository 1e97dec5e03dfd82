import { spawnSync } from 'node:child_process'
import { cp, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, expect, test } from 'vitest'

const TREE = fileURLToPath(new URL('../../../packages/copying/vectors/hashes/tree', import.meta.url))
const TSX = fileURLToPath(new URL('../../../node_modules/.bin/tsx', import.meta.url))
const MAIN = fileURLToPath(new URL('./main.ts', import.meta.url))
let scratch = ''
beforeEach(async () => {
  scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell cli '))
  await cp(TREE, path.join(scratch, 'A1'), { recursive: true })
  await mkdir(path.join(scratch, 'S1'))
  await mkdir(path.join(scratch, 'S2'))
})
afterEach(() => rm(scratch, { recursive: true, force: true }))

interface Said {
  readonly files: number
  readonly drives: readonly { copied: boolean; checked: boolean; files: number; problems: string[] }[]
}
const kavrell = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(TSX, [MAIN, ...args], { cwd: scratch, encoding: 'utf8' })
  return { status, stderr, said: (stdout.startsWith('{') ? JSON.parse(stdout) : null) as Said }
}

test('copies a card to two drives, reads both back, and md5sum agrees', () => {
  const { status, said } = kavrell('copy', 'A1', '--to', 'S1', '--to', 'S2', '--hash', 'md5')
  expect(status).toBe(0)
  expect(said.drives.map((d) => [d.copied, d.checked, d.files])).toEqual([
    [true, true, 30],
    [true, true, 30],
  ])
  for (const drive of ['S1', 'S2'])
    expect(
      spawnSync('md5sum', ['-c', '--strict', '--quiet', 'checksums.md5'], { cwd: path.join(scratch, drive, 'A1') })
        .status,
    ).toBe(0)
})

test('one flipped bit is found later, and the program leaves with 1', async () => {
  kavrell('copy', 'A1', '--to', 'S1')
  expect(kavrell('verify', 'S1/A1').status).toBe(0)
  const file = path.join(scratch, 'S1/A1/zeros.bin')
  const bytes = await readFile(file)
  bytes[7]! ^= 1
  await rm(file)
  await writeFile(file, bytes)
  const { status, said } = kavrell('verify', 'S1/A1')
  expect(status).toBe(1)
  expect(JSON.stringify(said)).toMatch(/zeros.bin: differs from what was copied/)
})

test('a list that was emptied, or has lost its seal, is no proof', async () => {
  kavrell('copy', 'A1', '--to', 'S1')
  await rm(path.join(scratch, 'S1/A1/checksums.xxh64.seal'))
  expect(kavrell('verify', 'S1/A1').status).toBe(1)
  await writeFile(path.join(scratch, 'S1/A1/checksums.xxh64'), '')
  expect(kavrell('verify', 'S1/A1').status).toBe(1)
})

test('an empty card is not copied', async () => {
  await mkdir(path.join(scratch, 'A2'))
  const { status, said } = kavrell('copy', 'A2', '--to', 'S1')
  expect(status).toBe(1)
  expect(JSON.stringify(said)).toMatch(/Is the card mounted/)
})

test('what is there already is left alone, and that is not well', async () => {
  await mkdir(path.join(scratch, 'S1/A1'))
  await writeFile(path.join(scratch, 'S1/A1/hello.txt'), 'precious')
  expect(kavrell('copy', 'A1', '--to', 'S1').status).toBe(1)
  expect(await readFile(path.join(scratch, 'S1/A1/hello.txt'), 'utf8')).toBe('precious')
})

test.each([
  [['copy', 'A1'], /at least one --to/],
  [['copy', 'A1', '--to', 'S1', '--hash', 'crc'], /xxh64 or md5/],
  [['copy', 'A1/hello.txt', '--to', 'S1'], /is not a folder/],
  [['copy', 'A1', '--to', 'A1/nested'], /cannot go into the card itself/],
  [['copy', 'A1', '--to', 'nowhere'], /nowhere/],
  [['wipe', 'A1'], /kavrell copy CARD/],
])('%j is a wrong call: 2, and why', (args, why) => {
  const { status, stderr } = kavrell(...args)
  expect(status).toBe(2)
  expect(stderr).toMatch(why)
})
