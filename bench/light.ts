import { readFileSync } from 'node:fs'
import {
  directMap,
  lightMap,
  panelFacet,
  readReceivers,
  returnMap,
  readSceneFile,
  roomFacets,
  type PointSource,
  type Stage,
  beamSource,
} from '@kavrell/core/litRoom'
import { mustBe } from '@kavrell/core/outcome'
import { applyChanges, NO_RECORDS, productionOf } from '@kavrell/core/records'
import { findSnags } from '@kavrell/core/snags'
import { readSetup } from '@kavrell/core/setup'
import { demoProduction } from '@kavrell/demo'

const AREA = { leftM: 0, topM: 0, widthM: 12, depthM: 9, heightM: 1.5 }

/** A room of 12 × 9 m with lamps round it, two of them behind cloths of 2.4 m, and flags before the others. */
function studio(lamps: number, blockers: number): { stage: Stage; sources: PointSource[] } {
  const outlineM = [[0, 0], [12, 0], [12, 9], [0, 9]] as const // prettier-ignore
  const facets = roomFacets({ outlineM, heightM: 4, reflectance: { floor: 0.2, ceiling: 0.6, walls: [0.4, 0.4, 0.4, 0.4] } }, [], []) // prettier-ignore
  const cloths: { facet: number; transmission: number }[] = []
  const sources = Array.from({ length: lamps }, (_, i) => {
    const turn = (i / lamps) * 2 * Math.PI
    const at = [6 + 5 * Math.sin(turn), 4.5 - 3.8 * Math.cos(turn), 2.6] as const
    const bearingDeg = ((turn * 180) / Math.PI + 180) % 360
    if (i < 2) {
      cloths.push({ facet: facets.length, transmission: 0.4 })
      const cloth = [6 + 3.6 * Math.sin(turn), 4.5 - 2.6 * Math.cos(turn), 1.6] as const
      facets.push(panelFacet({ at: cloth, bearingDeg, tiltDeg: 0, widthM: 2.4, heightM: 2.4, reflectance: 0.4, exitance: 0 })) // prettier-ignore
    }
    return beamSource({ at, bearingDeg, tiltDeg: -15, luxAt1m: 20_000, beamDeg: 60 })
  })
  for (let i = 0; i < blockers; i++) {
    const turn = ((i + 0.4) / blockers) * 2 * Math.PI
    const at = [6 + 2.2 * Math.sin(turn), 4.5 - 1.8 * Math.cos(turn), 1.6] as const
    facets.push(panelFacet({ at, bearingDeg: (turn * 180) / Math.PI, tiltDeg: 0, widthM: 0.9, heightM: 1.2, reflectance: 0.04, exitance: 0 })) // prettier-ignore
  }
  return { stage: { facets, cloths }, sources }
}

/** Milliseconds of a map, the middle of five after two to warm up. */
function mapMs(lamps: number, blockers: number, columns: number): number {
  const { stage, sources } = studio(lamps, blockers)
  const times = Array.from({ length: 7 }, () => {
    const from = performance.now()
    lightMap(stage, sources, AREA, 20, columns)
    return performance.now() - from
  })
  return times.slice(2).sort((a, b) => a - b)[2]!
}

/** Milliseconds of a map while one lamp is carried about: the others stay, and are added; what comes back of it waits. */
function lampInHandMs(): number {
  const { stage, sources } = studio(12, 8)
  const rest = lightMap(stage, sources.slice(1), AREA, 20, HAND_COLUMNS).lux
  const back = returnMap(stage, sources.slice(0, 1), AREA, HAND_COLUMNS).lux
  const times = Array.from({ length: 12 }, (_, i) => {
    const held = beamSource({
      at: [2 + i * 0.3, 1.2, 2.6],
      bearingDeg: 160,
      tiltDeg: -15,
      luxAt1m: 20_000,
      beamDeg: 60,
    })
    const from = performance.now()
    directMap(stage, [held], AREA, 0, HAND_COLUMNS).lux.map((lux, k) => lux + rest[k]! + back[k]!)
    return performance.now() - from
  })
  return times.slice(4).sort((a, b) => a - b)[4]!
}

/** Milliseconds of a map while a flag is carried about: all lamps past it; what the room sends back waits. */
function flagInHandMs(): number {
  const { stage, sources } = studio(12, 7)
  const returned = returnMap(stage, sources, AREA, HAND_COLUMNS).lux
  const times = Array.from({ length: 12 }, (_, i) => {
    const flag = panelFacet({ at: [3 + i * 0.3, 3, 1.6], bearingDeg: 30, tiltDeg: 0, widthM: 0.9, heightM: 1.2, reflectance: 0.04, exitance: 0 }) // prettier-ignore
    const from = performance.now()
    directMap({ ...stage, facets: [...stage.facets, flag] }, sources, AREA, 20, HAND_COLUMNS).lux.map((lux, k) => lux + returned[k]!) // prettier-ignore
    return performance.now() - from
  })
  return times.slice(4).sort((a, b) => a - b)[4]!
}

/** The least that such a map takes by arithmetic alone. */
export interface BareArithmetic {
  /** A ray from every point to every lamp against everything between, as a plane and four edges. */
  readonly tests: number
  readonly testsMs: number
  /** Inverse squares and cosine powers of every point under every lamp. */
  readonly squaresMs: number
}

