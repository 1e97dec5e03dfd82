import { FIGURES, frameInFocus } from '../optics/index.ts'
import { type Production, type Shot } from '../records/index.ts'
import { inFrontOf } from './needed.ts'
import { takingOfShot } from './taking.ts'

/** Room that a person takes across the frame, shoulders and a hand's breadth, metres. */
const PERSON_M = FIGURES.standing.shoulderWidthM + 0.1

/**
 * Shots whose people do not fit a frame of another shape, wherever in the picture it is laid: as many side by side as
 * are in them. Shots with nobody in them can always be cropped, whatever that does to them.
 * @param aspect width over height of the other shape
 */
export function wontCrop(production: Production, aspect: number): Shot[] {
  return Object.values(production.shot)
    .filter((shot) => {
      const people = inFrontOf(production, shot).length
      if (shot.figure === 'none' || people < 2) return false
      const { used } = takingOfShot(production, shot, aspect)
      // What is left of the master's frame once the other shape is cut out of it.
      const master = takingOfShot(production, shot).used
      const height = Math.min(used.sensorHeightMm, master.sensorHeightMm)
      const whole = frameInFocus({ ...master, sensorHeightMm: height }, shot.focalLengthMm, shot.distanceM)
      return Math.min(whole.widthM, whole.heightM * aspect) < people * PERSON_M
    })
    .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
}
