import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { clockChangeLine, dayClock } from './dayClock.ts'
import { instantAt, minuteOfDay } from './localTime.ts'

/** Zones that change at night, at midnight, by half an hour, at 45 minutes past, and never. */
const ZONES = ['Europe/London', 'America/New_York', 'Africa/Cairo', 'Australia/Lord_Howe', 'Pacific/Chatham', 'America/Santiago', 'Asia/Tehran', 'Asia/Kathmandu', 'UTC'] as const // prettier-ignore
const zones = fc.constantFrom(...ZONES)
const dates = fc
  .integer({ min: Date.parse('2024-01-01') / 864e5, max: Date.parse('2027-12-31') / 864e5 })
  .map((day) => new Date(day * 864e5).toISOString().slice(0, 10))

const calendars = new Map(
  ZONES.map((timeZone) => [
    timeZone as string,
    new Intl.DateTimeFormat('en-GB', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    }),
  ]),
)

/** What a clock on the wall there shows, read by the platform's own calendar. */
function onTheWall(utcMs: number, timeZone: string): string {
  const parts = calendars.get(timeZone)!.formatToParts(utcMs)
  const part = (type: string) => parts.find((p) => p.type === type)!.value
  return `${part('year')}-${part('month')}-${part('day')} ${part('hour')}:${part('minute')}`
}
/** "00:30 +1" of a date, as a calendar writes it. */
function inFull(date: string, text: string): string {
  const [, time, days] = /^(\d\d:\d\d)(?: ([+−]\d))?(?: 2nd)?$/.exec(text)!
  const by = Number((days ?? '0').replace('−', '-'))
  return `${new Date(Date.parse(date) + by * 864e5).toISOString().slice(0, 10)} ${time}`
}

describe('a day’s clock', () => {
  test('shows what a clock on the wall shows, counted minute by minute', () =>
    fc.assert(
      fc.property(zones, dates, (zone, date) => {
        const clock = dayClock(date, zone)
        const midnightMs = clock.instant(0)
        for (let minute = -300; minute <= 2880; minute += 7)
          expect(inFull(date, clock.text(minute))).toBe(onTheWall(midnightMs + minute * 60_000, zone))
      }),
      { numRuns: 60 },
    ))
  test('a change of clocks is said of the stretch that has it, with both times on the wall', () =>
    fc.assert(
      fc.property(zones, dates, fc.integer({ min: 0, max: 1440 }), (zone, date, fromMin) => {
        const clock = dayClock(date, zone)
        const wall = (minute: number) => onTheWall(clock.instant(minute), zone)
        let atMin = fromMin + 1
        const shownMs = (m: number) => Date.parse(`${wall(m)}Z`)
        for (let before = shownMs(fromMin); atMin < fromMin + 600; atMin++) {
          const now = shownMs(atMin)
          if (now - before !== 60_000) break
          before = now
        }
        const said = clockChangeLine(clock, fromMin, fromMin + 600)
        expect(said === null).toBe(atMin === fromMin + 600)
        if (said === null) return
        const back = wall(atMin) < wall(atMin - 1)
        const [, before, after] = /^Clocks go \S+ at (.+), to ([^;]+?)(?:;.*|\.)$/.exec(said)!
        expect(said).toContain(back ? 'go back' : 'go on')
        expect(inFull(date, after!)).toBe(wall(atMin))
        const onTheMinute = Date.parse(`${wall(atMin - 1)}Z`) + 60_000
        expect(inFull(date, before!)).toBe(new Date(onTheMinute).toISOString().slice(0, 16).replace('T', ' '))
      }),
      { numRuns: 300 },
    ))
  test('a time that people wrote is the moment at which the clock shows it, if it ever does', () =>
    fc.assert(
      fc.property(zones, dates, fc.integer({ min: -300, max: 2700 }), (zone, date, shownMin) => {
        const clock = dayClock(date, zone)
        const elapsed = clock.elapsed(shownMin)
        const shown = clock.shown(elapsed)
        // One that is skipped comes as much later as clocks skip; it is never shown itself.
        if (shown !== shownMin) {
          expect(shown).toBeGreaterThan(shownMin)
          for (let m = elapsed - 180; m < elapsed + 180; m++) expect(clock.shown(m)).not.toBe(shownMin)
        } else for (let m = elapsed - 180; m < elapsed; m++) expect(clock.shown(m)).not.toBe(shownMin)
      }),
      { numRuns: 300 },
    ))
  test('moments and minutes are each other’s inverse, and an hour is an hour', () =>
    fc.assert(
      fc.property(zones, dates, fc.integer({ min: -1000, max: 4000 }), (zone, date, minute) => {
        const clock = dayClock(date, zone)
        expect(clock.at(clock.instant(minute))).toBe(minute)
        expect(clock.instant(minute + 60) - clock.instant(minute)).toBe(3_600_000)
      }),
    ))
})

describe('the nights on which clocks change', () => {
  test('in spring eight hours from 22:00 end at 07:00', () => {
    const clock = dayClock('2026-03-28', 'Europe/London')
    expect(clock.text(clock.elapsed(22 * 60) + 8 * 60)).toBe('07:00 +1')
  })
  test('in autumn they end at 05:00, and the hour that comes twice is told apart', () => {
    const clock = dayClock('2026-10-24', 'Europe/London')
    const start = clock.elapsed(22 * 60)
    expect([180, 210, 240, 270, 480].map((m) => clock.text(start + m))).toEqual([
      '01:00 +1',
      '01:30 +1',
      '01:00 +1 2nd',
      '01:30 +1 2nd',
      '05:00 +1',
    ])
  })
  test('a time on a day whose clocks changed in the night is that time', () => {
    expect(new Date(instantAt('2025-03-30', 300, 'Europe/London')).toISOString()).toBe('2025-03-30T04:00:00.000Z')
    for (const minute of [30, 300, 1439, 1470])
      expect(minuteOfDay(instantAt('2025-03-30', minute, 'Europe/London'), '2025-03-30', 'Europe/London')).toBe(minute)
  })
})
