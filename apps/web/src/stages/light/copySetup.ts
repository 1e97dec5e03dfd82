import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { nextLetter } from '../../ui/addRecord.ts'
import { createRecord, fieldsAlone, type PlainChange, type Production, type RecordOf } from '@kavrell/core/records'

type Setup = RecordOf<'setup'>

/** A setup again with everything that stands in it, made from this one: its changes, and what became of each thing's id. */
export function setupCopied(production: Production, from: Setup, more: Partial<Setup>) {
  const letter = nextLetter(Object.values(production.setup).map((s) => s.letter))
  const id = newId<'setup'>()
  const copyOf = new Map<string, string>()
  const copies = (['lamp', 'mark', 'panel', 'cameraPosition', 'load'] as const).flatMap((kind) =>
    Object.values<RecordOf<typeof kind>>(production[kind])
      .filter((r) => r.setupId === from.id)
      .map((standing): PlainChange => {
        const copy = newId()
        copyOf.set(standing.id, copy)
        return createRecord(kind, { ...fieldsAlone(kind, standing), setupId: id }, copy as never)
      }),
  )
  // A cue goes with its lamps: its levels are of those that were copied.
  const cues = Object.values(production.lightCue)
    .filter((cue) => cue.setupId === from.id)
    .map((cue): PlainChange => {
      const levels = Object.entries(cue.levels).flatMap(([lamp, pct]) => {
        const copy = copyOf.get(lamp)
        return copy ? [[copy, pct] as const] : []
      })
      return createRecord('lightCue', { ...fieldsAlone('lightCue', cue), setupId: id, levels: Object.fromEntries(levels) }, newId()) // prettier-ignore
    })
  const colour = Object.keys(production.setup).length % 10
  const own = { ...fieldsAlone('setup', from), letter, parentId: from.id, colour, planBOf: null, ...more }
  return { id, letter, copyOf, changes: [createRecord('setup', own, id), ...copies, ...cues] as PlainChange[] }
}

/** Another setup with the same lamps, marks and cameras, made from this one; null, and said why, if it is refused. */
export function copySetup(production: Production, from: Setup): Setup['id'] | null {
  const { id, letter, changes } = setupCopied(production, from, { name: `${from.name}, again` })
  return commitOrSay(`Make ${letter} from ${from.letter}`, changes) ? id : null
}
