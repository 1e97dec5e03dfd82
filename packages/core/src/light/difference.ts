import { lengthText, type Units } from '../text/index.ts'

/** What has to be done to get from one setup to another made from it. */
export interface SetupDifference {
  readonly says: readonly string[]
  readonly added: number
  readonly moved: number
  readonly changed: number
  readonly struck: number
}

interface PlacedLamp {
  readonly name: string
  readonly role: string
  readonly xM: number
  readonly yM: number
  readonly heightM: number
  readonly bearingDeg: number
  readonly levelPct: number
  readonly lossStops: number
}

const MOVED_M = 0.05
const TURNED_DEG = 3

const matchKey = (lamp: PlacedLamp) => `${lamp.name} ${lamp.role}`

/** Compares lamps by name and role; the same lamp in both setups is one lamp moved or changed. */
export function setupDifference(
  parent: readonly PlacedLamp[],
  child: readonly PlacedLamp[],
  units: Units = 'metric',
): SetupDifference {
  const left = [...parent]
  const says: string[] = []
  let added = 0,
    moved = 0,
    changed = 0
  for (const lamp of child) {
    const index = left.findIndex((other) => matchKey(other) === matchKey(lamp))
    if (index < 0) {
      added++
      says.push(`${lamp.role} added: ${lamp.name}`)
      continue
    }
    const before = left.splice(index, 1)[0]!
    const distance = Math.hypot(lamp.xM - before.xM, lamp.yM - before.yM, lamp.heightM - before.heightM)
    const turn = Math.abs(((lamp.bearingDeg - before.bearingDeg + 540) % 360) - 180)
    if (distance > MOVED_M) {
      moved++
      says.push(`${lamp.role} moved ${lengthText(distance, units)}`)
    } else if (turn > TURNED_DEG) {
      moved++
      says.push(`${lamp.role} turned ${Math.round(turn)}°`)
    }
    if (lamp.levelPct !== before.levelPct || lamp.lossStops !== before.lossStops) {
      changed++
      says.push(
        `${lamp.role} ${before.levelPct} % to ${lamp.levelPct} %${lamp.lossStops === before.lossStops ? '' : ', other diffusion'}`,
      )
    }
  }
  for (const lamp of left) says.push(`${lamp.role} struck: ${lamp.name}`)
  return { says, added, moved, changed, struck: left.length }
}
