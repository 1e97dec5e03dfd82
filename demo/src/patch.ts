import type { Builder } from './builder.ts'
import { asId, rankOfNumber } from '@kavrell/core/records'

const LINES = [
  ['frame rate', '25', 'stop'],
  ['shutter', '180°', 'stop'],
  ['picture', '4096 × 2160', 'stop'],
  ['codec', 'intra, 10 bit', 'stop'],
  ['colour profile', 'log, wide', 'stop'],
  ['white', '4300 K', 'stop'],
  ['ISO', '800', 'watch'],
  ['clock', 'UTC +1', 'watch'],
  ['timecode', 'time of day', 'watch'],
  ['stops itself', 'no', 'watch'],
] as const
/** What single cameras are to be set to on purpose. */
const EXCEPTIONS = [
  ['picture', 'C', '3840 × 2160'],
  ['picture', 'D', '3840 × 2160'],
  ['ISO', 'C', '640'],
  ['ISO', 'D', '400'],
  ['picture', 'E', '3840 × 2160'],
  ['picture', 'F', '3840 × 2160'],
  ['ISO', 'E', '640'],
  ['ISO', 'F', '400'],
  ['stops itself', 'C', '29.5 min'],
  ['stops itself', 'D', '20 min'],
] as const
/** What was seen otherwise: the action camera as its last job left it, and a clock on summer time twice. */
const SEEN: Readonly<Record<string, string>> = {
  'frame rate D': '30',
  'colour profile D': 'log, flat',
  'clock C': 'UTC +2',
}
const NOT_LOOKED_AT = ['white B', 'timecode D']

/** The card that cameras are set by, looked through before the first roll. */
export function addSetUp(b: Builder): void {
  for (const [i, [name, wanted, harm]] of LINES.entries())
    b.add('setUpLine', name, { name, wanted, harm, rank: rankOfNumber(i) })
  for (const [line, letter, wanted] of EXCEPTIONS)
    b.add('setUpException', `${line} ${letter}`, { lineId: b.id('setUpLine', line), cameraId: b.id('camera', letter), wanted }) // prettier-ignore
  for (const [c, letter] of ['A', 'B', 'C', 'D', 'E', 'F'].entries())
    for (const [i, [line, wanted]] of LINES.entries()) {
      const key = `${line} ${letter}`
      if (NOT_LOOKED_AT.includes(key)) continue
      const own = EXCEPTIONS.find(([of, camera]) => of === line && camera === letter)?.[2]
      b.add('setUpLook', key, {
        lineId: b.id('setUpLine', line),
        cameraId: b.id('camera', letter),
        shown: SEEN[key] ?? own ?? wanted,
        lookedAt: new Date(Date.parse('2026-05-14T04:44:00+01:00') + (c * 90 + i * 8) * 1000).toISOString(),
      })
    }
}

/** Where each sound goes: one voice has both of its recordings on one recorder, and the low camera carries timecode alone. */
export function addSound(b: Builder): void {
  const sources = [
    ['Lav 1', 'worn', ['edda'], 'Lav 1'],
    ['Lav 2', 'worn', ['corin'], 'Lav 2'],
    ['Boom', 'boom', ['edda', 'corin'], 'Boom link'],
    ['Room pair', 'room', [], null],
    ['B’s own', 'room', [], null],
    ['C’s own', 'room', [], null],
    ['E’s own', 'room', [], null],
    ['F’s own', 'room', [], null],
    ['Box 1, LTC', 'timecode', [], null],
  ] as const
  for (const [i, [name, is, hears, sentBy]] of sources.entries())
    b.add('soundSource', name, {
      name,
      is,
      hears: hears.map((who) => b.id('person', who)),
      transmitterId: sentBy && b.id('transmitter', sentBy),
      rank: rankOfNumber(i),
    })
  const ways = [
    ['Lav 1', 'recorder', 'R', 1, 0],
    ['Lav 2', 'recorder', 'R', 2, 0],
    ['Boom', 'recorder', 'R', 3, 0],
    ['Boom', 'recorder', 'R', 4, 10],
    ['Lav 1', 'camera', 'A', 1, 0],
    ['Room pair', 'recorder', 'S', 1, 0],
    ['B’s own', 'camera', 'B', 1, 0],
    ['C’s own', 'camera', 'C', 1, 0],
    ['E’s own', 'camera', 'E', 1, 0],
    ['F’s own', 'camera', 'F', 1, 0],
    ['Box 1, LTC', 'camera', 'D', 1, 0],
  ] as const
  for (const [source, kind, letter, input, padDb] of ways)
    b.add('soundWay', `${source} ${letter}${input}`, {
      sourceId: b.id('soundSource', source),
      cameraId: kind === 'camera' ? asId(b.id('camera', letter)) : null,
      recorderId: kind === 'recorder' ? asId(b.id('recorder', letter)) : null,
      input,
      padDb,
    })
  for (const way of ['Lav 1 R1', 'Lav 2 R2', 'Boom R3', 'Lav 1 A1'])
    b.add('soundHeard', way, { wayId: b.id('soundWay', way), heard: true, heardAt: '2026-05-14T03:52:00.000Z' })
}

/** What is looked at beside the cameras: by air the monitor that focus is pulled by is late, and the sound beside it is not. */
export function addSignals(b: Builder): void {
  const devices = [
    ['Director’s monitor', { pictureInputs: 2, soundInputs: 1, delayMs: 15 }],
    ['Focus monitor', { pictureInputs: 1, delayMs: 30 }],
  ] as const
  for (const [i, [name, more]] of devices.entries())
    b.add('signalDevice', name, { name, is: 'monitor', rank: rankOfNumber(i), ...more })
  const pictures = [
    ['A', 'Director’s monitor', 1, 70],
    ['B', 'Director’s monitor', 2, 0],
    ['A', 'Focus monitor', 1, 85],
  ] as const
  for (const [letter, into, input, delayMs] of pictures)
    b.add('pictureWay', `${letter} ${into}`, {
      cameraId: b.id('camera', letter),
      fromDeviceId: null,
      intoDeviceId: b.id('signalDevice', into),
      input,
      delayMs,
    })
  b.add('soundWay', 'Boom, director', {
    sourceId: b.id('soundSource', 'Boom'),
    signalDeviceId: b.id('signalDevice', 'Director’s monitor'),
    input: 1,
  })
}
