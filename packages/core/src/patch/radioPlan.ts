import {
  assignFrequencies,
  type Carrier,
  carriersOf,
  conflictsOf,
  gridOf,
  type RadioConflict,
  type RadioRules,
} from '../radio/index.ts'
import type { Production, RecordOf } from '../records/index.ts'

type Transmitter = RecordOf<'transmitter'>
export type RadioRecords = Pick<Production, 'transmitter' | 'radioBand' | 'radioStation' | 'radioScan'>

/** How far apart a production sets its transmitters, and their products from them: narrow-band microphones unless it says otherwise. */
export const radioRules = ({ radioSpacingKHz, radioGuardKHz }: Pick<RecordOf<'production'>, 'radioSpacingKHz' | 'radioGuardKHz'>): RadioRules => ({ spacingKHz: radioSpacingKHz, guard2KHz: radioGuardKHz, guard3KHz: radioGuardKHz, guard5KHz: null }) // prettier-ignore

/** Why a transmitter cannot stay where it is. */
export type RadioTrouble =
  | { readonly kind: 'product'; readonly conflict: RadioConflict; readonly from: readonly Transmitter[] }
  | { readonly kind: 'heard'; readonly carrier: Carrier }
  | { readonly kind: 'no band' | 'not confirmed' | 'station' | 'not set' | 'cannot be set so' }

export interface RadioPlan {
  /** Each with all that is wrong with it; those without trouble have none. */
  readonly of: readonly { readonly transmitter: Transmitter; readonly troubles: readonly RadioTrouble[] }[]
  /** Where those with trouble could be set, so that all are clear; null for one that fits nowhere. */
  readonly proposed: ReadonlyMap<string, number | null>
  /** Whether it is proved that who fits nowhere does. */
  readonly isProved: boolean
  /** For who fits nowhere: what would have to go off so that it does, and where it could go then. */
  readonly roomBy: ReadonlyMap<string, { readonly off: Transmitter; readonly onMHz: number }>
  /** For each that is set: where it could go if it is disturbed on the day, the others staying; null where nowhere. */
  readonly spares: ReadonlyMap<string, number | null>
  /** What the last scan heard that is neither set here nor listed. */
  readonly unlisted: readonly Carrier[]
  readonly scannedAt: string | null
}

/** The last scan, and what it heard that nobody has listed. */
function unlistedIn({ radioScan, radioStation, transmitter }: RadioRecords): Pick<RadioPlan, 'unlisted' | 'scannedAt'> {
  const [scan] = Object.values(radioScan).toSorted((a, b) => Date.parse(b.scannedAt) - Date.parse(a.scannedAt) || b.version - a.version) // prettier-ignore
  if (!scan) return { unlisted: [], scannedAt: null }
  const carriers = carriersOf({ points: scan.levels.map(([kHz, dBm]) => ({ kHz, dBm })) })
  const own = Object.values(transmitter).flatMap(({ onMHz }) => (onMHz === null ? [] : inKHz(onMHz)))
  const isKnown = ({ fromKHz, toKHz, atKHz }: Carrier) =>
    own.some((kHz) => kHz >= fromKHz - OWN_WIDTH_KHZ && kHz <= toKHz + OWN_WIDTH_KHZ) ||
    Object.values(radioStation).some((station) => holds(station, atKHz))
  return { unlisted: carriers.filter((carrier) => !isKnown(carrier)), scannedAt: scan.scannedAt }
}
/** A transmitter is seen as wide as this to each side. */
const OWN_WIDTH_KHZ = 50

const inKHz = (megahertz: number) => Math.round(megahertz * 1000)
const holds = (span: { readonly fromMHz: number; readonly toMHz: number }, kHz: number) => inKHz(span.fromMHz) <= kHz && kHz <= inKHz(span.toMHz) // prettier-ignore

function troublesOf(
  transmitter: Transmitter,
  records: RadioRecords,
  set: readonly Transmitter[],
  conflicts: readonly RadioConflict[],
  heard: readonly Carrier[],
  rules: RadioRules,
): RadioTrouble[] {
  // prettier-ignore
  if (transmitter.onMHz === null) return [{ kind: 'not set' }]
  const kHz = inKHz(transmitter.onMHz)
  const troubles: RadioTrouble[] = []
  const bands = Object.values(records.radioBand).filter((band) => holds(band, kHz))
  if (!holds(transmitter, kHz)) troubles.push({ kind: 'cannot be set so' })
  if (!bands.length) troubles.push({ kind: 'no band' })
  else if (!bands.some(({ isConfirmed }) => isConfirmed)) troubles.push({ kind: 'not confirmed' })
  if (Object.values(records.radioStation).some((station) => holds(station, kHz))) troubles.push({ kind: 'station' })
  for (const carrier of heard) if (isNear(carrier, kHz, rules)) troubles.push({ kind: 'heard', carrier })
  for (const conflict of conflicts) {
    const [victims, sources] = conflict.type === 'spacing' ? [[conflict.a, conflict.b], [conflict.a, conflict.b]] : [[conflict.victim], conflict.type === 'three' ? [conflict.a, conflict.b, conflict.c] : [conflict.a, conflict.b]] // prettier-ignore
    if (!victims.includes(kHz)) continue
    const from = set.filter((other) => other.id !== transmitter.id && sources.includes(inKHz(other.onMHz!)))
    troubles.push({ kind: 'product', conflict, from })
  }
  return troubles
}

