import { spawnSync } from 'node:child_process'
import { cp, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeAll, beforeEach, expect, test } from 'vitest'
import { bundleCli } from '../../../scripts/build.mjs'

const TREE = fileURLToPath(new URL('../../../packages/copying/vectors/hashes/tree', import.meta.url))
/** Bundled once, as it ships; read from its sources it would take seconds to start, sixty times. */
const MAIN = fileURLToPath(new URL('../dist/tested/main.js', import.meta.url))
const SCENES = fileURLToPath(new URL('../../../packages/core/vectors/scenes.json', import.meta.url))
let scratch = ''
beforeAll(() => bundleCli(MAIN))
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
const plain = (...args: string[]) => spawnSync(process.execPath, [MAIN, ...args], { cwd: scratch, encoding: 'utf8' })
/** As a program calls it. */
const kavrell = (...args: string[]) => {
  const { status, stdout, stderr } = plain(...args, '--json')
  return { status, stderr, said: (stdout.startsWith('{') ? JSON.parse(stdout) : null) as Said }
}

test('people are told one sentence and what it leaves with; quiet says nothing when all is well', async () => {
  const copied = plain('copy', 'A1', '--to', 'S1', '--to', 'S2')
  expect(copied.stdout).toMatch(
    /^A1: 30 files, \S+ \S+, copied to S1 and S2, read back, the same\. Leaving with 0\.\n$/,
  )
  // Nobody looks on here: no bar is drawn.
  expect(copied.stderr).toBe('')
  expect(plain('verify', '-q', 'S1/A1')).toMatchObject({ status: 0, stdout: '', stderr: '' })
  await rm(path.join(scratch, 'S1/A1/hello.txt'))
  const broken = plain('verify', '-q', 'S1')
  expect(broken.status).toBe(1)
  expect(broken.stderr).toMatch(/hello\.txt: .*\nA1: not the same as listed\. Leaving with 1\.\n$/s)
})

test('a history begun by copying goes on by looking again, and says which file is no longer what it was', async () => {
  plain('copy', 'A1', '--to', 'S1', '--hash', 'c4', '--history')
  await rm(path.join(scratch, 'S1/A1/checksums.c4'))
  await rm(path.join(scratch, 'S1/A1/checksums.c4.seal'))
  expect(plain('verify', '--history', 'S1/A1')).toMatchObject({ status: 0, stderr: expect.stringMatching(/^0002_A1_.*Z\.mhl was added to the history\.\n$/) as string }) // prettier-ignore
  await writeFile(path.join(scratch, 'S1/A1/hello.txt'), 'hallo')
  expect(plain('verify', 'S1').stderr).toMatch(/^hello\.txt: differs from what was copied\.\n/)
})

test('every copy on a drive is found below it', async () => {
  await cp(TREE, path.join(scratch, 'B1'), { recursive: true })
  plain('copy', 'A1', '--to', 'S1')
  plain('copy', 'B1', '--to', 'S1')
  expect(plain('verify', 'S1').stdout).toMatch(/^2 copies: 60 files/)
  const { said } = kavrell('verify', 'S1')
  expect((said as unknown as { folders: { folder: string; same: boolean }[] }).folders).toMatchObject([
    { folder: 'A1', same: true },
    { folder: 'B1', same: true },
  ])
})

test('help is help wherever it stands, and words to complete are given', () => {
  for (const args of [['--help'], ['-h'], ['copy', '--help'], ['verify', '-h', 'S1']])
    expect(plain(...args)).toMatchObject({ status: 0, stdout: expect.stringContaining('kavrell copy CARD') })
  expect(plain().status).toBe(2)
  expect(plain('completion').stdout).toContain('complete -o filenames -F _kavrell kavrell')
})

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
  [['copy', 'A1', '--to', 'S1', '--hash', 'crc'], /one of xxh64/],
  [['copy', 'A1/hello.txt', '--to', 'S1'], /is not a folder/],
  [['copy', 'A1', '--to', 'A1/nested'], /cannot go into the card itself/],
  [['copy', 'A1', '--to', 'nowhere'], /nowhere/],
  [['copy', 'A1', '--to', 'S1', '--to', 'S1/'], /named twice/],
  [['verify', 'nowhere'], /nowhere is not a folder/],
  [['wipe', 'A1'], /kavrell copy CARD/],
])('%j is a wrong call: 2, and why', (args, why) => {
  const { status, stderr } = kavrell(...args)
  expect(status).toBe(2)
  expect(stderr).toMatch(why)
})

