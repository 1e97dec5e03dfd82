import { KIND_NAMES, type KindName, KINDS } from './kinds/kinds.ts'
import type { Tables } from './production.ts'
import { type AnyRecord, fieldsOf } from './record.ts'
import { type PlainChange, removeRecord } from './changes.ts'
import { asId } from './ids.ts'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { nameOf } from './values.ts'

/** What is nothing by itself goes with what it is of: that somebody is down for a day goes with the person or the day, a lamp with its setup. */
const GOES_WITH: Partial<Record<KindName, readonly KindName[]>> = {
  attendance: ['person', 'day'],
  fixedEvent: ['day'],
  fitting: ['spot'],
  noiseSource: ['place'],
  journey: ['place'],
  tide: ['place'],
  lamp: ['setup'],
  mark: ['setup'],
  cameraPosition: ['setup'],
  panel: ['setup'],
  load: ['setup'],
  lightCue: ['setup'],
  meterReading: ['setup', 'mark', 'lamp'],
  momentPlace: ['moment'],
  momentWalk: ['moment', 'momentPlace'],
  momentCamera: ['moment', 'momentPlace'],
  momentHand: ['moment', 'momentPlace'],
  momentPhase: ['moment'],
  momentCatch: ['moment'],
  cue: ['moment', 'shot'],
  pictureWay: ['signalDevice', 'camera'],
  soundWay: ['signalDevice'],
  chargeNight: ['day'],
  copyHand: ['day', 'person'],
}

const refersTo = (kind: KindName, record: AnyRecord, ids: ReadonlySet<string>): boolean =>
  Object.entries(fieldsOf(kind)).some(([field, { column }]) => {
    if (column.ref) return ids.has(record[field] as string)
    return column.refs ? ((record[field] ?? []) as readonly string[]).some((id) => ids.has(id)) : false
  })

/** A removal of records of a kind with what is nothing without them, as changes of one edit. */
export function removalOf(tables: Tables, kind: KindName, ids: readonly string[]): PlainChange[] {
  const removed = new Set(ids)
  const with_ = KIND_NAMES.filter((other) => GOES_WITH[other]?.includes(kind)).flatMap((other) =>
    Object.values(tables[other] as Readonly<Record<string, AnyRecord>>)
      .filter((record) => refersTo(other, record, removed))
      .map((record): PlainChange => removeRecord(other, asId(record.id))),
  )
  return [...with_, ...ids.map((id): PlainChange => removeRecord(kind, asId(id)))]
}

/** A record that names one that is to go, and where. */
export interface Use {
  readonly kind: KindName
  readonly record: AnyRecord
  /** Fields in which one is named that has to be: they cannot be left open. */
  readonly needs: readonly string[]
  /** Fields that can be left open, and lists that can do without. */
  readonly may: readonly string[]
}

/** What names records of a kind, without what goes with them anyway. */
export function usesOf(tables: Tables, kind: KindName, ids: readonly string[]): readonly Use[] {
  const gone = new Set(ids)
  return KIND_NAMES.filter((other) => !GOES_WITH[other]?.includes(kind)).flatMap((other) =>
    Object.values(tables[other] as Readonly<Record<string, AnyRecord>>).flatMap((record): Use[] => {
      if (other === kind && gone.has(record.id)) return []
      const naming = Object.entries(fieldsOf(other)).filter(([field, { column }]) =>
        column.ref
          ? gone.has(record[field] as string)
          : column.refs && ((record[field] ?? []) as readonly string[]).some((id) => gone.has(id)),
      )
      if (naming.length === 0) return []
      const needed = naming.filter(([, { column }]) => column.ref && !column.nullable)
      const names = (fields: typeof naming) => fields.map(([field]) => field)
      return [{ kind: other, record, needs: names(needed), may: names(naming.filter((one) => !needed.includes(one))) }]
    }),
  )
}

