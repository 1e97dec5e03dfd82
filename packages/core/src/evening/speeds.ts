import { seeded } from '../chance/index.ts'
import { type ChainProblem, type ChainStep, simulateChain } from '../copyChain/index.ts'
import { byId, type CardReader, type CopyRun, type Drive, type Id, type Production } from '../records/index.ts'

const MB = 1e6
/** What is assumed of speeds nobody has measured, bytes a second. */
export const ASSUMED = {
  reader: 400 * MB,
  laptop: 1000 * MB,
  hub: 450 * MB,
  fast: { read: 900 * MB, write: 800 * MB },
  slow: { read: 180 * MB, write: 160 * MB },
  /** A line of 40 Mbit/s up and 80 down. */
  upload: { read: 10 * MB, write: 5 * MB },
} as const

/** A speed, and how it is known: written down by somebody, shown by copies that were made, or neither. */
export interface Speed {
  readonly bytesPerS: number
  readonly from: 'measured' | 'learnt' | 'assumed'
}

/** By how much a speed is off, as the spread of its logarithm: of ten, eight are within 1.28 times it. */
const SPREAD: Readonly<Record<Speed['from'], number>> = { measured: 0.04, learnt: 0.08, assumed: 0.16 }

/** Less than that says more of opening files than of the drive. */
const LEAST_BYTES = 1e9
const NEWEST = 5

/** Bytes a second of a run that shows something; a stand-in's bytes show nothing of a drive. */
function shownBy({ bytes, bytesStandFor, startedAt, endedAt, outcome }: CopyRun): number | null {
  const seconds = (Date.parse(endedAt) - Date.parse(startedAt)) / 1000
  return bytesStandFor === 1 && outcome === 'complete' && bytes >= LEAST_BYTES && seconds > 0 ? bytes / seconds : null
}

/** The quickest of the newest runs: what held others up was something else. */
function learnt(runs: readonly CopyRun[]): number | null {
  const shown = runs.toSorted((a, b) => b.version - a.version).flatMap((run) => shownBy(run) ?? [])
  return shown.length > 0 ? Math.max(...shown.slice(0, NEWEST)) : null
}

const speed = (measuredMBps: number | null, shown: number | null, assumed: number): Speed =>
  measuredMBps !== null
    ? { bytesPerS: measuredMBps * MB, from: 'measured' }
    : shown !== null
      ? { bytesPerS: shown, from: 'learnt' }
      : { bytesPerS: assumed, from: 'assumed' }

export interface ReaderSpeed {
  readonly name: string
  /** Which of the ports it hangs on. */
  readonly port: number
  readonly speed: Speed
}

export interface EveningSpeeds {
  /** One for each card that can be read at once; a reader that nobody has listed is one. */
  readonly readers: readonly ReaderSpeed[]
  readonly drives: ReadonlyMap<string, { readonly read: Speed; readonly write: Speed; readonly port: number }>
  /** Machines and hubs; what nobody has said of hangs on the first. */
  readonly ports: readonly PortSpeed[]
}

export interface PortSpeed {
  readonly name: string
  readonly speed: Speed
  /** What it hangs on itself; null for a machine. */
  readonly parent: number | null
}

/** Machines and hubs as a tree: a hub of which nobody has said what it hangs on, or that hangs on itself, hangs on the first machine. */
function portsOf({ hub }: Pick<Production, 'hub'>): {
  ports: readonly PortSpeed[]
  portOf: (hubId: string | null) => number
} {
  const listed = Object.values(hub).toSorted((a, b) => Number(b.is === 'machine') - Number(a.is === 'machine') || a.name.localeCompare(b.name, 'en', { numeric: true })) // prettier-ignore
  const isRoot = listed[0]?.is === 'machine'
  const first = isRoot ? 0 : 1
  const portOf = (hubId: string | null) => Math.max(0, listed.findIndex(({ id }) => id === hubId) + (hubId === null ? 0 : first)) // prettier-ignore
  const hangsOnItself = (id: string) => {
    const seen = new Set<string>()
    let at: string | null = id
    while (at !== null && !seen.has(at)) {
      seen.add(at)
      at = byId(hub, at as Id<'hub'>)?.onId ?? null
    }
    return at !== null
  }
  const ports = listed.map(({ id, name, is, passesMBps, onId }): PortSpeed => ({
    name,
    speed: speed(passesMBps, null, is === 'machine' ? ASSUMED.laptop : ASSUMED.hub),
    parent: is === 'machine' ? null : hangsOnItself(id) ? 0 : portOf(onId),
  }))
  const laptop: PortSpeed = { name: 'laptop', speed: speed(null, null, ASSUMED.laptop), parent: null }
  return { ports: isRoot ? ports : [laptop, ...ports], portOf }
}

