import { z } from 'zod'
import { dot, facing, length, type Vec } from '../geometry/index.ts'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { bouncedLight, read } from './bounce.ts'
import { panelFacet, roomFacets } from './build.ts'
import { cellsOf, sightOf } from './cells.ts'
import { directLux, emittersOf, type PointSource, type Scene } from './direct.ts'
import { type Effort, FINE } from './effort.ts'

/*
 * A scene as a file, for other programs: a room, what shines, what stands about and where the light is asked for. Metres;
 * x to the right of the plan, y down the page, z up from the floor. Names are those of the file, not of this code.
 */
const metres = z.number().min(-1000).max(1000)
const size = z.number().positive().max(1000)
const share = z.number().min(0).max(1)
const point = z.tuple([metres, metres, metres])
const inWall = {
  wall: z.int().min(0),
  from_m: metres,
  to_m: metres,
  bottom_m: metres,
  top_m: metres,
}
const panel = {
  at_m: point,
  bearing_deg: z.number().min(-720).max(720),
  tilt_deg: z.number().min(-180).max(180),
  width_m: size,
  height_m: size,
  reflectance: share,
}

const SCENE = z.object({
  room: z.object({
    outline_m: z
      .array(z.tuple([metres, metres]))
      .min(3)
      .max(200),
    height_m: size,
    reflectance: z.object({ floor: share, ceiling: share, walls: z.array(share) }),
  }),
  openings: z.array(z.object(inWall)).max(200).default([]),
  windows: z
    .array(z.object({ ...inWall, luminance_cd_m2: z.number().min(0), reflectance: share }))
    .max(200)
    .default([]),
  lamps: z
    .array(
      z.object({
        at_m: point,
        bearing_deg: panel.bearing_deg,
        tilt_deg: panel.tilt_deg,
        lux_at_1m: z.number().min(0).max(1e9),
        beam_deg: z.number().min(1).max(179),
        level: z.number().min(0).max(1).default(1),
        loss_stops: z.number().min(0).max(20).default(0),
      }),
    )
    .max(500)
    .default([]),
  cloths: z
    .array(z.object({ ...panel, back_lux: z.number().min(0), transmission: share }))
    .max(200)
    .default([]),
  panels: z.array(z.object(panel)).max(500).default([]),
  receivers: z
    .array(
      z.object({
        id: z.string().max(200),
        at_m: point,
        facing: point.refine((v) => length(v) > 1e-9, 'a receiver faces somewhere'),
      }),
    )
    .min(1)
    .max(10_000),
})
export type SceneFile = z.infer<typeof SCENE>

/** What a scene does not say, or says wrongly, with its place in the file. */
export interface SceneFault {
  readonly code: 'not-a-scene'
  readonly says: string
}

/** Reads a scene, or says where it is none. */
export function readSceneFile(given: unknown): Outcome<SceneFile, SceneFault> {
  const read = SCENE.safeParse(given)
  if (!read.success) {
    const { path, message } = read.error.issues[0]!
    return fail({ code: 'not-a-scene', says: `${path.join('.') || 'The scene'}: ${message}.` })
  }
  const { room, openings, windows } = read.data
  const walls = room.outline_m.length
  if (room.reflectance.walls.length !== walls)
    return fail({ code: 'not-a-scene', says: `room.reflectance.walls: ${room.reflectance.walls.length} of ${walls} walls have a reflectance.` }) // prettier-ignore
  for (const [name, list] of Object.entries({ openings, windows }))
    for (const [i, hole] of list.entries()) {
      const fault = holeFault(room, hole)
      if (fault) return fail({ code: 'not-a-scene', says: `${name}.${i}: ${fault}.` })
    }
  return ok(read.data)
}

