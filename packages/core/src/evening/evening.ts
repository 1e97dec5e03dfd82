import { driveHeld, placeWords, wipeRule } from '../cards/index.ts'
import {
  bestCardOrder,
  type BestOrder,
  type ChainCourse,
  type ChainDrive,
  type ChainProblem,
} from '../copyChain/index.ts'
import { type DayPlan, dayPlans } from '../day/index.ts'
import type { Camera, Drive, Production, Recorder } from '../records/index.ts'
import { roomsOf } from './driveForecast.ts'
import { type Earlier, earlierWays } from './earlier.ts'
import { type EveningCard, eveningCards, type Sights } from './eveningCards.ts'
import { type Hand, handsOf, thereS } from './hands.ts'
import { type EveningSpeeds, type Known, lastPutIn, rangesOf, speedsOf } from './speeds.ts'

const HANDLING_S = 60
const LONG_PAST_MIN = 36 * 60
const ORDERS_TRIED = 150
const STRAIGHT_TRIED = 30

export interface Evening {
  readonly cards: readonly EveningCard[]
  /** Devices that still record and have no card on the lists: nothing of what they record is in it. */
  readonly without: readonly (Camera | Recorder)[]
  readonly course: ChainCourse
  readonly problem: ChainProblem
  /** Minutes of the day's clock at which the seconds of the course begin: the end of shooting, or now where that is past. */
  readonly startMin: number
  readonly isBegunNow: boolean
  /** That is so long after the day that its clock and who was to copy say nothing any more. */
  readonly isLongPast: boolean
  /** When each card would be safe, minutes of the day's clock; null where it never becomes so. */
  readonly safeMin: readonly (number | null)[]
  /** Drives that cards are copied to, and those that are then copied to from the first of them. */
  readonly first: readonly Drive[]
  readonly later: readonly Drive[]
  readonly speeds: EveningSpeeds
  /** All safe: likely, and between when eight times in ten by what is known of speeds, minutes of the day's clock; null where it never is. */
  readonly allSafeMin: { readonly early: number; readonly likely: number; readonly late: number } | null
  /** The same with every copy made straight onto the slow drives: when, if ever; null where nothing is slow. */
  readonly straight: { readonly safeMin: number | null } | null
  /** What would make it earlier: changes of one thing that were tried, the one that saves most first. */
  readonly earlier: readonly Earlier[]
  /** Who puts cards in, one at least. */
  readonly hands: readonly Hand[]
  /** By when the last card is in, nine times in ten: from then on nobody is needed. Null where none ever is. */
  readonly lastHandMin: number | null
  /** How it goes with sleep and the next call, the later end of the range taken. */
  readonly goes: Goes
  /** Why never, the first of what there is too little of; null where all would be safe. */
  readonly lacks: Lack | null
  /** The next call of the production after this day, on this day's clock. */
  readonly nextCallMin: number | null
  /** Where the house rule wants more places than are known of the drives: nothing would be safe by it. */
  readonly placesShort: { readonly known: number; readonly wanted: number } | null
  /** Drives that have to hold copies and nobody is down as holding: by the house rule they count as one. */
  readonly unheld: readonly Drive[]
}

/**
 * never: not by what there is, or not before the next call; after the call: it may be; waits: a card lies till somebody
 * has slept; while asleep: all cards are in, and it goes on; before sleep; as long as it takes: nobody said when
 * they sleep, and no call follows.
 */
export type Goes = 'never' | 'after the call' | 'waits' | 'while asleep' | 'before sleep' | 'as long as it takes'

/** Room on a drive, known places, somebody who is up, drives, people who hold them; or certainty: more than once in ten it is never. */
export type Lack = 'room' | 'places' | 'hands' | 'drives' | 'holders' | 'certainty'

interface Searched {
  readonly best: BestOrder
  readonly ranges: ReturnType<typeof rangesOf>
  readonly straightS: number | null
  readonly earlier: readonly Earlier[]
}
const kept = new Map<string, Searched>()
const KEPT = 12

/** The best order, how sure its end is and what would be earlier. Most edits leave an evening as it was: the last ones are kept. */
function searched(
  problem: ChainProblem,
  known: Known,
  isWhole: readonly boolean[],
  straight: readonly number[] | null,
): Searched {
  const key = JSON.stringify([problem, known, isWhole, straight])
  let found = kept.get(key)
  if (!found) {
    const best = bestCardOrder(problem, ORDERS_TRIED)
    const ordered = { ...problem, order: best.order }
    const cards = problem.cards.map((card) => ({ ...card, to: (straight ?? []).filter((i) => !card.has?.includes(i)) }))
    const straightS = straight && bestCardOrder({ ...problem, cards, copies: [] }, STRAIGHT_TRIED).course.allSafeS
    found = { best, ranges: rangesOf(ordered, known), earlier: earlierWays(ordered, isWhole), straightS }
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!)
    kept.set(key, found)
  }
  return found
}

