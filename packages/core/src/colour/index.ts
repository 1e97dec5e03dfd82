export {
  type Hex,
  type Lch,
  type Oklab,
  colourDifference,
  colourName,
  hexOf,
  lchOf,
  oklabOf,
  readHex,
} from './colour.ts'
export { type DrawnColour, drawPalette } from './drawPalette.ts'
export { type Contrast, type Nearest, keyContrast, nearestInPalette, paletteDifference } from './palettes.ts'
export { scenesInStretch, scenesOfPalette } from './stretch.ts'
