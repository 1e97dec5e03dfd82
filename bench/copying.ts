import { spawn, spawnSync } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'

export interface CopyFigures {
  readonly what: string
  /** Medians of all rounds, and that of the rounds' own ratios: what a medium gives changes between them. */
  readonly rate: number
  readonly ourSeconds: number
  readonly theirSeconds: number
  readonly peakMb: number
}

const seconds = async (work: () => Promise<void> | void) => {
  const from = performance.now()
  await work()
  return (performance.now() - from) / 1000
}
const must = (program: string, args: string[], cwd: string) => {
  const { status, stderr } = spawnSync(program, args, { cwd, encoding: 'utf8' })
  if (status !== 0) throw new Error(`${program} ${args.join(' ')}: ${stderr}`)
}

/** `kavrell copy` to two drives with check, and its greatest use of memory. */
async function ours(cwd: string): Promise<{ seconds: number; peakMb: number }> {
  let peakKb = 0
  const took = await seconds(
    () =>
      new Promise((resolve, reject) => {
        const main = path.resolve('apps/cli/dist/main.js')
        const child = spawn(process.execPath, [main, 'copy', 'card', '--to', 'S1', '--to', 'S2'], {
          cwd,
          stdio: 'ignore',
        })
        const timer = setInterval(() => {
          readFile(`/proc/${child.pid}/status`, 'utf8').then(
            (status) => {
              peakKb = Math.max(peakKb, Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0))
            },
            () => undefined,
          )
        }, 100)
        child.once('exit', (code) => {
          clearInterval(timer)
          if (code === 0) resolve()
          else reject(new Error(`kavrell copy left with ${code}`))
        })
      }),
  )
  return { seconds: took, peakMb: peakKb / 1024 }
}

/** `xxhsum`, which Debian has as a package: a slower hash on the other side would be no comparison. */
function needTool(): void {
  if (spawnSync('xxhsum', ['--version']).status === 0) return
  const { status } = spawnSync('apt-get', ['install', '-y', 'xxhash'], { stdio: 'ignore' })
  if (status !== 0 || spawnSync('xxhsum', ['--version']).status !== 0)
    throw new Error('The peer is xxhsum. Install it: apt-get install xxhash.')
}
export const checksumTool = 'xxhsum'

const program = (name: string, args: string[], cwd: string) =>
  new Promise<void>((resolve, reject) => {
    const child = spawn(name, args, { cwd, stdio: ['ignore', 'ignore', 'inherit'] })
    child.once('error', reject)
    child.once('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${name} left with ${code}`))))
  })

/**
 * The same work with the best tools: `cp` to both drives at once, `sync`, then both read back at once past the system's
 * memory and hashed. Small files are read back by the tool itself, since a program for each would only be slower.
 */
async function theirs(cwd: string, small: boolean): Promise<void> {
  await Promise.all(['T1', 'T2'].map((drive) => program('cp', ['-r', '--preserve=timestamps', 'card', drive], cwd)))
  await program('sync', ['-f', 'T1'], cwd)
  const readBack = small
    ? 'find . -type f -print0 | xargs -0 xxhsum -H1 > /dev/null'
    : 'for f in *; do dd if="$f" iflag=direct bs=4M status=none | xxhsum -H1 > /dev/null || exit 1; done'
  await Promise.all(['T1', 'T2'].map((drive) => program('sh', ['-c', `cd ${drive}/card && ${readBack}`], cwd)))
}

/** What the medium itself does, without any of us: bytes a second written through, and read past the memory. */
export async function rateOfMedium(): Promise<{ writeMBs: number; readMBs: number }> {
  const cwd = await mkdtemp(path.join(os.tmpdir(), 'kavrell-medium-'))
  try {
    const MB = 1000
    const write = await seconds(() => program('dd', ['if=/dev/zero', 'of=probe', 'bs=1M', `count=${MB}`, 'oflag=direct', 'status=none'], cwd)) // prettier-ignore
    const read = await seconds(() => program('dd', ['if=probe', 'of=/dev/null', 'bs=1M', 'iflag=direct', 'status=none'], cwd)) // prettier-ignore
    return { writeMBs: (MB * 1.048576) / write, readMBs: (MB * 1.048576) / read }
  } finally {
    await rm(cwd, { recursive: true, force: true })
  }
}

const ROUNDS = 3
const DRIVES = ['S1', 'S2', 'T1', 'T2']
const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

async function measure(what: string, small: boolean, fill: (card: string) => Promise<void>): Promise<CopyFigures> {
  needTool()
  const cwd = await mkdtemp(path.join(os.tmpdir(), 'kavrell-bench-'))
  try {
    await mkdir(path.join(cwd, 'card'))
    await fill(path.join(cwd, 'card'))
    const rounds: { ours: number; theirs: number; peakMb: number }[] = []
    for (let round = 0; round < ROUNDS; round++) {
      for (const drive of DRIVES) await mkdir(path.join(cwd, drive))
      must('sync', ['-f', 'card'], cwd)
      const figures = { ours: 0, theirs: 0, peakMb: 0 }
      // Each is first in turn: what the one before has left to the medium is the next one's burden.
      for (const who of round % 2 === 0 ? (['ours', 'theirs'] as const) : (['theirs', 'ours'] as const))
        if (who === 'theirs') figures.theirs = await seconds(() => theirs(cwd, small))
        else ({ seconds: figures.ours, peakMb: figures.peakMb } = await ours(cwd))
      if (!(await readFile(path.join(cwd, 'S1/card', 'checksums.xxh64'), 'utf8'))) throw new Error('No hash list')
      rounds.push(figures)
      for (const drive of DRIVES) await rm(path.join(cwd, drive), { recursive: true })
    }
    return {
      what,
      rate: median(rounds.map((r) => r.theirs / r.ours)),
      ourSeconds: median(rounds.map((r) => r.ours)),
      theirSeconds: median(rounds.map((r) => r.theirs)),
      peakMb: Math.max(...rounds.map((r) => r.peakMb)),
    }
  } finally {
    await rm(cwd, { recursive: true, force: true })
  }
}

export const copyLargeFiles = (gigabytes: number): Promise<CopyFigures> =>
  measure(`${gigabytes} GB in 4 files`, false, async (card) => {
    const piece = Buffer.alloc(64 << 20)
    for (let i = 0; i < piece.length; i += 8) piece.writeUInt32LE((i * 2654435761) >>> 0, i)
    for (let f = 0; f < 4; f++)
      for (let done = 0; done < (gigabytes * 1e9) / 4; done += piece.length)
        await writeFile(path.join(card, `clip${f}.mov`), piece, { flag: 'a' })
  })

export const copySmallFiles = (count: number): Promise<CopyFigures> =>
  measure(`${count.toLocaleString('en')} files of 2 kB`, true, async (card) => {
    const piece = Buffer.alloc(2048, 7)
    for (let d = 0; d < count / 1000; d++) {
      await mkdir(path.join(card, `d${d}`))
      for (let f = 0; f < 1000; f++) {
        piece.writeUInt32LE(d * 1000 + f)
        await writeFile(path.join(card, `d${d}/f${f}.bin`), piece)
      }
    }
  })
