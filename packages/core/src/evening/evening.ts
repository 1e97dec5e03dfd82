import {
  cardHistory,
  type CardSight,
  driveHeld,
  mayWipe,
  placeWords,
  rateOfDevice,
  recordedOn,
  wipeRule,
} from '../cards/index.ts'
import {
  bestCardOrder,
  type BestOrder,
  type ChainCourse,
  type ChainDrive,
  type ChainProblem,
  simulateChain,
} from '../copyChain/index.ts'
import { allItems, daysInOrder, type DayPlan, planDay } from '../day/index.ts'
import { takeBytes } from '../media/index.ts'
import type { Card, Drive, Production } from '../records/index.ts'
import { type Earlier, earlierWays } from './earlier.ts'
import { copiedOnto } from './driveForecast.ts'
import { type EveningSpeeds, type Known, safeRange, speedsOf } from './speeds.ts'
import { runSeconds, shotsClosed, shotMarks, takeStates } from '../takes/index.ts'

const HANDLING_S = 60
const ORDERS_TRIED = 150

/** A card of the evening, with what it will hold. */
export interface EveningCard {
  readonly card: Card
  /** By the log, and by what of the order is still to be shot. */
  readonly loggedBytes: number
  readonly plannedBytes: number
  /** More than it has room for. */
  readonly isOver: boolean
  /** What is on it now has all the copies that the house rule wants. */
  readonly isSafe: boolean
  /** Minutes of the day's clock from which on it can be copied, and when it is safe; null where it never becomes so. */
  readonly fromMin: number
  readonly safeMin: number | null
}

export interface Evening {
  readonly cards: readonly EveningCard[]
  readonly course: ChainCourse
  readonly problem: ChainProblem
  /** Minutes of the day's clock at which the seconds of the course begin. */
  readonly startMin: number
  /** Drives that cards are copied to, and those that are then copied to from the first of them. */
  readonly first: readonly Drive[]
  readonly later: readonly Drive[]
  readonly speeds: EveningSpeeds
  /** All safe: likely, and between when eight times in ten by what is known of speeds, minutes of the day's clock; null where it never is. */
  readonly allSafeMin: { readonly early: number; readonly likely: number; readonly late: number } | null
  /** The same with every copy made straight onto the slow drives. */
  readonly straightMin: number | null
  /** What would make it earlier: changes of one thing that were tried, the one that saves most first. */
  readonly earlier: readonly Earlier[]
  /** The next call of the production after this day, on this day's clock; and the latest to bed before it. */
  readonly nextCallMin: number | null
  readonly toBedMin: number | null
  /** Where the house rule wants more places than are known of the drives: nothing would be safe by it. */
  readonly placesShort: { readonly known: number; readonly wanted: number } | null
  /** Drives that have to hold copies and nobody is down as holding: by the house rule they count as one. */
  readonly unheld: readonly Drive[]
}

/** Bytes that the rest of a day will leave with each camera. */
function plannedBytes(production: Production, dayPlan: DayPlan): ReadonlyMap<string, number> {
  const states = takeStates(production, dayPlan.day.id)
  const done = shotsClosed(states, shotMarks(production.shotMark, dayPlan.day.id))
  const bytes = new Map<string, number>()
  for (const { shotIds } of allItems(dayPlan))
    for (const id of shotIds) {
      const shot = production.shot[id]
      const camera = shot?.cameraId ? production.camera[shot.cameraId] : undefined
      if (!shot || !camera || done.has(id)) continue
      bytes.set(camera.id, (bytes.get(camera.id) ?? 0) + takeBytes(rateOfDevice(camera), shot.takeSeconds, shot.takesExpected)) // prettier-ignore
    }
  return bytes
}

/** What the reader sees now, by card: one whose copies lack something is still to be copied. */
type Sights = Readonly<Record<string, CardSight>>

/** What each card will hold: what is logged on it, and what its camera still shoots, filling cards that have room. */
function cardsOf(production: Production, dayPlan: DayPlan, sights: Sights) {
  const coming = new Map(plannedBytes(production, dayPlan))
  const rule = wipeRule(production)
  const byLabel = (a: Card, b: Card) => a.label.localeCompare(b.label, 'en', { numeric: true })
  const cards = Object.values(production.card).toSorted(byLabel)
  return cards.flatMap((card, i) => {
    const device = card.cameraId ? production.camera[card.cameraId] : card.recorderId ? production.recorder[card.recorderId] : undefined // prettier-ignore
    const seconds = recordedOn(production, card.id).runs.reduce((sum, run) => sum + (runSeconds(run) ?? 0), 0)
    const loggedBytes = device ? takeBytes(rateOfDevice(device), seconds, 1) : 0
    const left = device ? (coming.get(device.id) ?? 0) : 0
    const isLast = !cards
      .slice(i + 1)
      .some((other) => other.cameraId === card.cameraId && other.recorderId === card.recorderId)
    const room = card.capacityGb * 1e9 - loggedBytes
    const plannedHere = isLast ? left : Math.max(0, Math.min(left, room))
    if (device) coming.set(device.id, left - plannedHere)
    const isSafe = mayWipe(cardHistory(production, card.id), rule, sights[card.id] ?? null).may
    if (loggedBytes + plannedHere === 0 || (isSafe && plannedHere === 0)) return []
    return [{ card, loggedBytes, plannedBytes: plannedHere, isOver: loggedBytes + plannedHere > card.capacityGb * 1e9, isSafe }] // prettier-ignore
  })
}

type Searched = { readonly best: BestOrder; readonly range: ReturnType<typeof safeRange> }
let last: { readonly key: string; readonly found: Searched } | null = null

