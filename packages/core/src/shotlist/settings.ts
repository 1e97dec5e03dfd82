import type { RecordOf } from '../records/index.ts'
import { lengthText, frameRateText, shutter, stopName, type Units } from '../text/index.ts'

/**
 * What is set on a camera for a shot, in two lines as they are called out: the glass (lens, stop, distance), then
 * the exposure (frame rate, shutter, ISO).
 */
export function shotSettings(shot: RecordOf<'shot'>, units: Units): readonly [glass: string, exposure: string] {
  const fps = shot.fpsNum / shot.fpsDen
  return [
    `${shot.focalLengthMm} mm, ${stopName(shot.tStop)}, ${lengthText(shot.distanceM, units)}`,
    `${frameRateText(shot.fpsNum, shot.fpsDen)} fps, ${shot.shutterDeg}° (${shutter(shot.shutterDeg / 360 / fps)}), ISO ${shot.iso}`,
  ]
}
