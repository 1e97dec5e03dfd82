/** A word of a line, without the comma after it, or a piece in double quotes with its quotes. */
export interface Token {
  readonly text: string
  /** In the line, `to` behind it; `end` is behind the comma or semicolon too, if one follows. */
  readonly from: number
  readonly to: number
  readonly end: number
  readonly quoted: boolean
}

/** Splits a line at its spaces, in one pass. A quote that is never closed goes to the line's end. */
export function tokensOf(line: string): Token[] {
  return [...line.matchAll(/(?<!\S)"[^"]*"?|\S+/g)].flatMap((match): Token[] => {
    const quoted = match[0].startsWith('"')
    const text = quoted ? match[0] : match[0].replace(/[,;]+$/, '')
    const { index: from } = match
    return text === '' ? [] : [{ text, from, to: from + text.length, end: from + match[0].length, quoted }]
  })
}
