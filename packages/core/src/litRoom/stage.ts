import type { Vec } from '../geometry/index.ts'
import { bouncedLight, readReturn } from './bounce.ts'
import { type Cells, cellsOf, type Sight, sightOf } from './cells.ts'
import { directLux, emittersOf, lampLux, meanLux, meanOver, type PointSource, type Scene } from './direct.ts'
import { type Effort, QUICK } from './effort.ts'
import { type Facet, isBlocked } from './facet.ts'

/** What stands in a room, and which of it lets light through. */
export interface Stage {
  readonly facets: readonly Facet[]
  /** Facets that are cloth: light on one side comes out of the other, evenly and in all directions. */
  readonly cloths: readonly { readonly facet: number; readonly transmission: number }[]
}

/** A small one-sided surface that is read. */
export interface StageReceiver {
  readonly at: Vec
  readonly normal: Vec
}

/** What one lamp gives a receiver, lux. */
export interface LampLight {
  /** From the lamp itself, past what stands in the way. */
  readonly straightLux: number
  /** Out of cloths that it lights. */
  readonly clothLux: number
  /** From walls, ceiling, floor and things, after any number of reflections. */
  readonly returnedLux: number
  /** Standard deviation of what is returned. */
  readonly deviationLux: number
}

/** Places a side at which a cloth is looked at. */
const ACROSS = 8

/** Light of a lamp, or of what shines by itself, on the side of a cloth that it is on. */
function onCloth({ facets, cloths }: Stage, i: number): Facet {
  const { transmission } = cloths.find(({ facet: k }) => k === i)!
  const cloth = facets[i]!
  const scene: Scene = { facets, lamps: [] }
  const emitters = emittersOf(scene)
  const lux = (sign: 1 | -1) => meanOver(cloth, ACROSS, sign, (at, normal) => directLux(scene, emitters, at, normal))
  return {
    ...cloth,
    front: { ...cloth.front, exitance: lux(-1) * transmission },
    back: { ...cloth.back, exitance: lux(1) * transmission },
  }
}

/** A stage as one lamp lights it: its cloths shine with what it sends onto their backs. */
export function litBy(stage: Stage, lamp: PointSource): Scene {
  const facets = [...stage.facets]
  for (const { facet: i, transmission } of stage.cloths) {
    const cloth = facets[i]!
    const others = stage.facets.filter((_, k) => k !== i)
    const lux = meanLux(cloth, lamp, ACROSS, (at) => isBlocked(others, at, lamp.at))
    const isInFront = cloth.normal[0] * lamp.at[0] + cloth.normal[1] * lamp.at[1] + cloth.normal[2] * lamp.at[2] > cloth.offset // prettier-ignore
    const side = isInFront ? 'back' : 'front'
    facets[i] = { ...cloth, [side]: { ...cloth[side], exitance: lux * transmission } }
  }
  return { facets, lamps: [lamp] }
}

/** What receivers see of a stage, whatever shines in it: found once, and read for each lamp. */
export interface StageSight {
  readonly stage: Stage
  readonly receivers: readonly StageReceiver[]
  readonly effort: Effort
  /** Null where nothing sends light back. */
  readonly cells: Cells | null
  readonly sights: readonly Sight[]
}

/** Looks about from each of some receivers. */
export function sightsOf(stage: Stage, receivers: readonly StageReceiver[], effort: Effort = QUICK): StageSight {
  const { facets } = stage
  const reflects = facets.some((f) => f.front.reflectance > 0 || f.back.reflectance > 0)
  const cells = reflects && receivers.length > 0 ? cellsOf(facets, effort) : null
  const sights = cells ? receivers.map(({ at, normal }, i) => sightOf(facets, cells, at, normal, effort, i + 1)) : []
  return { stage, receivers, effort, cells, sights }
}

/** A stage as what shines in it by itself lights it, a window with the sky behind it. */
const litByItself = (stage: Stage): Scene => {
  const cloths = new Set(stage.cloths.map(({ facet: i }) => i))
  return { facets: stage.facets.map((f, i) => (cloths.has(i) ? onCloth(stage, i) : f)), lamps: [] }
}

/** What all that shines by itself in a stage gives each of its receivers; nothing of it comes straight. */
export function shineLight({ stage, receivers, effort, cells, sights }: StageSight): LampLight[] {
  const scene = litByItself(stage)
  const emitters = emittersOf(scene)
  const bounced = cells && bouncedLight(scene, cells)
  return receivers.map(({ at, normal }, i) => {
    const straightLux = directLux(scene, emitters, at, normal)
    if (!bounced) return { straightLux, clothLux: 0, returnedLux: 0, deviationLux: 0 }
    const returned = readReturn(bounced, sights[i]!, effort)
    return { straightLux, clothLux: 0, returnedLux: returned.lux, deviationLux: returned.deviationLux }
  })
}

/** What one lamp gives each of the receivers of a stage. */
export function lampLight({ stage, receivers, effort, cells, sights }: StageSight, lamp: PointSource): LampLight[] {
  const scene = litBy(stage, lamp)
  const emitters = emittersOf(scene)
  const bounced = cells && bouncedLight(scene, cells)
  return receivers.map(({ at, normal }, i) => {
    const lux = lampLux(lamp, at, normal)
    const straightLux = lux > 0 && !isBlocked(scene.facets, at, lamp.at) ? lux : 0
    const clothLux = directLux({ ...scene, lamps: [] }, emitters, at, normal)
    if (!bounced) return { straightLux, clothLux, returnedLux: 0, deviationLux: 0 }
    const returned = readReturn(bounced, sights[i]!, effort)
    return { straightLux, clothLux, returnedLux: returned.lux, deviationLux: returned.deviationLux }
  })
}
