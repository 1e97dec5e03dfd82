import type { Builder } from './builder.ts'
import { mustBe } from '@kavrell/core/outcome'
import { asId, type RecordFields } from '@kavrell/core/records'
import { addFrames, formatTimecode, frameOfDayClock, type FrameRate } from '@kavrell/core/timecode'

const RATE: FrameRate = { num: 25, den: 1, drop: false }

type Row = readonly [
  start: string,
  seconds: number,
  shot: string,
  take: number,
  verdict: '' | 'good' | 'no-good',
  cards: string,
  sound: string,
  note?: string,
]

/** The log of the first morning, until the shed. */
export const TAKES: readonly Row[] = [
  ['05:04:12', 42, '1A', 1, 'no-good', 'A1', '', 'heron left early'],
  ['05:09:40', 37, '1A', 2, 'good', 'A1', ''],
  ['05:38:05', 21, '1B', 1, 'no-good', 'A1', '', 'key sticks'],
  ['05:41:30', 26, '1B', 2, 'no-good', 'A1', ''],
  ['05:44:02', 29, '1B', 3, 'no-good', 'A1', '', 'focus late on the lock'],
  ['05:49:48', 37, '1B', 4, 'good', 'A1', '', 'key turns cleanly'],
  ['06:07:20', 64, '1C', 1, 'good', 'A1', ''],
  ['07:20:03', 21, '2E', 1, 'no-good', 'A2', 'R', 'hammer next door'],
  ['07:24:51', 58, '2E', 2, 'no-good', 'A2', 'R', 'focus late on the plane'],
  ['07:31:10', 74, '2E', 3, 'good', 'A2', 'R', 'wind in the doors at the end'],
  ['07:52:33', 66, '2F', 1, 'good', 'B1', 'R'],
  ['08:15:00', 88, '2G', 1, 'no-good', 'B1', 'R', 'Corin looks down'],
  ['08:19:22', 94, '2G', 2, 'good', 'B1', 'R'],
  ['08:44:10', 51, '2H', 1, '', 'A2', ''],
  ['08:47:59', 55, '2H', 2, 'good', 'A2', ''],
]

/**
 * The cold run of the steam bend, all four cameras with what stops one: D is too hot after two minutes, and C changes
 * its card while it goes on. Times of each run are by its own start.
 */
export const COLD_RUN = {
  slate: '2 cold',
  start: '08:36:00',
  seconds: 224,
  sound: 'R1',
  runs: [
    { card: 'A2', start: '08:36:00', seconds: 224, stops: 'cut' },
    { card: 'B1', start: '08:36:00', seconds: 224, stops: 'cut' },
    { card: 'C1', start: '08:35:10', seconds: 155, stops: 'key' },
    { card: 'C2', start: '08:37:57', seconds: 107, stops: 'cut' },
    { card: 'D1', start: '08:36:03', seconds: 128, stops: 'by itself' },
    { card: 'R1', start: '08:36:00', seconds: 224, stops: 'cut' },
  ],
} as const

/** Steel on oak, close, in the launch bay. */
export const WILD_SOUND = ['08:30:15', 45] as const

const iso = (clock: string, plusSeconds = 0) =>
  new Date(Date.parse(`2026-05-14T${clock}.000+01:00`) + plusSeconds * 1000).toISOString()
const timecodeAt = (clock: string) => {
  const [h, m, s] = clock.split(':').map(Number) as [number, number, number]
  return formatTimecode(frameOfDayClock(h * 3600 + m * 60 + s, RATE), RATE)
}

type AddEvent = (
  name: string,
  takeId: string,
  type: RecordFields<'takeEvent'>['type'],
  timecode: string,
  happenedAt: string,
  text?: string,
) => void

