import type { PlacedFigure } from '../../optics/index.ts'
import { SIZE_WORDS } from '../size.ts'
import type { Piece, Reader, Sure } from './pieces.ts'

/** Rigs that are understood without having been used before. */
const RIGS = [
  ...['sticks', 'tripod', 'handheld', 'slider', 'gimbal', 'dolly', 'clamp', 'shoulder', 'monopod', 'crane', 'drone'],
  'macro slider',
]
/** Side of the eyeline from which the camera looks. */
const SIDES: Readonly<Record<string, string>> = {
  north: 'N', east: 'E', south: 'S', west: 'W', inside: 'in', outside: 'out', n: 'N', e: 'E', s: 'S', w: 'W',
} // prettier-ignore
const WINDOWS: Readonly<Record<string, NonNullable<Piece['values']>['window']>> = {
  dawn: 'dawn',
  dusk: 'dusk',
  night: 'night',
  daylight: 'daylight',
  golden: 'golden-evening',
}
/** Somebody whose shoulder is in the foreground, at the edge of the frame. */
const SHOULDER: PlacedFigure = { across: 0.14, behindM: -0.8, figure: 'standing', looks: 'right' }
const FLAGS: readonly (readonly [string, string, NonNullable<Piece['values']>, Sure])[] = [
  ['must have', 'must have', { mustHave: true }, 'apart'],
  ['must', 'must have', { mustHave: true }, 'apart'],
  ['must-have', 'must have', { mustHave: true }, 'always'],
  ['once only', 'once only', { onceOnly: true, takesExpected: 1 }, 'always'],
  ['once', 'once only', { onceOnly: true, takesExpected: 1 }, 'apart'],
  ['slow motion', 'slow motion', { slowMotion: true }, 'always'],
  ['slow-motion', 'slow motion', { slowMotion: true }, 'always'],
  ['slow', 'slow motion', { slowMotion: true }, 'apart'],
  ['quiet', 'needs quiet', { quiet: true }, 'apart'],
  ['seated', 'seated', { figure: 'seated' }, 'apart'],
  ['standing', 'standing', { figure: 'standing' }, 'apart'],
]

const decimal = (text: string) => Number(text.replace(',', '.'))
type Told = Omit<Piece, 'words' | 'sure'> & { readonly sure?: Sure }
/** Numbers with their unit or sign, as crews write them: each takes what its expression found. */
const MEASURES: readonly (readonly [RegExp, (found: RegExpExecArray) => Told])[] = [
  [/^[tf]\/?(\d+(?:[.,]\d+)?)$/, ([, n]) => ({ field: 'tStop', says: `T${decimal(n!)}`, values: { tStop: decimal(n!) } })],
  [/^(\d+(?:[.,]\d+)?)(?:fps|f\/s|hz)$/, ([, n]) => ({ field: 'fpsNum', says: `${decimal(n!)} fps`, values: rate(decimal(n!)) })],
  [/^(\d+(?:[.,]\d+)?)(?:°|deg)$/, ([, n]) => ({ field: 'shutterDeg', says: `shutter ${decimal(n!)}°`, values: { shutterDeg: decimal(n!) } })],
  [/^1\/(\d{1,5})(?:s|sec)?$/, ([, n]) => ({ field: 'shutterDeg', says: `1/${n} s`, exposureS: 1 / Number(n) })],
  [/^(?:iso|asa|ei)(\d+)$/, ([, n]) => ({ field: 'iso', says: `ISO ${n}`, values: { iso: Number(n) } })],
  [/^nd(0?[.,]\d+|[12][.,]\d)$/, ([, n]) => ({ field: 'ndStops', says: `ND ${decimal(n!)}`, values: { ndStops: Math.round((decimal(n!) / 0.3) * 100) / 100 } })],
  [/^nd(\d{1,2})(?:stops?)?$/, ([, n]) => ({ field: 'ndStops', says: `ND ${n} stops`, values: { ndStops: Number(n) } })],
  [/^(?:x|×)(\d{1,2})$/, ([, n]) => ({ field: 'takesExpected', says: `${n} takes`, values: { takesExpected: Number(n) } })],
  [/^(\d{1,2})takes?$/, ([, n]) => ({ field: 'takesExpected', says: `${n} takes`, values: { takesExpected: Number(n) } })],
  [/^(\d+)(?:min|mins|minutes?)\.?$/, ([, n]) => ({ field: 'minutes', says: `${n} min`, values: { minutes: Number(n) } })],
  [/^(\d+(?:[.,]\d+)?)cm$/, ([, n]) => ({ field: 'distanceM', says: `${decimal(n!) / 100} m away`, values: { distanceM: decimal(n!) / 100 } })],
  [/^(\d+(?:[.,]\d+)?)(?:ft|feet)$/, ([, n]) => ({ field: 'distanceM', says: `${decimal(n!)} ft away`, values: { distanceM: feet(decimal(n!)) } })],
  [/^(\d{1,4}(?:[.,]\d)?)mm$/, ([, n]) => ({ field: 'focalLengthMm', says: `${decimal(n!)} mm`, values: { focalLengthMm: decimal(n!) } })],
  [/^(1[.,]\d+|2|2[.,]0)(?:x|×)$/, ([, n]) => ({ field: 'squeeze', says: `${decimal(n!)}× squeeze`, values: { squeeze: decimal(n!) } })],
] // prettier-ignore