function holeFault(room: SceneFile['room'], hole: SceneFile['openings'][number]): string | null {
  const from = room.outline_m[hole.wall]
  if (!from) return `there is no wall ${hole.wall}`
  const to = room.outline_m[(hole.wall + 1) % room.outline_m.length]!
  const wallM = Math.hypot(to[0] - from[0], to[1] - from[1])
  if (hole.from_m < -1e-6 || hole.to_m > wallM + 1e-6 || hole.from_m >= hole.to_m)
    return `it runs from ${hole.from_m} to ${hole.to_m} m of a wall of ${wallM.toFixed(2)} m`
  if (hole.bottom_m < -1e-6 || hole.top_m > room.height_m + 1e-6 || hole.bottom_m >= hole.top_m)
    return `it is from ${hole.bottom_m} to ${hole.top_m} m above the floor of a room ${room.height_m} m high`
  return null
}

/** A lamp whose light falls off from its axis by a power of the cosine that leaves half of it at half the beam angle. */
export function beamSource(lamp: {
  readonly at: Vec
  readonly bearingDeg: number
  readonly tiltDeg: number
  readonly luxAt1m: number
  readonly beamDeg: number
}): PointSource {
  const axis = facing(lamp.bearingDeg, lamp.tiltDeg)
  const power = Math.log(0.5) / Math.log(Math.cos((lamp.beamDeg / 360) * Math.PI))
  return {
    at: lamp.at,
    candela: (direction) => {
      const cos = dot(axis, direction)
      return cos > 0 ? lamp.luxAt1m * cos ** power : 0
    },
  }
}

function sceneOf(file: SceneFile): Scene {
  const hole = (o: SceneFile['openings'][number]) => ({
    wall: o.wall,
    fromM: o.from_m,
    toM: o.to_m,
    bottomM: o.bottom_m,
    topM: o.top_m,
  })
  const standing = (p: SceneFile['panels'][number], exitance: number, name: string) =>
    panelFacet({
      at: p.at_m,
      bearingDeg: p.bearing_deg,
      tiltDeg: p.tilt_deg,
      widthM: p.width_m,
      heightM: p.height_m,
      reflectance: p.reflectance,
      exitance,
      name,
    })
  const { outline_m: outlineM, height_m: heightM, reflectance } = file.room
  return {
    facets: [
      ...roomFacets(
        { outlineM, heightM, reflectance },
        file.openings.map(hole),
        file.windows.map((w) => ({ ...hole(w), luminanceCdM2: w.luminance_cd_m2, reflectance: w.reflectance })),
      ),
      ...file.cloths.map((c) => standing(c, c.back_lux * c.transmission, 'cloth')),
      ...file.panels.map((p) => standing(p, 0, 'panel')),
    ],
    lamps: file.lamps.map((l) =>
      beamSource({
        at: l.at_m,
        bearingDeg: l.bearing_deg,
        tiltDeg: l.tilt_deg,
        luxAt1m: l.lux_at_1m * l.level * 2 ** -l.loss_stops,
        beamDeg: l.beam_deg,
      }),
    ),
  }
}

/** Light at a receiver of a scene, lux; the range is where it lies eight times in ten. */
export interface ReceiverReading {
  readonly receiver: string
  readonly unoccluded_lux: number
  readonly direct_lux: number
  readonly one_bounce_lux: number
  readonly full_lux: number
  readonly full_range_lux: readonly [least: number, most: number]
}

/** Reads every receiver of a scene, in their order. */
export function readReceivers(file: SceneFile, effort: Effort = FINE): ReceiverReading[] {
  const scene = sceneOf(file)
  const emitters = emittersOf(scene)
  const cells = cellsOf(scene.facets, effort)
  const bounced = bouncedLight(scene, cells)
  return file.receivers.map(({ id, at_m: at, facing: given }, i) => {
    const by = length(given)
    const normal: Vec = [given[0] / by, given[1] / by, given[2] / by]
    const sight = sightOf(scene.facets, cells, at, normal, effort, i + 1)
    const reading = read(scene, bounced, sight, at, normal, effort)
    return {
      receiver: id,
      unoccluded_lux: directLux(scene, emitters, at, normal, { blocked: false }),
      direct_lux: reading.directLux,
      one_bounce_lux: reading.oneBounceLux,
      full_lux: reading.fullLux,
      full_range_lux: reading.rangeLux,
    }
  })
}
