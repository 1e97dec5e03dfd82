import { EIGHT_IN_TEN } from '../litRoom/index.ts'
import { aimAt, type LampRole } from './lamp.ts'
import { mixedKelvin } from './mixedColour.ts'

/** What a lamp gives at a mark, lux. */
export interface LampAtMark {
  readonly role: LampRole
  /** Straight or through cloth, on the front of the face; of an edge lamp on the rim that is turned to it. */
  readonly lux: number
  /** What walls and things send back of it to the front of the face. */
  readonly returnedLux: number
  /** Standard deviation of that. */
  readonly deviationLux: number
  /** As it comes through its gel. */
  readonly kelvin: number
}

/** What sun and sky give a mark, lux, with what comes back of them. */
export interface DaylightAtMark {
  readonly sunLux: number
  readonly sunK: number
  readonly skyLux: number
  readonly skyK: number
  /** Standard deviation of both together. */
  readonly deviationLux: number
}

/** The light that was there already, as somebody typed it. */
export interface AmbientLight {
  readonly lux: number
  readonly kelvin: number
}

export interface MarkReading {
  /** Lux of each lamp on the face, in the order given. */
  readonly each: readonly number[]
  /** Lux that the room sends back of each, in the order given. */
  readonly eachReturned: readonly number[]
  readonly keyLux: number
  /** Of lamps that fill, of what was there already, and of what the room sends back. */
  readonly fillLux: number
  readonly edgeLux: number
  /** What the room sends back of all lamps. */
  readonly returnedLux: number
  /** Of sun and sky; key where no lamp is, else fill. */
  readonly daylightLux: number
  /** Colour of what lights the face as key, as fill and as edge; null where nothing does. */
  readonly colours: Readonly<Record<'key' | 'fill' | 'edge', number | null>>
  /** Colour of all that falls on the front: what a camera is balanced to; null in the dark. */
  readonly balanceK: number | null
  /** All that falls on the front of the face, with the daylight or house light already there. */
  readonly totalLux: number
  /** Where that lies eight times in ten, by what is not known of what comes back. */
  readonly rangeLux: readonly [least: number, most: number]
  /** Key side over shadow side, (key + fill) / fill; none without any fill. */
  readonly ratio: number | null
  readonly ratioStops: number | null
  /** All that falls on each cheek (the person's own left and right) and on the forehead; null of what is no person. */
  readonly cheeks: Cheeks | null
  /** Brighter cheek over darker; null of what is no person, or in the dark. */
  readonly cheekRatio: number | null
}

/** Lux on the sides of a face. */
export interface Cheeks {
  readonly leftLux: number
  readonly rightLux: number
  readonly foreheadLux: number
}

/** From where a lamp comes to a face. */
export interface FromWhere {
  /** Round from where the face looks: to its own right above 0, −180 to 180°. */
  readonly roundDeg: number
  /** Above the eyes, −90 to 90°. */
  readonly upDeg: number
}

/** From where something comes to a face that looks a way. @param facingDeg of the face, 0 up the plan and clockwise */
export function fromWhere(
  face: { readonly xM: number; readonly yM: number; readonly heightM: number; readonly facingDeg: number },
  lamp: { readonly xM: number; readonly yM: number; readonly heightM: number },
): FromWhere {
  const { bearingDeg, tiltDeg } = aimAt({ ...face, zM: face.heightM }, { ...lamp, zM: lamp.heightM })
  return { roundDeg: ((bearingDeg - face.facingDeg + 540) % 360) - 180, upDeg: tiltDeg }
}

/** What a wall sends back is typed in by eye, and is out by so much of itself. */
const SURFACES_SHARE = 0.15

/**
 * What a meter would read at a mark, lamp by lamp. Edge lamps are read towards the lamp and do not count towards the
 * exposure of the face; light that was there already and what the room sends back count as fill, and so do sun and sky
 * unless no lamp is the key: then they are.
 */
export function readMark(
  lamps: readonly LampAtMark[],
  ambient: AmbientLight = { lux: 0, kelvin: 5600 },
  daylight: DaylightAtMark | null = null,
  cheeks: Cheeks | null = null,
): MarkReading {
  const sum = (wanted: (role: LampRole) => boolean) =>
    lamps.reduce((total, lamp) => total + (wanted(lamp.role) ? lamp.lux : 0), 0)
  const returnedLux = lamps.reduce((total, lamp) => total + lamp.returnedLux, 0)
  // The same rays find what every lamp sends back: their errors go together.
  const rays = lamps.reduce((total, lamp) => total + lamp.deviationLux, 0)
  const off = EIGHT_IN_TEN * Math.hypot(rays, SURFACES_SHARE * returnedLux, daylight?.deviationLux ?? 0)
  const daylightLux = daylight ? daylight.sunLux + daylight.skyLux : 0
  const isKey = daylightLux > 0 && !lamps.some((lamp) => lamp.role === 'key' && lamp.lux > 0)
  const keyLux = sum((role) => role === 'key') + (isKey ? daylightLux : 0)
  const fillLux = sum((role) => role === 'fill') + ambient.lux + returnedLux + (isKey ? 0 : daylightLux)
  const totalLux = sum((role) => role !== 'edge') + ambient.lux + returnedLux + daylightLux
  const ratio = keyLux > 0 && fillLux > 0 ? (keyLux + fillLux) / fillLux : null
  const [darker, brighter] = cheeks ? [cheeks.leftLux, cheeks.rightLux].sort((a, b) => a - b) as [number, number] : [0, 0] // prettier-ignore
  const sky = daylight
    ? [
        { lux: daylight.sunLux, kelvin: daylight.sunK },
        { lux: daylight.skyLux, kelvin: daylight.skyK },
      ]
    : []
  const of = (role: LampRole) => lamps.filter((lamp) => lamp.role === role)
  return {
    each: lamps.map((lamp) => lamp.lux),
    eachReturned: lamps.map((lamp) => lamp.returnedLux),
    keyLux,
    fillLux,
    edgeLux: sum((role) => role === 'edge'),
    returnedLux,
    daylightLux,
    totalLux,
    rangeLux: [Math.max(0, totalLux - off), totalLux + off],
    ratio,
    ratioStops: ratio && Math.log2(ratio),
    cheeks,
    cheekRatio: darker > 0 ? brighter / darker : null,
    balanceK: mixedKelvin([
      ...lamps.flatMap(({ role, lux, returnedLux, kelvin }) => [
        { lux: role === 'edge' ? 0 : lux, kelvin },
        { lux: returnedLux, kelvin },
      ]),
      ambient,
      ...sky,
    ]),
    colours: {
      key: mixedKelvin([...of('key'), ...(isKey ? sky : [])]),
      fill: mixedKelvin([
        ...of('fill'),
        ambient,
        ...(isKey ? [] : sky),
        ...lamps.map(({ returnedLux: lux, kelvin }) => ({ lux, kelvin })),
      ]),
      edge: mixedKelvin(of('edge')),
    },
  }
}
