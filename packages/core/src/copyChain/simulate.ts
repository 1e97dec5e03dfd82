import { fairShare, type Passes } from './fairShare.ts'
import type { ChainCard, ChainCourse, ChainProblem, ChainStep } from './problem.ts'

type Begun = Pick<ChainStep, 'kind' | 'card' | 'of' | 'to' | 'reader' | 'person'>
/** A step while it goes on. */
interface Running {
  readonly step: Begun
  readonly startS: number
  writtenS: number | null
  readonly checkedS: number[]
  /** Somebody is putting the card in until then. */
  readonly flowsFromS: number
  flows: Flow[]
}
interface Flow {
  readonly passes: Passes
  left: number
  /** Index of the target that is read back; null while it is written. */
  readonly checks: number | null
  rate: number
}

/** Bytes, and seconds, that are nothing: rounding of rates times seconds, late in a long night too. */
const NOTHING = 1e-3
const NO_TIME_S = 1e-6
const isOver = ({ left, rate }: Flow) => left <= NOTHING || left <= rate * NO_TIME_S

/** What every flow passes, by one numbering of all limits. */
function passagesOf(problem: ChainProblem) {
  const limits: number[] = []
  const number = (limit: number) => limits.push(limit) - 1
  const ports = problem.ports.map(({ bytesPerS }) => number(bytesPerS))
  const readers = problem.readers.map(({ bytesPerS }) => number(bytesPerS))
  const reads = problem.drives.map(({ readBytesPerS }) => number(readBytesPerS))
  const writes = problem.drives.map(({ writeBytesPerS }) => number(writeBytesPerS))
  const over = (passes: Map<number, number>, port: number) => {
    for (let at: number | null = port; at !== null; at = problem.ports[at]!.parent)
      passes.set(ports[at]!, (passes.get(ports[at]!) ?? 0) + 1)
  }
  const count = (passes: Map<number, number>, resource: number) => passes.set(resource, (passes.get(resource) ?? 0) + 1)
  return {
    limits,
    writing: (from: { reader: number } | { drive: number }, to: readonly number[]): Passes => {
      const passes = new Map<number, number>()
      if ('reader' in from) {
        count(passes, readers[from.reader]!)
        over(passes, problem.readers[from.reader]!.port)
      } else {
        count(passes, reads[from.drive]!)
        over(passes, problem.drives[from.drive]!.port)
      }
      for (const drive of to) {
        count(passes, writes[drive]!)
        over(passes, problem.drives[drive]!.port)
      }
      return [...passes]
    },
    checking: (drive: number): Passes => {
      const passes = new Map<number, number>()
      count(passes, reads[drive]!)
      over(passes, problem.drives[drive]!.port)
      return [...passes]
    },
  }
}

/** It need not be put in: every drive that it would go to has it. */
const isCopied = ({ to, has = [] }: ChainCard) => to.length === 0 && has.length > 0

