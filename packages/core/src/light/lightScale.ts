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
