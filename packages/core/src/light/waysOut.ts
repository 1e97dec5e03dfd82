/** Ways to win back light that is missing, each on its own enough, or null where it cannot be done. */
export interface WaysOut {
  /** Times nearer the key must stand: 0.5 is half the distance. */
  readonly nearerFactor: number
  /** The wider stop to shoot at, if a lens that opens that far is plausible. */
  readonly tStop: number | null
  readonly iso: number | null
  /** Capture rate at the same shutter angle, not below the deliverable's own rate. */
  readonly fps: number | null
  /** How many times as much lamp. */
  readonly lampFactor: number
}

/** Wider than this is not a usual cine lens. */
const WIDEST_T = 1.3

/**
 * @param shortStops stops missing, more than 0
 * @param mostIso highest index the camera is still clean at
 * @param slowestFps the deliverable's rate: below it the motion would be sped up
 */
export function waysOut(
  shortStops: number,
  shot: { tStop: number; iso: number; fps: number },
  mostIso: number,
  slowestFps: number,
): WaysOut {
  const factor = 2 ** shortStops
  const tStop = shot.tStop / Math.sqrt(factor)
  const iso = shot.iso * factor
  const fps = shot.fps / factor
  return {
    nearerFactor: 1 / Math.sqrt(factor),
    tStop: tStop >= WIDEST_T ? tStop : null,
    iso: iso <= mostIso ? iso : null,
    fps: fps >= slowestFps * 0.999 ? fps : null,
    lampFactor: factor,
  }
}