/** @source international yard and pound agreement, 1959: exact */
const METRES_PER_FOOT = 0.3048
/** To the millimetre. */
const feet = (ft: number) => Math.round(ft * METRES_PER_FOOT * 1000) / 1000

/** 23.976 means 24000/1001. */
function rate(fps: number): { fpsNum: number; fpsDen: number } {
  if (Number.isInteger(fps)) return { fpsNum: fps, fpsDen: 1 }
  const nominal = Math.round(fps * 1.001)
  return Math.abs(fps - nominal / 1.001) < 0.006
    ? { fpsNum: nominal * 1000, fpsDen: 1001 }
    : { fpsNum: Math.round(fps * 1000), fpsDen: 1000 }
}

const lower = (text: string | undefined) => text?.toLowerCase() ?? ''

/** A number with its unit, in one word or in two: `180fps`, `180 fps`, `ISO 1250`. */
const measure: Reader = (tokens, at) => {
  const [first, second] = [lower(tokens[at]!.text), lower(tokens[at + 1]?.text)]
  const isSplit =
    !tokens[at + 1]?.quoted &&
    (/^\d+(?:[.,]\d+)?$/.test(first) ? /^[a-z°×/]+\.?$/.test(second) : /^(?:iso|asa|ei|nd|t|f|x)$/.test(first))
  for (const words of isSplit ? [2, 1] : [1])
    for (const [like, told] of MEASURES) {
      const found = like.exec(words === 2 ? first + second : first)
      if (found) return { sure: 'always', ...told(found), words }
    }
  return null
}

/**
 * A length in metres, or minutes: with a decimal point, or the first under 10, it is a distance; any other with an `m`
 * is minutes. In feet an apostrophe is feet, else minutes.
 */
export const lengthOrMinutes =
  (units: 'metric' | 'feet', hasDistance: () => boolean): Reader =>
  (tokens, at) => {
    const text = lower(tokens[at]!.text)
    const unit = lower(tokens[at + 1]?.text)
    const isSplit = /^\d+(?:[.,]\d+)?$/.test(text) && (unit === 'm' || unit === 'metres' || unit === 'meters')
    const words = isSplit ? 2 : 1
    const metres = /^(\d+(?:[.,]\d+)?)m$/.exec(isSplit ? `${text}m` : text)
    const distance = (says: string, distanceM: number): Piece => ({ words, sure: 'always', field: 'distanceM', says, values: { distanceM } }) // prettier-ignore
    const minutes = (n: number): Piece => ({ words, sure: 'always', field: 'minutes', says: `${n} min`, values: { minutes: n } }) // prettier-ignore
    if (metres) {
      const m = decimal(metres[1]!)
      return unit.startsWith('met') || (!hasDistance() && (/[.,]/.test(metres[1]!) || m < 10))
        ? distance(`${m} m away`, m)
        : minutes(m)
    }
    const inFeet = /^(\d+)'(?:(\d+(?:\.\d+)?)"?)?$/.exec(text)
    if (!inFeet) return null
    return units === 'feet' || inFeet[2] !== undefined
      ? distance(`${text} away`, feet(Number(inFeet[1]) + Number(inFeet[2] ?? 0) / 12))
      : minutes(Number(inFeet[1]))
  }

