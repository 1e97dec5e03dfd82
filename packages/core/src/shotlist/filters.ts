import { type Flicker, mainsFlicker, shutterSeconds } from '../exposure/index.ts'
import type { Shot } from '../records/index.ts'

/** Frames per second at which a shot is taken. */
export const captureRate = (shot: Pick<Shot, 'fpsNum' | 'fpsDen'>): number => shot.fpsNum / shot.fpsDen

/** What stands between the light and the lens: neutral density and diffusion. */
export const filterStops = (shot: Pick<Shot, 'ndStops' | 'diffusionStops'>): number =>
  shot.ndStops + shot.diffusionStops

/** How a shot’s shutter and frame rate sit against lamps on the mains. */
export const shotFlicker = (shot: Shot, mainsHz: number): Flicker =>
  mainsFlicker(shutterSeconds(shot.shutterDeg, captureRate(shot)), captureRate(shot), mainsHz)
