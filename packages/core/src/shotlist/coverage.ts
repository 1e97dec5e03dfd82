import { figureInFrame, FIGURES, frameInFocus, SHOT_SIZES } from '../optics/index.ts'
import { byId, type Production, type Shot } from '../records/index.ts'
import { isCharacter } from './characters.ts'
import { inFrontOf } from './needed.ts'
import type { ShotSize } from './size.ts'
import { takingOfShot } from './taking.ts'

/** Column of a coverage grid: a size of a person, or a detail without one. */
export type CoverageColumn = ShotSize | 'detail'
export const COVERAGE_COLUMNS: readonly CoverageColumn[] = [...[...SHOT_SIZES].reverse(), 'detail']

export interface CoverageRow {
  /** Who, or null for what has nobody in it. */
  readonly personId: string | null
  readonly name: string
  readonly cells: Readonly<Record<CoverageColumn, readonly Shot[]>>
  /** Shots of which neither a size nor a distance was ever said: they are not claimed to be anything. */
  readonly unsaid: readonly Shot[]
  /** From which sides there is anything of them. */
  readonly sides: readonly string[]
}

export interface Coverage {
  readonly rows: readonly CoverageRow[]
  /** Names of the script's characters that no shot has. */
  readonly uncovered: readonly string[]
}

/** How large a person of middling size comes out in a shot; null where nobody is in it. */
export function sizeInFrame(production: Production, shot: Shot): ShotSize | null {
  if (shot.figure === 'none') return null
  const { used } = takingOfShot(production, shot)
  return figureInFrame(FIGURES[shot.figure], frameInFocus(used, shot.focalLengthMm, shot.distanceM).heightM).size
}

/** What size a shot is: as somebody said, else as it comes out; null where nobody is in it or nobody knows. */
export function sizeOfShot(production: Production, shot: Shot): ShotSize | null {
  if (shot.figure === 'none' || shot.size === 'unknown') return null
  return shot.size === 'auto' ? sizeInFrame(production, shot) : shot.size
}
const isUnsaid = (shot: Shot) => shot.figure !== 'none' && shot.size === 'unknown'

/**
 * A scene's shots by who is in them and how large. A person in the script and in no shot is named; an empty cell is
 * only shown: what a scene needs is for its makers to say.
 */
export function coverage(production: Production, sceneId: string): Coverage {
  const scene = byId(production.scene, sceneId)
  const shots = Object.values(production.shot)
    .filter((shot) => shot.sceneId === sceneId)
    .sort((a, b) => (a.code < b.code ? -1 : 1))
  const peopleIds = [
    ...new Set(shots.flatMap((shot) => (shot.figure === 'none' ? [] : inFrontOf(production, shot)))),
  ].filter((id) => byId(production.person, id))
  const row = (personId: string | null, name: string, own: readonly Shot[]): CoverageRow => ({
    personId,
    name,
    cells: Object.fromEntries(
      COVERAGE_COLUMNS.map((column) => [
        column,
        own.filter((shot) => !isUnsaid(shot) && (sizeOfShot(production, shot) ?? 'detail') === column),
      ]),
    ) as Record<CoverageColumn, Shot[]>,
    unsaid: own.filter(isUnsaid),
    sides: [...new Set(own.map((shot) => shot.side).filter(Boolean))].sort(),
  })
  const nobody = shots.filter((shot) => shot.figure === 'none' || !shot.personIds.some((id) => peopleIds.includes(id)))
  return {
    rows: [
      ...peopleIds.map((id) =>
        row(
          id,
          production.person[id]!.name,
          shots.filter((shot) => shot.figure !== 'none' && inFrontOf(production, shot).includes(id)),
        ),
      ),
      ...(nobody.length > 0 ? [row(null, 'details and places', nobody)] : []),
    ],
    uncovered: (scene?.characters ?? []).filter(
      (character) => !peopleIds.some((id) => isCharacter(production.person[id]!, character)),
    ),
  }
}
