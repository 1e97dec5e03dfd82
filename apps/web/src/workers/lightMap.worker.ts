import { expose } from 'comlink'
import { type Lamp, lightMap } from '@kavrell/core/light'

/** Runs the light map off the page's own thread. */
const api = {
  lightMap: (
    spot: { widthM: number; depthM: number; heightM: number },
    lamps: readonly Lamp[],
    ambientLux: number,
    columns: number,
  ) => lightMap(spot, lamps, ambientLux, columns),
}
export type LightMapWorker = typeof api
expose(api)
