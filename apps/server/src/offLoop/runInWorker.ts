import { existsSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { Worker } from 'node:worker_threads'

/** A thread that ended without an answer. */
export class WorkerFailed extends Error {
  readonly outOfMemory: boolean
  constructor(cause: unknown) {
    super('A thread ended without an answer', { cause })
    this.outOfMemory = (cause as { code?: string } | null)?.code === 'ERR_WORKER_OUT_OF_MEMORY'
  }
}

/**
 * Runs a module in a thread of its own, so that whatever it takes, others are answered meanwhile, and gives the first
 * message it posts.
 * @param name of a file `NAME.worker.ts` below `src`; built, it lies beside the server's own file
 * @param megabytes what it may hold; more ends it
 * @throws WorkerFailed
 */
export function runInWorker<T>(name: string, workerData: unknown, megabytes: number): Promise<T> {
  const here = path.dirname(fileURLToPath(import.meta.url))
  const built = path.join(here, `${path.basename(name)}.worker.js`)
  const settings = { workerData, resourceLimits: { maxOldGenerationSizeMb: megabytes } }
  const worker = existsSync(built)
    ? new Worker(built, settings)
    : new Worker(fromSource(path.join(here, '..', `${name}.worker.ts`)), { ...settings, eval: true })
  return new Promise<T>((resolve, reject) => {
    worker.once('message', (answer: T) => {
      resolve(answer)
      void worker.terminate()
    })
    worker.once('error', (error) => reject(new WorkerFailed(error)))
    worker.once('exit', () => reject(new WorkerFailed(null)))
  })
}

/** As tests run it: a thread that learns to read TypeScript first. */
const fromSource = (file: string) =>
  `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(pathToFileURL(file).href)}) })`
