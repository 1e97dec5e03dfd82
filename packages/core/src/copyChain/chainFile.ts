import { z } from 'zod'
import { fail, ok, type Outcome, readWith } from '../outcome/index.ts'
import { bestCardOrder } from './bestOrder.ts'
import type { ChainProblem, ChainStep } from './problem.ts'
import { simulateChain } from './simulate.ts'

/* An evening's copying as a file, for other programs. Names are those of the file, not of this code. */
const seconds = z.number().min(0).max(1e8)
const speed = z.number().positive().max(1e13)
const bytes = z.number().min(0).max(1e17)
const FILE = z.object({
  ports: z.array(z.object({ id: z.string(), bytes_per_s: speed, parent: z.string().nullable() })).max(200),
  readers: z.array(z.object({ id: z.string(), bytes_per_s: speed, port: z.string() })).max(100),
  drives: z
    .array(
      z.object({
        id: z.string(),
        read_bytes_per_s: speed,
        write_bytes_per_s: speed,
        free_bytes: bytes,
        port: z.string(),
        holder: z.string(),
      }),
    )
    .max(100),
  cards: z
    .array(
      z.object({
        id: z.string(),
        bytes,
        from_s: seconds,
        to: z.array(z.string()).min(1),
        ready_by_s: seconds.nullable().default(null),
      }),
    ) // prettier-ignore
    .max(500),
  copies: z
    .array(z.object({ card: z.string(), of: z.string(), to: z.string(), from_s: seconds }))
    .max(2000)
    .default([]),
  people: z.array(z.object({ id: z.string(), there_s: z.array(z.tuple([seconds, seconds])) })).max(100),
  handling_s: seconds,
  copies_wanted: z.int().min(1).max(20),
  holders_wanted: z.int().min(0).max(20),
  order: z.array(z.string()).optional(),
})

/** Reads such a file; refused with what is wrong and where. */
export function readChainFile(asked: unknown): Outcome<ChainProblem, { readonly says: string }> {
  const read = readWith(FILE, asked)
  if (!read.ok) return read
  const file = read.value
  const wrong: string[] = []
  const finder = (list: readonly { id: string }[], name: string) => {
    const index = new Map(list.map(({ id }, i) => [id, i]))
    if (index.size < list.length)
      wrong.push(`${name}: ${list.find(({ id }, i) => index.get(id) !== i)!.id} is there twice.`)
    return (id: string, where: string) => {
      const at = index.get(id)
      if (at === undefined) wrong.push(`${where}: there is no ${id} among ${name}.`)
      return at ?? 0
    }
  }
  const port = finder(file.ports, 'ports')
  const drive = finder(file.drives, 'drives')
  const card = finder(file.cards, 'cards')
  finder(file.readers, 'readers')
  finder(file.people, 'people')
  const problem: ChainProblem = {
    ports: file.ports.map(({ id, bytes_per_s, parent }) => ({ id, bytesPerS: bytes_per_s, parent: parent === null ? null : port(parent, 'ports') })), // prettier-ignore
    readers: file.readers.map((reader) => ({ id: reader.id, bytesPerS: reader.bytes_per_s, port: port(reader.port, 'readers') })), // prettier-ignore
    drives: file.drives.map((each) => ({
      id: each.id,
      readBytesPerS: each.read_bytes_per_s,
      writeBytesPerS: each.write_bytes_per_s,
      freeBytes: each.free_bytes,
      port: port(each.port, 'drives'),
      holder: each.holder,
    })),
    cards: file.cards.map((each) => ({
      id: each.id,
      bytes: each.bytes,
      fromS: each.from_s,
      to: each.to.map((id) => drive(id, 'cards')),
      readyByS: each.ready_by_s,
    })),
    copies: file.copies.map((copy) => ({
      card: card(copy.card, 'copies'),
      of: drive(copy.of, 'copies'),
      to: drive(copy.to, 'copies'),
      fromS: copy.from_s,
    })),
    people: file.people.map(({ id, there_s }) => ({ id, thereS: there_s })),
    handlingS: file.handling_s,
    copiesWanted: file.copies_wanted,
    holdersWanted: file.holders_wanted,
    order: file.order?.map((id) => card(id, 'order')) ?? file.cards.map((_, i) => i),
  }
  if (wrong.length) return fail({ says: wrong[0]! })
  if (new Set(problem.order).size !== problem.cards.length || problem.order.length !== problem.cards.length)
    return fail({ says: 'order: each card is to be there once.' })
  for (const start of problem.ports.keys()) {
    let at: number | null = start
    for (let steps = 0; at !== null; steps++) {
      if (steps > problem.ports.length) return fail({ says: `ports: ${problem.ports[start]!.id} hangs on itself.` })
      at = problem.ports[at]!.parent
    }
  }
  return ok(problem)
}

const inMs = (seconds_: number) => Math.round(seconds_ * 1000) / 1000

/** The answer to such a file: what happens when, and the order of cards that has all of them safe first. */
export function answerChain(problem: ChainProblem): object {
  const course = simulateChain(problem)
  const best = bestCardOrder(problem)
  const nameOf = ({ kind, card, to }: Pick<ChainStep, 'kind' | 'card' | 'to'>) =>
    kind === 'offload' ? `offload ${problem.cards[card]!.id}` : `copy ${problem.cards[card]!.id} to ${problem.drives[to[0]!]!.id}` // prettier-ignore
  return {
    steps: course.steps.map((step) => ({
      step: nameOf(step),
      ...(step.reader === null ? {} : { reader: problem.readers[step.reader]!.id, person: problem.people[step.person!]!.id }), // prettier-ignore
      start_s: inMs(step.startS),
      written_s: inMs(step.writtenS),
      checked_s: Object.fromEntries(step.to.map((drive, i) => [problem.drives[drive]!.id, inMs(step.checkedS[i]!)])),
      end_s: inMs(step.endS),
    })),
    safe_s: Object.fromEntries(problem.cards.map(({ id }, c) => [id, course.safeS[c] === null ? null : inMs(course.safeS[c]!)])), // prettier-ignore
    late: course.late.map((c) => problem.cards[c]!.id),
    refused: course.refused.map((step) => ({ step: nameOf(step), at_s: inMs(step.atS), drives: step.full.map((d) => problem.drives[d]!.id) })), // prettier-ignore
    never_begun: course.neverBegun.map(nameOf),
    all_safe_s: course.allSafeS === null ? null : inMs(course.allSafeS),
    best_order: {
      an_order: best.order.map((c) => problem.cards[c]!.id),
      all_safe_s: best.course.allSafeS === null ? null : inMs(best.course.allSafeS),
      proved: best.isProved,
      orders_tried: best.tried,
    },
  }
}
