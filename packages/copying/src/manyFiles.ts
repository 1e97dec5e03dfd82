import os from 'node:os'
import type { Worker } from 'node:worker_threads'
import type { HashName } from '@kavrell/core/checksums'
import { openThread } from './openThread.ts'

export interface SmallFile {
  readonly path: string
  readonly bytes: number
  /** Where its parts go, one for each target. */
  readonly parts: readonly string[]
}

/** What a thread is asked to do with some small files. */
export interface Questions {
  readonly bring: {
    readonly root: string
    readonly realRoots: readonly string[]
    readonly hashName: HashName
    readonly of: readonly SmallFile[]
  }
  readonly name: { readonly of: readonly (readonly [part: string, final: string])[] }
  readonly hash: {
    readonly hashName: HashName
    readonly of: readonly { readonly path: string; readonly bytes: number }[]
  }
  readonly look: { readonly root: string; readonly of: readonly string[] }
}

/** What a thread answers for each of them, in turn; null where one was not plain: it wants to be done with care. */
export interface Answers {
  /** Its digest. What was not plain has left nothing behind. */
  readonly bring: string
  /** The code of what was refused; empty where the name was given. */
  readonly name: string
  readonly hash: string
  readonly look: readonly [bytes: number, modifiedMs: number]
}

/** So many small files are worth threads that do nothing else. */
export const MANY = 256
const AT_A_TIME = 32
const THREADS = Math.max(2, Math.min(4, os.availableParallelism()))

/**
 * Lets threads do with many small files what costs a call for each of them: Node's own calls, which wait for one
 * another by way of its loop, cost more than a drive takes for two kilobytes. Whatever is not plain they leave alone.
 * @param onDone told, piece by piece, what came of it
 */
export async function withMany<Task extends keyof Questions>(
  task: Task,
  asked: Omit<Questions[Task], 'of'>,
  of: Questions[Task]['of'],
  onDone: (at: number, answer: Answers[Task] | null) => void,
  signal?: AbortSignal,
): Promise<void> {
  let next = 0
  const ended = await Promise.allSettled(
    begin().map(async (thread) => {
      while (next < of.length) {
        signal?.throwIfAborted()
        const from = next
        next += AT_A_TIME
        const piece = of.slice(from, next)
        const answers = (await thread.ask({ task, ...asked, of: piece })) as readonly (Answers[Task] | null)[] | null
        // A thread that died has done nothing that counts.
        piece.forEach((_, i) => onDone(from + i, answers?.[i] ?? null))
      }
    }),
  )
  end()
  // Once it is told that it was stopped, no thread is at it any more.
  const stopped = ended.find((lane) => lane.status === 'rejected')
  if (stopped) throw stopped.reason
}

/** Nobody asked for so long: what they hold is given back. */
const IDLE_MS = 5_000
let open: readonly Thread[] = []
let idle: NodeJS.Timeout | undefined
/** How many are at work with them: a slow drive takes longer than they are kept for nobody. */
let working = 0

function begin(): readonly Thread[] {
  clearTimeout(idle)
  working++
  if (open.some((thread) => thread.isGone())) close()
  if (open.length === 0) open = Array.from({ length: THREADS }, openAsked)
  return open
}

function end(): void {
  working--
  if (working === 0) idle = setTimeout(close, IDLE_MS).unref()
}

/** What they are still asked they end first. */
function close(): void {
  for (const thread of open) void thread.end()
  open = []
}

type Thread = ReturnType<typeof openAsked>

/** A thread that is asked one thing after another, whoever asks; nothing is what one that died answers. */
function openAsked() {
  const thread: Worker = openThread(import.meta.url, 'manyFiles.worker.ts', {
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 96 },
  })
  let isGone = false
  let turn: Promise<unknown> = Promise.resolve()
  const left = new Promise<null>((resolve) => {
    const leave = () => {
      isGone = true
      resolve(null)
    }
    thread.once('error', leave).once('exit', leave)
  })
  // It keeps nobody's program open unless it is at work.
  thread.unref()
  const answerTo = async (question: object): Promise<unknown> => {
    if (isGone) return null
    thread.ref()
    const answered = new Promise((resolve) => {
      thread.once('message', resolve)
      thread.postMessage(question)
    })
    const answer = await Promise.race([left, answered])
    thread.unref()
    return answer
  }
  return {
    ask(question: object): Promise<unknown> {
      const asking = turn.then(() => answerTo(question))
      turn = asking
      return asking
    },
    isGone: () => isGone,
    end: () => turn.then(() => thread.terminate()),
  }
}
