export { type DepthOfField, circleOfConfusion, depthOfField } from './depthOfField.ts'
export {
  type AngleOfView,
  type FrameSize,
  type DeliveredArea,
  type Taking,
  angleOfView,
  frameSize,
  deliveredArea,
} from './framing.ts'
export { type Figure, FIGURES, figureInFrame, type FigureInFrame } from './figure.ts'
export { type FocusForRange, type SameSize, distanceForFace, focusForRange, sameSize } from './backwards.ts'
export { type LensKind, type SensorMode, LENS_KINDS, SENSOR_MODES, SQUEEZES } from './library.ts'
export { type DrawnPath, type FrameDrawing, frameDrawing } from './frameDrawing.ts'
export { MOST_FIGURES, NEAREST_M, type PlacedFigure, figuresText, readFigures } from './placedFigure.ts'
