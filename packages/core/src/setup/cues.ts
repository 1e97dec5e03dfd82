import { type LightCue, type PlacedLamp, type Production, type Setup, tryChanges, updateRecord } from '../records/index.ts' // prettier-ignore
import { lampsOfSetup, readSetup, type ShotReading } from './readSetup.ts'

/** A cue of a setup, and the light once it has been worked. */
export interface CueRead {
  readonly cue: LightCue
  /** Lamps whose level it changes, and from what. */
  readonly changes: readonly { readonly lamp: PlacedLamp; readonly fromPct: number; readonly toPct: number }[]
  /** The shots it is for, as they come out after it. */
  readonly shots: readonly ShotReading[]
}

/** Cues of a setup in their order. */
export const cuesOfSetup = (production: Production, setup: Setup): LightCue[] =>
  Object.values(production.lightCue)
    .filter((cue) => cue.setupId === setup.id)
    .sort((a, b) => (a.rank < b.rank ? -1 : 1))

/** Each cue of a setup with the light after it: cues of one shot come one upon the other, those of none upon all. */
export function readCues(production: Production, setup: Setup): CueRead[] {
  const levels = new Map<string, Map<string, number>>()
  return cuesOfSetup(production, setup).map((cue): CueRead => {
    const before = levels.get(cue.shotId ?? '') ?? new Map<string, number>()
    const after = new Map([...before, ...Object.entries(cue.levels)])
    levels.set(cue.shotId ?? '', after)
    const lamps = lampsOfSetup(production, setup.id)
    const was = (lamp: PlacedLamp) => before.get(lamp.id) ?? lamp.levelPct
    const tried = tryChanges(
      production,
      lamps.flatMap((lamp) => (after.has(lamp.id) ? [updateRecord('lamp', lamp.id, { levelPct: after.get(lamp.id)! })] : [])), // prettier-ignore
    )
    const reading = readSetup(tried, tried.setup[setup.id]!)
    return {
      cue,
      changes: lamps.flatMap((lamp) => (lamp.id in cue.levels ? [{ lamp, fromPct: was(lamp), toPct: cue.levels[lamp.id]! }] : [])), // prettier-ignore
      shots: reading.shots.filter(({ shot }) => cue.shotId === null || shot.id === cue.shotId),
    }
  })
}
