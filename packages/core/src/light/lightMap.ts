import { illuminance, type Lamp } from './illuminance.ts'

export interface LightMap {
  readonly columns: number
  readonly rows: number
  /** Lux row by row from the top left, on surfaces turned towards each lamp, as a bare meter dome reads. */
  readonly lux: Float32Array
}

/** What a map of light is drawn in: from each edge up to the next it has one tone. */
export interface LightScale {
  /** In lux, rising, a stop apart. */
  readonly edgesLux: readonly number[]
  /** What stands at each edge: stops from the wanted light, or lux where no light is wanted. */
  readonly edgeWords: readonly string[]
  /** The edge at which it is just as bright as wanted; null where nothing is wanted. */
  readonly zero: number | null
}

const STOPS = [-3, -2, -1, 0, 1, 2, 3] as const
/** A stop apart from what a candle lights to what a window does. */
const PLAIN_EDGES_LUX = [20, 40, 80, 160, 320, 640, 1280, 2560] as const

/** The scale of a map, in stops from a wanted light. @param wantedLux null where no shot says what it wants */
export const lightScale = (wantedLux: number | null): LightScale =>
  wantedLux === null || !(wantedLux > 0)
    ? { edgesLux: PLAIN_EDGES_LUX, edgeWords: PLAIN_EDGES_LUX.map(String), zero: null }
    : {
        edgesLux: STOPS.map((stop) => wantedLux * 2 ** stop),
        edgeWords: STOPS.map((stop) => (stop > 0 ? `+${stop}` : stop < 0 ? `\u2212${-stop}` : '0')),
        zero: STOPS.indexOf(0),
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
