import { spawn, spawnSync } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'

export interface CopyFigures {
  readonly what: string
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

/** `cp` to the same two places, flushed, then the checksum tool over both, in one run. */
function theirs(cwd: string): void {
  for (const drive of ['T1', 'T2']) must('cp', ['-r', 'card', drive], cwd)
  must('sync', ['-f', 'T1'], cwd)
  for (const drive of ['T1', 'T2'])
    must('sh', ['-c', `cd ${drive}/card && find . -type f -print0 | xargs -0 ${HASHER} > /dev/null`], cwd)
}
const HASHER = spawnSync('xxhsum', ['--version']).status === 0 ? 'xxhsum -H1' : 'md5sum'
export const checksumTool = HASHER

async function measure(what: string, fill: (card: string) => Promise<void>): Promise<CopyFigures> {
  const cwd = await mkdtemp(path.join(os.tmpdir(), 'kavrell-bench-'))
  try {
    for (const name of ['card', 'S1', 'S2', 'T1', 'T2']) await mkdir(path.join(cwd, name))
    await fill(path.join(cwd, 'card'))
    must('sync', ['-f', 'card'], cwd)
    const own = await ours(cwd)
    if (!(await readFile(path.join(cwd, 'S1/card', 'checksums.xxh64'), 'utf8'))) throw new Error('No hash list')
    const theirSeconds = await seconds(() => theirs(cwd))
    return { what, ourSeconds: own.seconds, theirSeconds, peakMb: own.peakMb }
  } finally {
    await rm(cwd, { recursive: true, force: true })
  }
}

export const copyLargeFiles = (gigabytes: number): Promise<CopyFigures> =>
  measure(`${gigabytes} GB in 4 files`, async (card) => {
    const piece = Buffer.alloc(64 << 20)
    for (let i = 0; i < piece.length; i += 8) piece.writeUInt32LE((i * 2654435761) >>> 0, i)
    for (let f = 0; f < 4; f++)
      for (let done = 0; done < (gigabytes * 1e9) / 4; done += piece.length)
        await writeFile(path.join(card, `clip${f}.mov`), piece, { flag: 'a' })
  })

export const copySmallFiles = (count: number): Promise<CopyFigures> =>
  measure(`${count.toLocaleString('en')} files of 2 kB`, async (card) => {
    const piece = Buffer.alloc(2048, 7)
    for (let d = 0; d < count / 1000; d++) {
      await mkdir(path.join(card, `d${d}`))
      for (let f = 0; f < 1000; f++) {
        piece.writeUInt32LE(d * 1000 + f)
        await writeFile(path.join(card, `d${d}/f${f}.bin`), piece)
      }
    }
  })
