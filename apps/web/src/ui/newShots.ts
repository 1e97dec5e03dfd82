import { newRank, newRanks } from '../store/newRank.ts'
import { newId } from '../store/newId.ts'
import { commit } from '../store/production.ts'
import { productionNow } from '../store/selectors.ts'
import { fail, type Outcome } from '@kavrell/core/outcome'
import {
  asId,
  createRecord,
  type Id,
  type PlainChange,
  type RecordFields,
  type Production,
  lastRank,
} from '@kavrell/core/records'
import { masterDeliverable, newScene } from '@kavrell/core/shotlist'

type Fields = Partial<RecordFields<'shot'>>

/** What a new shot takes over from the one before it, or begins with. */
export function shotLike(production: Production, from: RecordFields<'shot'> | undefined): Fields {
  const master = masterDeliverable(production)
  const rate = master ? { fpsNum: master.rateNum, fpsDen: master.rateDen } : {}
  if (!from) return { cameraId: Object.values(production.camera)[0]?.id ?? null, ...rate }
  const { cameraId, setupId, iso, rig, sceneId } = from
  return { cameraId, setupId, iso, rig, sceneId, ...rate }
}

/**
 * Makes shots in one edit, after those that there are now, with the scenes they name that are not there yet. A refusal
 * is a sentence.
 */
export function addShots(
  label: string,
  shots: readonly { readonly id: string; readonly fields: RecordFields<'shot'> }[],
  also: readonly PlainChange[] = [],
): Outcome<void, string> {
  const production = productionNow()
  const codes = new Set(Object.values(production.shot).map(({ code }) => code))
  const taken = shots.find(({ fields }) => fields.code !== '' && codes.has(fields.code))
  if (taken) return fail(`There is a shot ${taken.fields.code} already.`)
  const scenes = new Map(Object.values(production.scene).map(({ number, id }) => [number, id]))
  const ranks = newRanks(lastRank(Object.values(production.shot)), null, shots.length)
  let lastScene = lastRank(Object.values(production.scene))
  const changes: PlainChange[] = []
  const real = (sceneId: Id<'scene'>): Id<'scene'> => {
    const prefix = newScene('')
    if (!sceneId.startsWith(prefix)) return sceneId
    const number = sceneId.slice(prefix.length)
    const known = scenes.get(number)
    if (known) return known
    const id = newId<'scene'>()
    scenes.set(number, id)
    changes.push(createRecord('scene', { number, rank: (lastScene = newRank(lastScene)) }, id))
    return id
  }
  const made = shots.map(({ id, fields }, i) =>
    createRecord('shot', { ...fields, sceneId: real(fields.sceneId), rank: ranks[i] }, asId(id)),
  )
  const others = also.map((change): PlainChange =>
    change.op === 'update' && change.kind === 'shot' && change.fields.sceneId
      ? { ...change, fields: { ...change.fields, sceneId: real(change.fields.sceneId) } }
      : change,
  )
  return commit(label, [...changes, ...made, ...others])
}
