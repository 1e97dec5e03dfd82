import { shutterSeconds } from './exposure.ts'
import { mainsFlicker, steadyShutterDegrees } from './flicker.ts'

/** One link of what lets light through or takes it, against a plain exposure. */
export interface ChainLink {
  readonly name: 'stop' | 'iso' | 'shutter' | 'rate' | 'nd' | 'diffusion' | 'extension' | 'squeeze'
  /** Stops gained (+) or lost (−). */
  readonly stops: number
  readonly says: string
}

export interface ChainOf {
  readonly tStop: number
  readonly iso: number
  readonly shutterDeg: number
  readonly fps: number
  readonly ndStops: number
  readonly diffusion: string
  readonly diffusionStops: number
  readonly squeeze: number
  /** Lost by focusing close, in stops; 0 or left out where it is not worth counting. */
  readonly extensionStops?: number
}

/** What a plain exposure is: this stop, the camera's native index, half a turn at the delivered rate. */
export interface PlainExposure {
  readonly tStop: number
  readonly nativeIso: number
  readonly mostIso: number
  readonly fps: number
}

const number = (value: number) => String(Math.round(value * 100) / 100)

/**
 * The exposure of a shot link by link, each in stops against a plain one at the same light. A squeeze takes nothing
 * that the lens's T-stop does not count already. The sum says how much more (+) or less (−) the sensor gets.
 * @source 2 log2 of stops, log2 of indices, of shutter angles and of frame rates
 */
export function exposureChain(shot: ChainOf, plain: PlainExposure): { links: ChainLink[]; totalStops: number } {
  const grain = shot.iso > plain.mostIso
  const links: ChainLink[] = [
    { name: 'stop', stops: 2 * Math.log2(plain.tStop / shot.tStop), says: `T${number(shot.tStop)}` },
    {
      name: 'iso',
      stops: Math.log2(shot.iso / plain.nativeIso),
      says: `ISO ${shot.iso}${grain ? `, grain above ${plain.mostIso}` : shot.iso === plain.nativeIso ? ', native' : ''}`,
    },
    { name: 'shutter', stops: Math.log2(shot.shutterDeg / 180), says: `${number(shot.shutterDeg)}°` },
    {
      name: 'rate',
      stops: Math.log2(plain.fps / shot.fps),
      says: `${number(shot.fps)} fps${Math.abs(shot.fps / plain.fps - 1) > 0.01 ? ` for ${number(plain.fps)}` : ''}`,
    },
    { name: 'nd', stops: -shot.ndStops, says: shot.ndStops > 0 ? `ND ${number(shot.ndStops * 0.3)}` : 'no ND' },
    {
      name: 'diffusion',
      stops: -shot.diffusionStops,
      says: shot.diffusion || (shot.diffusionStops > 0 ? 'diffusion' : 'no diffusion'),
    },
    ...(shot.extensionStops
      ? [{ name: 'extension' as const, stops: -shot.extensionStops, says: 'the lens stands out to focus close' }]
      : []),
    {
      name: 'squeeze',
      stops: 0,
      says: shot.squeeze > 1 ? `${number(shot.squeeze)}×, counted in the T-stop` : 'none',
    },
  ]
  return { links, totalStops: links.reduce((sum, link) => sum + link.stops, 0) }
}

/** A shutter angle that does not beat, and what it costs against the one that is set. */
export interface SafeAngle {
  readonly shutterDeg: number
  readonly shutterS: number
  readonly stops: number
}

/**
 * Shutter angles that are safe at a rate under lamps on the mains and, if one is in shot, before a screen: the ones
 * whose exposure holds whole half-cycles of the first and whole refreshes of the second. Nearest to the set one first.
 */
export function safeAngles(
  shot: { readonly shutterDeg: number; readonly fps: number },
  mainsHz: number,
  screenHz: number | null,
): SafeAngle[] {
  const halves = screenHz === null ? [mainsHz] : [mainsHz, screenHz / 2]
  const candidates = [...new Set(halves.flatMap((hz) => steadyShutterDegrees(shot.fps, hz)))]
  return candidates
    .filter((deg) =>
      halves.every((hz) => mainsFlicker(shutterSeconds(deg, shot.fps), shot.fps, hz).verdict !== 'beats'),
    )
    .map((deg) => ({
      shutterDeg: Math.round(deg * 1000) / 1000,
      shutterS: shutterSeconds(deg, shot.fps),
      stops: Math.log2(deg / shot.shutterDeg),
    }))
    .sort((a, b) => Math.abs(a.shutterDeg - shot.shutterDeg) - Math.abs(b.shutterDeg - shot.shutterDeg))
}
