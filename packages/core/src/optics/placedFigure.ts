import { fail, ok, type Outcome } from '../outcome/index.ts'

/** Somebody put into the computed frame of a shot, beside or instead of the one figure it is measured by. */
export interface PlacedFigure {
  /** Where the middle of the body is across the frame, 0 at its left edge to 1 at its right. */
  readonly across: number
  /** How far behind the distance that is in focus, metres; less than 0 in front of it. */
  readonly behindM: number
  readonly figure: 'standing' | 'seated'
  readonly looks: 'left' | 'right' | 'ahead'
}

export const MOST_FIGURES = 12
/** Nobody stands nearer to the lens than this, metres. */
export const NEAREST_M = 0.3

/** Figures as a cell of a table writes them: "34 %, 1.2 m behind, seated, right; 70 %". */
export const figuresText = (figures: readonly PlacedFigure[]): string =>
  figures
    .map(({ across, behindM, figure, looks }) =>
      [
        `${Math.round(across * 1000) / 10} %`,
        ...(behindM === 0 ? [] : [`${Math.abs(behindM)} m ${behindM > 0 ? 'behind' : 'in front'}`]),
        ...(figure === 'seated' ? ['seated'] : []),
        ...(looks === 'ahead' ? [] : [looks]),
      ].join(', '),
    )
    .join('; ')

/** Reads what `figuresText` writes; words may stand in any order. The error is a sentence. */
export function readFigures(text: string): Outcome<PlacedFigure[], string> {
  const figures: PlacedFigure[] = []
  for (const part of text.split(';').filter((p) => p.trim() !== '')) {
    const across = /(-?\d+(?:[.,]\d+)?)\s*%/.exec(part)
    const share = across ? Number(across[1]!.replace(',', '.')) / 100 : NaN
    if (!(share >= 0 && share <= 1))
      return fail(`“${part.trim()}” does not say where across the frame: between 0 % and 100 %, such as 34 %.`)
    const depth = /(\d+(?:[.,]\d+)?)\s*m\b\s*(behind|in front)?/.exec(part)
    const metres = depth ? Number(depth[1]!.replace(',', '.')) : 0
    figures.push({
      across: Math.round(share * 1000) / 1000,
      behindM: depth?.[2] === 'in front' ? -metres : metres,
      figure: /\bseated\b/i.test(part) ? 'seated' : 'standing',
      looks: /\bleft\b/i.test(part) ? 'left' : /\bright\b/i.test(part) ? 'right' : 'ahead',
    })
  }
  return figures.length > MOST_FIGURES ? fail(`At most ${MOST_FIGURES} figures are placed in a frame.`) : ok(figures)
}
