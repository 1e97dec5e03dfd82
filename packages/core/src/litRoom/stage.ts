import type { Vec } from '../geometry/index.ts'
import { bouncedLight, readReturn } from './bounce.ts'
import { type Cells, cellsOf, type Sight, sightOf } from './cells.ts'
import { directLux, emittersOf, meanOver, type Scene, sideOf, type Source } from './direct.ts'
import { type Effort, QUICK } from './effort.ts'
import type { Facet } from './facet.ts'
import type { Mirror } from './mirror.ts'

/** What stands in a room, and which of it lets light through. */
export interface Stage {
  readonly facets: readonly Facet[]
  /** Facets that are cloth: light on one side comes out of the other, evenly and in all directions. */
  readonly cloths: readonly { readonly facet: number; readonly transmission: number }[]
  /** What sends lamps on as they are. */
  readonly mirrors?: readonly Mirror[]
}

/** A small one-sided surface that is read. */
export interface StageReceiver {
  readonly at: Vec
  readonly normal: Vec
  /** Facets that are the receiver itself, the body of the face that is read: they hide nothing from it. */
  readonly without?: ReadonlySet<number>
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
function onCloth({ facets, cloths, mirrors }: Stage, i: number): Facet {
  const { transmission } = cloths.find(({ facet: k }) => k === i)!
  const cloth = facets[i]!
  const scene: Scene = { facets, lamps: [], mirrors }
  const emitters = emittersOf(scene)
  const lux = (sign: 1 | -1) => meanOver(cloth, ACROSS, sign, (at, normal) => directLux(scene, emitters, at, normal))
  return {
    ...cloth,
    front: { ...cloth.front, exitance: lux(-1) * transmission },
    back: { ...cloth.back, exitance: lux(1) * transmission },
  }
}

/** A stage as a lamp lights it: its cloths shine with what it sends onto their backs. */
export function litBy(stage: Stage, lamps: readonly Source[]): Scene {
  const facets = [...stage.facets]
  const { mirrors } = stage
  for (const { facet: i, transmission } of stage.cloths) {
    const cloth = facets[i]!
    const others = stage.facets.filter((_, k) => k !== i)
    for (const lamp of lamps) {
      const sign = sideOf(cloth, lamp)
      const scene: Scene = { facets: others, lamps: [lamp], mirrors }
      const emitters = emittersOf({ facets: [], lamps: [lamp] })
      const lux = meanOver(cloth, ACROSS, sign, (at, normal) => directLux(scene, emitters, at, normal))
      const side = sign > 0 ? 'back' : 'front'
      const lit = facets[i]!
      facets[i] = { ...lit, [side]: { ...lit[side], exitance: lit[side].exitance + lux * transmission } }
    }
  }
  return { facets, lamps, mirrors }
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
  const sights = cells
    ? receivers.map(({ at, normal, without }, i) => sightOf(facets, cells, at, normal, effort, i + 1, without))
    : []
  return { stage, receivers, effort, cells, sights }
}

/** A stage as what shines in it by itself lights it, a window with the sky behind it. */
const litByItself = (stage: Stage): Scene => {
  const cloths = new Set(stage.cloths.map(({ facet: i }) => i))
  const facets = stage.facets.map((f, i) => (cloths.has(i) ? onCloth(stage, i) : f))
  return { facets, lamps: [], mirrors: stage.mirrors }
}

/** A scene as receivers have it: what one is itself is not there. Those of one body have one scene. */
function before(scene: Scene): (receiver: StageReceiver) => Scene {
  const kept = new Map<ReadonlySet<number>, Scene>()
  return ({ without }) => {
    if (!without || without.size === 0) return scene
    const found = kept.get(without) ?? { ...scene, facets: scene.facets.filter((_, i) => !without.has(i)) }
    kept.set(without, found)
    return found
  }
}

/** What all that shines by itself in a stage gives each of its receivers; nothing of it comes straight. */
export function shineLight({ stage, receivers, effort, cells, sights }: StageSight): LampLight[] {
  const scene = litByItself(stage)
  const emitters = emittersOf(scene)
  const seenBy = before(scene)
  const bounced = cells && bouncedLight(scene, cells)
  return receivers.map((receiver, i) => {
    const straightLux = directLux(seenBy(receiver), emitters, receiver.at, receiver.normal)
    if (!bounced) return { straightLux, clothLux: 0, returnedLux: 0, deviationLux: 0 }
    const returned = readReturn(bounced, sights[i]!, effort)
    return { straightLux, clothLux: 0, returnedLux: returned.lux, deviationLux: returned.deviationLux }
  })
}

/** What one lamp gives each of the receivers of a stage. @param lamp as one source, or as several where it is large */
export function lampLight(
  { stage, receivers, effort, cells, sights }: StageSight,
  lamp: readonly Source[],
): LampLight[] {
  const scene = litBy(stage, lamp)
  const own = emittersOf({ facets: [], lamps: lamp })
  const cloths = emittersOf({ facets: scene.facets, lamps: [] })
  const seenBy = before(scene)
  const bounced = cells && bouncedLight(scene, cells)
  return receivers.map((receiver, i) => {
    const { at, normal } = receiver
    const here = seenBy(receiver)
    const straightLux = directLux(here, own, at, normal)
    const unlit: Scene = { ...here, lamps: [] }
    const clothLux = cloths.length > 0 ? directLux(unlit, cloths, at, normal) : 0
    if (!bounced) return { straightLux, clothLux, returnedLux: 0, deviationLux: 0 }
    const returned = readReturn(bounced, sights[i]!, effort)
    return { straightLux, clothLux, returnedLux: returned.lux, deviationLux: returned.deviationLux }
  })
}
