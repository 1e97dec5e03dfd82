import { colourDifference, type Hex } from './colour.ts'

/** Colours of a palette that are nearer to one another than people see at a glance, pair by pair. */
export function alikeColours(
  palette: { readonly colours: readonly { readonly hex: Hex }[] },
  least = 3,
): readonly (readonly [number, number])[] {
  return palette.colours.flatMap((a, i) =>
    palette.colours.flatMap((b, j) => (j > i && colourDifference(a.hex, b.hex) < least ? [[i, j] as const] : [])),
  )
}
