import { daysInOrder } from '../day/index.ts'
import {
  updateRecord,
  asId,
  byId,
  type OrderItem,
  type Production,
  type Shot,
  createRecord,
  idsOf,
  fieldsAlone,
  rankBetween,
  lastRank,
} from '../records/index.ts'
import { shotsOfItem } from '../shotlist/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Has a moment that happens once enough pictures and sounds that any one can die? */
export function checkOnceOnly(production: Production): Finding[] {
  const ordered = new Set<string>()
  const findings: Finding[] = []
  for (const item of Object.values(production.orderItem)) {
    const shots = shotsOfItem(production, item)
    for (const shot of shots) ordered.add(shot.id)
    if (shots.some((shot) => shot.onceOnly)) findings.push(...judge(production, shots, item))
  }
  for (const shot of Object.values(production.shot))
    if (shot.onceOnly && !ordered.has(shot.id)) findings.push(...judge(production, [shot], null))
  return findings
}

function judge(production: Production, shots: readonly Shot[], item: OrderItem | null): Finding[] {
  const { onceOnlyPictures, onceOnlySounds } = production.production
  // The line cut is made of the others: it is lost with them.
  const own = shots.filter((shot) => !byId(production.camera, shot.cameraId)?.lineCut)
  const pictures = new Set(own.map((shot) => shot.cameraId ?? shot.id)).size
  const sounds = new Set(item?.recorderIds).size
  if (pictures >= onceOnlyPictures && sounds >= onceOnlySounds) return []
  const codes = shots.map((shot) => shot.code).join(', ')
  const missing = [
    ...(pictures < onceOnlyPictures ? [`${pictures} of ${onceOnlyPictures} pictures`] : []),
    ...(sounds < onceOnlySounds ? [`${sounds} of ${onceOnlySounds} sound recordings`] : []),
  ]
  return [
    {
      check: 'cover.once-only-too-thin',
      severity: 'stop',
      stage: item ? 'order' : 'shots',
      rule: pictures < onceOnlyPictures ? 'onceOnlyPictures' : 'onceOnlySounds',
      about: item ? { kind: 'orderItem', id: item.id } : { kind: 'shot', id: shots[0]!.id },
      says: `${codes} ${shots.length === 1 ? 'happens once and has' : 'happen once and have'} ${missing.join(' and ')}.`,
      evidence: [
        { label: 'pictures', value: pictures, unit: 'cameras', from: codes },
        { label: 'wanted', value: onceOnlyPictures, unit: 'cameras', from: 'house rule' },
        { label: 'sounds', value: sounds, unit: 'recorders', from: 'order' },
        { label: 'wanted', value: onceOnlySounds, unit: 'recorders', from: 'house rule' },
      ],
      fixes: item
        ? [...moreSound(production, item, sounds), ...moreCameras(production, item, shots, pictures)]
        : putInOrder(production, shots[0]!),
    },
  ]
}

function moreSound(production: Production, item: OrderItem, sounds: number): Fix[] {
  const wanted = production.production.onceOnlySounds - sounds
  const spare = idsOf(production.recorder).filter((id) => !item.recorderIds.includes(id))
  if (wanted < 1 || spare.length < wanted) return []
  return [
    {
      says: `Put ${wanted === 1 ? 'another recorder' : `${wanted} recorders`} on it`,
      changes: [updateRecord('orderItem', item.id, { recorderIds: [...item.recorderIds, ...spare.slice(0, wanted)] })],
    },
  ]
}

/** Cameras that are not on it yet, each as a locked wide of its own, rolling with the others. */
function moreCameras(production: Production, item: OrderItem, shots: readonly Shot[], pictures: number): Fix[] {
  const wanted = production.production.onceOnlyPictures - pictures
  const spare = Object.values(production.camera)
    .filter((camera) => !camera.lineCut && !shots.some((shot) => shot.cameraId === camera.id))
    .sort((a, b) => (a.letter < b.letter ? -1 : 1))
    .slice(0, wanted)
  const like = shots[0]!
  if (wanted < 1 || spare.length < wanted) return []
  const codes = new Set(Object.values(production.shot).map((shot) => shot.code))
  const made = spare.map((camera, i) => {
    let code = `${like.code}${i + 2}`
    while (codes.has(code)) code += 'x'
    return createRecord(
      'shot',
      {
        ...fieldsAlone('shot', like),
        code,
        sees: `${like.sees}, locked wide`,
        cameraId: camera.id,
        rig: 'locked',
        pairId: null,
      },
      asId(`new:${camera.letter}`),
    )
  })
  return [
    {
      says: `Lock off camera ${spare.map((camera) => camera.letter).join(' and ')} on it too`,
      changes: [
        ...made,
        updateRecord('orderItem', item.id, { shotIds: [...item.shotIds, ...made.map((shot) => shot.id)] }),
      ],
    },
  ]
}

/** Nobody has planned when: it goes to the end of the last day with every recorder there is. */
function putInOrder(production: Production, shot: Shot): Fix[] {
  const day = daysInOrder(production).at(-1)
  if (!day || !byId(production.scene, shot.sceneId)) return []
  const last = lastRank(Object.values(production.orderItem).filter((i) => i.dayId === day.id))
  return [
    {
      says: `Put ${shot.code} in the order of ${day.title}`,
      changes: [
        createRecord('orderItem', {
          dayId: day.id,
          rank: rankBetween(last, null),
          shotIds: [shot.id],
          recorderIds: idsOf(production.recorder),
        }),
      ],
    },
  ]
}
