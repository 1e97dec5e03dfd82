import { readFile } from 'node:fs/promises'
import { text as all } from 'node:stream/consumers'
import { readReceivers, readSceneFile } from '@kavrell/core/litRoom'
import { answerOrder, readOrderFile } from '@kavrell/core/order'
import type { Outcome } from '@kavrell/core/outcome'

/** Something that is asked in a file and answered on standard output, both JSON, for other programs. */
type Reckoner = (asked: unknown) => Outcome<object, { readonly says: string }>

export const RECKONERS: Readonly<Record<string, Reckoner>> = {
  light: (asked) => {
    const read = readSceneFile(asked)
    return read.ok ? { ok: true, value: { expected: readReceivers(read.value) } } : read
  },
  order: (asked) => {
    const read = readOrderFile(asked)
    return read.ok ? { ok: true, value: answerOrder(read.value) } : read
  },
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
