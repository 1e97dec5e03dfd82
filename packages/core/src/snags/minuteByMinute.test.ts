import fc from 'fast-check'
import { expect, test } from 'vitest'
import { dayPlans } from '../day/index.ts'
import { productionWith } from '../testing/index.ts'
import { instantAt } from '../time/index.ts'
import { findSnags } from './findSnags.ts'

/**
 * A day counted another way: a clock on the wall of the place is looked at minute by minute, by the platform's own
 * calendar, and what people do in that minute is written down. Nothing of the plan's own arithmetic is used.
 */
const ZONES = ['Europe/London', 'America/New_York', 'Africa/Cairo', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC'] as const // prettier-ignore
const walls = new Map(
  ZONES.map((timeZone) => [
    timeZone,
    new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }),
  ]),
)
/** "2026-10-25 01:30", as the wall shows it; such texts are in the order of time, but for an hour that comes twice. */
const onTheWall = (ms: number, zone: (typeof ZONES)[number]) => walls.get(zone)!.format(ms)
const two = (n: number) => String(n).padStart(2, '0')
const dateAfter = (date: string, days: number) => new Date(Date.parse(date) + days * 864e5).toISOString().slice(0, 10)
/** A time written for a day, as the wall will show it. */
const written = (date: string, minute: number) =>
  `${dateAfter(date, Math.floor(minute / 1440))} ${two(Math.floor((((minute % 1440) + 1440) % 1440) / 60))}:${two(((minute % 60) + 60) % 60)}`

const item = fc.record({
  minutes: fc.integer({ min: 5, max: 240 }),
  meal: fc.boolean(),
  who: fc.constantFrom('edda', 'corin'),
  // In the hours in which clocks change nobody can say which of two is meant.
  fixedAt: fc.option(fc.integer({ min: 6 * 60, max: 22 * 60 }), { freq: 4 }),
})
const planned = fc.record({
  zone: fc.constantFrom(...ZONES),
  date: fc.constantFrom('2026-03-28', '2026-03-29', '2026-10-24', '2026-10-25', '2026-11-01', '2026-03-08', '2026-04-05', '2026-06-21'), // prettier-ignore
  callMin: fc.integer({ min: 4 * 60, max: 23 * 60 }),
  nextCallMin: fc.integer({ min: 4 * 60, max: 12 * 60 }),
  leadMin: fc.integer({ min: 0, max: 90 }),
  items: fc.array(item, { minLength: 1, maxLength: 9 }),
})
type Planned = typeof planned extends fc.Arbitrary<infer T> ? T : never

const MEAL_EVERY = 360
const REST = 660

function productionOf({ zone, date, callMin, nextCallMin, leadMin, items }: Planned) {
  return productionWith({
    rules: { mealEveryMin: MEAL_EVERY, shortestRestMin: REST, wrapOutMin: 0, relightMin: 0, turnMin: 0, rigMin: 0 },
    place: { place: { timeZone: zone } },
    day: { day: { date, callMin }, next: { title: 'Day 2', date: dateAfter(date, 1), callMin: nextCallMin } },
    person: {
      edda: { name: 'Edda', needed: 'by-shots', leadMin },
      corin: { name: 'Corin', needed: 'by-shots', leadMin },
      ines: { name: 'Ines', needed: 'all-day', leadMin },
    },
    attendance: Object.fromEntries(
      ['edda', 'corin', 'ines'].flatMap((personId) =>
        ['day', 'next'].map((dayId) => [`${personId} ${dayId}`, { personId, dayId }]),
      ),
    ),
    shot: Object.fromEntries([
      ...items.flatMap((one, i) =>
        one.meal ? [] : [[`s${i}`, { code: `${i + 1}A`, minutes: one.minutes, personIds: [one.who] }]],
      ),
      ['last', { code: '99A', minutes: 30, personIds: ['edda', 'corin'] }],
    ]),
    orderItem: Object.fromEntries([
      ...items.map((one, i) => [
        `i${i}`,
        {
          rank: i,
          type: one.meal ? 'meal' : 'shots',
          minutes: one.meal ? one.minutes : null,
          shotIds: one.meal ? [] : [`s${i}`],
          fixedAtMin: one.fixedAt,
        },
      ]),
      ['other', { dayId: 'next', rank: 1, shotIds: ['last'] }],
    ]),
  } as never)
}