const isNear = ({ fromKHz, toKHz }: Carrier, kHz: number, { spacingKHz }: RadioRules) =>
  kHz > fromKHz - spacingKHz && kHz < toKHz + spacingKHz

/** What disturbs what, what lies outside of what may be used, and where whoever has trouble could go. */
export function radioPlan(records: RadioRecords, rules: RadioRules): RadioPlan {
  const all = Object.values(records.transmitter).toSorted((a, b) =>
    a.name.localeCompare(b.name, 'en', { numeric: true }),
  )
  const set = all.filter(({ onMHz }) => onMHz !== null)
  const { unlisted, scannedAt } = unlistedIn(records)
  const conflicts = conflictsOf(set.map(({ onMHz }) => inKHz(onMHz!)), rules) // prettier-ignore
  const of = all.map((transmitter) => ({
    transmitter,
    troubles: troublesOf(transmitter, records, set, conflicts, unlisted, rules),
  }))
  // As few as can be are moved, and what carries a voice before all stays where it is.
  const kept: number[] = []
  const moved: Transmitter[] = []
  const isOut = (troubles: readonly RadioTrouble[]) =>
    troubles.some(({ kind }) => kind !== 'product' && kind !== 'not confirmed')
  const isVoice = ({ carries }: Transmitter) => Number(carries === 'microphone')
  const byTrouble = of.toSorted(
    (a, b) => isVoice(b.transmitter) - isVoice(a.transmitter) || a.troubles.length - b.troubles.length,
  )
  for (const { transmitter, troubles } of byTrouble) {
    const kHz = transmitter.onMHz === null ? null : inKHz(transmitter.onMHz)
    if (kHz === null || isOut(troubles) || conflictsOf([...kept, kHz], rules).length) moved.push(transmitter)
    else kept.push(kHz)
  }
  const confirmed = Object.values(records.radioBand).filter(({ isConfirmed }) => isConfirmed)
  const stations = Object.values(records.radioStation).map(
    ({ fromMHz, toMHz }) => [inKHz(fromMHz), inKHz(toMHz)] as const,
  )
  const candidatesOf = (transmitter: Transmitter) =>
    gridOf([inKHz(transmitter.fromMHz), inKHz(transmitter.toMHz)], transmitter.stepKHz, stations).filter(
      (kHz) => confirmed.some((band) => holds(band, kHz)) && !unlisted.some((carrier) => isNear(carrier, kHz, rules)),
    )
  const { kHz, isProved } = assignFrequencies(kept, moved.map((transmitter) => ({ candidatesKHz: candidatesOf(transmitter) })), rules) // prettier-ignore
  const proposed = new Map<string, number | null>(moved.map(({ id }, i) => [id, kHz[i] === null ? null : kHz[i]! / 1000])) // prettier-ignore
  // Where each would then be.
  const then = (transmitter: Transmitter) => proposed.has(transmitter.id) ? proposed.get(transmitter.id)! : transmitter.onMHz // prettier-ignore
  const besides = (without: readonly Transmitter[]) => all.flatMap((one) => (without.includes(one) ? [] : (then(one) ?? []))).map(inKHz) // prettier-ignore
  const oneFor = (transmitter: Transmitter, others: readonly number[], away: number | null) =>
    assignFrequencies(others, [{ candidatesKHz: candidatesOf(transmitter).filter((each) => away === null || Math.abs(each - away) >= rules.spacingKHz) }], rules).kHz[0] ?? null // prettier-ignore
  const roomBy = new Map<string, { off: Transmitter; onMHz: number }>()
  for (const transmitter of moved) {
    if (then(transmitter) !== null) continue
    // What carries no voice goes off first.
    for (const off of all
      .filter((one) => one !== transmitter && then(one) !== null)
      .toSorted((a, b) => isVoice(a) - isVoice(b))) {
      // prettier-ignore
      const fits = oneFor(transmitter, besides([transmitter, off]), null)
      if (fits === null) continue
      roomBy.set(transmitter.id, { off, onMHz: fits / 1000 })
      break
    }
  }
  const spares = new Map<string, number | null>()
  for (const transmitter of all) {
    const onMHz = then(transmitter)
    if (onMHz === null) continue
    const spare = oneFor(transmitter, besides([transmitter]), inKHz(onMHz))
    spares.set(transmitter.id, spare === null ? null : spare / 1000)
  }
  return { of, proposed, isProved, roomBy, spares, unlisted, scannedAt }
}
