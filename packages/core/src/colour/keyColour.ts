import { colourDifference, colourName, type Hex, hexOf, lchOf } from './colour.ts'

/** A colour that has to stay in the picture while the key goes. */
export interface HeldColour {
  readonly hex: Hex
  /** What has it: a jacket, a palette’s colour, a caption. */
  readonly name: string
}

export interface KeyColour {
  readonly hex: Hex
  readonly name: string
  /** CIEDE2000 to the nearest colour that has to stay. */
  readonly difference: number
  readonly nearest: HeldColour
}

/** Skin from light to dark: whoever stands before a key has some. Made up so as to span what faces measure. */
export const SKIN: readonly HeldColour[] = ['#f3d7c4', '#e0ac8b', '#c68b65', '#a0694a', '#7a4a33', '#52301f', '#36211a'].map((hex) => ({ hex, name: 'skin' })) // prettier-ignore

/** What cloth and paint for keys are mostly sold as; a lamp or a screen may show any. */
export const USUAL_KEYS = { green: '#00b140', blue: '#0047bb' } as const

/** Below this a key is not told from a grey that takes its spill. */
const LEAST_CHROMA = 0.12
const HUE_STEP_DEG = 4

/** How a colour would do as a key: how near the nearest that has to stay comes to it. */
export function judgeKey(hex: Hex, held: readonly HeldColour[]): KeyColour {
  const all = [...SKIN, ...held].map((one) => ({ one, difference: colourDifference(hex, one.hex) }))
  const nearest = all.reduce((best, next) => (next.difference < best.difference ? next : best))
  return { hex, name: colourName(hex), difference: nearest.difference, nearest: nearest.one }
}

/**
 * The colour that stays furthest away from everything that has to stay, skin always among it: over all hues, at
 * lightnesses that can be lit evenly, as strong as a screen shows them.
 * @param held any number, also none
 */
export function keyColour(held: readonly HeldColour[]): KeyColour {
  let best: KeyColour | null = null
  for (let hueDeg = 0; hueDeg < 360; hueDeg += HUE_STEP_DEG)
    for (let lightness = 0.4; lightness < 0.9; lightness += 0.07)
      for (const chroma of [0.32, 0.26, 0.2, 0.16]) {
        const turn = (hueDeg / 180) * Math.PI
        const hex = hexOf({ l: lightness, a: chroma * Math.cos(turn), b: chroma * Math.sin(turn) })
        // Where a screen cannot show it, what it shows instead may be weak.
        if (lchOf(hex).chroma < LEAST_CHROMA) continue
        const judged = judgeKey(hex, held)
        if (!best || judged.difference > best.difference) best = judged
      }
  return best!
}
