import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { holdings, type ReadClip, type Recording } from './holdings.ts'

const DAY = 86_400
const recording = (startS: number, seconds: number, more: Partial<Recording> = {}): Recording => ({
  name: `take at ${startS}`,
  startLabelS: startS % DAY,
  startS,
  endS: startS + seconds,
  seconds,
  leastBytes: seconds * 10,
  ...more,
})
const clip = (startS: number, seconds: number, more: Partial<ReadClip> = {}): ReadClip => ({
  path: `clip at ${startS}`,
  bytes: seconds * 50,
  startLabelS: startS % DAY,
  seconds,
  modifiedS: startS + seconds,
  ...more,
})
/** A file of a kind that cannot be read: its length in bytes and its time are all there is. */
const unread = (startS: number, seconds: number, aheadS = 0): ReadClip =>
  clip(startS, seconds, { startLabelS: null, seconds: null, modifiedS: startS + seconds + aheadS })

const TEN = 10 * 3600

describe('which file holds which recording', () => {
  test('by its label, whatever the time of the file says', () => {
    const { missing, unlogged } = holdings(
      [recording(TEN, 60), recording(TEN + 300, 90)],
      [clip(TEN + 299, 91, { modifiedS: 0 }), clip(TEN + 1, 60, { modifiedS: 0 }), clip(TEN + 900, 30)],
    )
    expect([missing, unlogged.map(({ path }) => path)]).toEqual([[], [`clip at ${TEN + 900}`]])
  })
  test('on a camera set to another zone, and in pieces', () => {
    const [first, second] = [clip(TEN + 3600, 200), clip(TEN + 3800, 100)]
    const takes = [TEN + 900, TEN + 2000].map((at) => recording(at, 60))
    const files = [TEN + 4500, TEN + 5600].map((at) => clip(at, 60))
    expect(holdings([recording(TEN, 300), ...takes], [first, second, ...files])).toMatchObject({ missing: [], unlogged: [] }) // prettier-ignore
    expect(holdings([recording(TEN, 300), ...takes], [first, ...files]).missing).toEqual([`take at ${TEN} (200 of 300 s)`]) // prettier-ignore
    // One alone might be another hour's.
    expect(holdings([recording(TEN, 300)], [first, second]).missing).toEqual([`take at ${TEN}`])
  })
  test('the same label on two days is two recordings', () => {
    const two = [recording(TEN, 60), recording(TEN + DAY, 60)]
    expect(holdings(two, [clip(TEN, 60), clip(TEN + DAY, 60)]).missing).toEqual([])
    expect(holdings(two, [clip(TEN + DAY, 60)]).missing).toEqual([`take at ${TEN}`])
  })
  test('a recorder that was left running holds every take in one file, and none that came after it', () => {
    const takes = [TEN + 300, TEN + 900, TEN + 1500].map((at) => recording(at, 60))
    expect(holdings(takes, [clip(TEN, 1800)])).toMatchObject({ missing: [], unlogged: [] })
    expect(holdings(takes, [clip(TEN, 1000)]).missing).toEqual([`take at ${TEN + 1500}`])
    // Labels that nothing else bears out may be of another hour.
    expect(holdings(takes, [clip(TEN, 1800, { modifiedS: TEN + 9000 })]).missing).toHaveLength(3)
    const slated = [recording(TEN + 5000, 60), clip(TEN + 5000, 60, { modifiedS: 0 })] as const
    expect(holdings([...takes, slated[0]], [clip(TEN, 1800, { modifiedS: 0 }), slated[1]]).missing).toEqual([])
    // Of another day it is another recording.
    const dayAfter = [...takes, recording(TEN + DAY + 300, 60)]
    expect(holdings(dayAfter, [clip(TEN, 1800)]).missing).toEqual([`take at ${TEN + DAY + 300}`])
    expect(holdings(dayAfter, [clip(TEN, 1800), clip(TEN + DAY, 1800)]).missing).toEqual([])
  })
  test('a run over midnight is one', () =>
    expect(holdings([recording(DAY - 20, 60)], [clip(DAY - 20, 60)]).missing).toEqual([]))
  test('by its time where it has no label, if the clock is right', () => {
    expect(holdings([recording(TEN, 60)], [unread(TEN, 61)]).missing).toEqual([])
    expect(holdings([recording(TEN, 60)], [unread(TEN, 61, 20)]).missing).toEqual([])
  })
  test('one file and one take of another time are not one another’s, though a wrong clock would make them so', () => {
    expect(holdings([recording(TEN, 60)], [unread(TEN + 1300, 60)]).missing).toEqual([`take at ${TEN}`])
    expect(holdings([recording(TEN, 60)], [unread(TEN + 3600, 60)]).missing).toEqual([`take at ${TEN}`])
  })
  test('three that agree show how wrong a clock is', () => {
    const takes = [TEN, TEN + 300, TEN + 777].map((at) => recording(at, 60))
    const files = [TEN, TEN + 300, TEN + 777].map((at) => unread(at, 60, -123_456))
    expect(holdings(takes, files).missing).toEqual([])
    expect(holdings(takes.slice(0, 2), files.slice(0, 2)).missing).toHaveLength(2)
  })
  test('a clock that was as wrong on another card shows one that has a single take', () => {
    const takes = [TEN, TEN + 300, TEN + 777].map((at) => recording(at, 60))
    const other = holdings(
      takes,
      [TEN, TEN + 300, TEN + 777].map((at) => unread(at, 60, -123_456)),
    )
    expect(other.clockS).toBeCloseTo(-123_456)
    const [late, stray] = [unread(TEN + 5000, 60, -123_450), unread(TEN + 6000, 60, -123_450)]
    expect(holdings([recording(TEN + 5000, 60)], [late]).missing).toHaveLength(1)
    expect(holdings([recording(TEN + 5000, 60)], [late], () => [other.clockS!]).missing).toEqual([])
    expect(holdings([recording(TEN + 5000, 60)], [stray], () => [other.clockS!]).missing).toHaveLength(1)
  })
  test('a file with too few bytes for its take is named as that', () => {
    expect(holdings([recording(TEN, 60)], [{ ...clip(TEN, 60), bytes: 100 }]).missing).toEqual([`take at ${TEN} (too few bytes)`]) // prettier-ignore
  })
  test('a take of which no end was logged is found by its label alone', () => {
    const open = recording(TEN, 60, { endS: null, seconds: null, leastBytes: 0 })
    expect(holdings([open], [clip(TEN + 2, 60)]).missing).toEqual([])
    expect(holdings([open], [unread(TEN, 60)]).missing).toHaveLength(1)
  })
  test('no recordings lack nothing, and no files hold nothing', () => {
    expect(holdings([], [clip(TEN, 60)])).toMatchObject({ missing: [], clips: [] })
    expect(holdings([recording(TEN, 60)], [])).toMatchObject({ missing: [`take at ${TEN}`], unlogged: [] })
  })
})

