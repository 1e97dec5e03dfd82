export interface Flicker {
  readonly verdict: 'safe' | 'steady' | 'beats'
  /** Share by which the exposure of a frame can swing either way under a lamp that goes fully dark, 0 to 1. */
  readonly ripple: number
  /** How often it swings on screen, in real time; 0 when every frame is caught at the same point of the wave. */
  readonly beatHz: number
}

/** Below this a swing is not seen. */
const SEEN_RIPPLE = 0.02
/** Slower than one swing in ten minutes counts as standing still. */
const STANDS_STILL_HZ = 1 / 600

/**
 * Does this shutter beat with lamps that follow the mains?
 *
 * Such a lamp brightens twice per cycle. Over an exposure t the swing that remains is |sinc(2 f t)|:
 * none when t holds whole half-cycles (`safe`). Otherwise each frame catches another part of the wave
 * unless the frame rate divides 2 f (`steady`: no beat, but the level depends on luck and drifts
 * with the mains). Lamps with good drivers do not follow the mains; this judges the ones that do.
 * @param shutterS exposure of one frame, more than 0
 */
export function mainsFlicker(shutterS: number, fps: number, mainsHz: number): Flicker {
  const lampHz = 2 * mainsHz
  const x = Math.PI * lampHz * shutterS
  const ripple = Math.abs(Math.sin(x) / x)
  const beatHz = Math.abs(lampHz - Math.round(lampHz / fps) * fps)
  const verdict = ripple < SEEN_RIPPLE ? 'safe' : beatHz < STANDS_STILL_HZ ? 'steady' : 'beats'
  return { verdict, ripple, beatHz: verdict === 'beats' ? beatHz : 0 }
}

/** Every shutter angle up to 360° whose exposure holds whole half-cycles of the mains, smallest first. */
export function steadyShutterDegrees(fps: number, mainsHz: number): number[] {
  const step = (360 * fps) / (2 * mainsHz)
  const count = Math.floor(360 / step + 1e-9)
  return Array.from({ length: count }, (_, i) => step * (i + 1))
}