/** How quick readers and drives are: as measured, else as copies have shown, else as is assumed. */
export function speedsOf(production: Production): EveningSpeeds {
  const runs = Object.values(production.copyRun)
  const shown = learnt(runs.filter((run) => run.fromDriveId === null))
  const { ports, portOf } = portsOf(production)
  const listed: readonly CardReader[] = Object.values(production.cardReader)
  const ofReader = (reader?: CardReader) => speed(reader?.readMBps ?? null, shown, ASSUMED.reader)
  const readers = listed
    .toSorted((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
    .flatMap((reader) => Array.from({ length: Math.round(reader.cards) }, () => ({ name: reader.name, port: portOf(reader.hubId), speed: ofReader(reader) }))) // prettier-ignore
  const ofDrive = (drive: Drive) => ({
    port: portOf(drive.hubId),
    read: speed(drive.readMBps, null, ASSUMED[drive.speed].read),
    write: speed(drive.writeMBps, learnt(runs.filter(({ driveId }) => driveId === drive.id)), ASSUMED[drive.speed].write), // prettier-ignore
  })
  return {
    readers: readers.length > 0 ? readers : [{ name: 'reader', port: 0, speed: ofReader() }],
    drives: new Map(Object.values(production.drive).map((drive) => [drive.id, ofDrive(drive)])),
    ports,
  }
}

/** How each speed of a problem is known, in its order. */
export interface Known {
  readonly ports: readonly Speed['from'][]
  readonly readers: readonly Speed['from'][]
  readonly drives: readonly { readonly read: Speed['from']; readonly write: Speed['from'] }[]
}

/**
 * The same problem with each speed as it may really be, by itself.
 * @param random numbers from 0 to 1
 * @source Box and Muller (1958) for the normal spread of the logarithm
 */
export function asItMayBe(problem: ChainProblem, known: Known, random: () => number): ChainProblem {
  const off = (from: Speed['from']) =>
    Math.exp(SPREAD[from] * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()))
  return {
    ...problem,
    ports: problem.ports.map((port, i) => ({ ...port, bytesPerS: port.bytesPerS * off(known.ports[i]!) })),
    readers: problem.readers.map((reader, i) => ({ ...reader, bytesPerS: reader.bytesPerS * off(known.readers[i]!) })),
    drives: problem.drives.map((drive, i) => ({
      ...drive,
      readBytesPerS: drive.readBytesPerS * off(known.drives[i]!.read),
      writeBytesPerS: drive.writeBytesPerS * off(known.drives[i]!.write),
    })),
  }
}

const TRIED = 80

/** Where eight of ten lie, seconds. */
export type Range = readonly [early: number, late: number]

/**
 * Between which seconds all is safe and the last card is put in, each eight times in ten, as far as the speeds are known;
 * null where more than one time in ten it never is. Whether cards hold what was forecast is not in it.
 */
export function rangesOf(problem: ChainProblem, known: Known): { readonly safe: Range; readonly putIn: Range } | null {
  const random = seeded(11)
  const courses = Array.from({ length: TRIED }, () => simulateChain(asItMayBe(problem, known, random)))
  const safe = eightOfTen(courses.map(({ allSafeS }) => allSafeS ?? Infinity))
  const putIn = eightOfTen(courses.map(({ steps }) => lastPutIn(steps) ?? 0))
  return Number.isFinite(safe[1]) ? { safe, putIn } : null
}

/** When the last card begins to be put in, seconds; null where none is. */
export const lastPutIn = (steps: readonly ChainStep[]): number | null =>
  steps.reduce<number | null>(
    (last, { reader, startS }) => (reader === null ? last : Math.max(last ?? 0, startS)),
    null,
  )

/** At these places so many of ten are within, on the average over all samples (Weibull, 1939). */
function eightOfTen(values: readonly number[]): Range {
  const sorted = values.toSorted((a, b) => a - b)
  const at = (share: number) => {
    const place = share * (values.length + 1) - 1
    const low = Math.floor(place)
    const [from, to] = [sorted[low]!, sorted[Math.min(low + 1, values.length - 1)]!]
    return Number.isFinite(to) ? from + (place - low) * (to - from) : Infinity
  }
  return [at(0.1), at(0.9)]
}
