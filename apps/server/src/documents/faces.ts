import { existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'

const require = createRequire(import.meta.url)

type FaceFile = string | readonly [file: string, name: string]
interface Face {
  readonly normal: FaceFile
  readonly bold: FaceFile
  readonly italics: FaceFile
  readonly bolditalics: FaceFile
}
const face = (of: (weight: 400 | 700) => FaceFile): Face => ({
  normal: of(400),
  bold: of(700),
  italics: of(400),
  bolditalics: of(700),
})
/** A subset of an open font that ships with the app. */
const shipped = (family: string, subset: string): Face =>
  face((weight) =>
    path.join(
      path.dirname(require.resolve(`@fontsource/${family}/package.json`)),
      `files/${family}-${subset}-${weight}-normal.woff`,
    ),
  )

/** Debian's package of the open font for Chinese, Japanese and Korean: one file of each weight for all of them. */
const CJK_FOLDER = '/usr/share/fonts/opentype/noto'
const cjkFile = (weight: 400 | 700) => path.join(CJK_FOLDER, `NotoSansCJK-${weight === 400 ? 'Regular' : 'Bold'}.ttc`)
const hasCjk = existsSync(cjkFile(400)) && existsSync(cjkFile(700))
const cjk = (of: 'jp' | 'kr' | 'sc'): Face =>
  face((weight) => [cjkFile(weight), `NotoSansCJK${of}-${weight === 400 ? 'Regular' : 'Bold'}`])

/** Of names written in Chinese characters alone nobody can tell whose they are: the paper says, by what else is on it. */
export const HAN = 'Han'
export const HAN_FACES = { jp: 'HanJapanese', kr: 'HanKorean', sc: 'HanChinese' } as const

/**
 * Scripts that have a family of their own, called as they are. Telugu, Gurmukhi, Malayalam and Myanmar are not among
 * them: what sets the page cannot shape them.
 */
const OWN_FAMILIES = [
  'Armenian',
  'Bengali',
  'Ethiopic',
  'Georgian',
  'Gujarati',
  'Hebrew',
  'Kannada',
  'Khmer',
  'Lao',
  'Sinhala',
  'Tamil',
  'Thai',
] as const
const ownFace = (script: string) => shipped(`noto-sans-${script.toLowerCase()}`, script.toLowerCase())

export const FACES: Readonly<Record<string, Face>> = {
  Archivo: shipped('archivo', 'latin'),
  ArchivoExtended: shipped('archivo', 'latin-ext'),
  Vietnamese: shipped('noto-sans', 'vietnamese'),
  Greek: shipped('noto-sans', 'greek'),
  GreekExtended: shipped('noto-sans', 'greek-ext'),
  Cyrillic: shipped('noto-sans', 'cyrillic'),
  CyrillicExtended: shipped('noto-sans', 'cyrillic-ext'),
  // Faces with a shape for each letter: those that put dots and signs on shared ones are read back as other letters.
  Arabic: shipped('ibm-plex-sans-arabic', 'arabic'),
  Devanagari: shipped('ibm-plex-sans-devanagari', 'devanagari'),
  ...Object.fromEntries(OWN_FAMILIES.map((script) => [script, ownFace(script)])),
  ...(hasCjk ? { [HAN_FACES.jp]: cjk('jp'), [HAN_FACES.kr]: cjk('kr'), [HAN_FACES.sc]: cjk('sc') } : {}),
}

/** Which face has the letters of a script; the first that matches. Spaces and signs go with what stands before them. */
const SCRIPTS: readonly (readonly [RegExp, string])[] = [
  [/[\u1ea0-\u1ef9]/u, 'Vietnamese'],
  [/[\u1f00-\u1fff]/u, 'GreekExtended'],
  [/\p{Script=Greek}/u, 'Greek'],
  [/[\u0460-\u0482\u048a-\u052f\u1c80-\u1c8f\ua640-\ua66e\ua680-\ua69d]/u, 'CyrillicExtended'],
  [/\p{Script=Cyrillic}/u, 'Cyrillic'],
  [/[\u060c\u061b\u061f]/u, 'Arabic'],
  [/\p{Script=Arabic}/u, 'Arabic'],
  [/\p{Script=Devanagari}/u, 'Devanagari'],
  ...OWN_FAMILIES.map((script) => [new RegExp(`\\p{Script=${script}}`, 'u'), script] as const),
  [
    /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Script=Bopomofo}\u3000-\u303f\u30fb\u30fc\uff00-\uffef]/u,
    HAN,
  ],
]
/** Letters the basic Latin subset has; all others of no script named above are set from the extended one. */
const BASIC = /[\u0020-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2212]/u
/** Marks that stand on the letter before them, and joiners: they are nothing apart from it. */
const BELONGS_BEFORE = /\p{Mark}|\u200c|\u200d/u

/** The face that a letter is set from. @param before the face of what stands before it */
export function faceOf(letter: string, before: string | null): string {
  if (before !== null && BELONGS_BEFORE.test(letter)) return before
  const script = SCRIPTS.find(([like]) => like.test(letter))
  if (script) return script[1] === HAN && !hasCjk ? 'ArchivoExtended' : script[1]
  return BASIC.test(letter) ? 'Archivo' : 'ArchivoExtended'
}
