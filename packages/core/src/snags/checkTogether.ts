import { daysInOrder } from '../day/index.ts'
import {
  byId,
  createRecord,
  lastRank,
  type Production,
  rankBetween,
  type Shot,
  updateRecord,
} from '../records/index.ts'
import { shotsOfItem } from '../shotlist/index.ts'
import type { Finding } from './finding.ts'

/** Is one camera in two shots that roll together? */
export function checkCamerasTogether(production: Production): Finding[] {
  return Object.values(production.orderItem).flatMap((item) => {
    const shots = shotsOfItem(production, item)
    const byCamera = new Map<string, Shot[]>()
    for (const shot of shots)
      if (shot.cameraId) byCamera.set(shot.cameraId, [...(byCamera.get(shot.cameraId) ?? []), shot])
    const free = Object.values(production.camera).filter((camera) => !byCamera.has(camera.id))
    return [...byCamera].flatMap(([cameraId, own]): Finding[] => {
      if (own.length < 2) return []
      const letter = byId(production.camera, cameraId)?.letter ?? '?'
      const last = own.at(-1)!
      return [
        {
          check: 'order.camera-in-two-shots',
          severity: 'stop',
          stage: 'order',
          rule: null,
          about: { kind: 'orderItem', id: item.id },
          says: `Camera ${letter} is in ${own.map((shot) => shot.code).join(' and ')}, which roll together.`,
          evidence: own.map((shot) => ({ label: shot.code, value: `camera ${letter}`, unit: '', from: 'shot list' })),
          fixes: [
            ...free.slice(0, 2).map((camera) => ({
              says: `${last.code} on camera ${camera.letter}`,
              changes: [updateRecord('shot', last.id, { cameraId: camera.id, modeId: null })],
            })),
            {
              says: `Shoot ${last.code} after it`,
              changes: [
                updateRecord('orderItem', item.id, { shotIds: item.shotIds.filter((id) => id !== last.id) }),
                createRecord(
                  'orderItem',
                  { dayId: item.dayId, shotIds: [last.id], rank: rankAfter(production, item.id) },
                  'new:row' as never,
                ),
              ],
            },
          ],
        },
      ]
    })
  })
}

function rankAfter(production: Production, itemId: string) {
  const item = production.orderItem[itemId]!
  const ranks = Object.values(production.orderItem)
    .filter((other) => other.dayId === item.dayId && other.rank > item.rank)
    .map((other) => other.rank)
    .sort()
  return rankBetween(item.rank, ranks[0] ?? null)
}

/** Once an order is made: is every must-have on some day? */
export function checkMustHaves(production: Production): Finding[] {
  const planned = new Set(Object.values(production.orderItem).flatMap((item) => (item.standsBy ? [] : item.shotIds)))
  if (planned.size === 0) return []
  const lastDay = daysInOrder(production).at(-1)
  return Object.values(production.shot).flatMap((shot): Finding[] => {
    if (!shot.mustHave || planned.has(shot.id) || byId(production.scene, shot.sceneId)?.dropped) return []
    const waiting = Object.values(production.orderItem).find((item) => item.standsBy && item.shotIds.includes(shot.id))
    return [
      {
        check: 'order.must-have-on-no-day',
        severity: 'stop',
        stage: 'order',
        rule: null,
        about: { kind: 'shot', id: shot.id },
        says: waiting
          ? `${shot.code} is a must-have and only stands by, for other weather.`
          : `${shot.code} is a must-have and on no day.`,
        evidence: [{ label: 'planned', value: waiting ? 'stands by' : 'on no day', unit: '', from: 'running orders' }],
        fixes: waiting
          ? [{ says: `Put ${shot.code} into ${production.day[waiting.dayId]?.title ?? 'its day'}`, changes: [updateRecord('orderItem', waiting.id, { standsBy: false })] }] // prettier-ignore
          : lastDay
            ? [
                {
                  says: `Put ${shot.code} at the end of ${lastDay.title}`,
                  changes: [
                    createRecord(
                      'orderItem',
                      {
                        dayId: lastDay.id,
                        shotIds: [shot.id],
                        rank: rankBetween(
                          lastRank(Object.values(production.orderItem).filter((item) => item.dayId === lastDay.id)),
                          null,
                        ),
                      },
                      `new:${shot.id}` as never,
                    ),
                  ],
                },
              ]
            : [],
      },
    ]
  })
}
