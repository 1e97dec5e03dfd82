import type { Builder } from './builder.ts'
import { asId } from '@kavrell/core/records'

/** What transmits on day two: the talkback was set last, by hand, and makes a product on the second lav. */
export function addRadio(b: Builder): void {
  b.add('radioBand', 'hired', { name: 'Band of the hired units', fromMHz: 606, toMHz: 614, isConfirmed: true })
  b.add('radioStation', 'mast', { name: 'Mast across the river', fromMHz: 610, toMHz: 611 })
  const units = [
    ['Lav 1', 'microphone', 'edda', 607],
    ['Lav 2', 'microphone', 'corin', 608.6],
    ['Boom link', 'microphone', 'idris', 611.9],
    ['Talkback', 'talkback', 'juno', 607.8],
  ] as const
  for (const [name, carries, person, onMHz] of units)
    b.add('transmitter', name, { name, carries, personId: b.id('person', person), fromMHz: 606, toMHz: 614, stepKHz: 25, onMHz }) // prettier-ignore
  const at = (clock: string) => new Date(`2026-05-14T${clock}+01:00`).toISOString()
  const jams = [
    ['camera', 'A', '04:42:00', null],
    ['camera', 'B', '04:43:00', null],
    ['camera', 'E', '04:44:00', null],
    ['camera', 'F', '04:45:00', null],
    ['recorder', 'R', '04:41:00', null],
    ['camera', 'A', '07:10:00', 38],
    ['recorder', 'R', '07:11:00', -4],
  ] as const
  for (const [kind, letter, clock, seenMs] of jams)
    b.add('jam', `${letter} ${clock}`, {
      cameraId: kind === 'camera' ? b.id('camera', letter) : null,
      recorderId: kind === 'recorder' ? b.id('recorder', letter) : null,
      jammedAt: at(clock),
      seenMs,
    })
}

/** What displays showed when somebody went round: one was left in winter time. */
export function addClockLooks(b: Builder): void {
  for (const [letter, shown, clock] of [
    ['A', '07:12:04:11', '07:12:04'],
    ['C', '06:12:31:02', '07:12:30'],
  ] as const)
    // prettier-ignore
    b.add('clockLook', letter, {
      cameraId: b.id('camera', letter),
      recorderId: null,
      shown,
      lookedAt: new Date(`2026-05-14T${clock}+01:00`).toISOString(),
    })
}

/** The launch, from the first movement to the hull afloat and made fast: six cameras, one who walks. */
export function addMoments(b: Builder): void {
  const momentId = b.add('moment', 'launch', {
    name: 'Launch at high water',
    shotIds: ['6A', '6B', '6C'].map((code) => b.id('shot', code)),
    lastsS: 2280,
    pictures: 3,
    speakerIds: [b.id('person', 'edda'), b.id('person', 'corin')],
  })
  for (const [name, fromS, more] of [
    ['Words on the quay', 0, {}],
    ['She moves', 900, { pictures: 4, sounds: 1 }],
    ['Made fast', 1740, { pictures: 2, sounds: 0 }],
  ] as const)
    b.add('momentPhase', name, { momentId, name, fromS, ...more })
  const places = {
    light: 'Harbour light',
    bow: 'Bow, on the quay',
    crowd: 'In the crowd',
    ways: 'Low on the ways',
    tug: 'Mast of the tug',
  }
  for (const [key, name] of Object.entries(places)) b.add('momentPlace', key, { momentId, name })
  const walks = [
    ['light', 'ways', 210],
    ['ways', 'bow', 60],
    ['bow', 'crowd', 75],
  ] as const
  for (const [from, to, walkS] of walks)
    b.add('momentWalk', `${from} ${to}`, {
      momentId,
      fromId: b.id('momentPlace', from),
      toId: b.id('momentPlace', to),
      walkS,
    })
  const cameras = [
    ['A', 'bow', { shows: 'The bow, and who stands under it', cardMin: 74, batteryMin: 45, batteryFirstMin: 31 }],
    ['B', 'crowd', { shows: 'Faces along the rope', cardMin: 50, cardFirstMin: 34, batteryMin: 90 }],
    ['C', 'light', { shows: 'All of it, from above', runLimitMin: 29.5, cardMin: 120, batteryMin: 150, restartS: 15 }],
    [
      'D',
      'ways',
      {
        shows: 'Cradle and wedges, low',
        runLimitMin: 20,
        cardMin: 80,
        batteryMin: 70,
        batteryFirstMin: 70,
        restartS: 10,
      },
    ],
    ['E', 'light', { shows: 'Hull and water, close, over all of it', isGood: false, cardMin: 80, batteryMin: 150 }],
    ['F', 'tug', { shows: 'From the tug as it takes her', isGood: false, cardMin: 160, batteryMin: 120 }],
  ] as const
  for (const [letter, place, limits] of cameras)
    b.add('momentCamera', letter, {
      momentId,
      cameraId: b.id('camera', letter),
      placeId: b.id('momentPlace', place),
      ...limits,
    })
  for (const [name, untilS, letter] of [
    ['Corin at the last wedge', 840, 'D'],
    ['The oldest hand of the yard', 1500, 'B'],
  ] as const)
    b.add('momentCatch', name, { momentId, name, untilS, momentCameraId: asId(b.id('momentCamera', letter)) })
  for (const [person, place] of [['sadie', 'ways']] as const)
    b.add('momentHand', person, {
      momentId,
      personId: b.id('person', person),
      placeId: asId(b.id('momentPlace', place)),
    })
}
