import { byId, type Production } from '../records/index.ts'
import { kitDifference, type KitLine, lensesThere, reaches } from './kitNeeds.ts'

/** A thing of which there are no more than are used at once: what stands still when it fails. */
export interface WithoutSpare {
  readonly line: KitLine
  /** Codes of the shots that need it, in alphabetical order. */
  readonly shots: readonly string[]
  /** The share of all shots that these are, 0 to 1. */
  readonly share: number
}

/** Shots that need what a line is of: themselves, by the setup they are lit by, or by the sound of their entry. */
function shotsOf(production: Production, { key, because }: KitLine): readonly string[] {
  const all = Object.values(production.shot)
  const recorder = /^recorder:(.+)$/.exec(key)?.[1]
  if (recorder !== undefined) {
    const items = Object.values(production.orderItem).filter(({ recorderIds }) => recorderIds.some((id) => byId(production.recorder, id)?.letter === recorder)) // prettier-ignore
    return items.flatMap(({ shotIds }) => shotIds.flatMap((id) => byId(production.shot, id)?.code ?? []))
  }
  if (!key.startsWith('lamp:')) return because
  const letters = new Set(because.map((said) => said.replace(/^setup /, '')))
  return all.filter(({ setupId }) => letters.has(byId(production.setup, setupId)?.letter ?? '')).map(({ code }) => code)
}

/**
 * What the plan needs and has no more of than it uses at once, what most shots hang on first. A lens has a spare where
 * another that is there can be set to its length.
 */
export function withoutSpare(production: Production): readonly WithoutSpare[] {
  const count = Object.keys(production.shot).length
  const lenses = lensesThere(production)
  const spares = (line: KitLine): number => {
    const mm = Number(/^lens:(.+)$/.exec(line.key)?.[1] ?? NaN)
    const there = Number.isNaN(mm) ? line.owned + line.rented : lenses.filter((lens) => reaches(lens, mm)).length
    return there - line.count
  }
  return kitDifference(production)
    .filter((line) => line.missing === 0 && spares(line) <= 0)
    .map((line) => {
      const shots = [...new Set(shotsOf(production, line))].toSorted((a, b) =>
        a.localeCompare(b, 'en', { numeric: true }),
      )
      return { line, shots, share: count === 0 ? 0 : shots.length / count }
    })
    .toSorted((a, b) => b.shots.length - a.shots.length || a.line.name.localeCompare(b.line.name))
}
