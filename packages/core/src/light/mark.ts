import { EIGHT_IN_TEN } from '../litRoom/index.ts'
import type { LampRole } from './lamp.ts'

/** What a lamp gives at a mark, lux. */
export interface LampAtMark {
  readonly role: LampRole
  /** Straight or through cloth, on the front of the face; of an edge lamp on the rim that is turned to it. */
  readonly lux: number
  /** What walls and things send back of it to the front of the face. */
  readonly returnedLux: number
  /** Standard deviation of that. */
  readonly deviationLux: number
}

export interface MarkReading {
  /** Lux of each lamp on the face, in the order given. */
  readonly each: readonly number[]
  readonly keyLux: number
  /** Of lamps that fill, of what was there already, and of what the room sends back. */
  readonly fillLux: number
  readonly edgeLux: number
  /** What the room sends back of all lamps. */
  readonly returnedLux: number
  /** All that falls on the front of the face, with the daylight or house light already there. */
  readonly totalLux: number
  /** Where that lies eight times in ten, by what is not known of what comes back. */
  readonly rangeLux: readonly [least: number, most: number]
  /** Key side over shadow side, (key + fill) / fill; none without any fill. */
  readonly ratio: number | null
  readonly ratioStops: number | null
}

/** What a wall sends back is typed in by eye, and is out by so much of itself. */
const SURFACES_SHARE = 0.15

/**
 * What a meter would read at a mark, lamp by lamp. Edge lamps are read towards the lamp and do not count towards the
 * exposure of the face; light that was there already and what the room sends back count as fill.
 */
export function readMark(lamps: readonly LampAtMark[], ambientLux = 0): MarkReading {
  const sum = (wanted: (role: LampRole) => boolean) =>
    lamps.reduce((total, lamp) => total + (wanted(lamp.role) ? lamp.lux : 0), 0)
  const returnedLux = lamps.reduce((total, lamp) => total + lamp.returnedLux, 0)
  // The same rays find what every lamp sends back: their errors go together.
  const rays = lamps.reduce((total, lamp) => total + lamp.deviationLux, 0)
  const off = EIGHT_IN_TEN * Math.hypot(rays, SURFACES_SHARE * returnedLux)
  const keyLux = sum((role) => role === 'key')
  const fillLux = sum((role) => role === 'fill') + ambientLux + returnedLux
  const totalLux = sum((role) => role !== 'edge') + ambientLux + returnedLux
  const ratio = keyLux > 0 && fillLux > 0 ? (keyLux + fillLux) / fillLux : null
  return {
    each: lamps.map((lamp) => lamp.lux),
    keyLux,
    fillLux,
    edgeLux: sum((role) => role === 'edge'),
    returnedLux,
    totalLux,
    rangeLux: [Math.max(0, totalLux - off), totalLux + off],
    ratio,
    ratioStops: ratio && Math.log2(ratio),
  }
}