/** Days after this one that are worked as it stands: one that is held for bad weather has nothing in its order. */
const daysAfter = (production: Production, { day, clock }: DayPlan, startMin: number): readonly DayPlan[] =>
  dayPlans(production).filter(
    (plan) =>
      plan.day.date > day.date &&
      (plan.day.weatherDayOf === null || plan.items.length > 0) &&
      clock.at(plan.clock.instant(plan.day.callMin)) > startMin,
  )

/** Which drives cards go to, which get their copies from the first of those, and whether they lie in places enough. */
function driveChain(production: Production) {
  const rule = wipeRule(production)
  // Two that were seen to be one medium are lost together: they are one.
  const rooms = roomsOf(production)
  const drives = rooms.map((room) => room.drives[0]!)
  const held = drives.map(({ id }) => driveHeld(production, id))
  const of = (speed: Drive['speed']) => drives.flatMap((drive, i) => (drive.speed === speed ? [i] : []))
  const [fast, slow, uploads] = [of('fast'), of('slow'), of('upload')]
  const quickest = [fast, slow, uploads].find(({ length }) => length > 0) ?? []
  const others = [...slow, ...uploads].filter((i) => !quickest.includes(i))
  const first = quickest.slice(0, Math.max(2, rule.copies - others.length))
  const later = others.slice(0, Math.max(0, rule.copies - first.length))
  const used = [...first, ...later]
  const places = new Set(used.flatMap((i) => (drives[i]!.speed === 'upload' ? drives[i]!.id : (placeWords(held[i]!.place) || [])))) // prettier-ignore
  return {
    rule,
    drives,
    /** Which of them hold what lies on listed drives. */
    among: (driveIds: readonly string[]) => rooms.flatMap((room, i) => (room.drives.some(({ id }) => driveIds.includes(id)) ? [i] : [])), // prettier-ignore
    first,
    later,
    holders: held.map(({ personId }) => personId),
    free: rooms.map(({ freeBytes }) => freeBytes),
    straight: slow.length > 0 ? [...slow, ...fast].slice(0, Math.max(1, used.length)) : null,
    unheld: drives.filter((_, i) => held[i]!.personId === null && used.includes(i)),
    placesShort: places.size >= rule.places ? null : { known: places.size, wanted: rule.places },
  }
}

type Chain = ReturnType<typeof driveChain>

function problemOf(
  { drives, among, first, later, holders, free, rule }: Chain,
  cards: readonly EveningCard[],
  hands: readonly Hand[],
  speeds: EveningSpeeds,
  startMin: number,
  nextCallMin: number | null,
): ChainProblem {
  const readyByS = nextCallMin === null ? null : (nextCallMin - startMin) * 60
  const has = cards.map(({ onDrives }) => among(onDrives))
  return {
    ports: speeds.ports.map(({ name, speed, parent }) => ({ id: name, bytesPerS: speed.bytesPerS, parent })),
    readers: speeds.readers.map(({ name, speed, port }) => ({ id: name, bytesPerS: speed.bytesPerS, port })),
    drives: drives.map(({ id }, i): ChainDrive => {
      const { read, write, port } = speeds.drives.get(id)!
      const holder = holders[i] ?? 'nobody'
      return { id, readBytesPerS: read.bytesPerS, writeBytesPerS: write.bytesPerS, freeBytes: free[i]!, port, holder }
    }),
    cards: cards.map((each, c) => ({
      id: each.card.id,
      bytes: each.loggedBytes + each.plannedBytes,
      fromS: 0,
      to: first.filter((i) => !has[c]!.includes(i)),
      readyByS,
      has: has[c]!,
    })),
    copies: later.flatMap((to) => cards.flatMap((_, card) => (has[card]!.includes(to) ? [] : [{ card, of: first[0]!, to, fromS: 0 }]))), // prettier-ignore
    people: hands.map((hand) => ({ id: hand.person?.id ?? 'somebody', thereS: thereS(hand, startMin) })),
    handlingS: HANDLING_S,
    copiesWanted: rule.copies,
    holdersWanted: rule.holders,
    order: cards.map((_, i) => i),
  }
}

const knownOf = ({ drives }: Chain, speeds: EveningSpeeds): Known => ({
  ports: speeds.ports.map(({ speed }) => speed.from),
  readers: speeds.readers.map(({ speed }) => speed.from),
  drives: drives.map(({ id }) => ({ read: speeds.drives.get(id)!.read.from, write: speeds.drives.get(id)!.write.from })), // prettier-ignore
})

/**
 * What the evening of a day comes to: when each card is copied, read back and safe. Fast drives first, slow ones from
 * them, and what has to be uploaded for the copies that the house rule wants last; cards are put in by whoever is down
 * for it and not asleep, and what is in goes on by itself. A range, since no speed is known exactly. It says what would
 * be, never that it was. Null where no card holds or will hold anything, or there is no drive.
 * @param known what the reader sees on cards now; what time it is, so that an evening that should have begun begins now;
 * and whether an evening before it comes first, with what is on cards already
 */