/** The best order and how sure its end is. Most edits of a day leave the evening as it was: the last one is kept. */
function searched(problem: ChainProblem, known: Known): Searched {
  const key = JSON.stringify([problem, known])
  if (last?.key !== key) {
    const best = bestCardOrder(problem, ORDERS_TRIED)
    last = { key, found: { best, range: safeRange({ ...problem, order: best.order }, known) } }
  }
  return last.found
}

function nextCall(production: Production, dayPlan: DayPlan): number | null {
  const next = daysInOrder(production).find(({ date }) => date > dayPlan.day.date)
  const plan = next && planDay(production, next.id)
  if (!plan) return null
  const first = Math.min(plan.day.callMin, ...plan.calls.map(({ callMin }) => callMin))
  return dayPlan.clock.at(plan.clock.instant(first))
}

/**
 * What the evening of a day comes to: when each card is copied, read back and safe. Fast drives first, slow ones from
 * them, and what has to be uploaded for the copies that the house rule wants last; a range, since no speed is known exactly. It says what would be, never that it was.
 * Null where no card holds or will hold anything, or there is no drive.
 */
export function eveningOf(production: Production, dayPlan: DayPlan, sights: Sights = {}): Evening | null {
  const cards = cardsOf(production, dayPlan, sights)
  const drives = Object.values(production.drive).toSorted((a, b) => a.label.localeCompare(b.label))
  if (!cards.length || !drives.length) return null
  const rule = wipeRule(production)
  const fast = drives.flatMap((drive, i) => (drive.speed === 'fast' ? [i] : []))
  const slow = drives.flatMap((drive, i) => (drive.speed === 'slow' ? [i] : []))
  const uploads = drives.flatMap((drive, i) => (drive.speed === 'upload' ? [i] : []))
  const quickest = [fast, slow, uploads].find(({ length }) => length > 0) ?? []
  const others = [...slow, ...uploads].filter((i) => !quickest.includes(i))
  const first = quickest.slice(0, Math.max(2, rule.copies - others.length))
  const later = others.slice(0, Math.max(0, rule.copies - first.length))
  const startMin = Math.max(dayPlan.timeline.lastEndMin, ...dayPlan.beside.map((one) => one.timeline.lastEndMin))
  const held = drives.map((drive) => driveHeld(production, drive.id).personId)
  const places = new Set([...first, ...later].flatMap((i) => (drives[i]!.speed === 'upload' ? drives[i]!.id : placeWords(driveHeld(production, drives[i]!.id).place) || []))) // prettier-ignore
  const isApart = places.size >= rule.places
  const speeds = speedsOf(production)
  const chainDrives = drives.map((drive, i): ChainDrive => ({
    id: drive.id,
    readBytesPerS: speeds.drives.get(drive.id)!.read.bytesPerS,
    writeBytesPerS: speeds.drives.get(drive.id)!.write.bytesPerS,
    freeBytes: drive.capacityGb * 1e9 - copiedOnto(production, drive.id),
    port: speeds.drives.get(drive.id)!.port,
    holder: held[i] ?? 'nobody',
  }))
  const problem: ChainProblem = {
    ports: speeds.ports.map(({ name, speed, parent }) => ({ id: name, bytesPerS: speed.bytesPerS, parent })),
    readers: speeds.readers.map(({ name, speed, port }) => ({ id: name, bytesPerS: speed.bytesPerS, port })),
    drives: chainDrives,
    cards: cards.map((each) => ({ id: each.card.id, bytes: each.loggedBytes + each.plannedBytes, fromS: 0, to: first, readyByS: null })), // prettier-ignore
    copies: later.flatMap((to) => cards.map((_, card) => ({ card, of: first[0]!, to, fromS: 0 }))),
    people: [{ id: 'somebody', thereS: [[0, 48 * 3600]] }],
    handlingS: HANDLING_S,
    copiesWanted: rule.copies,
    holdersWanted: rule.holders,
    order: cards.map((_, i) => i),
  }
  const { best, range } = searched(problem, {
    ports: speeds.ports.map(({ speed }) => speed.from),
    readers: speeds.readers.map(({ speed }) => speed.from),
    drives: drives.map(({ id }) => ({ read: speeds.drives.get(id)!.read.from, write: speeds.drives.get(id)!.write.from })), // prettier-ignore
  })
  const ordered = { ...problem, order: best.order }
  const at = (seconds: number | null) => (seconds === null ? null : startMin + seconds / 60)
  const likely = at(best.course.allSafeS)
  const direct = [...slow, ...fast].slice(0, Math.max(1, first.length + later.length))
  const straight = slow.length ? simulateChain({ ...ordered, cards: problem.cards.map((card) => ({ ...card, to: direct })), copies: [] }) : null // prettier-ignore
  const nextCallMin = nextCall(production, dayPlan)
  return {
    cards: cards.map((each, c) => ({ ...each, fromMin: startMin, safeMin: at(best.course.safeS[c]!) })),
    course: best.course,
    problem: ordered,
    startMin,
    allSafeMin: likely === null || range === null || !isApart ? null : { early: Math.min(likely, at(range[0])!), likely, late: Math.max(likely, at(range[1])!) }, // prettier-ignore
    speeds,
    first: first.map((i) => drives[i]!),
    later: later.map((i) => drives[i]!),
    straightMin: straight && at(straight.allSafeS),
    earlier: !isApart
      ? []
      : earlierWays(
          ordered,
          cards.map((each) => each.plannedBytes === 0 && !each.isSafe),
        ),
    nextCallMin,
    toBedMin: nextCallMin === null ? null : nextCallMin - SLEEP_MIN,
    placesShort: isApart ? null : { known: places.size, wanted: rule.places },
    unheld: drives.filter((_, i) => held[i] === null && [...first, ...later].includes(i)),
  }
}

/** Sleep and the way there and back: less is no night. */
const SLEEP_MIN = 8 * 60
