import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { planDay } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { type Evening, eveningAnswer, eveningHands, eveningOf, longDays } from './index.ts'

type Given = Parameters<typeof productionWith>[0]
/** Two cameras, a card of 180 GB each; Maren is down for two days, and copies on the first. */
const made = (hand: object | null, given: Given = {}) =>
  productionWith({
    camera: { A: { letter: 'A', dataRateMbps: 800 }, B: { letter: 'B', dataRateMbps: 800 } },
    card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 512 }, B1: { label: 'B1', cameraId: 'B', capacityGb: 512 } },
    drive: { S1: { label: 'S1', speed: 'fast' }, S2: { label: 'S2', speed: 'fast' } },
    shot: { a: { code: '1A', cameraId: 'A', takeSeconds: 900, takesExpected: 2 }, b: { code: '1B', cameraId: 'B', takeSeconds: 900, takesExpected: 2 } }, // prettier-ignore
    orderItem: { first: { shotIds: ['a', 'b'], minutes: 120 } },
    day: { day: { date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin: 600 } },
    person: { maren: { name: 'Maren', needed: 'all-day' } },
    attendance: { one: { personId: 'maren', dayId: 'day' }, two: { personId: 'maren', dayId: 'next' } },
    ...(hand && { copyHand: { h: { personId: 'maren', ...hand } } }),
    ...given,
  })
const planOf = (production: ReturnType<typeof made>) => planDay(production, 'day')!
const eveningFor = (production: ReturnType<typeof made>, nowMs: number | null = null) => eveningOf(production, planOf(production), { nowMs })! // prettier-ignore
const says = (production: ReturnType<typeof made>) => eveningAnswer(production, eveningFor(production), planOf(production).clock.text) // prettier-ignore
const START = 1260

describe('who puts cards in', () => {
  test('is asleep by what was written, else eight hours before their own next call, up an hour before it', () => {
    const [written] = eveningFor(made({ asleepFromMin: 1380, asleepUntilMin: 390 })).hands
    expect(written).toMatchObject({ fromMin: START, asleepFromMin: 1380, asleepUntilMin: 1440 + 390, callMin: 1440 + 600, calledMin: 1140 }) // prettier-ignore
    const [called] = eveningFor(made({})).hands
    expect(called).toMatchObject({ asleepFromMin: 1440 + 120, asleepUntilMin: 1440 + 540 })
    const [somebody] = eveningFor(made(null)).hands
    expect(somebody).toMatchObject({ person: null, asleepFromMin: 1440 + 120 })
    // After a night's shoot there is no night: an hour is stayed up for, and nobody was asleep before it.
    const short = made({}, { day: { day: { date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin: 240 } } }) // prettier-ignore
    expect(eveningFor(short).hands[0]).toMatchObject({ asleepFromMin: START + 60, asleepUntilMin: 1440 + 180 })
    // A day that is held for bad weather calls nobody, and no call means that nobody knows.
    const held = eveningFor(made({}, { day: { day: { date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin: 600, weatherDayOf: 'day' } } })) // prettier-ignore
    expect([held.nextCallMin, held.hands[0]!.asleepFromMin, held.goes]).toEqual([null, null, 'as long as it takes'])
  })

  test('times are those of this night: one of an hour ago is not one of tomorrow', () => {
    const times = (hand: object) => eveningFor(made(hand)).hands[0]!
    expect(times({ asleepFromMin: 1200 }).asleepFromMin).toBe(1200)
    expect(times({ asleepFromMin: 30 }).asleepFromMin).toBe(1470)
    expect(times({ fromMin: 60 }).fromMin).toBe(1500)
    expect(times({ fromMin: 1000 }).fromMin).toBe(START)
    // On the night when clocks go back, five hours of sleep from 23:00 end at 03:00 as clocks show it then.
    const night = eveningFor(made({ asleepFromMin: 1380, asleepUntilMin: 180 }, { day: { day: { date: '2026-10-24', callMin: 1140 } } })) // prettier-ignore
    expect(night.hands[0]!.asleepUntilMin! - night.hands[0]!.asleepFromMin!).toBe(300)
  })
})

