import { facing, freePlace, extentOf, isInside, type PlanPoint, turnTo } from '../geometry/index.ts'
import { aimAt, lampFields, type LampRole, lampType, PANEL_LIBRARY } from '../light/index.ts'
import { outlineOfSpot } from '../place/index.ts'
import { asId, byId, type Change, createRecord, type Id, type Production } from '../records/index.ts'

/** Something about a face: how far round from where it looks (clockwise from above), how far off, how high; metres, degrees. */
interface Around {
  readonly roundDeg: number
  readonly awayM: number
  readonly heightM: number
}
interface LampAround extends Around {
  readonly role: LampRole
  readonly kind: string
  /** Lux on the face that its level is set for. */
  readonly lux: number
}
export interface LightPattern {
  readonly name: string
  /** Faces, aside of the middle of the room and where they look. */
  readonly marks: readonly { readonly name: string; readonly asideM: number; readonly facingDeg: number }[]
  readonly lamps: readonly LampAround[]
  readonly panels: readonly (Around & { readonly kind: string })[]
  /** Cameras by their turn in the production's list, about the first face. */
  readonly cameras: readonly Around[]
}

/** T2.8 at ISO 800 and 1/50 s wants 122 lx: N² / t = E S / 250. */
const KEY_LUX = 95
const ONE = [{ name: 'Chair', asideM: 0, facingDeg: 180 }]
const KEY: LampAround = { role: 'key', kind: 'led-300-soft', roundDeg: 40, awayM: 2, heightM: 2, lux: KEY_LUX }
const EDGE: LampAround = { role: 'edge', kind: 'tube-120', roundDeg: 205, awayM: 1.8, heightM: 2.3, lux: 60 }
const CAMERA_A: Around = { roundDeg: 5, awayM: 2.4, heightM: 1.25 }
const CAMERA_B: Around = { roundDeg: 35, awayM: 2.6, heightM: 1.25 }

/** Places to start from; everything in them is moved and changed as if it had been put there one by one. */
export const LIGHT_PATTERNS: readonly LightPattern[] = [
  {
    name: 'Key, fill, edge',
    marks: ONE,
    lamps: [KEY, { role: 'fill', kind: 'panel-60', roundDeg: -45, awayM: 2.2, heightM: 1.6, lux: 24 }, EDGE],
    panels: [],
    cameras: [CAMERA_A, { ...CAMERA_B, roundDeg: -30 }],
  },
  {
    name: 'Key and board',
    marks: ONE,
    lamps: [KEY, EDGE],
    panels: [{ kind: 'board-120', roundDeg: -80, awayM: 1, heightM: 1.3 }],
    cameras: [CAMERA_A, { ...CAMERA_B, roundDeg: -30 }],
  },
  {
    name: 'Key and black',
    marks: ONE,
    lamps: [{ ...KEY, roundDeg: 60 }, EDGE],
    panels: [{ kind: 'black-120', roundDeg: -80, awayM: 0.9, heightM: 1.2 }],
    cameras: [CAMERA_A, { ...CAMERA_B, roundDeg: -30 }],
  },
  {
    name: 'Two faces',
    marks: [
      { name: 'Left', asideM: -0.8, facingDeg: 120 },
      { name: 'Right', asideM: 0.8, facingDeg: 240 },
    ],
    // Each key is the edge of the other face, from behind and across.
    lamps: [
      { ...KEY, roundDeg: -50, awayM: 2.4, heightM: 2.2 },
      { role: 'fill', kind: 'panel-120', roundDeg: 60, awayM: 2.6, heightM: 2.2, lux: 30 },
    ],
    panels: [],
    cameras: [
      { ...CAMERA_A, roundDeg: 60, awayM: 3 },
      { ...CAMERA_B, roundDeg: 10 },
    ],
  },
]

const SEATED_M = 1.2
const centimetres = (m: number) => Math.round(m * 100) / 100

