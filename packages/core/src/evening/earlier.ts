import { type ChainProblem, simulateChain } from '../copyChain/index.ts'
import { lastPutIn } from './speeds.ts'

/** What would end an evening's copying earlier, and when all would be safe then, seconds from its beginning. */
export type Earlier =
  /** One reader more, as quick as the quickest there is. */
  | { readonly way: 'reader'; readonly allSafeS: number }
  /** Nothing on a hub: all of it straight on the first machine. */
  | { readonly way: 'no hub'; readonly allSafeS: number }
  /** A drive as quick as the quickest in place of the one that has the second copies. */
  | { readonly way: 'quicker drive'; readonly drive: number; readonly allSafeS: number }
  /** Somebody who would sleep stays up until the last card is in, seconds. */
  | { readonly way: 'awake'; readonly person: number; readonly untilS: number; readonly allSafeS: number }
  /** Cards that nothing more comes onto, copied and checked before the end of shooting. */
  | { readonly way: 'before'; readonly cards: readonly number[]; readonly allSafeS: number }

/** A change that saves less is not worth a sentence, seconds. */
const WORTH_S = 120

/**
 * Changes of one thing that were tried, each in the same order of cards; the one that saves most first.
 * @param isWhole by card: whether nothing more comes onto it
 */
export function earlierWays(problem: ChainProblem, isWhole: readonly boolean[]): readonly Earlier[] {
  const allSafeS = simulateChain(problem).allSafeS ?? Infinity
  const quickest = <T>(all: readonly T[], speedOf: (one: T) => number) => all.reduce((a, b) => (speedOf(b) > speedOf(a) ? b : a)) // prettier-ignore
  const of = (changed: Partial<ChainProblem>) => simulateChain({ ...problem, ...changed }).allSafeS ?? Infinity
  const reader = quickest(problem.readers, ({ bytesPerS }) => bytesPerS)
  const drive = quickest(problem.drives, ({ writeBytesPerS }) => writeBytesPerS)
  const whole = problem.cards.flatMap((_, card) => (isWhole[card] ? [card] : []))
  const straight = <T extends { readonly port: number }>(all: readonly T[]) => all.map((one) => ({ ...one, port: 0 }))
  const isOnHub = [...problem.readers, ...problem.drives].some(({ port }) => port !== 0)
  const ways: readonly Earlier[] = [
    { way: 'reader', allSafeS: of({ readers: [...problem.readers, { ...reader, id: 'one more', port: 0 }] }) },
    ...(isOnHub ? [{ way: 'no hub', allSafeS: of({ readers: straight(problem.readers), drives: straight(problem.drives) }) } as const] : []), // prettier-ignore
    ...[...new Set(problem.copies.map(({ to }) => to))].map((to) => {
      const { readBytesPerS, writeBytesPerS } = drive
      const drives = problem.drives.map((one, i) => (i === to ? { ...one, readBytesPerS, writeBytesPerS } : one))
      return { way: 'quicker drive', drive: to, allSafeS: of({ drives }) } as const
    }),
    ...problem.people.flatMap((_, person) => stayingUp(problem, person)),
    ...(whole.length > 0 && whole.length < problem.cards.length
      ? [
          {
            way: 'before',
            cards: whole,
            allSafeS: simulateChain(without(problem, whole)).allSafeS ?? Infinity,
          } as const,
        ]
      : []),
  ]
  return ways
    .filter((one) => Number.isFinite(one.allSafeS) && one.allSafeS <= allSafeS - WORTH_S)
    .toSorted((a, b) => a.allSafeS - b.allSafeS)
}

/** Somebody who stays up for as long as cards have to be put in, if that is longer than they would. */
function stayingUp(problem: ChainProblem, person: number): readonly (Earlier & { readonly way: 'awake' })[] {
  const [first, ...rest] = problem.people[person]!.thereS
  // Up again before the cards are wanted; or not at all, and then until that.
  const endS = rest.at(-1)?.[1] ?? Math.max(0, ...problem.cards.map(({ readyByS }) => readyByS ?? 0))
  if (!first || endS <= first[1]) return []
  const until = (untilS: number) => {
    const people = problem.people.map((one, p) => (p === person ? { ...one, thereS: [[first[0], untilS] as const, ...rest.filter(([from]) => from > untilS)] } : one)) // prettier-ignore
    return simulateChain({ ...problem, people })
  }
  const last = lastPutIn(until(endS).steps)
  if (last === null || last < first[1]) return []
  // Cards come late too: what somebody stays up for is not cut to the second.
  const untilS = last + problem.handlingS + SPARE_S
  return [{ way: 'awake', person, untilS, allSafeS: until(untilS).allSafeS ?? Infinity }]
}
const SPARE_S = 15 * 60

/** The same without some of its cards; the room that they take on drives stays taken. */
function without(problem: ChainProblem, cards: readonly number[]): ChainProblem {
  const kept = problem.cards.flatMap((_, card) => (cards.includes(card) ? [] : [card]))
  const bytesOn = (drive: number) =>
    cards.reduce((sum, card) => {
      const isOn = problem.cards[card]!.to.includes(drive) || problem.copies.some((copy) => copy.card === card && copy.to === drive) // prettier-ignore
      return sum + (isOn ? problem.cards[card]!.bytes : 0)
    }, 0)
  return {
    ...problem,
    cards: kept.map((card) => problem.cards[card]!),
    drives: problem.drives.map((drive, i) => ({ ...drive, freeBytes: drive.freeBytes - bytesOn(i) })),
    copies: problem.copies.flatMap((copy) => (kept.includes(copy.card) ? [{ ...copy, card: kept.indexOf(copy.card) }] : [])), // prettier-ignore
    order: problem.order.flatMap((card) => (kept.includes(card) ? [kept.indexOf(card)] : [])),
  }
}