export function eveningOf(
  production: Production,
  dayPlan: DayPlan,
  { sights = {}, nowMs = null, isLater = false }: { readonly sights?: Sights; readonly nowMs?: number | null; readonly isLater?: boolean } = {}, // prettier-ignore
): Evening | null {
  const all = eveningCards(production, dayPlan, sights, nowMs ?? 0)
  const { without } = all
  const cards = isLater ? all.cards.flatMap((one) => (one.plannedBytes > 0 ? [{ ...one, loggedBytes: 0 }] : [])) : all.cards // prettier-ignore
  const chain = driveChain(production)
  const { drives, rule, first, later } = chain
  if (cards.length === 0 || drives.length === 0) return null
  const { clock } = dayPlan
  const overMin = Math.max(dayPlan.timeline.lastEndMin, ...dayPlan.beside.map((one) => one.timeline.lastEndMin))
  const startMin = nowMs === null ? overMin : Math.max(overMin, Math.ceil(clock.at(nowMs)))
  const following = daysAfter(production, dayPlan, startMin)
  const isLongPast = startMin - overMin > LONG_PAST_MIN
  // Who was to be up that night is not who is up now.
  const hands = handsOf(isLongPast ? { ...production, copyHand: {} } : production, dayPlan, startMin, following)
  const nextCallMin = following[0] ? clock.at(following[0].clock.instant(firstCall(following[0]))) : null
  const speeds = speedsOf(production)
  const problem = problemOf(chain, cards, hands, speeds, startMin, nextCallMin)
  const isWhole = cards.map((each, i) => each.plannedBytes === 0 && !each.isSafe && problem.cards[i]!.to.length > 0)
  const { best, ranges, earlier, straightS } = searched(problem, knownOf(chain, speeds), isWhole, chain.straight)
  const { course } = best
  const at = (seconds: number | null) => (seconds === null ? null : startMin + seconds / 60)
  const likely = at(course.allSafeS)
  const allSafeMin = likely === null || ranges === null || chain.placesShort ? null : { early: Math.min(likely, at(ranges.safe[0])!), likely, late: Math.max(likely, at(ranges.safe[1])!) } // prettier-ignore
  const lastS = lastPutIn(course.steps)
  const lastHandMin = lastHandOf(problem, lastS, startMin, ranges?.putIn[1] ?? 0)
  return {
    cards,
    without,
    course,
    problem: { ...problem, order: best.order },
    startMin,
    isBegunNow: startMin > overMin,
    isLongPast,
    safeMin: course.safeS.map(at),
    allSafeMin,
    speeds,
    first: first.map((i) => drives[i]!),
    later: later.map((i) => drives[i]!),
    straight: chain.straight && { safeMin: at(straightS) },
    earlier: chain.placesShort ? [] : earlier,
    hands,
    lastHandMin,
    goes: goesWith(hands, allSafeMin?.late ?? null, lastHandMin, nextCallMin),
    lacks:
      allSafeMin === null
        ? lackOf(course, first.length + later.length < rule.copies, chain.placesShort !== null)
        : null,
    nextCallMin,
    placesShort: chain.placesShort,
    unheld: chain.unheld,
  }
}

/** Where all that is missing is copies of copies, nobody is needed from the beginning. */
function lastHandOf({ cards }: ChainProblem, lastS: number | null, startMin: number, lateS: number): number | null {
  if (cards.every(({ to }) => to.length === 0)) return startMin
  return lastS === null ? null : startMin + (Math.max(lastS, lateS) + HANDLING_S) / 60
}

const firstCall = ({ day, calls }: DayPlan) => Math.min(day.callMin, ...calls.map(({ callMin }) => callMin))

function lackOf({ refused, neverBegun, allSafeS }: ChainCourse, lacksDrives: boolean, lacksPlaces: boolean): Lack {
  if (refused.length > 0) return 'room'
  if (lacksDrives) return 'drives'
  if (lacksPlaces) return 'places'
  if (neverBegun.some(({ kind }) => kind === 'offload')) return 'hands'
  return allSafeS === null ? 'holders' : 'certainty'
}

function goesWith(
  hands: readonly Hand[],
  lateMin: number | null,
  lastHandMin: number | null,
  nextCallMin: number | null,
): Goes {
  if (lateMin === null || lastHandMin === null) return 'never'
  if (nextCallMin !== null && lateMin > nextCallMin) return 'after the call'
  if (hands.some(({ asleepFromMin }) => asleepFromMin === null)) return 'as long as it takes'
  const asleepMin = Math.max(...hands.map(({ asleepFromMin }) => asleepFromMin!))
  if (lateMin <= asleepMin) return 'before sleep'
  return lastHandMin <= asleepMin ? 'while asleep' : 'waits'
}
