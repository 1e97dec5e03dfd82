import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import { answerChain, bestCardOrder, type ChainProblem, fairShare, readChainFile, simulateChain } from './index.ts'

interface Answer {
  readonly steps: readonly { readonly step: string; readonly reader?: string; readonly person?: string; readonly start_s: number; readonly written_s: number; readonly checked_s: Readonly<Record<string, number>>; readonly end_s: number }[] // prettier-ignore
  readonly safe_s: Readonly<Record<string, number | null>>
  readonly late: readonly string[]
  readonly refused: readonly object[]
  readonly never_begun: readonly string[]
  readonly all_safe_s: number | null
  readonly best_order: { readonly all_safe_s: number | null } | null
}
const { rows } = JSON.parse(readFileSync(new URL('../../vectors/chain.json', import.meta.url), 'utf8')) as {
  rows: readonly { readonly id: string; readonly input: unknown; readonly expected: Answer }[]
}
const problemOf = (input: unknown): ChainProblem => {
  const file = readChainFile(input)
  if (!file.ok) throw new Error(file.error.says)
  return file.value
}
const near = (a: number | null, b: number | null) => {
  if (a === null || b === null) expect(a).toBe(b)
  else expect(Math.abs(a - b)).toBeLessThanOrEqual(Math.max(0.05, 1e-5 * Math.abs(b)))
}

describe('an evening of copying', () => {
  it.each(rows.map((row) => [row.id, row] as const))('%s goes as other programs found', (_, { input, expected }) => {
    const answer = answerChain(problemOf(input)) as Answer
    const stepsBy = (steps: Answer['steps']) => steps.toSorted((a, b) => a.step.localeCompare(b.step))
    const [ours, theirs] = [stepsBy(answer.steps), stepsBy(expected.steps)]
    expect(ours.map(({ step, reader, person }) => ({ step, reader, person }))).toEqual(theirs.map(({ step, reader, person }) => ({ step, reader, person }))) // prettier-ignore
    for (const [i, step] of ours.entries()) {
      for (const key of ['start_s', 'written_s', 'end_s'] as const) near(step[key], theirs[i]![key])
      for (const [drive, at] of Object.entries(theirs[i]!.checked_s)) near(step.checked_s[drive]!, at)
    }
    for (const [card, at] of Object.entries(expected.safe_s)) near(answer.safe_s[card]!, at)
    expect([...answer.late].toSorted()).toEqual([...expected.late].toSorted())
    expect(answer.refused).toEqual(expected.refused)
    expect(answer.never_begun).toEqual(expected.never_begun)
    near(answer.all_safe_s, expected.all_safe_s)
    if (expected.best_order) near(answer.best_order!.all_safe_s, expected.best_order.all_safe_s)
  })

  it('ends no later by the order that is found than by any that is tried, of many cards', () => {
    const problem = problemOf(rows[5]!.input)
    const drives = problem.drives.map((drive) => ({ ...drive, freeBytes: 1e13 }))
    const many = { ...problem, drives, cards: [...problem.cards, ...problem.cards.slice(0, 2).map((card, i) => ({ ...card, id: `more ${i}` }))], order: [0, 1, 2, 3, 4, 5, 6, 7] } // prettier-ignore
    const best = bestCardOrder(many, 300)
    expect(best.course.allSafeS).toBeLessThanOrEqual(simulateChain(many).allSafeS!)
    expect(best.course.allSafeS).toBeLessThanOrEqual(
      simulateChain({ ...many, order: [7, 6, 5, 4, 3, 2, 1, 0] }).allSafeS!,
    )
    expect(simulateChain({ ...many, order: best.order }).allSafeS).toBe(best.course.allSafeS)
  })

  it('goes the same however late it begins, and comes to its end', () => {
    const random = seeded(3)
    for (let round = 0; round < 40; round++) {
      const lateS = 1e5 + 1e6 * random()
      const given = problemOf(rows[round % rows.length]!.input)
      const cards = given.cards.map((card) => ({ ...card, bytes: card.bytes * (1 + random() * 1e-6), readyByS: null }))
      const free = { ...given, cards, people: [{ id: 'p', thereS: [[0, 1e8] as const] }] }
      const late = { ...free, cards: cards.map((card) => ({ ...card, fromS: card.fromS + lateS })), copies: free.copies.map((copy) => ({ ...copy, fromS: copy.fromS + lateS })) } // prettier-ignore
      const [soon, then] = [simulateChain(free).safeS, simulateChain(late).safeS]
      for (const [c, at] of soon.entries()) near(then[c] === null ? null : then[c]! - lateS, at)
    }
  })

  it('refuses a port that hangs on itself, a card twice, a drive nobody has', () => {
    const input = rows[0]!.input as Record<string, object[]>
    const says = (change: object) => {
      const read = readChainFile({ ...input, ...change })
      return read.ok ? null : read.error.says
    }
    expect(says({ ports: [{ id: 'host', bytes_per_s: 1, parent: 'hub 1' }, { id: 'hub 1', bytes_per_s: 1, parent: 'host' }] })).toBe('ports: host hangs on itself.') // prettier-ignore
    expect(says({ cards: [input['cards']![0], input['cards']![0]] })).toBe('cards: card1 is there twice.')
    expect(says({ cards: [{ ...input['cards']![0], to: ['attic'] }] })).toBe('cards: there is no attic among drives.')
    expect(says({ order: ['card1'] })).toBe('order: each card is to be there once.')
  })
})

describe('fair shares', () => {
  it('leave no flow that could rise without taking from one that has no more', () => {
    const random = seeded(9)
    const timesOf = (flow: readonly (readonly [number, number])[], r: number) => flow.find(([one]) => one === r)?.[1] ?? 0 // prettier-ignore
    for (let round = 0; round < 200; round++) {
      const limits = Array.from({ length: 5 }, () => 1 + Math.floor(random() * 20))
      const flows = Array.from({ length: 6 }, () => limits.flatMap((_, r) => (random() < 0.4 ? [[r, 1 + Math.floor(random() * 2)] as const] : []))).filter(({ length }) => length > 0) // prettier-ignore
      const rates = fairShare(limits, flows)
      const used = limits.map((_, r) => flows.reduce((sum, flow, f) => sum + rates[f]! * timesOf(flow, r), 0))
      for (const [r, sum] of used.entries()) expect(sum).toBeLessThanOrEqual(limits[r]! + 1e-9)
      for (const [f, flow] of flows.entries()) {
        const isHeld = flow.some(([r]) => used[r]! > limits[r]! - 1e-9 && flows.every((other, o) => timesOf(other, r) === 0 || rates[o]! <= rates[f]! + 1e-9)) // prettier-ignore
        expect(isHeld).toBe(true)
      }
    }
  })
})
