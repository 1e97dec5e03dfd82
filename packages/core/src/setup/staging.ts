import type { PlanPoint } from '../geometry/index.ts'
import type { CameraPosition, Mark, Production, Spot } from '../records/index.ts'
import { lineCrossing, type LineSide } from '../room/index.ts'
import { ofSetup } from './ofSetup.ts'
import { letter } from './planCamera.ts'

/** A camera of a setup, and on which side of the line between its people it stands. */
export interface StagedCamera {
  readonly position: CameraPosition
  /** Setup and camera, such as "D B". */
  readonly name: string
  /** Null where the setup has no two people. */
  readonly side: LineSide | null
  readonly across: boolean
}

/** Who stands where in a spot, over all setups in it. */
export interface Staging {
  readonly cameras: readonly StagedCamera[]
  /** From one person to the other of each setup with two, and a little beyond. */
  readonly lines: readonly (readonly [PlanPoint, PlanPoint])[]
  /** Marks, one of those that lie on one another. */
  readonly marks: readonly Mark[]
}

/** Two marks nearer than this are one place. */
const SAME_PLACE_M = 0.3
/** The line goes on past the people by this share of what is between them. */
const BEYOND = 0.6

/** Marks and cameras of all setups of a spot, the line between the first two people of each, and who is across it. */
export function staging(production: Production, spot: Spot): Staging {
  const lines: [PlanPoint, PlanPoint][] = []
  const cameras: StagedCamera[] = []
  const marks: Mark[] = []
  for (const setup of Object.values(production.setup).filter((s) => s.spotId === spot.id)) {
    const own = ofSetup(production.mark, setup)
    for (const mark of own)
      if (!marks.some((m) => Math.hypot(m.xM - mark.xM, m.yM - mark.yM) < SAME_PLACE_M)) marks.push(mark)
    const positions = ofSetup(production.cameraPosition, setup)
    const [first, second] = own
    const found =
      first && second
        ? lineCrossing(
            first,
            second,
            positions.map((p) => ({ id: p.id, at: p })),
          )
        : null
    if (first && second) {
      const [dx, dy] = [(second.xM - first.xM) * BEYOND, (second.yM - first.yM) * BEYOND]
      lines.push([
        { xM: first.xM - dx, yM: first.yM - dy },
        { xM: second.xM + dx, yM: second.yM + dy },
      ])
    }
    for (const position of positions)
      cameras.push({
        position,
        name: `${setup.letter} ${letter(production, position)}`,
        side: found?.sides.get(position.id) ?? null,
        across: found?.crossing.includes(position.id) ?? false,
      })
  }
  return { cameras, lines, marks }
}
