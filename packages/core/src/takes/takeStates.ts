import type { Production, Take, TakeEvent } from '../records/index.ts'

/** A take as it stands after all that was logged about it. */
export interface TakeState {
  readonly take: Take
  readonly verdict: 'good' | 'no-good' | 'open'
  /** Null while it rolls. */
  readonly cutTimecode: string | null
  readonly cutAt: string | null
  readonly notes: readonly string[]
}

/** Folds the ledger of a day: the newest verdict and the first cut count, notes pile up. */
export function takeStates(production: Pick<Production, 'take' | 'takeEvent'>, dayId: string): TakeState[] {
  const events = new Map<string, TakeEvent[]>()
  for (const event of Object.values(production.takeEvent)) {
    const list = events.get(event.takeId)
    if (list) list.push(event)
    else events.set(event.takeId, [event])
  }
  return Object.values(production.take)
    .filter((take) => take.dayId === dayId)
    .sort((a, b) => (a.startedAt < b.startedAt ? -1 : a.startedAt > b.startedAt ? 1 : a.id < b.id ? -1 : 1))
    .map((take) => {
      const own = (events.get(take.id) ?? []).sort((a, b) =>
        a.happenedAt < b.happenedAt ? -1 : a.happenedAt > b.happenedAt ? 1 : a.id < b.id ? -1 : 1,
      )
      const cut = own.find((event) => event.type === 'cut')
      const verdict = own.filter((event) => event.type === 'good' || event.type === 'no-good').at(-1)?.type
      return {
        take,
        cutTimecode: cut?.timecode ?? null,
        cutAt: cut?.happenedAt ?? null,
        verdict: verdict === 'good' || verdict === 'no-good' ? verdict : 'open',
        notes: own.filter((event) => event.type === 'note').map((event) => event.text),
      }
    })
}

/** Shots with at least one good take. */
export const shotsDone = (states: readonly TakeState[]): Set<string> =>
  new Set(states.filter((state) => state.verdict === 'good' && !state.take.wild).flatMap((state) => state.take.shotIds))
