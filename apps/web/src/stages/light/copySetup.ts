import { blank, type RecordOf, type Records } from '@kavrell/contract'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../../store/production.ts'
import { nextLetter } from '../../ui/addRecord.ts'

/** Another setup with the same lamps, marks and cameras, made from this one. */
export function copySetup(production: Records, from: RecordOf<'setup'>): string {
  const letter = nextLetter(Object.values(production.setup).map((s) => s.letter))
  const id = uuidv7()
  const { id: _id, version: _version, ...fields } = from
  const copies = (['lamp', 'mark', 'cameraPosition'] as const).flatMap((kind) =>
    Object.values(production[kind])
      .filter((r) => r.setupId === from.id)
      .map(({ id: _i, version: _v, ...rest }) => ({
        op: 'create' as const,
        kind,
        id: uuidv7(),
        fields: { ...rest, setupId: id },
      })),
  )
  const refused = commit(`Make ${letter} from ${from.letter}`, [
    {
      op: 'create',
      kind: 'setup',
      id,
      fields: {
        ...blank('setup', {}),
        ...fields,
        letter,
        name: `${from.name}, again`,
        parentId: from.id,
        colour: Object.keys(production.setup).length % 10,
      },
    },
    ...copies,
  ])
  if (refused) say(refused, 'stop')
  return id
}
