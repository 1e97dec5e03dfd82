import type { Builder } from './builder.ts'
import { asId } from '@kavrell/core/records'

/** The launch, from the first movement to the hull afloat and made fast: four cameras, one who walks. */
export function addMoments(b: Builder): void {
  const momentId = b.add('moment', 'launch', {
    name: 'Launch at high water',
    shotIds: ['6A', '6B', '6C'].map((code) => b.id('shot', code)),
    lastsS: 2280,
    pictures: 3,
  })
  const places = { light: 'Harbour light', bow: 'Bow, on the quay', crowd: 'In the crowd', ways: 'Low on the ways' }
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
    ['A', 'bow', { cardMin: 74, batteryMin: 45, batteryFirstMin: 31 }],
    ['B', 'crowd', { cardMin: 50, cardFirstMin: 34, batteryMin: 90 }],
    ['C', 'light', { runLimitMin: 29.5, cardMin: 120, batteryMin: 150, restartS: 15 }],
    ['D', 'ways', { runLimitMin: 20, cardMin: 80, batteryMin: 70, batteryFirstMin: 70, restartS: 10 }],
  ] as const
  for (const [letter, place, limits] of cameras)
    b.add('momentCamera', letter, {
      momentId,
      cameraId: b.id('camera', letter),
      placeId: b.id('momentPlace', place),
      ...limits,
    })
  for (const [person, place] of [['sadie', 'ways']] as const)
    b.add('momentHand', person, {
      momentId,
      personId: b.id('person', person),
      placeId: asId(b.id('momentPlace', place)),
    })
}
