export { type BouncedLight, bouncedLight, type Effort, FINE, read, type Reading } from './bounce.ts'
export {
  type Panel,
  panelFacet,
  rectangleFacet,
  type Room,
  roomFacets,
  type SkyWindow,
  type WallRectangle,
} from './build.ts'
export { directLux, emittersOf, lampLux, meanLux, type PointSource, type Scene } from './direct.ts'
export { BLACK, type Face, facet, type Facet } from './facet.ts'
export { formFactor, visiblePieces } from './visible.ts'
export { beamSource, readReceivers, type ReceiverReading, readSceneFile, type SceneFile } from './sceneFile.ts'