function addColdRun(b: Builder, event: AddEvent): void {
  const { slate, start, seconds, runs } = COLD_RUN
  const dayId = asId<'day'>(b.id('day', 'day 1'))
  const devices = runs.map(({ card }) => card[0]!)
  const takeId = b.add('take', slate, {
    dayId,
    slate,
    number: 1,
    cameraIds: [...new Set(devices)].filter((d) => d !== 'R').map((d) => b.id('camera', d)),
    recorderIds: [b.id('recorder', 'R')],
    cardIds: runs.map(({ card }) => b.id('card', card)),
    startTimecode: timecodeAt(start),
    startedAt: iso(start),
  })
  for (const { card, start: from, seconds: long, stops } of runs) {
    const isSound = card[0] === 'R'
    const runId = b.add('run', `${slate} ${card}`, {
      dayId,
      takeId,
      cameraId: isSound ? null : b.id('camera', card[0]!),
      recorderId: isSound ? b.id('recorder', 'R') : null,
      cardId: b.id('card', card),
      startTimecode: timecodeAt(from),
      startedAt: iso(from),
    })
    b.add('runStop', `${slate} ${card}`, {
      runId,
      timecode: mustBe(addFrames(timecodeAt(from), long * 25, RATE)),
      how: stops,
      happenedAt: iso(from, long),
    })
  }
  for (const [card, type, at] of [
    ['C1', 'out', '08:37:48'],
    ['C2', 'in', '08:37:52'],
  ] as const)
    b.add('cardMove', `${card} ${type}`, {
      cardId: b.id('card', card),
      cameraId: b.id('camera', 'C'),
      type,
      happenedAt: iso(at),
    })
  const end = mustBe(addFrames(timecodeAt(start), seconds * 25, RATE))
  event('cold cut', takeId, 'cut', end, iso(start, seconds))
  event('cold note', takeId, 'note', end, iso(start, seconds + 6), 'cold run without steam; D too hot, C to a new card')
}

/** Fresh batteries of the morning: the one in B is nearly over. */
function addBatteries(b: Builder): void {
  for (const [device, at] of [
    ['A', '04:40:00'],
    ['R', '04:41:00'],
    ['B', '07:40:00'],
    ['A', '08:05:00'],
    ['D', '08:33:00'],
  ] as const)
    b.add('batteryChange', `${device} ${at}`, {
      cameraId: device === 'R' ? null : b.id('camera', device),
      recorderId: device === 'R' ? b.id('recorder', device) : null,
      happenedAt: iso(at),
    })
}

export function addTakes(b: Builder): void {
  const dayId = b.id('day', 'day 1')
  const event: AddEvent = (name, takeId, type, timecode, happenedAt, text = '') =>
    b.add('takeEvent', name, { takeId: asId(takeId), type, timecode, happenedAt, text })
  for (const [start, seconds, code, number, verdict, card, sound, note] of TAKES) {
    const name = `${code}/${number}`
    const startTimecode = timecodeAt(start)
    const takeId = b.add('take', name, {
      dayId: asId(dayId),
      orderItemId: b.id('orderItem', `day 1 ${code}`),
      slate: code,
      number,
      shotIds: [b.id('shot', code)],
      cameraIds: [b.id('camera', card[0]!)],
      cardIds: [b.id('card', card), ...(sound ? [b.id('card', 'R1')] : [])],
      recorderIds: sound ? [b.id('recorder', sound)] : [],
      startTimecode,
      startedAt: iso(start),
    })
    const end = mustBe(addFrames(startTimecode, seconds * 25, RATE))
    event(`${name} cut`, takeId, 'cut', end, iso(start, seconds))
    if (verdict) event(`${name} verdict`, takeId, verdict, end, iso(start, seconds + 3))
    if (note) event(`${name} note`, takeId, 'note', end, iso(start, seconds + 8), note)
  }
  addColdRun(b, event)
  addBatteries(b)
  const wild = b.add('take', 'W1', {
    dayId: asId(dayId),
    slate: 'W1',
    number: 1,
    recorderIds: [b.id('recorder', 'R')],
    cardIds: [b.id('card', 'R1')],
    wild: true,
    startTimecode: timecodeAt(WILD_SOUND[0]),
    startedAt: iso(WILD_SOUND[0]),
  })
  event('W1 cut', wild, 'cut', timecodeAt('08:31:00'), iso('08:31:00'))
  event('W1 note', wild, 'note', timecodeAt('08:31:00'), iso('08:31:05'), 'plane on oak, close')
}
