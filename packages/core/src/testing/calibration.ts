import { seeded } from '../chance/index.ts'
import { learntByKind, normals, overBy, type PlannedEntry, simulateDays, USUAL_SPREAD } from '../estimates/index.ts'

/** How often what was said to be so sure came true, over productions whose true spread the estimate does not see. */
export interface Calibration {
  readonly said: number
  /** Shares of productions, 0 to 1. */
  readonly before: number
  readonly after: number
}

const SAID = [0.5, 0.8, 0.9]
const KINDS = ['stands', 'turned', 'lit', 'moved']

/**
 * Random productions with a pace and a spread of their own, and kinds of work that each run over in a way of theirs; a
 * day's end is said before anything is known of them, and again after one day of theirs.
 */
export function calibration(productions: number, runs: number, seed: number): Calibration[] {
  const chance = seeded(seed)
  const normal = normals(chance)
  const within = (least: number, most: number) => least + chance() * (most - least)
  const dayOf = () =>
    Array.from({ length: Math.round(within(8, 30)) }, (_, i): PlannedEntry => {
      const kind = KINDS[Math.floor(chance() ** 2 * KINDS.length)]!
      const changeMin = kind === KINDS[0] ? 0 : within(5, 30)
      return { id: `e${i}`, kind, changeMin, workMin: changeMin + within(8, 45), restMin: chance() < 0.08 ? 45 : 0, notBeforeMin: null, dueMin: null } // prettier-ignore
    })
  const counts = SAID.map((said) => ({ said, before: 0, after: 0 }))
  for (let production = 0; production < productions; production++) {
    // Wider and narrower, slower and faster than what is usual: not drawn from what the estimate believes.
    const pace = within(-0.15, 0.25)
    const deviation = within(0.2, 0.5)
    const ownPace = new Map(KINDS.map((kind) => [kind, within(-0.2, 0.2)]))
    const live = (entries: readonly PlannedEntry[]) => entries.map(({ workMin, kind }) => workMin * Math.exp(pace + ownPace.get(kind!)! + deviation * normal())) // prettier-ignore
    const endOf = (entries: readonly PlannedEntry[], took: readonly number[]) =>
      entries.reduce((now, { restMin }, i) => now + took[i]! + restMin, 0)
    const [first, second] = [dayOf(), dayOf()]
    const took = live(first)
    const known = learntByKind(USUAL_SPREAD, took.map((minutes, i) => ({ kind: first[i]!.kind!, ratio: minutes / first[i]!.workMin }))) // prettier-ignore
    const before = simulateDays(first, 0, USUAL_SPREAD, { runs, seed: production })
    const after = simulateDays(second, 0, known, { runs, seed: production })
    const [firstEnd, secondEnd] = [endOf(first, took), endOf(second, live(second))]
    for (const count of counts) {
      if (firstEnd <= overBy(before, count.said)) count.before++
      if (secondEnd <= overBy(after, count.said)) count.after++
    }
  }
  return counts.map(({ said, before, after }) => ({ said, before: before / productions, after: after / productions }))
}
