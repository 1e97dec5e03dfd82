export { type DepthOfField, circleOfConfusion, depthOfField } from './depthOfField.ts'
export {
  type AngleOfView,
  type FrameSize,
  type DeliveredArea,
  angleOfView,
  frameSize,
  deliveredArea,
} from './framing.ts'
export { type Figure, FIGURES, figureInFrame, type FigureInFrame } from './figure.ts'