describe('an evening and sleep', () => {
  test('is told by whether it is over, goes on, or waits for a hand', () => {
    const goes = (asleepFromMin: number, more: object = {}) => eveningFor(made({ asleepFromMin, asleepUntilMin: 390, ...more })).goes // prettier-ignore
    expect([goes(60), goes(1285), goes(1265), goes(1265, { asleepUntilMin: 595 }), goes(1200, { asleepUntilMin: 600 })]).toEqual(['before sleep', 'while asleep', 'waits', 'after the call', 'never']) // prettier-ignore
    expect(says(made({ asleepFromMin: 1265, asleepUntilMin: 390 }))).toMatch(/^Would be all safe at 06:\d\d \+1: [AB]1 waits until somebody is up again$/) // prettier-ignore
    expect(says(made({ asleepFromMin: 1200, asleepUntilMin: 600 }))).toBe('Not safe before the call at 10:00 +1: nobody is up to put A1, B1 in') // prettier-ignore
    expect(says(made({ asleepFromMin: 1285 }))).toMatch(/, while Maren sleeps$/)
    const [until, who] = eveningHands(eveningFor(made({ asleepFromMin: 1285, asleepUntilMin: 390 })), String)
    expect(until).toMatch(/^The last card is in by 12[78]\d/)
    expect(who).toBe('Maren copies, asleep from 1285 to 1830.')
  })

  test('somebody else who is up, or staying up as long as it says, has it over by when it says', () => {
    const late = made({ asleepFromMin: 1265, asleepUntilMin: 390 })
    const evening = eveningFor(late)
    const way = evening.earlier.find((one) => one.way === 'awake')!
    const up = eveningFor(made({ asleepFromMin: START + way.untilS / 60, asleepUntilMin: 390 }))
    expect(up.allSafeMin!.likely).toBeLessThanOrEqual(START + way.allSafeS / 60 + 0.1)
    expect(up.goes).toBe('while asleep')
    const two = made(null, { copyHand: { h: { personId: 'maren', asleepFromMin: 1265, asleepUntilMin: 390 }, i: { personId: 'sadie', asleepFromMin: 60 } }, person: { maren: { name: 'Maren', needed: 'all-day' }, sadie: { name: 'Sadie', needed: 'all-day' } } }) // prettier-ignore
    expect(eveningFor(two).goes).toBe('before sleep')
  })

  test('how long a day it makes, and how little rest, is said by the house rules', () => {
    const production = made({ asleepFromMin: 60 })
    const words = longDays({ ...production, production: { ...production.production, longestDayMin: 120, shortestRestMin: 800 } }, eveningFor(production)).join(' ') // prettier-ignore
    expect(words).toMatch(
      /Maren puts the last card in 2 h \d\d after being called; the house rule is a day of 2 h 00\./,
    )
    expect(words).toMatch(/That leaves Maren 12 h \d\d before the next call; the house rule is 13 h 20\./)
  })

  test('that should have begun begins now', () => {
    const production = made({ asleepFromMin: 1380 })
    const evening = eveningFor(production, planOf(production).clock.instant(1300))
    expect([evening.startMin, evening.isBegunNow]).toEqual([1300, true])
    expect(eveningFor(production, planOf(production).clock.instant(1000)).startMin).toBe(START)
    // Weeks later nobody is asleep by what was written for that night, nor at work since that call.
    const later = eveningFor(production, planOf(production).clock.instant(30 * 1440))
    expect([later.isLongPast, later.hands[0]!.record, longDays(production, later)]).toEqual([true, null, []])
  })

  test('a card is never put in by somebody who sleeps, is at work, or is not there yet; and no yes is said past its time', () => {
    const times = fc.record({ fromMin: fc.option(fc.integer({ min: 0, max: 1439 })), asleepFromMin: fc.option(fc.integer({ min: 0, max: 1439 })), asleepUntilMin: fc.option(fc.integer({ min: 0, max: 1439 })), callMin: fc.integer({ min: 60, max: 1000 }) }) // prettier-ignore
    fc.assert(
      fc.property(times, ({ callMin, ...hand }) => {
        const production = made(hand, { day: { day: { date: '2026-05-14', callMin: 1140 }, next: { date: '2026-05-15', callMin } } }) // prettier-ignore
        const evening = eveningFor(production)
        const [who] = evening.hands
        for (const step of evening.course.steps.filter(({ reader }) => reader !== null)) {
          const min = evening.startMin + step.startS / 60
          expect(min).toBeLessThanOrEqual(1440 + callMin)
          expect(min).toBeGreaterThanOrEqual(who!.fromMin)
          expect(min >= who!.asleepFromMin! && min < who!.asleepUntilMin!).toBe(false)
        }
        if (evening.goes === 'before sleep') expect(evening.allSafeMin!.late).toBeLessThanOrEqual(who!.asleepFromMin!)
        if (evening.goes === 'while asleep') for (const step of evening.course.steps) if (step.reader !== null) expect(evening.startMin + step.startS / 60).toBeLessThan(who!.asleepFromMin!) // prettier-ignore
        if (isFine(evening)) expect(evening.allSafeMin!.late).toBeLessThanOrEqual(1440 + callMin)
      }),
      { numRuns: 60, seed: 4 },
    )
  })
})
const isFine = ({ goes }: Evening) => goes !== 'never' && goes !== 'after the call'

describe('what is in an evening', () => {
  test('cards that are kept until home are copied as soon, and once they have their copies they are no more in it', () => {
    const run = { one: { cameraId: 'A', cardId: 'A1', startTimecode: '10:00:00:00', startedAt: '2026-05-14T09:00:00.000Z' } } // prettier-ignore
    const runStop = { one: { runId: 'one', timecode: '10:01:40:00', happenedAt: '2026-05-14T09:01:40.000Z' } }
    const rules = { copiesBeforeWipe: 0, checkedBeforeWipe: 0, holdersBeforeWipe: 0, cardSchool: 'hold' }
    const production = made(null, { run, runStop, rules, orderItem: {} } as Given)
    expect(eveningOf(production, planOf(production))).toBeNull()
  })

  test('two drives that were seen to be one medium are one', () => {
    const seen = (medium: string) => ({ [medium + 1]: { cardId: 'B1', driveId: 'S1', medium: 'disk' }, [medium + 2]: { cardId: 'B1', driveId: 'S2', medium } }) // prettier-ignore
    expect(eveningFor(made({}, { copyRun: seen('other') })).allSafeMin).not.toBeNull()
    expect(eveningFor(made({}, { copyRun: seen('disk') })).allSafeMin).toBeNull()
  })

  test('sound has its bytes too, and a camera without a card is named', () => {
    const more = made({}, { recorder: { R: { letter: 'R' } }, card: { A1: { label: 'A1', cameraId: 'A', capacityGb: 512 }, R1: { label: 'R1', recorderId: 'R', capacityGb: 64 } }, orderItem: { first: { shotIds: ['a', 'b'], recorderIds: ['R'], minutes: 120 } } }) // prettier-ignore
    const evening = eveningFor(more)
    expect(evening.cards.map(({ card, plannedBytes }) => [card.label, plannedBytes > 0])).toEqual([['A1', true], ['R1', true]]) // prettier-ignore
    expect(evening.without.map(({ letter }) => letter)).toEqual(['B'])
  })
})