/** Runs an evening from event to event. */
export function simulateChain(problem: ChainProblem): ChainCourse {
  const passages = passagesOf(problem)
  const free = problem.drives.map(({ freeBytes }) => freeBytes)
  const running: Running[] = []
  const done: ChainStep[] = []
  const refused: ChainCourse['refused'][number][] = []
  const handling: number[] = problem.people.map(() => -Infinity)
  const turns: ('waits' | 'begun' | 'refused')[] = problem.cards.map((card) => (isCopied(card) ? 'begun' : 'waits'))
  const copyTurns: ('waits' | 'begun' | 'refused')[] = problem.copies.map(() => 'waits')
  const endedS: (number | null)[] = problem.cards.map((card) => (isCopied(card) ? card.fromS : null))
  let now = 0

  const tooFull = (card: number, to: readonly number[]) =>
    to.filter((drive) => free[drive]! < problem.cards[card]!.bytes)
  const begin = (step: Begun, flowsFromS: number) => {
    for (const drive of step.to) free[drive]! -= problem.cards[step.card]!.bytes
    running.push({ step, startS: now, writtenS: null, checkedS: step.to.map(() => now), flowsFromS, flows: [] })
  }
  const whoCan = () =>
    problem.people.findIndex(({ thereS }, p) => handling[p]! <= now && thereS.some(([from, until]) => from <= now && now + problem.handlingS <= until)) // prettier-ignore

  const startOffloads = () => {
    for (const r of problem.readers.keys()) {
      if (running.some(({ step }) => step.reader === r)) continue
      for (;;) {
        const card = problem.order.find((c) => turns[c] === 'waits' && problem.cards[c]!.fromS <= now)
        if (card === undefined) break
        const { to } = problem.cards[card]!
        const full = tooFull(card, to)
        if (full.length) {
          turns[card] = 'refused'
          refused.push({ kind: 'offload', card, to, atS: now, full })
          continue
        }
        const person = whoCan()
        if (person >= 0) {
          turns[card] = 'begun'
          handling[person] = now + problem.handlingS
          begin({ kind: 'offload', card, of: null, to, reader: r, person }, now + problem.handlingS)
        }
        break
      }
    }
  }
  const startCopies = () => {
    for (const [i, copy] of problem.copies.entries()) {
      if (copyTurns[i] !== 'waits' || endedS[copy.card] === null || now < copy.fromS) continue
      if (running.some(({ step }) => step.kind === 'copy' && step.to[0] === copy.to)) continue
      const full = tooFull(copy.card, [copy.to])
      copyTurns[i] = full.length ? 'refused' : 'begun'
      if (full.length) refused.push({ kind: 'copy', card: copy.card, to: [copy.to], atS: now, full })
      else begin({ kind: 'copy', card: copy.card, of: copy.of, to: [copy.to], reader: null, person: null }, now)
    }
  }
  /** Flows that come to be at this moment: writing once the card is in, reading back once it is written. */
  const openFlows = () => {
    for (const run of running) {
      const { step } = run
      const bytes = problem.cards[step.card]!.bytes
      if (run.writtenS === null && !run.flows.length && run.flowsFromS <= now) {
        const from = step.reader === null ? { drive: step.of! } : { reader: step.reader }
        run.flows = [{ passes: passages.writing(from, step.to), left: bytes, checks: null, rate: 0 }]
      }
    }
  }
  const closeFlows = () => {
    for (const run of [...running]) {
      const { step } = run
      if (!run.flows.some(isOver)) continue
      if (run.writtenS === null) {
        run.writtenS = now
        const { bytes } = problem.cards[step.card]!
        run.flows = step.to.map((drive, i) => ({ passes: passages.checking(drive), left: bytes, checks: i, rate: 0 }))
        continue
      }
      for (const flow of run.flows) if (isOver(flow)) run.checkedS[flow.checks!] = now
      run.flows = run.flows.filter((flow) => !isOver(flow))
      if (run.flows.length > 0) continue
      running.splice(running.indexOf(run), 1)
      if (step.kind === 'offload') endedS[step.card] = now
      done.push({ ...step, startS: run.startS, writtenS: run.writtenS, checkedS: run.checkedS, endS: now })
    }
  }
  /** When cards, copies and people come, whatever is done until then. */
  const comings = [
    ...new Set([
      ...problem.cards.map(({ fromS }) => fromS),
      ...problem.copies.map(({ fromS }) => fromS),
      ...problem.people.flatMap(({ thereS }) => thereS.map(([from]) => from)),
    ]),
  ].sort((a, b) => a - b)
  /** The next moment at which something changes; all that flow get their shares until then. */
  const nextS = (flows: readonly Flow[]) => {
    const rates = fairShare(
      passages.limits,
      flows.map(({ passes }) => passes),
    )
    let next = comings.find((moment) => moment > now) ?? Infinity
    for (const [i, flow] of flows.entries()) {
      flow.rate = rates[i]!
      if (flow.rate > 0) next = Math.min(next, now + flow.left / flow.rate)
    }
    for (const { flowsFromS } of running) if (flowsFromS > now) next = Math.min(next, flowsFromS)
    for (const moment of handling) if (moment > now) next = Math.min(next, moment)
    return next
  }
  for (;;) {
    closeFlows()
    startOffloads()
    startCopies()
    openFlows()
    const flows = running.flatMap((run) => run.flows)
    const next = nextS(flows)
    if (next === Infinity) break
    for (const flow of flows) flow.left -= flow.rate * (next - now)
    now = next
  }
  return course(problem, done, refused, { turns, copyTurns })
}

function course(
  problem: ChainProblem,
  done: readonly ChainStep[],
  refused: ChainCourse['refused'],
  { turns, copyTurns }: { turns: readonly string[]; copyTurns: readonly string[] },
): ChainCourse {
  const safeS = problem.cards.map(({ has = [] }, card) => {
    const made = done
      .filter((step) => step.card === card)
      .flatMap((step) => step.to.map((drive, i) => ({ drive, atS: step.checkedS[i]! })))
    const checks = [...has.map((drive) => ({ drive, atS: 0 })), ...made].toSorted((a, b) => a.atS - b.atS)
    const holders = new Set<string>()
    for (const [i, { drive, atS }] of checks.entries()) {
      holders.add(problem.drives[drive]!.holder)
      if (i + 1 >= problem.copiesWanted && holders.size >= problem.holdersWanted) return atS
    }
    return null
  })
  const late = problem.cards.flatMap(({ readyByS }, c) => (readyByS !== null && (safeS[c] === null || safeS[c]! > readyByS) ? [c] : [])) // prettier-ignore
  return {
    steps: done.toSorted((a, b) => a.startS - b.startS),
    safeS,
    late,
    refused,
    neverBegun: [
      ...problem.cards.flatMap(({ to }, card) =>
        turns[card] === 'waits' ? [{ kind: 'offload' as const, card, to }] : [],
      ),
      ...problem.copies.flatMap(({ card, to }, i) => (copyTurns[i] === 'waits' ? [{ kind: 'copy' as const, card, to: [to] }] : [])), // prettier-ignore
    ],
    allSafeS: safeS.some((at) => at === null) ? null : Math.max(0, ...(safeS as number[])),
  }
}
