import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { nextLetter } from '../../ui/addRecord.ts'
import { createRecord, fieldsAlone, type Production, type RecordOf } from '@kavrell/core/records'

/** Another setup with the same lamps, marks and cameras, made from this one; null, and said why, if it is refused. */
export function copySetup(production: Production, from: RecordOf<'setup'>): RecordOf<'setup'>['id'] | null {
  const letter = nextLetter(Object.values(production.setup).map((s) => s.letter))
  const id = newId<'setup'>()
  const copies = (['lamp', 'mark', 'panel', 'cameraPosition'] as const).flatMap((kind) =>
    Object.values<RecordOf<typeof kind>>(production[kind])
      .filter((r) => r.setupId === from.id)
      .map((standing) => createRecord(kind, { ...fieldsAlone(kind, standing), setupId: id }, newId())),
  )
  const done = commitOrSay(`Make ${letter} from ${from.letter}`, [
    createRecord(
      'setup',
      {
        ...fieldsAlone('setup', from),
        letter,
        name: `${from.name}, again`,
        parentId: from.id,
        colour: Object.keys(production.setup).length % 10,
      },
      id,
    ),
    ...copies,
  ])
  return done ? id : null
}
