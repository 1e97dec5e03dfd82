import { illuminance, type Lamp } from './illuminance.ts'

export interface LightMap {
  readonly columns: number
  readonly rows: number
  /** Lux row by row from the top left, on surfaces turned towards each lamp, as a bare meter dome reads. */
  readonly lux: Float32Array
}

/** Edges of the steps the map is drawn in, in lux: a stop apart, so one step is one stop. */
export const LIGHT_MAP_STEPS = [20, 40, 80, 160, 320, 640, 1280, 2560] as const

/** 0 below the first edge, then one more per edge passed. */
export const mapStep = (lux: number): number => {
  let step = 0
  for (const edge of LIGHT_MAP_STEPS) if (lux >= edge) step++
  return step
}

/**
 * Light over a whole spot at one height. Work grows with columns × rows × lamps; 140 × 100 with six
 * lamps is some milliseconds.
 */
export function lightMap(
  spot: { widthM: number; depthM: number; heightM: number },
  lamps: readonly Lamp[],
  ambientLux: number,
  columns: number,
): LightMap {
  const rows = Math.max(1, Math.round((columns * spot.depthM) / spot.widthM))
  const lux = new Float32Array(columns * rows)
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = {
        xM: ((column + 0.5) / columns) * spot.widthM,
        yM: ((row + 0.5) / rows) * spot.depthM,
        zM: spot.heightM,
      }
      let total = ambientLux
      for (const lamp of lamps) {
        const facing = { xM: lamp.at.xM - at.xM, yM: lamp.at.yM - at.yM, zM: lamp.at.zM - at.zM }
        total += illuminance(lamp, { at, facing })
      }
      lux[row * columns + column] = total
    }
  }
  return { columns, rows, lux }
}
