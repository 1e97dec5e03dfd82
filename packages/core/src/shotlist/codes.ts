import type { RecordFields } from '../records/index.ts'

/** Which letters shots have: on a slate I and O read as 1 and 0, and most houses leave them out. */
export type SlateLetters = RecordFields<'production'>['slateLetters']
const ALPHABETS: Readonly<Record<SlateLetters, string>> = {
  'no I and O': 'ABCDEFGHJKLMNPQRSTUVWXYZ',
  all: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
}

/**
 * Codes for new shots of a scene that are not used yet: 3A, 3B … 3Z, 3AA.
 * @param used all codes of the production, in any case
 */
export function freeCodes(
  sceneNumber: string,
  used: readonly string[],
  count: number,
  letters: SlateLetters = 'no I and O',
): string[] {
  const taken = new Set(used.map((code) => code.toUpperCase()))
  const found: string[] = []
  for (let n = 0; found.length < count; n++) {
    const code = `${sceneNumber}${nth(n, ALPHABETS[letters])}`
    if (!taken.has(code.toUpperCase())) found.push(code)
  }
  return found
}

/** The code of a copy: the next letter after the original's that is free. */
export function nextCode(code: string, used: readonly string[], letters: SlateLetters = 'no I and O'): string {
  const match = /^(\d+[^A-Za-z]*)([A-Za-z]*)/.exec(code)
  const [scene, own] = match ? [match[1]!, match[2]!.toUpperCase()] : [code, '']
  const taken = new Set(used.map((c) => c.toUpperCase()))
  const alphabet = ALPHABETS[letters]
  for (let n = Math.max(0, indexOf(own, alphabet) + 1); ; n++) {
    const next = `${scene}${nth(n, alphabet)}`
    if (!taken.has(next.toUpperCase())) return next
  }
}

function nth(n: number, alphabet: string): string {
  const rest = alphabet[n % alphabet.length]!
  return n < alphabet.length ? rest : nth(Math.floor(n / alphabet.length) - 1, alphabet) + rest
}

function indexOf(text: string, alphabet: string): number {
  let n = -1
  for (const letter of text) n = (n + 1) * alphabet.length + Math.max(0, alphabet.indexOf(letter))
  return n
}
