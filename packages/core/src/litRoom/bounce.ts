import type { Vec } from '../geometry/index.ts'
import type { Cells, Sight } from './cells.ts'
import { directLux, emittersOf, type Scene } from './direct.ts'
import type { Effort } from './effort.ts'

/** What each cell of a scene gets, lux. */
export interface BouncedLight {
  readonly directLux: Float64Array
  /** What has been reflected to it, once or more. */
  readonly lux: Float64Array
}

/**
 * Light between matt surfaces, to the end: each cell of each face gathers what the cells in its sight send back, over
 * and over.
 * @param cells of the facets of the scene
 * @source radiosity: Goral, Torrance, Greenberg and Battaile, SIGGRAPH 1984; gathered by cosine-weighted rays
 */
export function bouncedLight(scene: Scene, cells: Cells): BouncedLight {
  const emitters = emittersOf(scene)
  const direct = new Float64Array(cells.count)
  for (const { cell, share, at, normal } of cells.points)
    direct[cell]! += directLux(scene, emitters, at, normal, IN_CELLS) * share
  return settle(direct, cells)
}

/** What a mirror throws of a soft source on a wall is little, and soon spread over the room. */
const IN_CELLS = { facesInMirrors: false }

/** Light is handed on until no cell gets a thousandth more. */
const ENOUGH = 1e-3
const MOST_BOUNCES = 60

function settle(direct: Float64Array, { reflectance, goesTo, rays }: Cells): BouncedLight {
  const cells = direct.length
  const total = new Float64Array(cells)
  let last = direct
  for (let bounce = 0; bounce < MOST_BOUNCES; bounce++) {
    const next = new Float64Array(cells)
    let gained = 0
    let had = 0
    for (let cell = 0; cell < cells; cell++) {
      let sum = 0
      for (let k = cell * rays; k < (cell + 1) * rays; k++) {
        const to = goesTo[k]!
        if (to >= 0) sum += reflectance[to]! * last[to]!
      }
      next[cell] = sum / rays
      total[cell]! += next[cell]!
      gained += next[cell]!
      had += total[cell]! + direct[cell]!
    }
    last = next
    if (gained <= ENOUGH * had) break
  }
  return { directLux: direct, lux: total }
}

/** What a small one-sided surface gets, lux. */
export interface Reading {
  readonly directLux: number
  /** Direct, and what was reflected exactly once. */
  readonly oneBounceLux: number
  /** Direct, and everything that was reflected. */
  readonly fullLux: number
  /** Where all the light lies eight times in ten. */
  readonly rangeLux: readonly [least: number, most: number]
}

/** Eight of ten draws of a normal distribution lie within so many deviations. */
export const EIGHT_IN_TEN = 1.2816

/**
 * Reads a small one-sided surface: what is direct exactly, what is reflected by the rays it sees by.
 * @param sight of that surface, over the same facets
 */
export function read(
  scene: Scene,
  bounced: BouncedLight,
  sight: Sight,
  at: Vec,
  normal: Vec,
  { cellsShare }: Pick<Effort, 'cellsShare'>,
): Reading {
  const emitters = emittersOf(scene)
  const direct = directLux(scene, emitters, at, normal)
  const once: number[] = []
  const all: number[] = []
  for (const lot of sight.lots) {
    let one = 0
    let rest = 0
    for (const seen of lot) {
      one += seen.reflectance * directLux(scene, emitters, seen.at, seen.normal)
      rest += seen.reflectance * bounced.lux[seen.cell]!
    }
    once.push(direct + one / sight.perLot)
    all.push(direct + (one + rest) / sight.perLot)
  }
  const [oneBounceLux] = meanAndError(once)
  const [fullLux, fullError] = meanAndError(all)
  const off = EIGHT_IN_TEN * Math.hypot(fullError, cellsShare * (fullLux - oneBounceLux))
  return { directLux: direct, oneBounceLux, fullLux, rangeLux: [fullLux - off, fullLux + off] }
}

/**
 * What a surface is sent back, quickly: each cell that it sees is taken as evenly lit. On the reference scenes half of
 * the marks are within 0.4 % of all their light, nine in ten within 2.5 %.
 */
export function readReturn(
  { directLux: direct, lux }: BouncedLight,
  { lots, perLot }: Sight,
  { cellsShare }: Pick<Effort, 'cellsShare'>,
): { readonly lux: number; readonly deviationLux: number } {
  const [mean, error] = meanAndError(
    lots.map((lot) => {
      let sum = 0
      for (const { reflectance, cell } of lot) sum += reflectance * (direct[cell]! + lux[cell]!)
      return sum / perLot
    }),
  )
  return { lux: mean, deviationLux: Math.hypot(error, cellsShare * mean) }
}

function meanAndError(lots: readonly number[]): readonly [mean: number, error: number] {
  const mean = lots.reduce((sum, x) => sum + x, 0) / lots.length
  const squares = lots.reduce((sum, x) => sum + (x - mean) ** 2, 0)
  return [mean, lots.length > 1 ? Math.sqrt(squares / (lots.length - 1) / lots.length) : 0]
}
