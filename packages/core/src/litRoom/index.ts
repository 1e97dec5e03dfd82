export { bouncedLight, EIGHT_IN_TEN, read, type Reading } from './bounce.ts'
export { type Effort, FINE, QUICK } from './effort.ts'
export {
  type Panel,
  panelFacet,
  rectangleFacet,
  type RoofWindow,
  type Room,
  roomFacets,
  type SkyWindow,
  wallFacet,
  type WallRectangle,
} from './build.ts'
export {
  directLux,
  emittersOf,
  type FaceSource,
  isFace,
  lampLux,
  meanLux,
  type PointSource,
  type Scene,
  type Source,
} from './direct.ts'
export { imageOf, type Mirror } from './mirror.ts'
export { BLACK, type Face, facet, type Facet, firstHit, isBlocked } from './facet.ts'
export { formFactor, visibleFormFactor } from './visible.ts'
export { beamSource, readReceivers, type ReceiverReading, readSceneFile, type SceneFile } from './sceneFile.ts'
export { directMap, lightMap, type LightMap, returnMap } from './lightMap.ts'
export { type MapArea } from './shadows.ts'
export {
  lampLight,
  type LampLight,
  litBy,
  shineLight,
  sightsOf,
  type Stage,
  type StageReceiver,
  type StageSight,
} from './stage.ts'
export { type Surface, SURFACES_INSIDE, SURFACES_OUTSIDE } from './surfaces.ts'
