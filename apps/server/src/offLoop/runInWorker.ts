import type { Worker } from 'node:worker_threads'
import { openThread } from '@kavrell/copying'

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
  const worker = openWorker(name, workerData, megabytes)
  return new Promise<T>((resolve, reject) => {
    worker.once('message', (answer: T) => {
      resolve(answer)
      void worker.terminate()
    })
    worker.once('error', (error) => reject(new WorkerFailed(error)))
    worker.once('exit', () => reject(new WorkerFailed(null)))
  })
}

const openWorker = (name: string, workerData: unknown, megabytes: number): Worker =>
  openThread(import.meta.url, `../${name}.worker.ts`, {
    workerData,
    resourceLimits: { maxOldGenerationSizeMb: megabytes },
  })

/** Nobody asked for so long: what it holds is given back. */
const IDLE_MS = 60_000

/** What a thread that stays posts back. */
export type Answered<T> = { readonly value: T } | { readonly failed: string }

/**
 * A thread that is opened when it is first asked and stays for the next, one question after another: what it has
 * loaded need not be loaded again. One that dies takes its question with it, and the next opens another.
 */
export function openStayingWorker<T>(name: string, megabytes: number) {
  let worker: Worker | null = null
  let turn: Promise<unknown> = Promise.resolve()
  let idle: NodeJS.Timeout | undefined
  const end = async () => {
    clearTimeout(idle)
    const ending = worker
    worker = null
    await ending?.terminate()
  }
  const askNow = (question: unknown) =>
    new Promise<T>((resolve, reject) => {
      clearTimeout(idle)
      const own = (worker ??= openWorker(name, null, megabytes))
      own.ref()
      const settle = (work: () => void) => {
        own.off('message', answered).off('error', die).off('exit', left)
        own.unref()
        idle = setTimeout(() => void end(), IDLE_MS).unref()
        work()
      }
      const die = (cause: unknown) => {
        if (worker === own) worker = null
        settle(() => reject(new WorkerFailed(cause)))
      }
      const left = () => die(null)
      const answered = (answer: Answered<T>) =>
        settle(() => ('value' in answer ? resolve(answer.value) : reject(new WorkerFailed(answer.failed))))
      own.on('message', answered).on('error', die).on('exit', left)
      own.postMessage(question)
    })
  return {
    /** @throws WorkerFailed */
    ask(question: unknown): Promise<T> {
      const asking = turn.then(() => askNow(question))
      turn = asking.catch(() => undefined)
      return asking
    },
    close: end,
  }
}
