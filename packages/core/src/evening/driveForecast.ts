import { contentsOf, wipeRule } from '../cards/index.ts'
import { daysInOrder, planDay } from '../day/index.ts'
import type { Day, Drive, Production } from '../records/index.ts'
import { cardForecast, loggedBytes } from './cardForecast.ts'

/** What a device has room for, as drives: two that were seen to be one medium are one. */
export interface DriveRoom {
  readonly drives: readonly Drive[]
  /** Its size less what the ledger has copied onto it; what else lies there nobody here knows. */
  readonly freeBytes: number
}

/** Whether the drives hold all copies to the end of the job. */
export interface DriveForecast {
  /** Of everything, by the house rule. */
  readonly copies: number
  readonly rooms: readonly DriveRoom[]
  /** On cards now, and with fewer copies than that. */
  readonly waitingBytes: number
  /** Day by day what comes, and how much of all copies up to then has no place; 0 where it may fit. */
  readonly days: readonly { readonly day: Day; readonly comingBytes: number; readonly lacksBytes: number }[]
}

/** What copies have filled of a drive, by the ledger: those that did not end lie there too. */
export const copiedOnto = (production: Production, driveId: string): number =>
  Object.values(production.copyRun).reduce((sum, run) => sum + (run.driveId === driveId ? run.bytes * run.bytesStandFor : 0), 0) // prettier-ignore

/** Each device once, by label. */
export function roomsOf(production: Production): DriveRoom[] {
  const mediumOf = new Map(Object.values(production.copyRun).map(({ driveId, medium }) => [driveId as string, medium]))
  const together = new Map<string, Drive[]>()
  for (const drive of Object.values(production.drive).sort((a, b) => a.label.localeCompare(b.label))) {
    const medium = mediumOf.get(drive.id) || drive.id
    together.set(medium, [...(together.get(medium) ?? []), drive])
  }
  return Array.from(together.values(), (drives) => {
    const whole = Math.max(...drives.map(({ capacityGb }) => capacityGb)) * 1e9
    const used = drives.reduce((sum, { id }) => sum + copiedOnto(production, id), 0)
    return { drives, freeBytes: Math.max(0, whole - used) }
  })
}

/**
 * How much of what has to be copied has no place at least: each copy of a thing lies on another drive, so a drive takes
 * of all things together no more than they are once, and no more than it has room for. What fits by this may still
 * not fit as files are; what does not fit by this fits in no way.
 * @param things bytes, and on how many drives more each has to lie
 * @source McNaughton (1959), the wrap-around rule, with drives for machines
 */
export function lacksAtLeast(
  things: readonly { readonly bytes: number; readonly copies: number }[],
  freeBytes: readonly number[],
): number {
  const once = things.reduce((sum, { bytes, copies }) => sum + (copies > 0 ? bytes : 0), 0)
  const wanted = things.reduce((sum, { bytes, copies }) => sum + bytes * copies, 0)
  const held = freeBytes.reduce((sum, free) => sum + Math.min(free, once), 0)
  return Math.max(0, wanted - held)
}

/**
 * Whether there is room on the drives for what lies on cards now and for what the days to come record, each as often as
 * the house rule wants. By the log, the plan and how takes went so far.
 * @param fromDate days before it are over, as 2026-05-14
 */
export function driveForecast(production: Production, fromDate: string, nowMs: number): DriveForecast {
  const { copies } = wipeRule(production)
  const rooms = roomsOf(production)
  const free = rooms.map(({ freeBytes }) => freeBytes)
  const waiting = contentsOf(production).flatMap(({ card, isOnCard, recordings, copies: made }) =>
    isOnCard && recordings > 0 && made.length < copies
      ? [{ bytes: loggedBytes(production, card), copies: copies - made.length }]
      : [],
  )
  const things = [...waiting]
  const days = daysInOrder(production)
    .filter(({ date }) => date >= fromDate)
    .flatMap((day) => {
      const plan = planDay(production, day.id)
      if (!plan) return []
      const comingBytes = cardForecast(production, plan, nowMs).devices.reduce((sum, one) => sum + one.comingBytes, 0)
      things.push({ bytes: comingBytes, copies })
      return [{ day, comingBytes, lacksBytes: lacksAtLeast(things, free) }]
    })
  return { copies, rooms, waitingBytes: waiting.reduce((sum, { bytes }) => sum + bytes, 0), days }
}