/** A plain number is a lens. */
const bareLens: Reader = (tokens, at) => {
  const text = tokens[at]!.text
  if (!/^\d{1,4}(?:[.,]\d)?$/.test(text) || decimal(text) < 6) return null
  return { words: 1, sure: 'apart', field: 'focalLengthMm', says: `${decimal(text)} mm`, values: { focalLengthMm: decimal(text) } } // prettier-ignore
}

const size: Reader = (tokens, at) => {
  for (const words of [3, 2, 1]) {
    const text = tokens
      .slice(at, at + words)
      .map((token) => token.text)
      .join(' ')
    const found = SIZE_WORDS.find(([like]) => like.test(text))
    if (found && tokens.length >= at + words)
      return {
        words,
        sure: text === text.toUpperCase() || words > 1 ? 'always' : 'unled',
        field: 'size',
        says: found[1],
        size: found[1],
      }
  }
  return null
}

const FRAME_SIDES = ['left', 'right', 'centre', 'center']
const words: Reader = (tokens, at) => {
  const [first, second, third] = [0, 1, 2].map((by) => lower(tokens[at + by]?.text)) as [string, string, string]
  const frameSide = (text: string, of: number, sure: Sure): Piece => {
    const side = text.replace('center', 'centre') as 'left' | 'right' | 'centre'
    return { words: of, sure, field: 'frameSide', says: `frame ${side}`, values: { frameSide: side } }
  }
  if (first === 'frame' && FRAME_SIDES.includes(second)) return frameSide(second, 2, 'always')
  if (/^frame-(?:left|right|cent(?:re|er))$/.test(first)) return frameSide(first.slice(6), 1, 'always')
  if (FRAME_SIDES.includes(first)) return frameSide(first, 1, 'apart')
  const isFrom = first === 'from'
  const side = isFrom ? SIDES[second] : tokens[at]!.text.length === 1 ? SIDES[first] : undefined
  // "from north of the river" is not.
  if (side !== undefined && Object.hasOwn(SIDES, isFrom ? second : first) && !(isFrom && third === 'of'))
    if (isFrom || tokens[at]!.text === first.toUpperCase())
      return {
        words: isFrom ? 2 : 1,
        sure: isFrom ? 'always' : 'apart',
        field: 'side',
        says: `from ${side}`,
        values: { side },
      }
  const isAt = first === 'at'
  const hour = isAt ? second : first
  if (Object.hasOwn(WINDOWS, hour)) {
    const says = hour === 'golden' ? 'in the golden evening' : hour === 'daylight' ? 'in daylight' : `at ${hour}`
    return {
      words: isAt ? 2 : 1,
      sure: isAt ? 'always' : 'apart',
      field: 'window',
      says,
      values: { window: WINDOWS[hour]! },
    }
  }
  const flag = FLAGS.find(([text]) => text === first || text === `${first} ${second}`)
  return flag
    ? {
        words: flag[0].includes(' ') ? 2 : 1,
        sure: flag[3],
        field: Object.keys(flag[2])[0]!,
        says: flag[1],
        values: flag[2],
      }
    : null
}

/** A rig that was used before or is known; "on sticks" is surely one. */
export const rig =
  (used: readonly string[]): Reader =>
  (tokens, at) => {
    const isOn = lower(tokens[at]!.text) === 'on'
    const from = isOn ? at + 1 : at
    for (const count of [3, 2, 1]) {
      const text = tokens
        .slice(from, from + count)
        .map((token) => lower(token.text))
        .join(' ')
      const found = tokens.length >= from + count && [...used, ...RIGS].find((name) => name.toLowerCase() === text)
      if (!found) continue
      const sure = isOn || count > 1 || found === 'handheld' ? 'always' : 'apart'
      return { words: count + (isOn ? 1 : 0), sure, field: 'rig', says: found, values: { rig: found } }
    }
    return null
  }

/** Over a shoulder: what we see, and somebody in the foreground. */
export function overShoulder(
  line: string,
): { readonly from: number; readonly to: number; readonly figures: PlacedFigure[] } | null {
  const found = /(?<!\S)(?:over[- ]the[- ]shoulder|ots)(?![^\s,;.])/i.exec(line)
  return found && { from: found.index, to: found.index + found[0].length, figures: [SHOULDER] }
}

/** What words are by themselves, whatever the production has. */
export const VALUES: readonly Reader[] = [measure, size, words, bareLens]
