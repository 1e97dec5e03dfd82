import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { seeded } from '../chance/index.ts'
import {
  answerReconcile,
  type FoundFile,
  type LoggedRun,
  type LoggedTake,
  readReconcileFile,
  reconcile,
} from './index.ts'

type Lists = Readonly<Record<string, readonly object[]>>
const { rows } = JSON.parse(readFileSync(new URL('../../vectors/reconcile.json', import.meta.url), 'utf8')) as {
  rows: readonly { readonly id: string; readonly input: unknown; readonly expected: Lists }[]
}
const sorted = (list: readonly object[]) => list.map((each) => JSON.stringify(each)).toSorted()

describe('a day of takes and files', () => {
  it.each(rows.map((row) => [row.id, row] as const))('%s is put together as it was made', (_, { input, expected }) => {
    const file = readReconcileFile(input)
    if (!file.ok) throw new Error(file.error.says)
    const answer = answerReconcile(file.value) as Lists
    for (const [key, list] of Object.entries(expected)) {
      if (key === 'clocks') continue
      expect({ [key]: sorted(answer[key]!) }).toEqual({ [key]: sorted(list) })
    }
    const clocks = (lists: Lists) => lists['clocks'] as readonly { device: string; modified_offset_s: number; timecode_offset_s: number | null }[] // prettier-ignore
    for (const clock of clocks(expected)) {
      const ours = clocks(answer).find(({ device }) => device === clock.device)!
      expect(ours.timecode_offset_s).toBe(clock.timecode_offset_s)
      expect(Math.abs(ours.modified_offset_s - clock.modified_offset_s)).toBeLessThanOrEqual(4)
    }
  })

  it('puts no file to a take it is not of, whatever the clock and whatever is missing', () => {
    const random = seeded(21)
    for (let round = 0; round < 100; round++) {
      const { takes, runs, files, truth } = randomDay(random)
      const found = reconcile(takes, runs, files, 0)
      expect(found.files.map((list) => list.map((i) => files[i]!.name))).toEqual(truth)
      expect(found.unlogged.map((i) => files[i]!.name).every((name) => name.startsWith('stray'))).toBe(true)
      expect(found.old.map((i) => files[i]!.name).every((name) => name.startsWith('old'))).toBe(true)
    }
  })

  it('goes by the label where a file has lost its time', () => {
    const takes: LoggedTake[] = [{ startS: 1000, endS: 1060 }]
    const runs: LoggedRun[] = [{ take: 0, device: 'A', card: null, startLabelS: 1000 }]
    const file = (startLabelS: number): FoundFile => ({ card: 'A001', name: 'one', device: 'A', endedS: null, durationS: 62, startLabelS }) // prettier-ignore
    expect(reconcile(takes, runs, [file(998)], 0).files).toEqual([[0]])
    expect(reconcile(takes, runs, [file(1100)], 0)).toMatchObject({ files: [[]], unlogged: [0] })
  })
})

/** A day whose truth is known: one device, a clock that is off, some files missing, split, unlogged or old. */
function randomDay(random: () => number) {
  const off = Math.round((random() - 0.5) * 8000)
  const takes: LoggedTake[] = []
  const runs: LoggedRun[] = []
  const files: FoundFile[] = []
  const truth: string[][] = []
  const near = () => (random() - 0.5) * 6
  const put = (name: string, fromS: number, toS: number) => files.push({ card: 'A001', name, device: 'A', endedS: toS + off, durationS: toS - fromS, startLabelS: null }) // prettier-ignore
  let at = 30_000
  for (let t = 0; t < 12; t++) {
    at += 40 + random() * 400
    const length = 20 + random() * 200
    takes.push({ startS: at, endS: at + length })
    runs.push({ take: t, device: 'A', card: 'A001', startLabelS: null })
    const kind = random()
    if (kind < 0.15) truth.push([])
    else if (kind < 0.25) {
      put(`${t}a`, at + near(), at + length / 2 - 2)
      put(`${t}b`, at + length / 2 + 2, at + length + near())
      truth.push([`${t}a`, `${t}b`])
    } else {
      put(`${t}`, at + near(), at + length + near())
      truth.push([`${t}`])
    }
    at += length
    if (random() < 0.1) put(`stray ${t}`, at + 8, at + 28)
    at += 30
  }
  if (random() < 0.5) put('old 1', -90_000, -89_900)
  return { takes, runs, files, truth }
}
