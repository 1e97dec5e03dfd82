import { readFile } from 'node:fs/promises'
import { parentPort } from 'node:worker_threads'
import { readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import { productionOf } from '@kavrell/core/records'
import { cropTo } from '../uploads/crop.ts'
import { pictureFile } from '../uploads/pictureFile.ts'
import type { Answered } from '../offLoop/runInWorker.ts'
import { type MadePaper, makePaper, type PaperTask } from './makePaper.ts'

interface Question {
  readonly productionId: string
  readonly rows: string
  readonly task: PaperTask
  readonly uploads: string
}

/** Makes papers in a thread of its own: a long one takes seconds in which others are answered. */
async function make({ productionId, rows, task, uploads }: Question): Promise<MadePaper | null> {
  const { records } = readSnapshot({ rows: JSON.parse(rows) as SnapshotOnTheWay['rows'] } as SnapshotOnTheWay)
  const production = productionOf(records)
  if (!production) return null
  return makePaper(production, task, async (board, aspect) => {
    const bytes = await readFile(pictureFile(uploads, productionId, board.fileId, false)).catch(() => null)
    return bytes && cropTo(bytes, aspect, board.cropX, board.cropY)
  })
}

parentPort!.on('message', (question: Question) => {
  make(question).then(
    (value) => parentPort!.postMessage({ value } satisfies Answered<MadePaper | null>),
    (error: unknown) => parentPort!.postMessage({ failed: String(error) } satisfies Answered<MadePaper | null>),
  )
})
