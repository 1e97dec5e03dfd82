import bidiFactory from 'bidi-js'
import type { Content } from 'pdfmake/interfaces.js'
import { faceOf } from './faces.ts'

const bidi = bidiFactory()
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/u
/** A line of text that runs from right to left is broken here, since what sets the page breaks only the other kind. */
const MOST_IN_A_LINE = 60

interface Run {
  readonly text: string
  readonly font: string
}

/** A text in reading order as runs of one face each. */
function runsOf(text: string): Run[] {
  const runs: Run[] = []
  for (const letter of text) {
    const last = runs.at(-1)
    const font = faceOf(letter, last?.font ?? null)
    if (last?.font === font) runs[runs.length - 1] = { font, text: last.text + letter }
    else runs.push({ text: letter, font })
  }
  return runs
}

/** Our own sentences run from left to right, whoever is named in them first; what has no Latin letter is somebody's own. */
const baseOf = (line: string) => (/\p{Script=Latin}/u.test(line) ? 'ltr' : 'auto')

/**
 * A line with writing from right to left, as its runs stand from left to right on the paper. Letters within a word stay
 * in reading order: the face shapes and turns them.
 */
function visualRuns(line: string): Run[] {
  const { levels } = bidi.getEmbeddingLevels(line, baseOf(line))
  const isTurned = (at: number) => levels[at]! % 2 === 1
  // Words, each of one direction, in reading order.
  const words: { readonly text: string; readonly level: number }[] = []
  let from = 0
  for (let at = 1; at <= line.length; at++) {
    const ends = at === line.length || levels[at] !== levels[at - 1] || line[at] === ' ' || line[at - 1] === ' '
    if (!ends) continue
    const mirrored = isTurned(from)
      ? [...line.slice(from, at)].map((letter) => bidi.getMirroredCharacter(letter) ?? letter).join('')
      : line.slice(from, at)
    words.push({ text: mirrored, level: levels[from]! })
    from = at
  }
  // From the highest level down, every stretch of at least that level is turned round.
  const highest = Math.max(0, ...words.map((word) => word.level))
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < words.length; i++) {
      if (words[i]!.level < level) continue
      let end = i
      while (end + 1 < words.length && words[end + 1]!.level >= level) end++
      words.splice(i, end - i + 1, ...words.slice(i, end + 1).reverse())
      i = end
    }
  // A sign from another face stands on the other side of its word, too.
  return words.flatMap(({ text, level }) => (level % 2 === 1 ? runsOf(text).reverse() : runsOf(text)))
}

/** A long line as several, broken between words in reading order. */
function broken(line: string): string[] {
  const lines: string[] = []
  for (const word of line.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + word.length < MOST_IN_A_LINE) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/** A text of any script, shaped and in its direction. */
export function say(text: string, style: object = {}): Content {
  if (!RIGHT_TO_LEFT.test(text)) return { text: runsOf(text).map((run) => ({ ...run })), ...style }
  const lines = text.split('\n').flatMap(broken)
  const isOwn = lines.length > 1 && baseOf(text) === 'auto'
  const runs = lines.flatMap((line, i): Run[] => [
    ...(i > 0 ? [{ text: '\n', font: 'Archivo' }] : []),
    ...visualRuns(line),
  ])
  return { text: runs.map((run) => ({ ...run })), ...(isOwn ? { alignment: 'right' as const } : {}), ...style }
}
