import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { runInWorker, WorkerFailed } from '../offLoop/runInWorker.ts'
import { type FileAnswer, NO_PRODUCTION } from './importing.ts'
import { type FileFault, MOST_FAULTS, type Refusal } from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'

export type ReadImport = Extract<FileAnswer, { ok: true }>['value']

/** A production file is larger than anything else that is brought: its pictures are in it. */
export const MOST_IMPORT_BYTES = 600e6
/** What reading one may take, pictures aside. */
const WORKER_MEGABYTES = 192

/**
 * Reads a production file out of a request, away from everybody else's: it is put on the disk as it comes, read
 * there piece by piece in a thread with a memory of its own, and left after the first faults.
 * @param take what is done with it; what lies on the disk is gone afterwards
 */
export async function readImport<T>(
  body: Readable,
  take: (read: ReadImport) => Promise<T>,
): Promise<Outcome<T, Refusal>> {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'kavrell-import-'))
  try {
    const file = path.join(folder, 'production.json')
    await pipeline(body, atMost(MOST_IMPORT_BYTES), createWriteStream(file))
    const answer = await runInWorker<FileAnswer>('imports/fileReader', { file, folder }, WORKER_MEGABYTES)
    return answer.ok ? ok(await take(answer.value)) : refuse(sayFaults(answer.error))
  } catch (error) {
    if (error instanceof TooLarge) return refuse(`A production file has at most ${MOST_IMPORT_BYTES / 1e6} MB.`)
    if (error instanceof WorkerFailed && error.outOfMemory) return refuse(`Nothing was imported. ${NO_PRODUCTION}`)
    throw error
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

class TooLarge extends Error {}

function atMost(most: number): Transform {
  let bytes = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      if (bytes > most) done(new TooLarge())
      else done(null, chunk)
    },
  })
}

const refuse = (says: string): Outcome<never, Refusal> => fail({ code: 'invalid', kind: '', id: '', field: '', says })

function sayFaults(faults: readonly FileFault[]): string {
  const says = faults.map((f) => [f.kind, f.id.slice(-4), f.field, f.says].filter(Boolean).join(' '))
  const more = faults.length >= MOST_FAULTS ? ' There may be more: it was not read on.' : ''
  return `Nothing was imported. ${says.slice(0, MOST_FAULTS).join(' ')}${more}`
}