test('a scene is answered in the form of the reference file, from standard input or a file', async () => {
  const vectors = JSON.parse(await readFile(SCENES, 'utf8')) as { rows: { id: string; input: object; expected: { receiver: string; direct_lux: number }[] }[] } // prettier-ignore
  const [row] = vectors.rows
  await writeFile(path.join(scratch, 'scene.json'), JSON.stringify(row))
  const asked = spawnSync(process.execPath, [MAIN, 'light'], {
    cwd: scratch,
    encoding: 'utf8',
    input: JSON.stringify(row!.input),
  })
  const { expected } = JSON.parse(asked.stdout) as { expected: (typeof vectors.rows)[0]['expected'] }
  expect(expected.map((e) => e.receiver)).toEqual(row!.expected.map((e) => e.receiver))
  for (const [i, e] of expected.entries()) expect(e.direct_lux).toBeCloseTo(row!.expected[i]!.direct_lux, 2)
  const told = plain('light', 'scene.json')
  expect(JSON.parse(told.stdout)).toEqual({ id: row!.id, expected })
  const wrong = spawnSync(process.execPath, [MAIN, 'light'], { cwd: scratch, encoding: 'utf8', input: '{"room": 1}' })
  expect(wrong).toMatchObject({ status: 1, stdout: '', stderr: expect.stringMatching(/^room: /) as string })
  const none = spawnSync(process.execPath, [MAIN, 'light'], { cwd: scratch, encoding: 'utf8', input: 'NaN' })
  expect(none).toMatchObject({ status: 1, stderr: expect.stringMatching(/is no JSON/) as string })
})

test('shots are put in order, proven, or it is said why they cannot be', () => {
  const schedule = (name: string) => fileURLToPath(new URL(`../../../packages/core/vectors/schedule/${name}`, import.meta.url)) // prettier-ignore
  const told = plain('order', schedule('p02.json'))
  expect(told.status).toBe(0)
  expect(JSON.parse(told.stdout)).toMatchObject({ status: 'optimal', finish_time: 313, lower_bound: 313 })
  const none = plain('order', schedule('p13.json'))
  expect(JSON.parse(none.stdout)).toMatchObject({ status: 'infeasible', reason_code: 'precedence_cycle', conflicting_shots: ['S02', 'S05', 'S08'] }) // prettier-ignore
  const wrong = spawnSync(process.execPath, [MAIN, 'order'], { cwd: scratch, encoding: 'utf8', input: '{"shots": 1}' })
  expect(wrong).toMatchObject({ status: 1, stdout: '', stderr: expect.stringMatching(/^shots: /) as string })
})

test.each([
  ['cover', 'rota.json', 1, { interventions: 2, smallest_slack_s: 160 }, 'duration_s'],
  ['radio', 'rf.json', 24, { max_size: 7, proved_optimal: true }, 'Asked'],
  ['chain', 'chain.json', 0, { all_safe_s: 3432.8 }, 'ports'],
  ['reconcile', 'reconcile.json', 0, { wrong_card: [], old_files: [] }, 'date'],
])('%s answers as the files of results say, and refuses what is none', async (command, name, row, expected, named) => {
  const file = new URL(`../../../packages/core/vectors/${name}`, import.meta.url)
  const { rows } = JSON.parse(await readFile(file, 'utf8')) as { rows: { id: string; input?: object }[] }
  const { id, input } = rows[row]!
  const asked = input ? { id, input } : rows[row]
  const told = spawnSync(process.execPath, [MAIN, command], {
    cwd: scratch,
    encoding: 'utf8',
    input: JSON.stringify(asked),
  })
  expect(JSON.parse(told.stdout)).toMatchObject(expected)
  const wrong = spawnSync(process.execPath, [MAIN, command], { cwd: scratch, encoding: 'utf8', input: '{}' })
  expect(wrong).toMatchObject({ status: 1, stdout: '', stderr: expect.stringContaining(named) as string })
})

test('files are read for what they are, whatever they are called', async () => {
  const vectors = (name: string) => fileURLToPath(new URL(`../../../packages/core/vectors/${name}`, import.meta.url))
  const probed = plain('probe', vectors('media/p5_25.mov'), vectors('media/expected.json'))
  expect(probed.status).toBe(1)
  expect(JSON.parse(probed.stdout)).toMatchObject({ files: [{ start_timecode: '10:20:30:12', frames: 60 }, { error: expect.stringContaining('neither') as string }] }) // prettier-ignore
  const frames = [1, 2, 3, 5].map((n) => path.join(scratch, `A_000${n}.exr`))
  for (const frame of frames) await cp(vectors('media/frame.exr'), frame)
  const sequence = plain('probe', ...frames)
  expect(JSON.parse(sequence.stdout)).toMatchObject({ files: [{ file: expect.stringContaining('A_0001-0005.exr') as string, frames: 5, missing_frames: 1, frame_rate: '24/1' }] }) // prettier-ignore
  const heard = plain('ltc', vectors('ltc/p03_2997df_minute.wav'))
  expect(JSON.parse(heard.stdout)).toMatchObject({ start: '09:58:57;15', frame_rate: '30000/1001', drop_frame: true, reverse: false }) // prettier-ignore
  expect(plain('ltc', vectors('media/p1_bext.wav')).status).toBe(1)
  const lined = plain(
    'sync',
    vectors('audiosync/a_recorder.wav'),
    vectors('audiosync/a_cam1.wav'),
    vectors('audiosync/a_other.wav'),
  )
  const { files } = JSON.parse(lined.stdout) as { files: { match: boolean; offset_seconds: number | null }[] }
  expect(files[0]!.offset_seconds).toBeCloseTo(3.2173456, 4)
  expect(files[1]).toMatchObject({ match: false, offset_seconds: null })
  expect(plain('sync', vectors('audiosync/a_cam1.wav')).status).toBe(2)
})