/** What becomes of records that name one that goes. */
export type Instead =
  | { readonly do: 'move'; readonly to: string }
  /** Nothing is named in its place. */
  | { readonly do: 'leave open' }
  /** They go too, with what hangs on them. */
  | { readonly do: 'remove' }

const MOST_DEEP = 8

/**
 * A removal together with what becomes of all that uses it, as one edit. Refused where a ledger says what happened with
 * it, since a ledger is never rewritten, and where a field cannot be left open.
 */
export function removalInstead(
  tables: Tables,
  kind: KindName,
  ids: readonly string[],
  instead: Instead,
  deep = 0,
): Outcome<PlainChange[], string> {
  const uses = usesOf(tables, kind, ids)
  const told = uses.find((use) => KINDS[use.kind].ledger)
  if (told) return fail(`It stays: the record has ${KINDS[told.kind].says}, and what happened is never rewritten.`)
  if (deep > MOST_DEEP) return fail('Too much hangs on it to go at once; remove some of that first.')
  const gone = new Set(ids)
  const changes: PlainChange[] = []
  const removed = new Map<KindName, string[]>()
  for (const { kind: other, record, needs, may } of uses) {
    if (instead.do === 'remove' && needs.length > 0) {
      removed.set(other, [...(removed.get(other) ?? []), record.id])
      continue
    }
    if (instead.do === 'leave open' && needs.length > 0)
      return fail(`${nameOf(other, record) || KINDS[other].says} cannot be without one.`)
    const to = instead.do === 'move' ? instead.to : null
    const fields: Record<string, unknown> = {}
    for (const field of [...needs, ...may]) {
      const value: unknown = record[field]
      fields[field] = Array.isArray(value)
        ? [...new Set((value as readonly string[]).flatMap((id) => (gone.has(id) ? (to ?? []) : id)))]
        : to
    }
    changes.push({ op: 'update', kind: other, id: asId(record.id), fields } as PlainChange)
  }
  for (const [other, theirs] of removed) {
    const below = removalInstead(tables, other, theirs, instead, deep + 1)
    if (!below.ok) return below
    changes.push(...below.value)
  }
  // What is removed is not changed as well, nor removed twice.
  const all = [...changes, ...removalOf(tables, kind, ids)]
  const going = new Set(all.filter((change) => change.op === 'remove').map((change) => change.id as string))
  const seen = new Set<string>()
  return ok(
    all.filter((change) => {
      if (change.op === 'update') return !going.has(change.id)
      return !seen.has(change.id) && seen.add(change.id)
    }),
  )
}

const MOST_NAMED = 3

/**
 * Why an edit cannot remove what it removes: other records still name it. Says which, or null if none does.
 * @param after the records as they would be
 */
export function stillUsed(before: Tables, after: Tables, changes: readonly PlainChange[]): string | null {
  const removed = changes.filter((change) => change.op === 'remove')
  if (removed.length === 0) return null
  const ids = new Set<string>(removed.map((change) => change.id))
  const users = KIND_NAMES.flatMap((kind) =>
    Object.values(after[kind] as Readonly<Record<string, AnyRecord>>)
      .filter((record) => refersTo(kind, record, ids))
      .map((record) => ({ kind, record })),
  )
  const [first] = users
  if (!first) return null
  const used = removed.find((change) => refersTo(first.kind, first.record, new Set([change.id])))!
  const name = nameOf(used.kind, (before[used.kind] as Readonly<Record<string, AnyRecord>>)[used.id])
  const words = users.slice(0, MOST_NAMED).map(({ kind, record }) => {
    const called = nameOf(kind, record)
    return called ? `${KINDS[kind].says} (${called})` : KINDS[kind].says
  })
  const more = users.length > MOST_NAMED ? ` and ${users.length - MOST_NAMED} more` : ''
  return `${name || 'It'} is still used by ${words.join(', ')}${more}. Change or remove that first.`
}
