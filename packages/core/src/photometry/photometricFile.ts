import { fail, ok, type Outcome } from '../outcome/index.ts'
import type { Candelas } from './candelas.ts'

/** What a photometric file says of a luminaire. */
export interface PhotometricFile {
  /** The standard it says that it follows, such as IESNA:LM-63-2002; empty for the first of them. */
  readonly format: string
  /** What stands in brackets before the figures, such as LUMINAIRE. */
  readonly keywords: Readonly<Record<string, string>>
  readonly lamps: number
  /** −1 where the luminaire was measured as it is (absolute photometry). */
  readonly lumensPerLamp: number
  readonly multiplier: number
  readonly ballastFactor: number
  readonly watts: number
  readonly units: 'feet' | 'metres'
  /** Of what shines, metres; negative for round shapes, as the standard has it. */
  readonly widthM: number
  readonly lengthM: number
  readonly heightM: number
  readonly light: Candelas
}

export interface PhotometricFault {
  readonly code: 'too-large' | 'no-tilt' | 'not-a-number' | 'too-few' | 'too-many' | 'out-of-range' | 'not-type-c'
  /** Counted from 1; the last where the file ends too soon. */
  readonly line: number
  readonly says: string
}

const MOST_CHARACTERS = 2_000_000
const MOST_ANGLES = 1000
const FEET_M = 0.3048
const NUMBER = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/

interface Word {
  readonly text: string
  readonly line: number
}

class Broken extends Error {
  constructor(readonly fault: PhotometricFault) {
    super(fault.says)
  }
}
const broken = (code: PhotometricFault['code'], line: number, says: string): never => {
  throw new Broken({ code, line, says: `Line ${line}: ${says}` })
}

/** The figures of a file one after another, wherever its lines break. */
class Figures {
  private next = 0
  constructor(
    private readonly words: readonly Word[],
    private readonly lastLine: number,
  ) {}
  get line(): number {
    return this.words[Math.max(0, this.next - 1)]?.line ?? this.lastLine
  }
  number(what: string): number {
    const word = this.words[this.next++]
    if (!word) return broken('too-few', this.lastLine, `the file ends before ${what}.`)
    if (!NUMBER.test(word.text))
      return broken('not-a-number', word.line, `“${word.text.slice(0, 20)}” is no number (${what}).`)
    const value = Number(word.text)
    return Number.isFinite(value)
      ? value
      : broken('out-of-range', word.line, `${word.text} is beyond all numbers (${what}).`)
  }
  whole(what: string, least: number, most: number): number {
    const value = this.number(what)
    if (!Number.isInteger(value) || value < least || value > most)
      return broken('out-of-range', this.line, `${what} is ${value}; it is a whole number from ${least} to ${most}.`)
    return value
  }
  rising(count: number, what: string, least: number, most: number): number[] {
    const list: number[] = []
    for (let i = 0; i < count; i++) {
      const value = this.number(`${what} ${i + 1} of ${count}`)
      if (value < least || value > most || (i > 0 && value <= list[i - 1]!))
        return broken(
          'out-of-range',
          this.line,
          `${what} ${i + 1} is ${value}; they rise from ${least} to ${most} at the most.`,
        )
      list.push(value)
    }
    return list
  }
  candela(count: number, what: string): number[] {
    const list: number[] = []
    for (let i = 0; i < count; i++) {
      const value = this.number(`candela ${i + 1} of ${count}, ${what}`)
      if (value < 0)
        return broken('out-of-range', this.line, `a candela value is ${value}; light is never less than none.`)
      list.push(value)
    }
    return list
  }
  ended(): void {
    const word = this.words[this.next]
    if (word)
      broken('too-many', word.line, `more figures than the counts of angles say, from “${word.text.slice(0, 20)}” on.`)
  }
}

/**
 * Reads a photometric file of type C. Candela come out times the multiplier and the ballast factor.
 * @error a fault with its line: a file that is too large, without its tilt line, whose counts and figures disagree, or
 * that holds something that is no number
 * @source ANSI/IES LM-63-1995 and LM-63-2002
 */
export function readPhotometricFile(text: string): Outcome<PhotometricFile, PhotometricFault> {
  try {
    return ok(read(text))
  } catch (error) {
    if (error instanceof Broken) return fail(error.fault)
    throw error
  }
}

