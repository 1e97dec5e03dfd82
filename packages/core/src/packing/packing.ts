import { byId, type Production, type RecordOf } from '../records/index.ts'
import { thingsOf, type Thing, tickedId } from './things.ts'
import { dayWants, type DayWants, type Wanted } from './wanted.ts'

/** What was last seen of a thing or a case. */
export type Seen = 'in' | 'not here' | null
export type Way = RecordOf<'packTick'>['way']

export interface PackedThing extends Thing {
  /** Null where no shot or setup of the day asks for it. */
  readonly wanted: Wanted | null
  readonly seen: Seen
  /** How many of it were seen to be in. */
  readonly there: number
}

export interface PackedCase {
  readonly record: RecordOf<'kitCase'>
  readonly things: readonly PackedThing[]
  readonly kg: number
  /** Things in it of which nobody has said what they weigh: it is heavier than that. */
  readonly unweighed: number
  /** When the first thing in it is wanted; null where none is. */
  readonly wanted: Wanted | null
  /** Things that are in, one by one, of all that go. */
  readonly there: number
  readonly of: number
  readonly seen: Seen
}

export interface Loaded {
  readonly vehicle: RecordOf<'vehicle'>
  /** In the order in which they are loaded: the first lies deepest. */
  readonly cases: readonly PackedCase[]
  readonly kg: number
  readonly unweighed: number
}

export interface Packing {
  readonly vehicles: readonly Loaded[]
  /** Cases that nobody has put into a vehicle. */
  readonly onTheFloor: readonly PackedCase[]
  /** Things in no case, those first wanted first. */
  readonly loose: readonly PackedThing[]
  /** Labels that things have and no case has. */
  readonly unknownLabels: readonly string[]
  /** Labels that two cases have. */
  readonly twice: readonly string[]
  readonly startMin: number
  /** All that go, one by one, and those that were seen to be in their case. */
  readonly of: number
  readonly there: number
}

/** A label as it is compared: what is typed for a thing and what stands on a case agree whatever their case. */
export const labelKey = (label: string) => label.trim().toLowerCase()

/** The newest tick of each thing and case on one way of a day. */
function ticksOf(production: Production, dayId: string, way: Way): ReadonlyMap<string, RecordOf<'packTick'>> {
  const newest = new Map<string, RecordOf<'packTick'>>()
  for (const tick of Object.values(production.packTick)) {
    const id = tickedId(tick)
    if (!id || tick.dayId !== dayId || tick.way !== way) continue
    if (tick.version >= (newest.get(id)?.version ?? -1)) newest.set(id, tick)
  }
  return newest
}
const seenAs = (tick: RecordOf<'packTick'> | undefined): Seen => (!tick || tick.state === 'open' ? null : tick.state)

const first = (all: readonly (Wanted | null)[]): Wanted | null =>
  all.reduce<Wanted | null>((a, b) => (b && (!a || b.atMin < a.atMin) ? b : a), null)
const sum = <T>(all: readonly T[], of: (one: T) => number) => all.reduce((total, one) => total + of(one), 0)

const wantedOf = (thing: Thing, wants: DayWants | null): Wanted | null =>
  wants
    ? first([wants.byLens.get(thing.id) ?? null, thing.answersTo ? (wants.byNeed.get(thing.answersTo) ?? null) : null])
    : null

/**
 * Cases as they are loaded for a day: what is wanted last goes in first, what stays in overnight before that. What no
 * shot asks for is kept at hand, as if it were wanted when work begins: nobody knows when water or the first aid is.
 * @param way which ticks count: those of the way out, or of the way back
 */
export function packingOf(production: Production, dayId: string, way: Way): Packing {
  const wants = dayWants(production, dayId)
  const ticks = ticksOf(production, dayId, way)
  const things = thingsOf(production).map((thing): PackedThing => {
    const tick = ticks.get(thing.id)
    const seen = seenAs(tick)
    return { ...thing, wanted: wantedOf(thing, wants), seen, there: seen === 'in' ? Math.min(thing.count, tick!.count) : 0 } // prettier-ignore
  })
  const byCase = new Map<string, PackedThing[]>()
  for (const thing of things) {
    const key = labelKey(thing.caseLabel)
    const own = byCase.get(key)
    if (own) own.push(thing)
    else byCase.set(key, [thing])
  }
  const records = Object.values(production.kitCase)
  const cases = records.map((record): PackedCase => {
    const own = byCase.get(labelKey(record.label)) ?? []
    return {
      record,
      things: own,
      kg: record.kg + sum(own, ({ kg, count }) => (kg ?? 0) * count),
      unweighed: own.filter(({ kg }) => kg === null).length,
      wanted: first(own.map(({ wanted }) => wanted)),
      there: sum(own, ({ there }) => there),
      of: sum(own, ({ count }) => count),
      seen: seenAs(ticks.get(record.id)),
    }
  })
  const startMin = wants?.startMin ?? 0
  const outAt = ({ record, wanted }: PackedCase) => (record.staysIn ? Infinity : (wanted?.atMin ?? startMin))
  const inOrder = (a: PackedCase, b: PackedCase) => {
    const [first_, second] = [outAt(a), outAt(b)]
    if (first_ !== second) return second - first_
    return b.kg - a.kg || a.record.label.localeCompare(b.record.label, 'en', { numeric: true })
  }
  const vehicles = Object.values(production.vehicle)
    .toSorted((a, b) => (a.rank < b.rank ? -1 : a.rank > b.rank ? 1 : 0))
    .map((vehicle): Loaded => {
      const own = cases.filter(({ record }) => record.vehicleId === vehicle.id).toSorted(inOrder)
      return { vehicle, cases: own, kg: sum(own, ({ kg }) => kg), unweighed: sum(own, ({ unweighed }) => unweighed) }
    })
  const known = new Set(records.map(({ label }) => labelKey(label)))
  const loose = Array.from(byCase)
    .flatMap(([key, own]) => (known.has(key) ? [] : own))
    .toSorted((a, b) => (a.wanted?.atMin ?? Infinity) - (b.wanted?.atMin ?? Infinity))
  return {
    vehicles,
    onTheFloor: cases.filter(({ record }) => !byId(production.vehicle, record.vehicleId)).toSorted(inOrder),
    loose,
    unknownLabels: [...new Set(loose.map(({ caseLabel }) => caseLabel).filter(Boolean))],
    twice: records.filter((a, i) => records.some((b, k) => k < i && labelKey(b.label) === labelKey(a.label))).map(({ label }) => label), // prettier-ignore
    startMin,
    of: sum(things, ({ count }) => count),
    there: sum(things, ({ there }) => there),
  }
}

/** Kilograms that one person lifts from the floor to the waist without help, as guidance commonly has it. */
export const ONE_LIFTS_KG = 25

/** How many people a case needs: guidance, not a promise; local rules and backs decide. */
export const liftedBy = (kg: number): number => Math.max(1, Math.ceil(kg / ONE_LIFTS_KG))
