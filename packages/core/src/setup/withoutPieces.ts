import { buildWork } from '../build/index.ts'
import { type PlacedLamp, type Panel, type Production, removeRecord, type Setup, tryChanges } from '../records/index.ts'
import { ofSetup } from './ofSetup.ts'
import { isOff, ratioAt, readSetup } from './readSetup.ts'

/** A setup with one thing fewer. */
export interface WithoutPiece {
  readonly kind: 'lamp' | 'panel'
  readonly thing: PlacedLamp | Panel
  /** What that saves to build, minutes. */
  readonly savesMin: number
  /** What it changes at the first mark, stops, and the ratio that is left. */
  readonly stops: number
  readonly ratio: number | null
  /** Shots that are further off than is forgiven, and were not. */
  readonly spoils: readonly string[]
}

/** What each lamp and each cloth, flag or board of a setup is good for: the setup without it. What spoils nothing comes first. */
export function withoutPieces(production: Production, setup: Setup): WithoutPiece[] {
  const before = readSetup(production, setup)
  const offBefore = new Set(before.shots.filter(isOff).map(({ shot }) => shot.id))
  const minutes = buildWork(production, setup).minutes
  const first = before.marks[0]
  const things = [
    ...ofSetup(production.lamp, setup).map((thing) => ({ kind: 'lamp' as const, thing })),
    ...ofSetup(production.panel, setup).map((thing) => ({ kind: 'panel' as const, thing })),
  ]
  return things
    .map(({ kind, thing }): WithoutPiece => {
      const tried = tryChanges(production, [kind === 'lamp' ? removeRecord('lamp', thing.id) : removeRecord('panel', thing.id)]) // prettier-ignore
      const after = readSetup(tried, tried.setup[setup.id]!)
      const mark = after.marks[0]
      return {
        kind,
        thing,
        savesMin: minutes - buildWork(tried, tried.setup[setup.id]!).minutes,
        stops: first && mark ? Math.log2(Math.max(mark.reading.totalLux, 1e-3) / Math.max(first.reading.totalLux, 1e-3)) : 0, // prettier-ignore
        ratio: mark ? ratioAt(setup, mark.reading) : null,
        spoils: after.shots.filter((shot) => isOff(shot) && !offBefore.has(shot.shot.id)).map(({ shot }) => shot.code),
      }
    })
    .sort((a, b) => a.spoils.length - b.spoils.length || Math.abs(a.stops) - Math.abs(b.stops))
}