function read(text: string): PhotometricFile {
  if (text.length > MOST_CHARACTERS) broken('too-large', 1, `a photometric file has at most ${MOST_CHARACTERS / 1e6} MB; this one has ${(text.length / 1e6).toFixed(1)}.`) // prettier-ignore
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)
  const tiltAt = lines.findIndex((line) => /^\s*TILT\s*=/i.test(line))
  if (tiltAt < 0) {
    const first = lines.findIndex((line) => /^[\s\d.+-]+$/.test(line) && /\d/.test(line))
    broken('no-tilt', first < 0 ? lines.length : first + 1, 'the TILT= line is missing before the figures.')
  }
  const keywords: Record<string, string> = {}
  let last = ''
  for (const line of lines.slice(0, tiltAt)) {
    const [, key, value] = /^\s*\[([^\]]+)\]\s*(.*)$/.exec(line) ?? []
    if (key === undefined) continue
    if (key.toUpperCase() === 'MORE' && last) keywords[last] += ` ${value!.trim()}`
    else keywords[(last = key.trim().toUpperCase())] = value!.trim()
  }
  const words = lines.flatMap((line, i): Word[] =>
    i <= tiltAt ? [] : (line.match(/[^\s,]+/g) ?? []).map((word) => ({ text: word, line: i + 1 })),
  )
  const figures = new Figures(words, lines.length)
  if (/=\s*INCLUDE/i.test(lines[tiltAt]!)) {
    // How much a lamp gives in other burning positions: what it was measured in is what stands here.
    figures.whole('the lamp to luminaire geometry', 1, 3)
    const pairs = figures.whole('the number of tilt angles', 1, MOST_ANGLES)
    figures.rising(pairs, 'tilt angle', -180, 180)
    for (let i = 0; i < pairs; i++) figures.number(`tilt factor ${i + 1} of ${pairs}`)
  }
  const lamps = figures.whole('the number of lamps', 0, 10_000)
  const lumensPerLamp = figures.number('lumens per lamp')
  const multiplier = figures.number('the candela multiplier')
  const angles = figures.whole('the number of vertical angles', 2, MOST_ANGLES)
  const planes = figures.whole('the number of horizontal angles', 1, MOST_ANGLES)
  const type = figures.whole('the photometric type', 1, 3)
  if (type !== 1)
    broken('not-type-c', figures.line, `photometry of type ${type === 2 ? 'B' : 'A'}; only type C is read.`)
  const units = figures.whole('the kind of units', 1, 2) === 1 ? 'feet' : 'metres'
  const inMetres = (what: string) => figures.number(what) * (units === 'feet' ? FEET_M : 1)
  const [widthM, lengthM, heightM] = [inMetres('its width'), inMetres('its length'), inMetres('its height')]
  const ballastFactor = figures.number('the ballast factor')
  figures.number('the ballast-lamp factor')
  const watts = figures.number('input watts')
  if (!(multiplier > 0) || !(ballastFactor > 0)) broken('out-of-range', figures.line, 'the multiplier and the ballast factor are more than 0.') // prettier-ignore
  const gammaDeg = figures.rising(angles, 'vertical angle', 0, 180)
  const planesDeg = figures.rising(planes, 'horizontal angle', 0, 360)
  if (!isSymmetric(planesDeg)) broken('out-of-range', figures.line, `horizontal angles run from ${planesDeg[0]} to ${planesDeg.at(-1)}; they are 0 alone, or run from 0 to 90, 180 or 360, or from 90 to 270.`) // prettier-ignore
  const candela = planesDeg.map((plane) =>
    figures.candela(angles, `plane ${plane}°`).map((value) => value * multiplier * ballastFactor),
  )
  figures.ended()
  return {
    format: /^\s*IESNA/i.test(lines[0]!) ? lines[0]!.trim() : '',
    keywords,
    lamps,
    lumensPerLamp,
    multiplier,
    ballastFactor,
    watts,
    units,
    widthM,
    lengthM,
    heightM,
    light: { gammaDeg, planesDeg, candela },
  }
}

function isSymmetric(planesDeg: readonly number[]): boolean {
  const [first, last] = [planesDeg[0], planesDeg.at(-1)]
  if (planesDeg.length === 1) return first === 0
  return (first === 0 && (last === 90 || last === 180 || last === 360)) || (first === 90 && last === 270)
}