/** The same map as one loop without objects, without soft edges, cloths and what comes back. */
function bareArithmetic(lamps: number, blockers: number, columns: number): BareArithmetic {
  const { stage, sources } = studio(lamps, blockers)
  const things = stage.facets.slice(6)
  const planes = Float64Array.from(
    things.flatMap((f) => [...f.normal, ...f.centre, ...f.corners[0]!, ...f.corners[2]!]),
  )
  const at = Float64Array.from(sources.flatMap((s) => [...s.at]))
  const rows = Math.round((columns * 9) / 12)
  const lux = new Float32Array(columns * rows)
  const run = (isTested: boolean) => {
    const from = performance.now()
    for (let k = 0; k < lamps; k++)
      for (let row = 0, i = 0; row < rows; row++)
        for (let column = 0; column < columns; column++, i++) {
          const [px, py] = [((column + 0.5) / columns) * 12, ((row + 0.5) / rows) * 9]
          const [dx, dy, dz] = [at[3 * k]! - px, at[3 * k + 1]! - py, at[3 * k + 2]! - 1.5]
          let open = 1
          for (let f = 0; isTested && f < things.length; f++) {
            const o = f * 12
            const [nx, ny, nz] = [planes[o]!, planes[o + 1]!, planes[o + 2]!]
            const t = (nx * (planes[o + 3]! - px) + ny * (planes[o + 4]! - py) + nz * (planes[o + 5]! - 1.5)) / (nx * dx + ny * dy + nz * dz) // prettier-ignore
            const [x, y, z] = [px + dx * t, py + dy * t, 1.5 + dz * t]
            const isIn = (x - planes[o + 6]!) * (x - planes[o + 9]!) <= 0 && (y - planes[o + 7]!) * (y - planes[o + 10]!) <= 0 && (z - planes[o + 8]!) * (z - planes[o + 11]!) <= 0 // prettier-ignore
            if (t > 0 && t < 1 && isIn) open = 0
          }
          const r2 = dx * dx + dy * dy + dz * dz
          lux[i]! += (open * 20_000 * Math.abs(dz / Math.sqrt(r2)) ** 4.8) / r2
        }
    return performance.now() - from
  }
  const middle = (isTested: boolean) => Array.from({ length: 7 }, () => run(isTested)).slice(2).sort((a, b) => a - b)[2]! // prettier-ignore
  return { tests: lux.length * lamps * things.length, testsMs: middle(true), squaresMs: middle(false) }
}

export interface LightFigures {
  readonly bare: BareArithmetic
  /** 12 lamps, 8 blockers, 5 cm. */
  readonly mapMs: number
  /** The same as it is drawn while a hand moves a lamp, or a flag. */
  readonly lampMs: number
  readonly flagMs: number
  /** Every way out of every exposure and ratio of the demo, found and tried, in a program that has just begun. */
  readonly waysMs: number
  readonly growth: readonly { readonly what: string; readonly ms: number }[]
  readonly marks: number
  /** Against the path tracer, all bounces: relative, the mean and the worst. */
  readonly meanError: number
  readonly worstError: number
  readonly held: number
  readonly sceneMs: number
}

/** Columns of the map while something is dragged. */
const HAND_COLUMNS = 70

/** Milliseconds from one lamp moved in the setup that is worst off to its findings with ways out; the middle of five. */
function waysMs(): number {
  let n = 0
  const demo = demoProduction(() => `00000000-0000-7000-8000-${String(n++).padStart(12, '0')}`, Date.parse('2026-05-01T12:00:00Z')) // prettier-ignore
  const production = productionOf(applyChanges(applyChanges(NO_RECORDS, demo.plan, 1), demo.log, 2))!
  const setup = Object.values(production.setup).find((one) => one.letter === 'E')!
  const lamp = readSetup(production, setup).lamps[0]!
  findSnags(production)
  const times = Array.from({ length: 5 }, (_, i) => {
    const moved = { ...production, lamp: { ...production.lamp, [lamp.id]: { ...lamp, xM: lamp.xM + 0.05 * (i + 1) } } }
    const from = performance.now()
    findSnags(moved)
    return performance.now() - from
  })
  return times.sort((a, b) => a - b)[2]!
}

/** Measures maps of light, and light in rooms against the reference scenes. */
export function measureLight(): LightFigures {
  const growth = [
    { what: '6 lamps', ms: mapMs(6, 8, 240) },
    { what: '12 lamps', ms: mapMs(12, 8, 240) },
    { what: '24 lamps', ms: mapMs(24, 8, 240) },
    { what: 'no blocker', ms: mapMs(12, 0, 240) },
    { what: '16 blockers', ms: mapMs(12, 16, 240) },
    { what: 'a quarter of the cells', ms: mapMs(12, 8, 120) },
  ]
  const { rows } = JSON.parse(readFileSync('packages/core/vectors/scenes.json', 'utf8')) as {
    rows: { input: unknown; expected: { full_lux: number }[] }[]
  }
  const from = performance.now()
  const errors: number[] = []
  let held = 0
  for (const { input, expected } of rows)
    readReceivers(mustBe(readSceneFile(input))).forEach(({ full_lux: lux, full_range_lux: [least, most] }, i) => {
      const truth = expected[i]!.full_lux
      errors.push(Math.abs(lux - truth) / truth)
      if (truth >= least && truth <= most) held++
    })
  return {
    mapMs: growth[1]!.ms,
    lampMs: lampInHandMs(),
    flagMs: flagInHandMs(),
    waysMs: waysMs(),
    growth,
    marks: errors.length,
    meanError: errors.reduce((sum, e) => sum + e, 0) / errors.length,
    worstError: Math.max(...errors),
    held,
    sceneMs: (performance.now() - from) / rows.length,
    // Last: what it leaves behind in memory would be counted against the maps.
    bare: bareArithmetic(12, 8, 240),
  }
}