/** A pattern of light in the middle of a setup's spot, its levels for the face; nothing lands in a wall. */
export function lightPattern(
  production: Production,
  setupId: Id<'setup'>,
  pattern: LightPattern,
  newId: () => string,
): readonly Change[] {
  const spot = byId(production.spot, byId(production.setup, setupId)?.spotId)
  if (!spot) return []
  const outline = outlineOfSpot(spot)
  const { leftM, topM, widthM, depthM } = extentOf(outline)
  const middle = { xM: leftM + widthM / 2, yM: topM + depthM * 0.4 }
  const taken: PlanPoint[] = []
  const put = (wanted: PlanPoint): PlanPoint => {
    const { xM, yM } = freePlace(wanted, taken, outline)
    const at = { xM: centimetres(xM), yM: centimetres(yM) }
    taken.push(at)
    return at
  }
  const changes: Change[] = []
  const marks = pattern.marks.map(({ name, asideM, facingDeg }) => {
    const at = put({ xM: middle.xM + asideM, yM: middle.yM })
    changes.push(
      createRecord('mark', { setupId, name, what: 'seated', ...at, heightM: SEATED_M, facingDeg }, asId(newId())),
    )
    return { ...at, facingDeg }
  })
  const face = marks[0]!
  const around = ({ roundDeg, awayM, heightM }: Around) => {
    // Nearer, where the room is too small; a lamp half way into a wall lights nothing.
    for (let m = awayM; m > 0.5; m -= 0.1) {
      const [x, y] = facing(face.facingDeg + roundDeg, 0)
      const at = { xM: face.xM + x * m, yM: face.yM + y * m }
      if (isInside(outline, at) || m <= 0.6) return { ...put(at), zM: spot.outdoors ? heightM : Math.min(heightM, spot.heightM - 0.2) } // prettier-ignore
    }
    return { ...put(face), zM: heightM }
  }
  const target = { ...face, zM: SEATED_M }
  for (const lamp of pattern.lamps) {
    const type = lampType(lamp.kind)!
    const at = around(lamp)
    const { bearingDeg, tiltDeg } = aimAt(at, target)
    const metres = Math.hypot(at.xM - face.xM, at.yM - face.yM, at.zM - SEATED_M)
    // Light from the side falls aslant; of an edge the rim that is turned to it counts.
    const slant = lamp.role === 'edge' ? 1 : Math.max(0.2, Math.cos((lamp.roundDeg * Math.PI) / 180))
    const levelPct = Math.max(1, Math.min(100, Math.round((100 * lamp.lux * metres ** 2) / type.luxAt1m / slant)))
    const placed = { xM: at.xM, yM: at.yM, heightM: at.zM, bearingDeg: Math.round(bearingDeg) % 360, tiltDeg: Math.round(tiltDeg) } // prettier-ignore
    changes.push(createRecord('lamp', { ...lampFields(type), setupId, role: lamp.role, levelPct, ...placed }, asId(newId()))) // prettier-ignore
  }
  for (const panel of pattern.panels) {
    const { key: _, ...fields } = PANEL_LIBRARY.find((type) => type.key === panel.kind)!
    const { xM, yM, zM } = around(panel)
    changes.push(createRecord('panel', { setupId, ...fields, xM, yM, heightM: zM, bearingDeg: Math.round(turnTo({ xM, yM }, face)) % 360 }, asId(newId()))) // prettier-ignore
  }
  const cameras = Object.values(production.camera).sort((a, b) => (a.letter < b.letter ? -1 : 1))
  pattern.cameras.forEach((camera, i) => {
    const stands = cameras[i]
    if (!stands) return
    const { xM, yM } = around(camera)
    const placed = { xM, yM, heightM: camera.heightM, bearingDeg: centimetres(turnTo({ xM, yM }, face)) }
    changes.push(createRecord('cameraPosition', { setupId, cameraId: stands.id, ...placed }, asId(newId())))
  })
  return changes
}