interface Minute {
  readonly ms: number
  /** Which entry of the order is on; null while people wait. */
  readonly at: number | null
}

/** What goes on in each minute of the first day, from the call on. */
function walk({ zone, date, callMin, items }: Planned): readonly Minute[] {
  const minutes: Minute[] = []
  let ms = instantAt(date, callMin, zone)
  for (const [at, { minutes: long, fixedAt }] of items.entries()) {
    if (fixedAt !== null) {
      // After a call in the evening a time in the morning is the next day's.
      const text = written(date, fixedAt < callMin - 720 ? fixedAt + 1440 : fixedAt)
      while (onTheWall(ms, zone) < text) {
        minutes.push({ ms, at: null })
        ms += 60_000
      }
    }
    for (let i = 0; i < long; i++) {
      minutes.push({ ms, at })
      ms += 60_000
    }
  }
  return minutes
}

const near = (a: number, b: number) => Math.abs(a - b) <= 1.01

test('meals, calls, releases and rest are those that somebody counts who looks at the clock every minute', () =>
  fc.assert(
    fc.property(planned, (given) => {
      const production = productionOf(given)
      const minutes = walk(given)
      const [first, second] = dayPlans(production)
      const endMs = minutes.at(-1)!.ms + 60_000
      const elapsed = (ms: number) => (ms - first!.clock.instant(0)) / 60_000

      // When it is over, by the wall.
      expect(onTheWall(first!.clock.instant(first!.timeline.lastEndMin), given.zone)).toBe(onTheWall(endMs, given.zone))

      // Who is called when: the first minute that is theirs, and the time they want before it.
      const called = new Map<string, { callMin: number; releaseMin: number }>()
      for (const who of ['edda', 'corin']) {
        const own = minutes.filter(({ at }) => at !== null && !given.items[at]!.meal && given.items[at]!.who === who)
        if (own.length === 0) continue
        called.set(who, {
          callMin: elapsed(own[0]!.ms) - given.leadMin,
          releaseMin: elapsed(own.at(-1)!.ms) + 1,
        })
      }
      called.set('ines', { callMin: elapsed(minutes[0]!.ms) - given.leadMin, releaseMin: elapsed(endMs) })
      expect(first!.calls.map((call) => call.personId).sort()).toEqual([...called.keys()].sort())
      for (const call of first!.calls) {
        const own = called.get(call.personId)!
        // Calls are told to five minutes, and never later than somebody is wanted.
        expect(call.callMin <= own.callMin + 1.01 && call.callMin > own.callMin - 5.01).toBe(true)
        expect(near(call.releaseMin, own.releaseMin)).toBe(true)
      }

      // How long anybody works without a meal.
      const stretches: number[] = []
      let hungry = 0
      let before: number | null = null
      for (const { at } of minutes) {
        const isMeal = at !== null && given.items[at]!.meal
        // Two meals one after the other are two.
        if (isMeal && at !== before) {
          stretches.push(hungry)
          hungry = 0
        }
        if (!isMeal) hungry++
        before = at
      }
      stretches.push(hungry)
      const told = findSnags(production).filter(
        (finding) =>
          finding.check === 'order.meal-too-late' && finding.about.id !== 'next' && !finding.says.includes('Day 2'),
      )
      expect(told).toHaveLength(stretches.filter((long) => long > MEAL_EVERY).length)

      // Who has not slept enough before the next day.
      const short = second!.calls.filter((next) => {
        const last = called.get(next.personId)
        if (!last) return false
        const restMin = (second!.clock.instant(next.callMin) - first!.clock.instant(last.releaseMin)) / 60_000
        return restMin < REST - 1.01
      })
      const tired = findSnags(production).some((finding) => finding.check.includes('rest'))
      if (short.length > 0) expect(tired).toBe(true)
    }),
    { numRuns: 120 },
  ))
