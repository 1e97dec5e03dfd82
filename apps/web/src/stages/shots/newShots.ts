import { blank, newScene, type RecordFields, type Records } from '@kavrell/contract'
import { masterDeliverable, type PlainChange } from '@kavrell/core/snags'
import { v7 as uuidv7 } from 'uuid'
import { commit } from '../../store/production.ts'

type Fields = Partial<RecordFields<'shot'>>

/** What a new shot takes over from the one before it, or begins with. */
export function shotLike(production: Records, from: RecordFields<'shot'> | undefined): Fields {
  const master = masterDeliverable(production)
  const rate = master ? { fpsNum: master.rateNum, fpsDen: master.rateDen } : {}
  if (!from) return { cameraId: Object.values(production.camera)[0]?.id ?? null, ...rate }
  const { cameraId, setupId, iso, rig, sceneId } = from
  return { cameraId, setupId, iso, rig, sceneId, ...rate }
}

/** Makes shots in one edit, with the scenes they name that are not there yet. Gives a sentence if it is refused. */
export function addShots(
  production: Records,
  label: string,
  shots: readonly { readonly id: string; readonly fields: RecordFields<'shot'> }[],
  also: readonly PlainChange[] = [],
): string | null {
  const scenes = new Map<string, string>()
  let rank = 1 + Math.max(-1, ...Object.values(production.shot).map((s) => s.rank))
  let sceneRank = 1 + Math.max(-1, ...Object.values(production.scene).map((s) => s.rank))
  const changes: PlainChange[] = []
  const real = (sceneId: string): string => {
    const prefix = newScene('')
    if (!sceneId.startsWith(prefix)) return sceneId
    const number = sceneId.slice(prefix.length)
    const known = scenes.get(number)
    if (known) return known
    const id = uuidv7()
    scenes.set(number, id)
    changes.push({ op: 'create', kind: 'scene', id, fields: blank('scene', { number, rank: sceneRank++ }) })
    return id
  }
  const made = shots.map(({ id, fields }): PlainChange => {
    const sceneId = real(fields.sceneId)
    return { op: 'create', kind: 'shot', id, fields: { ...fields, sceneId, rank: rank++ } }
  })
  const others = also.map((change): PlainChange =>
    change.op === 'update' && typeof change.fields.sceneId === 'string'
      ? { ...change, fields: { ...change.fields, sceneId: real(change.fields.sceneId) } }
      : change,
  )
  return commit(label, [...changes, ...made, ...others])
}
