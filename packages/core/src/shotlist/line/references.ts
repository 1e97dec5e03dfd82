import type { SlateLetters } from '../codes.ts'
import type { Taking } from '../../optics/index.ts'
import type { Id } from '../../records/index.ts'
import type { Piece, Reader } from './pieces.ts'

/** What a line of a shot list may name: the people, setups, cameras and shots there are. */
export interface LineContext {
  readonly people: readonly { readonly id: Id<'person'>; readonly name: string }[]
  readonly setups: readonly { readonly id: Id<'setup'>; readonly letter: string }[]
  readonly cameras: readonly { readonly id: Id<'camera'>; readonly letter: string; readonly taking: Taking }[]
  readonly shots: readonly { readonly id: Id<'shot'>; readonly code: string }[]
  readonly scenes: readonly { readonly id: Id<'scene'>; readonly number: string }[]
  readonly rigs: readonly string[]
  /** What a camera takes in where the line names none. */
  readonly taking: Taking
  /** Frames per second where the line names none: a time of exposure becomes an angle by it. */
  readonly fps: number
  /** Lengths without a unit are in these. */
  readonly units: 'metric' | 'feet'
  /** Which letters new codes have. */
  readonly letters?: SlateLetters
}

const LETTER = /^[A-Z]{1,2}$/
const CODE = /^\d+[A-Za-z]/

/** `pairs 3A`, `matches 3A`. */
export const otherShot =
  ({ shots }: LineContext): Reader =>
  (tokens, at) => {
    const word = tokens[at]!.text.toLowerCase()
    const code = tokens[at + 1]?.text.toUpperCase()
    if (code === undefined || !['pairs', 'pair', 'matches', 'match', 'like'].includes(word)) return null
    const other = shots.find((shot) => shot.code.toUpperCase() === code)
    if (!other && !CODE.test(code)) return null
    const isPair = word.startsWith('pair')
    const base = { words: 2, sure: 'always', field: isPair ? 'pairId' : 'matchId' } as const
    return other
      ? { ...base, says: `${isPair ? 'pairs' : 'matches'} ${other.code}`, values: { [base.field]: other.id } }
      : { ...base, says: `no shot ${code}`, problem: `There is no shot ${code} to ${isPair ? 'pair with' : 'match'}.` }
  }

/** `light D`. */
export const setupLetter =
  ({ setups }: LineContext): Reader =>
  (tokens, at) => {
    const letter = tokens[at + 1]?.text
    if (!letter || !['light', 'lit', 'setup'].includes(tokens[at]!.text.toLowerCase()) || !LETTER.test(letter))
      return null
    const setup = setups.find((other) => other.letter === letter)
    const base = { words: 2, sure: 'always', field: 'setupId' } as const
    return setup
      ? { ...base, says: `light ${letter}`, values: { setupId: setup.id } }
      : { ...base, says: `no setup ${letter}`, problem: `There is no setup ${letter}.` }
  }

/** `cam B`, `camera B`, `B-cam`, `B cam`, or its letter alone where no word of a sentence stands beside it. */
export const cameraLetter =
  ({ cameras }: LineContext): Reader =>
  (tokens, at) => {
    const [first, second] = [tokens[at]!.text, tokens[at + 1]?.text ?? '']
    const piece = (letter: string, words: number, sure: Piece['sure']): Piece | null => {
      const camera = cameras.find((other) => other.letter === letter)
      if (!camera && sure === 'apart') return null
      return camera
        ? { words, sure, field: 'cameraId', says: `camera ${letter}`, values: { cameraId: camera.id } }
        : { words, sure, field: 'cameraId', says: `no camera ${letter}`, problem: `There is no camera ${letter}.` }
    }
    if (/^cam(?:era)?$/i.test(first) && /^[A-Za-z]$/.test(second)) return piece(second.toUpperCase(), 2, 'always')
    const joined = /^([A-Za-z])-?cam(?:era)?$/i.exec(first)
    if (joined) return piece(joined[1]!.toUpperCase(), 1, 'always')
    if (!/^[A-Z]$/.test(first)) return null
    return /^cam(?:era)?$/i.test(second) ? piece(first, 2, 'always') : piece(first, 1, 'apart')
  }

const folded = (text: string) => text.normalize('NFC').toLocaleLowerCase()
/** Words of names that name nobody by themselves. */
const PARTICLES = new Set([
  'the',
  'a',
  'an',
  'of',
  'and',
  'von',
  'van',
  'de',
  'der',
  'la',
  'le',
  'di',
  'da',
  'el',
  'al',
])

/** Whom words name: a whole name, or one word of it that only this person has. */
export function nameReader({ people }: LineContext) {
  const split = people.map((person) => ({ person, words: folded(person.name).split(/\s+/) }))
  return (words: readonly string[], at: number) => {
    const whole = split
      .filter((one) => one.words.every((word, i) => word === folded(words[at + i] ?? '')))
      .sort((a, b) => b.words.length - a.words.length)[0]
    if (whole) return { person: whole.person, words: whole.words.length }
    const word = folded(words[at] ?? '')
    if (PARTICLES.has(word)) return null
    const [only, ...others] = split.filter((one) => one.words.includes(word))
    return only && others.length === 0 ? { person: only.person, words: 1 } : null
  }
}
