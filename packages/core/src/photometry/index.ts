export {
  angleAtShare,
  brightest,
  type Candelas,
  candelaAt,
  fluxLm,
  type Symmetry,
  symmetryOf,
  thinned,
} from './candelas.ts'
export { type PlacedLuminaire, sourceOf, towards, type TowardsLuminaire } from './luminaire.ts'
export { type PhotometricFault, type PhotometricFile, readPhotometricFile } from './photometricFile.ts'
