import { directionOf, illuminance, type Lamp, type LampRole, type Point } from './illuminance.ts'

/** Where a face is and which way it looks on the plan. */
export interface LitMark {
  readonly at: Point
  readonly facingDeg: number
}

export interface MarkReading {
  /** Lux of each lamp on the face, in the order given. */
  readonly each: readonly number[]
  readonly keyLux: number
  readonly fillLux: number
  readonly edgeLux: number
  /** All that falls on the front of the face, with the daylight or house light already there. */
  readonly totalLux: number
  /** Key side over shadow side, (key + fill) / fill; none without any fill. */
  readonly ratio: number | null
  readonly ratioStops: number | null
}

/** A lamp behind a face lights its rim; it is measured on a surface turned towards the lamp. */
function onRim(lamp: Lamp, mark: LitMark): number {
  const facing = { xM: lamp.at.xM - mark.at.xM, yM: lamp.at.yM - mark.at.yM, zM: lamp.at.zM - mark.at.zM }
  return illuminance(lamp, { at: mark.at, facing })
}

/**
 * What a meter would read at a mark, lamp by lamp. Edge lamps are read towards the lamp and do not
 * count towards the exposure of the face; ambient light counts as fill.
 */
export function readMark(mark: LitMark, lamps: readonly (Lamp & { role: LampRole })[], ambientLux = 0): MarkReading {
  const facing = directionOf(mark.facingDeg, 0)
  const each = lamps.map((lamp) =>
    lamp.role === 'edge' ? onRim(lamp, mark) : illuminance(lamp, { at: mark.at, facing }),
  )
  const sum = (wanted: (role: LampRole) => boolean) =>
    lamps.reduce((total, lamp, i) => total + (wanted(lamp.role) ? each[i]! : 0), 0)
  const keyLux = sum((role) => role === 'key')
  const fillLux = sum((role) => role === 'fill') + ambientLux
  const totalLux = sum((role) => role !== 'edge') + ambientLux
  const ratio = keyLux > 0 && fillLux > 0 ? (keyLux + fillLux) / fillLux : null
  return {
    each,
    keyLux,
    fillLux,
    edgeLux: sum((role) => role === 'edge'),
    totalLux,
    ratio,
    ratioStops: ratio && Math.log2(ratio),
  }
}
