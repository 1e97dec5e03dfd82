import { byId, type Production, type Shot } from '../records/index.ts'

/** Who operates a shot: as named on it, else whoever has its camera. */
export const operatorOf = (
  production: Pick<Production, 'camera'>,
  shot: Pick<Shot, 'operatorId' | 'cameraId'>,
): string | null => shot.operatorId ?? byId(production.camera, shot.cameraId)?.operatorId ?? null
