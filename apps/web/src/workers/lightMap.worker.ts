import { expose } from 'comlink'
import { contours } from 'd3-contour'
import { type Lamp, sourcesOfLamp, type SunLamp, sunSource } from '@kavrell/core/light'
import { directMap, lightMap, type MapArea, returnMap, type Stage } from '@kavrell/core/litRoom'

/** Where a map of light has its edges: for each, the path round all that is at least as bright, in columns and rows. */
export interface LightBands {
  readonly columns: number
  readonly rows: number
  readonly paths: readonly string[]
  /** Lux, row by row. */
  readonly lux: Float32Array
}

/** What a map of light is of. */
export interface LightAsked {
  readonly stage: Stage
  /** As it was before something was taken into the hand: what the room sends back is followed in that meanwhile. */
  readonly settled: Stage | null
  readonly area: MapArea
  readonly lamps: readonly Lamp[]
  /** The lamp that is in the hand: all others stay where they are while it is carried about. */
  readonly held: number | null
  /** That lamp as it stands until it is put down: what the room sends back of it is followed in that meanwhile. */
  readonly heldFrom: Lamp | null
  readonly sun: SunLamp | null
  /** The room with its windows as bright as the sky makes them; null where no daylight is read. */
  readonly shining: Stage | null
  readonly ambientLux: number
  readonly columns: number
  readonly edgesLux: readonly number[]
}

/** What came last stays by what it was made from: while one thing is carried about, all else is the same. */
function lastOf<T>(): (key: string, make: () => T) => T {
  let last: { key: string; made: T } | null = null
  return (key, make) => {
    if (last?.key !== key) last = { key, made: make() }
    return last.made
  }
}
const stages = lastOf<Stage>()
const shiningStages = lastOf<Stage>()
const restKept = lastOf<Float32Array>()
const returnedKept = lastOf<Float32Array>()
const windowsKept = lastOf<Float32Array>()

/** Works out the light and its bands off the page's own thread. */
const api = {
  lightBands({
    stage: given,
    settled,
    area,
    lamps,
    held,
    heldFrom,
    sun,
    shining,
    ambientLux,
    columns,
    edgesLux,
  }: LightAsked): LightBands {
    const stageKey = JSON.stringify(given)
    const stage = stages(stageKey, () => given)
    const inHand = held === null ? undefined : lamps[held]
    const others = lamps.filter((lamp) => lamp !== inHand)
    const sources = () => [...others.flatMap(sourcesOfLamp), ...(sun ? [sunSource(sun)] : [])]
    const lit = JSON.stringify([area, others, sun, columns])
    const { columns: across, rows, ...map } = directMap(stage, inHand ? sourcesOfLamp(inHand) : [], area, ambientLux, columns) // prettier-ignore
    // What is carried about lights and shades at once; what the room sends back of it waits until it is put down.
    const rest = settled
      ? directMap(stage, sources(), area, 0, columns).lux
      : restKept(`${stageKey} ${lit} ${JSON.stringify(heldFrom)}`, () => {
          const all = lightMap(stage, sources(), area, 0, columns).lux
          const back = heldFrom && returnMap(stage, sourcesOfLamp(heldFrom), area, columns).lux
          return back ? all.map((of, i) => of + back[i]!) : all
        })
    const returned = settled && returnedKept(`${JSON.stringify(settled)} ${lit}`, () => returnMap(settled, sources(), area, columns).lux) // prettier-ignore
    const windows = shining && windowsKept(JSON.stringify([shining, area, columns]), () => lightMap(shiningStages(JSON.stringify(shining), () => shining), [], area, 0, columns).lux) // prettier-ignore
    const lux = map.lux.map((of, i) => of + rest[i]! + (returned?.[i] ?? 0) + (windows?.[i] ?? 0))
    const drawn = contours()
      .size([across, rows])
      .thresholds([...edgesLux])
    return {
      columns: across,
      rows,
      lux,
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
