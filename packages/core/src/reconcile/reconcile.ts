/*
 * A day's takes against the files on its cards. Which file is of which take follows from when it was recorded: the
 * device's clock may be off by one constant for the whole day, which is found first, by letting every pair of a file
 * and a take vote for the offset that would bring them together. Then a file is of the take it overlaps. What the
 * label of its timecode says checks it, and stands in where a device has no clock to go by.
 */

export interface LoggedRun {
  readonly take: number
  readonly device: string
  /** As it is on the log, which may be wrong or silent. */
  readonly card: string | null
  /** Label of its first frame in seconds of its day; null where it has none. */
  readonly startLabelS: number | null
}

export interface LoggedTake {
  /** Seconds of one clock for all takes, e.g. since midnight of the day; null where nobody wrote it down. */
  readonly startS: number | null
  readonly endS: number | null
}

export interface FoundFile {
  readonly card: string
  readonly name: string
  readonly device: string
  /** When its recording ended by the device's own clock, in seconds as the takes; null where the file has lost it. */
  readonly endedS: number | null
  readonly durationS: number
  readonly startLabelS: number | null
}

export interface DeviceClock {
  readonly device: string
  /** How far its clock is ahead of the log's, seconds; null where no file and take agree on one. */
  readonly aheadS: number | null
  /** How far its timecode is ahead, in whole hours as seconds; null where it has none. */
  readonly labelAheadS: number | null
  /** Files that lie on takes by that clock, of all that could. */
  readonly agreeing: number
}

export interface Reconciled {
  /** Per logged run, in the order given: the files of it, in order. */
  readonly files: readonly (readonly number[])[]
  /** Shot that day, of no take. */
  readonly unlogged: readonly number[]
  /** Left from an earlier day. */
  readonly old: readonly number[]
  readonly clocks: readonly DeviceClock[]
}

/** A file begins and ends within this of its take, seconds; a little more for how far the log is right. */
const WITHIN_S = 8
const DAY_S = 86400

interface Span {
  readonly fromS: number
  readonly toS: number
}

/** The offset most pairs agree on: the middle of the window with most takes in it. */
function voteFor(differences: readonly { readonly take: number; readonly by: number }[], width: number) {
  const sorted = differences.toSorted((a, b) => a.by - b.by)
  let best = { votes: 0, at: 0 }
  for (let i = 0, j = 0; i < sorted.length; i++) {
    while (j < sorted.length && sorted[j]!.by - sorted[i]!.by <= width) j++
    const within = sorted.slice(i, j)
    const votes = new Set(within.map(({ take }) => take)).size + within.length * 1e-3
    if (votes > best.votes) best = { votes, at: within[within.length >> 1]!.by }
  }
  return best
}

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[values.length >> 1]!

/** What a file's clock says of when it was recorded, off by the device's constant. */
const ownSpan = (file: FoundFile): Span | null =>
  file.endedS === null ? null : { fromS: file.endedS - file.durationS, toS: file.endedS }

/** How far a device's clock is ahead. */
function clockOf(takes: readonly LoggedTake[], runs: readonly LoggedRun[], files: readonly FoundFile[]) {
  const differences = files.flatMap((file) => {
    const span = ownSpan(file)
    return runs.flatMap(({ take }) => {
      const { startS, endS } = takes[take]!
      const by: { take: number; by: number }[] = []
      if (span && startS !== null) by.push({ take, by: span.fromS - startS })
      if (span && endS !== null) by.push({ take, by: span.toS - endS })
      return by
    })
  })
  if (!differences.length) return null
  const { at } = voteFor(differences, 2 * WITHIN_S)
  const near = differences.filter(({ by }) => Math.abs(by - at) <= WITHIN_S).map(({ by }) => by)
  return median(near)
}

const inDay = (seconds: number) => ((((seconds + DAY_S / 2) % DAY_S) + DAY_S) % DAY_S) - DAY_S / 2

/** How far a device's labels are ahead of the log's clock: whole hours, as clocks are set. */
function labelClockOf(
  takes: readonly LoggedTake[],
  pairs: readonly { readonly take: number; readonly file: FoundFile }[],
): number | null {
  const hours = pairs.flatMap(({ take, file }) => {
    const { startS } = takes[take]!
    return file.startLabelS === null || startS === null ? [] : [Math.round(inDay(file.startLabelS - startS) / 3600)]
  })
  return hours.length ? median(hours) * 3600 + 0 : null
}

const overlap = (a: Span, b: Span) => Math.min(a.toS, b.toS) - Math.max(a.fromS, b.fromS)

function spanOfTake({ startS, endS }: LoggedTake): Span | null {
  if (startS === null && endS === null) return null
  // Of a take with one end known, that end.
  return { fromS: startS ?? endS! - 1, toS: endS ?? startS! + 1 }
}

/**
 * Puts files to takes.
 * @param dayStartS the first moment of the day: what ended before it is old
 */
export function reconcile(
  takes: readonly LoggedTake[],
  runs: readonly LoggedRun[],
  files: readonly FoundFile[],
  dayStartS: number,
): Reconciled {
  const of = runs.map((): number[] => [])
  const unlogged: number[] = []
  const old: number[] = []
  const clocks: DeviceClock[] = []
  for (const device of new Set([...runs.map((run) => run.device), ...files.map((file) => file.device)])) {
    const its = runs.flatMap((run, i) => (run.device === device ? [{ ...run, i }] : []))
    const found = files.flatMap((file, i) => (file.device === device ? [{ file, i }] : []))
    const aheadS = clockOf(takes, its, found.map(({ file }) => file)) // prettier-ignore
    const pairs: { take: number; file: FoundFile }[] = []
    for (const { file, i } of found) {
      const own = ownSpan(file)
      const span = own && { fromS: own.fromS - (aheadS ?? 0), toS: own.toS - (aheadS ?? 0) }
      if (span && span.toS < dayStartS) {
        old.push(i)
        continue
      }
      const run = runOf(takes, its, file, span)
      if (run === null) unlogged.push(i)
      else {
        of[run]!.push(i)
        pairs.push({ take: runs[run]!.take, file })
      }
    }
    for (const { i } of its) of[i]!.sort((a, b) => (files[a]!.endedS ?? 0) - (files[b]!.endedS ?? 0) || (files[a]!.startLabelS ?? 0) - (files[b]!.startLabelS ?? 0)) // prettier-ignore
    clocks.push({ device, aheadS: pairs.length ? aheadS : null, labelAheadS: labelClockOf(takes, pairs), agreeing: pairs.length }) // prettier-ignore
  }
  return { files: of, unlogged, old, clocks }
}

/** The run a file is of: the take it overlaps most; by its label where it has no time of its own. */
function runOf(
  takes: readonly LoggedTake[],
  runs: readonly (LoggedRun & { readonly i: number })[],
  file: FoundFile,
  span: Span | null,
): number | null {
  let best: { run: number; by: number } | null = null
  for (const { take, i, startLabelS } of runs) {
    const its = spanOfTake(takes[take]!)
    let by = -Infinity
    if (span && its) by = overlap(span, its)
    else if (startLabelS !== null && file.startLabelS !== null && Math.abs(inDay(file.startLabelS - startLabelS)) < WITHIN_S) by = 1 // prettier-ignore
    if (by > 0 && (!best || by > best.by)) best = { run: i, by }
  }
  return best?.run ?? null
}
