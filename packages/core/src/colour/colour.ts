import {
  differenceCiede2000,
  formatHex,
  modeLab65,
  modeLch,
  modeOklab,
  modeRgb,
  parse,
  useMode as know,
} from 'culori/fn'

// Only the spaces that are used, so that a screen does not load the others.
know(modeRgb)
know(modeLab65)
know(modeLch)
const toOklab = know(modeOklab)

/** A colour as `#rrggbb`, lower case. */
export type Hex = string

/** A colour in OKLab, in which equal steps look about equal: lightness 0 to 1, green to red, blue to yellow. */
export interface Oklab {
  readonly l: number
  readonly a: number
  readonly b: number
}

/** What people type for a colour, as `#rrggbb`: with or without #, three or six digits; null for anything else. */
export function readHex(text: string): Hex | null {
  const typed = text.trim().replace(/^#?/, '#')
  if (!/^#([0-9a-f]{3}|[0-9a-f]{6})$/i.test(typed)) return null
  return formatHex(parse(typed)!)
}

/** @source Ottosson, A perceptual color space for image processing (2020) */
export function oklabOf(hex: Hex): Oklab {
  const { l, a, b } = toOklab(hex)!
  return { l, a, b }
}

/** The nearest colour a screen can show. */
export const hexOf = ({ l, a, b }: Oklab): Hex => formatHex({ mode: 'oklab', l, a, b })

const ciede2000 = differenceCiede2000()

/**
 * How different two colours look: about 1 is the least that is seen side by side, 10 is plain, 50 is another colour.
 * @source CIE 142:2001, CIEDE2000, kL = kC = kH = 1
 */
export const colourDifference = (one: Hex, other: Hex): number => ciede2000(one, other)

export interface Lch {
  /** 0 to 100. */
  readonly lightness: number
  readonly chroma: number
  /** Degrees; undefined for greys, which have none. */
  readonly hueDeg: number | undefined
}

/** Greyer than this a colour has no hue to speak of. */
const GREY_CHROMA = 0.02

/** Lightness as a share of 100, chroma and hue of a colour, in OKLab. */
export function lchOf(hex: Hex): Lch {
  const { l, a, b } = oklabOf(hex)
  const chroma = Math.hypot(a, b)
  return {
    lightness: l * 100,
    chroma,
    hueDeg: chroma < GREY_CHROMA ? undefined : ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360,
  }
}

const HUES: readonly (readonly [number, string])[] = [
  [15, 'pink'],
  [40, 'red'],
  [75, 'orange'],
  [115, 'yellow'],
  [160, 'green'],
  [215, 'blue-green'],
  [285, 'blue'],
  [330, 'violet'],
  [361, 'pink'],
]

/** What a crew would call a colour: "dark blue", "pale orange", "mid grey". */
export function colourName(hex: Hex): string {
  const { lightness, chroma, hueDeg } = lchOf(hex)
  if (lightness < 18) return 'black'
  if (lightness > 97 && chroma < GREY_CHROMA) return 'white'
  const tone = lightness < 40 ? 'dark' : lightness > 82 ? 'pale' : ''
  if (hueDeg === undefined) return `${tone || 'mid'} grey`
  const hue = HUES.find(([to]) => hueDeg < to)![1]
  const word = hue === 'orange' && lightness < 62 ? 'brown' : hue
  return [tone, chroma < 0.06 ? 'greyed' : '', word].filter(Boolean).join(' ')
}
