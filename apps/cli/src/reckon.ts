import { readFile } from 'node:fs/promises'
import { text as all } from 'node:stream/consumers'
import { answerChain, readChainFile } from '@kavrell/core/copyChain'
import { answerCover, readCoverFile } from '@kavrell/core/cover'
import { readReceivers, readSceneFile } from '@kavrell/core/litRoom'
import { answerOrder, readOrderFile } from '@kavrell/core/order'
import type { Outcome } from '@kavrell/core/outcome'
import { answerRadio, readRadioFile } from '@kavrell/core/radio'
import { answerReconcile, readReconcileFile } from '@kavrell/core/reconcile'

/** Something that is asked in a file and answered on standard output, both JSON, for other programs. */
type Reckoner = (asked: unknown) => Outcome<object, { readonly says: string }>

/** Reads what is asked, and answers it. */
const reckoner =
  <T>(read: (asked: unknown) => Outcome<T, { readonly says: string }>, answer: (file: T) => object): Reckoner =>
  (asked) => {
    const file = read(asked)
    return file.ok ? { ok: true, value: answer(file.value) } : file
  }

export const RECKONERS: Readonly<Record<string, Reckoner>> = {
  chain: reckoner(readChainFile, answerChain),
  cover: reckoner(readCoverFile, answerCover),
  light: reckoner(readSceneFile, (scene) => ({ expected: readReceivers(scene) })),
  order: reckoner(readOrderFile, answerOrder),
  radio: reckoner(readRadioFile, answerRadio),
  reconcile: reckoner(readReconcileFile, answerReconcile),
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/** One question, one under `input`, or many of those under `rows`: answered in the same form. */
function answerAll(reckon: Reckoner, asked: unknown): ReturnType<Reckoner> {
  if (!isObject(asked)) return reckon(asked)
  if (Array.isArray(asked['rows'])) {
    const rows: object[] = []
    for (const [i, row] of (asked['rows'] as unknown[]).entries()) {
      const answer = answerAll(reckon, row)
      if (!answer.ok) return { ok: false, error: { says: `rows.${i}: ${answer.error.says}` } }
      rows.push(answer.value)
    }
    return { ok: true, value: { rows } }
  }
  if (!('input' in asked)) return reckon(asked)
  const answer = reckon(asked['input'])
  return answer.ok ? { ok: true, value: { id: asked['id'], ...answer.value } } : answer
}

/**
 * Reads a question from a file or from standard input and prints the answer.
 * @returns whether there was one; else what is wrong went to standard error
 */
export async function reckon(command: string, files: readonly string[]): Promise<boolean> {
  const [file] = files
  const text = file === undefined || file === '-' ? await all(process.stdin) : await readFile(file, 'utf8')
  let asked: unknown
  try {
    asked = JSON.parse(text)
  } catch (error) {
    console.error(`What was asked is no JSON: ${(error as Error).message}.`)
    return false
  }
  const answer = answerAll(RECKONERS[command]!, asked)
  if (!answer.ok) console.error(answer.error.says)
  else console.log(JSON.stringify(answer.value, null, 2))
  return answer.ok
}