/** A card at random and what is really on it. */
function cardAtRandom(seed: number) {
  const random = seeded(seed)
  const chance = (share: number) => random() < share
  const clock = chance(0.4)
    ? 0
    : chance(0.5)
      ? Math.round((random() - 0.5) * 24) * 3600
      : Math.round((random() - 0.5) * 1e6)
  const isRead = chance(0.5)
  const hasLabels = isRead && chance(0.7)
  const loses = chance(0.5)
  const near = () => (random() - 0.5) * 5
  const recordings: Recording[] = []
  const clips: ReadClip[] = []
  const lost = new Set<string>()
  let at = 8 * 3600
  const put = (startS: number, seconds: number) =>
    clips.push(
      isRead
        ? clip(startS, seconds, { startLabelS: hasLabels ? (((startS + Math.round(clock / 3600) * 3600) % DAY) + DAY) % DAY : null, modifiedS: startS + seconds + clock }) // prettier-ignore
        : unread(startS, seconds, clock),
    )
  for (let i = Math.floor(random() * 6); i >= 0; i--) {
    at += 40 + Math.floor(random() * 2000)
    const seconds = 20 + Math.floor(random() * 300)
    const one = recording(at, seconds)
    recordings.push(one)
    if (loses && chance(0.4)) lost.add(one.name)
    else put(at + near(), seconds + near())
    at += seconds + 40
    if (chance(0.3)) {
      put(at, 20 + Math.floor(random() * 200))
      at += 260
    }
  }
  return { recordings, clips, lost, clock }
}

test('a card that lacks a recording is never found whole, whatever its clock; nearly all that are there are found', () => {
  const told = { cards: 0, found: 0, notFound: 0 }
  for (let seed = 1; seed <= 8000; seed++) {
    const { recordings, clips, lost, clock } = cardAtRandom(seed)
    const { missing } = holdings(recordings, clips)
    if (lost.size > 0) {
      told.cards++
      expect([seed, missing.length > 0]).toEqual([seed, true])
    } else if (clock === 0) {
      told.notFound += missing.length
      told.found += recordings.length - missing.length
    }
  }
  expect(told.cards).toBeGreaterThan(2000)
  expect(told.notFound / told.found).toBeLessThan(0.001)
})
