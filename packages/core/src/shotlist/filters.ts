import { type Flicker, mainsFlicker, shutterSeconds } from '../exposure/index.ts'
import { magnificationAt, stopsLostAt } from '../optics/index.ts'
import type { Shot } from '../records/index.ts'

/** Frames per second at which a shot is taken. */
export const captureRate = (shot: Pick<Shot, 'fpsNum' | 'fpsDen'>): number => shot.fpsNum / shot.fpsDen

/** From here on a lens stands out so far that its light is worth counting: a seventh of a stop. */
const CLOSE = 0.05

/** How large a shot's subject is on the sensor, 1 being life size; null where the focus is within the focal length. */
export const magnificationOf = ({
  focalLengthMm,
  distanceM,
}: Pick<Shot, 'focalLengthMm' | 'distanceM'>): number | null => magnificationAt(focalLengthMm, distanceM * 1000)

/** Stops that a lens loses by standing out to focus close; 0 where it hardly does. */
export function extensionStops(shot: Pick<Shot, 'focalLengthMm' | 'distanceM'>): number {
  const magnification = magnificationOf(shot) ?? 0
  return magnification < CLOSE ? 0 : stopsLostAt(magnification)
}

/** What takes light between the scene and the sensor, beside the stop: neutral density, diffusion, focusing close. */
export const filterStops = (shot: Pick<Shot, 'ndStops' | 'diffusionStops' | 'focalLengthMm' | 'distanceM'>): number =>
  shot.ndStops + shot.diffusionStops + extensionStops(shot)

/** How a shot’s shutter and frame rate sit against lamps on the mains. */
export const shotFlicker = (shot: Shot, mainsHz: number): Flicker =>
  mainsFlicker(shutterSeconds(shot.shutterDeg, captureRate(shot)), captureRate(shot), mainsHz)
