/** Letters of shots; I and O are left out, since on a slate they read as 1 and 0. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'

/**
 * Codes for new shots of a scene that are not used yet: 3A, 3B … 3Z, 3AA.
 * @param used all codes of the production, in any case
 */
export function freeCodes(sceneNumber: string, used: readonly string[], count: number): string[] {
  const taken = new Set(used.map((code) => code.toUpperCase()))
  const found: string[] = []
  for (let n = 0; found.length < count; n++) {
    const code = `${sceneNumber}${letters(n)}`
    if (!taken.has(code.toUpperCase())) found.push(code)
  }
  return found
}

/** The code of a copy: the next letter after the original's that is free. */
export function nextCode(code: string, used: readonly string[]): string {
  const match = /^(\d+[^A-Za-z]*)([A-Za-z]*)/.exec(code)
  const [scene, own] = match ? [match[1]!, match[2]!.toUpperCase()] : [code, '']
  const taken = new Set(used.map((c) => c.toUpperCase()))
  for (let n = Math.max(0, indexOf(own) + 1); ; n++) {
    const next = `${scene}${letters(n)}`
    if (!taken.has(next.toUpperCase())) return next
  }
}

function letters(n: number): string {
  const rest = LETTERS[n % LETTERS.length]!
  return n < LETTERS.length ? rest : letters(Math.floor(n / LETTERS.length) - 1) + rest
}

function indexOf(text: string): number {
  let n = -1
  for (const letter of text) n = (n + 1) * LETTERS.length + Math.max(0, LETTERS.indexOf(letter))
  return n
}
