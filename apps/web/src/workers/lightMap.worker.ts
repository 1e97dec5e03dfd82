import { expose } from 'comlink'
import { contours } from 'd3-contour'
import { type Lamp, sourceOfLamp } from '@kavrell/core/light'
import { lightMap, type MapArea, type Stage } from '@kavrell/core/litRoom'

/** Where a map of light has its edges: for each, the path round all that is at least as bright, in columns and rows. */
export interface LightBands {
  readonly columns: number
  readonly rows: number
  readonly paths: readonly string[]
}

/** The stage as it came last: while a lamp is carried about, what was found out about it stays. */
let last: { key: string; stage: Stage } | null = null
function sameStage(given: Stage): Stage {
  const key = JSON.stringify(given)
  if (last?.key !== key) last = { key, stage: given }
  return last.stage
}

/** Works out the light and its bands off the page's own thread. */
const api = {
  lightBands(
    stage: Stage,
    area: MapArea,
    lamps: readonly Lamp[],
    ambientLux: number,
    columns: number,
    edgesLux: readonly number[],
  ): LightBands {
    const { rows, lux, ...map } = lightMap(sameStage(stage), lamps.map(sourceOfLamp), area, ambientLux, columns)
    const drawn = contours()
      .size([map.columns, rows])
      .thresholds([...edgesLux])
    return {
      columns: map.columns,
      rows,
      paths: drawn(lux as unknown as number[]).map(({ coordinates }) =>
        coordinates
          .flat()
          .map((ring) => `${ring.map(([x, y], i) => `${i ? 'L' : 'M'}${x!.toFixed(1)} ${y!.toFixed(1)}`).join('')}Z`)
          .join(''),
      ),
    }
  },
}
export type LightMapWorker = typeof api
expose(api)
