import {
  asId,
  byId,
  type KindName,
  type PlainChange,
  type Production,
  type RecordOf,
  updateRecord,
} from '../records/index.ts'

/** Kinds of which single things travel in cases, with the field by which a tick names one. */
export const TICKED_AS = {
  kitItem: 'itemId',
  camera: 'cameraId',
  lens: 'lensId',
  recorder: 'recorderId',
  card: 'cardId',
  drive: 'driveId',
} as const satisfies Partial<Record<KindName, keyof RecordOf<'packTick'>>>
export type ThingKind = keyof typeof TICKED_AS
/** Those that are listed one by one, and may stand on the kit list as well. */
const DEVICES = ['camera', 'recorder', 'lens'] as const
const THING_KINDS = Object.keys(TICKED_AS) as ThingKind[]

/** Something that travels. */
export interface Thing {
  readonly kind: ThingKind
  readonly id: string
  readonly name: string
  /** How many of it go. */
  readonly count: number
  /** Of one; null where nobody has said. */
  readonly kg: number | null
  /** The label that was typed for its case; '' where none was. */
  readonly caseLabel: string
  /** The record that says so: itself, or the kit item that answers for it. */
  readonly casedBy: { readonly kind: ThingKind; readonly id: string }
  readonly isRented: boolean
  /** What it answers to of what shots and setups need, as a kit item has it; '' where the plan does not ask for it. */
  readonly answersTo: string
}

type Packed = RecordOf<ThingKind>
const nameOf: { readonly [K in ThingKind]: (record: RecordOf<K>) => string } = {
  kitItem: ({ name }) => name,
  camera: ({ letter, name }) => `Camera ${letter}, ${name}`,
  lens: ({ name }) => name,
  recorder: ({ letter, name }) => `${name} ${letter}`,
  card: ({ label }) => `Card ${label}`,
  drive: ({ label }) => `Drive ${label}`,
}
const needOf = (production: Production, kind: ThingKind, record: Packed): string => {
  if (kind === 'kitItem') return (record as RecordOf<'kitItem'>).answersTo
  if (kind === 'camera') return `camera:${(record as RecordOf<'camera'>).letter}`
  if (kind === 'recorder') return `recorder:${(record as RecordOf<'recorder'>).letter}`
  if (kind === 'lens') {
    const { focalLengthMm, longestMm } = record as RecordOf<'lens'>
    return focalLengthMm === longestMm ? `lens:${focalLengthMm}` : ''
  }
  if (kind !== 'card') return ''
  const { cameraId, recorderId } = record as RecordOf<'card'>
  const [camera, recorder] = [byId(production.camera, cameraId), byId(production.recorder, recorderId)]
  return camera ? `camera:${camera.letter}` : recorder ? `recorder:${recorder.letter}` : ''
}

/** What went back or is gone is in no case; what does not work travels all the same, to go back. */
const travels = (item: RecordOf<'kitItem'>) =>
  item.state === 'gone' || item.returnedOn !== null
    ? { owned: 0, rented: 0 }
    : { owned: item.owned, rented: item.rented + item.borrowed }

/**
 * All that travels: what is listed as a camera, lens, recorder, card or drive, and what the kit list says is there. A
 * kit item that answers for a camera, a recorder or a lens that is listed is that one, and not a second: what it says of case and
 * weight holds where the device itself says nothing.
 */
export function thingsOf(production: Production): readonly Thing[] {
  const listed = new Map<string, number>()
  for (const kind of DEVICES)
    for (const record of Object.values(production[kind] as Readonly<Record<string, Packed>>)) {
      const need = needOf(production, kind, record)
      if (need) listed.set(need, (listed.get(need) ?? 0) + 1)
    }
  const onKitList = new Map(Object.values(production.kitItem).map((item) => [item.answersTo, item]))
  return THING_KINDS.flatMap((kind) =>
    Object.values(production[kind] as Readonly<Record<string, Packed>>).flatMap((record): Thing[] => {
      const answersTo = needOf(production, kind, record)
      if (kind === 'camera' && (record as RecordOf<'camera'>).lineCut) return []
      if (kind === 'drive' && (record as RecordOf<'drive'>).speed === 'upload') return []
      const { owned, rented } = kind === 'kitItem' ? travels(record as RecordOf<'kitItem'>) : { owned: 1, rented: 0 }
      const count = owned + rented - (kind === 'kitItem' ? (listed.get(answersTo) ?? 0) : 0)
      if (count <= 0) return []
      const name = (nameOf[kind] as (record: Packed) => string)(record)
      const twin = (DEVICES as readonly string[]).includes(kind) ? onKitList.get(answersTo) : undefined
      return [
        {
          kind,
          id: record.id,
          name,
          count,
          kg: record.kg || twin?.kg || null,
          caseLabel: (record.case || (twin?.case ?? '')).trim(),
          casedBy: !record.case && twin?.case ? { kind: 'kitItem', id: twin.id } : { kind, id: record.id },
          isRented: (twin?.rented ?? rented) > 0,
          answersTo,
        },
      ]
    }),
  )
}

/** Things into a case, or out of any with ''; the record that says it is changed, and each once. */
export function recase(things: readonly Thing[], label: string): readonly PlainChange[] {
  const records = new Map(things.map(({ kind, id, casedBy }) => (label === '' ? [casedBy.id, casedBy] : [id, { kind, id }]))) // prettier-ignore
  return [...records.values()].map(({ kind, id }) => updateRecord(kind, asId<ThingKind>(id), { case: label }))
}

/** A tick of a thing, as the fields that name it. */
export const tickOf = (thing: Pick<Thing, 'kind' | 'id'>): Partial<RecordOf<'packTick'>> => ({
  [TICKED_AS[thing.kind]]: asId(thing.id),
})
/** The id of what a tick is of. */
export const tickedId = (tick: RecordOf<'packTick'>): string | null =>
  tick.caseId ?? Object.values(TICKED_AS).reduce<string | null>((id, field) => id ?? tick[field], null)
