import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { asId } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { driveForecast, lacksAtLeast } from './driveForecast.ts'

describe('what has no place on the drives', () => {
  test('is nothing where each copy finds a drive of its own, and all of a copy where there are too few drives', () => {
    expect(lacksAtLeast([{ bytes: 10, copies: 2 }], [10, 10])).toBe(0)
    expect(lacksAtLeast([{ bytes: 10, copies: 3 }], [100, 100])).toBe(10)
    expect(lacksAtLeast([{ bytes: 10, copies: 2 }], [])).toBe(20)
    expect(lacksAtLeast([{ bytes: 10, copies: 0 }], [])).toBe(0)
  })
  test('is never said of what somebody could place, and always of what nobody could', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.integer({ min: 0, max: 14 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 3 }),
        (sizes, free, copies) => {
          // Cut as finely as one likes: unit by unit, each onto so many drives, those with most room first.
          const left = [...free]
          let units = sizes.reduce((sum, size) => sum + size, 0)
          const all = units
          let isPlaced = true
          for (; units > 0 && isPlaced; units--) {
            const most = left.map((room, i) => [room, i] as const).sort((a, b) => b[0] - a[0]).slice(0, copies) // prettier-ignore
            isPlaced = most.length === copies && most.every(([room]) => room > 0)
            for (const [, i] of most) left[i]!--
          }
          expect(lacksAtLeast([{ bytes: all, copies }], free) === 0).toBe(isPlaced)
        },
      ),
      { numRuns: 300 },
    ))
})

describe('room on the drives to the end of the job', () => {
  const GB = 1e9
  /** Two days, each of 100 GB by its plan, on drives of these sizes; 50 GB lie on a card. */
  const job = (drives: readonly number[], extra: Parameters<typeof productionWith>[0] = {}) =>
    productionWith({
      rules: { copiesBeforeWipe: 2 },
      camera: { a: { letter: 'A', dataRateMbps: 800 } },
      card: { a1: { label: 'A1', cameraId: asId('a'), capacityGb: 500 } },
      day: { day: { date: '2026-05-14' }, next: { date: '2026-05-15' } },
      shot: { s: { code: '1A', cameraId: asId('a'), takeSeconds: 500, takesExpected: 2 }, t: { code: '2A', cameraId: asId('a'), takeSeconds: 500, takesExpected: 2 } }, // prettier-ignore
      orderItem: { i: { dayId: asId('day'), shotIds: [asId('s')] }, j: { dayId: asId('next'), shotIds: [asId('t')] } },
      run: { r: { dayId: asId('day'), cameraId: asId('a'), recorderId: null, cardId: asId('a1'), startTimecode: '08:00:00:00', startedAt: '2026-05-14T07:00:00Z' } }, // prettier-ignore
      runStop: { x: { runId: asId('r'), timecode: '08:08:20:00', happenedAt: '2026-05-14T07:08:20Z' } },
      drive: Object.fromEntries(drives.map((size, i) => [`d${i}`, { label: `D${i}`, capacityGb: size }])),
      ...extra,
    })
  const lacks = (production: ReturnType<typeof productionWith>) => driveForecast(production, '2026-05-14', Date.parse('2026-05-14T09:00:00Z')).days.map(({ lacksBytes }) => Math.round(lacksBytes / GB)) // prettier-ignore

  test('is enough, or ends on a day with so much that has no place', () => {
    expect(lacks(job([250, 250]))).toEqual([0, 0])
    expect(lacks(job([150, 150]))).toEqual([0, 200])
    // The rule wants two drives: a large one alone holds one copy.
    expect(lacks(job([2000]))).toEqual([150, 250])
  })
  test('what was copied has taken its room, onto whichever drive', () => {
    const copied = { copyRun: { c: { cardId: asId('a1'), driveId: asId('d0'), bytes: 100 * GB, bytesStandFor: 1, outcome: 'incomplete', medium: 'one' } } } // prettier-ignore
    expect(lacks(job([250, 250], copied as never))).toEqual([0, 100])
  })
  test('two drives that are one medium have its room once', () => {
    const run = (driveId: string) => ({ cardId: asId('a1'), driveId: asId(driveId), bytes: 0, bytesStandFor: 1, outcome: 'incomplete', medium: 'one' }) // prettier-ignore
    expect(lacks(job([250, 250], { copyRun: { c: run('d0'), d: run('d1') } } as never))).toEqual([150, 250])
  })
  test('days that are over need no more', () => {
    const { days } = driveForecast(job([150, 150]), '2026-05-15', Date.parse('2026-05-15T09:00:00Z'))
    expect(days.map(({ day, lacksBytes }) => [day.id, Math.round(lacksBytes / GB)])).toEqual([['next', 0]])
  })
})
