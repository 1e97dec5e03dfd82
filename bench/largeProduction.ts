import { asId, rankOfNumber } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'
import { create, type World } from '../soak/world.ts'

export const SHOTS = 1500
export const TAKES = 10_000

/** Fills a production with 200 scenes, 1,500 shots and 10,000 takes, through the door like everything else. */
export async function fillLargeProduction(world: World): Promise<void> {
  const write = async (label: string, changes: object[]) => {
    for (let at = 0; at < changes.length; at += 4000) {
      const body = { id: uuidv7(), label, changes: changes.slice(at, at + 4000) }
      const answer = await world.ask<object>(world.servers[0]!, `/productions/${world.productionId}/edits`, body)
      if (answer?.status !== 201) throw new Error(`${label}: ${JSON.stringify(answer?.json).slice(0, 300)}`)
    }
  }
  const place = create('place', { name: 'Yard', latitudeDeg: 51.5, longitudeDeg: 1 })
  const spot = create('spot', { placeId: asId(place.id), name: 'Shed' })
  const cameras = ['A', 'B', 'C'].map((letter) => create('camera', { letter }))
  const people = Array.from({ length: 12 }, (_, i) => create('person', { name: `Person ${i + 1}`, needed: 'by-shots' }))
  const setups = Array.from({ length: 40 }, (_, i) =>
    create('setup', {
      letter: `${'ABCD'[i % 4]}${'ABCDEFGHIJ'[Math.floor(i / 4)]}`,
      spotId: asId(spot.id),
      colour: i % 10,
    }),
  )
  const lit = setups.flatMap((setup) => [
    create('mark', { setupId: asId(setup.id), xM: 3, yM: 2 }),
    create('lamp', { setupId: asId(setup.id), xM: 1, yM: 3, bearingDeg: 60 }),
    create('lamp', { setupId: asId(setup.id), role: 'fill', xM: 5, yM: 3, bearingDeg: 300, levelPct: 30 }),
  ])
  const scenes = Array.from({ length: 200 }, (_, i) =>
    create('scene', { number: String(i + 1), rank: rankOfNumber(i), spotId: asId(spot.id) }),
  )
  const shots = Array.from({ length: SHOTS }, (_, i) =>
    create('shot', {
      sceneId: asId(scenes[Math.floor((i / SHOTS) * scenes.length)]!.id),
      code: `${Math.floor((i / SHOTS) * scenes.length) + 1}${'ABCDEFGH'[i % 8]}${i}`.slice(0, 10),
      sees: `Shot number ${i} of a long list`,
      cameraId: asId(cameras[i % 3]!.id),
      personIds: [asId(people[i % 12]!.id)],
      focalLengthMm: [18, 25, 35, 50, 85, 100][i % 6]!,
      setupId: asId(setups[i % 40]!.id),
      rank: rankOfNumber(i),
    }),
  )
  const days = Array.from({ length: 30 }, (_, i) =>
    create('day', {
      title: `Day ${i + 1}`,
      placeId: asId(place.id),
      date: new Date(Date.UTC(2026, 4, i + 1)).toISOString().slice(0, 10),
    }),
  )
  const items = shots.slice(0, 600).map((shot, i) =>
    create('orderItem', {
      dayId: asId(days[i % 30]!.id),
      rank: rankOfNumber(i),
      shotIds: [asId(shot.id)],
      minutes: 20,
    }),
  )
  const cards = ['A1', 'A2', 'B1'].map((label) => create('card', { label, folder: label }))
  await write('Plan', [
    place,
    spot,
    ...cameras,
    ...people,
    ...setups,
    ...lit,
    ...scenes,
    ...shots,
    ...days,
    ...items,
    ...cards,
  ])
  const takes = Array.from({ length: TAKES }, (_, i) =>
    create('take', {
      dayId: asId(days[i % 30]!.id),
      slate: '1A',
      number: (i % 9000) + 1,
      shotIds: [asId(shots[i % SHOTS]!.id)],
      cameraIds: [asId(cameras[i % 3]!.id)],
      cardIds: [asId(cards[i % 3]!.id)],
      startTimecode: '10:00:00:00',
      startedAt: new Date(Date.UTC(2026, 4, 1) + i * 60_000).toISOString(),
    }),
  )
  await write('Takes', takes)
  await write(
    'Verdicts',
    takes.map((take, i) =>
      create('takeEvent', {
        takeId: asId(take.id),
        type: i % 3 ? 'good' : 'no-good',
        timecode: '10:00:30:00',
        happenedAt: new Date(Date.UTC(2026, 4, 1) + i * 60_000 + 30_000).toISOString(),
      }),
    ),
  )
}
