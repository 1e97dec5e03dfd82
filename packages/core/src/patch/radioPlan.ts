import { assignFrequencies, conflictsOf, gridOf, type RadioConflict, type RadioRules } from '../radio/index.ts'
import type { Production, RecordOf } from '../records/index.ts'

type Transmitter = RecordOf<'transmitter'>
export type RadioRecords = Pick<Production, 'transmitter' | 'radioBand' | 'radioStation'>

/** Usual for narrow-band microphones; whoever knows better of their own units goes by those. */
export const RADIO_RULES: RadioRules = { spacingKHz: 350, guard2KHz: 100, guard3KHz: 100, guard5KHz: null }

/** Why a transmitter cannot stay where it is. */
export type RadioTrouble =
  | { readonly kind: 'product'; readonly conflict: RadioConflict; readonly from: readonly Transmitter[] }
  | { readonly kind: 'no band' | 'not confirmed' | 'station' | 'not set' | 'cannot be set so' }

export interface RadioPlan {
  /** Each with all that is wrong with it; those without trouble have none. */
  readonly of: readonly { readonly transmitter: Transmitter; readonly troubles: readonly RadioTrouble[] }[]
  /** Where those with trouble could be set, so that all are clear; null for one that fits nowhere. */
  readonly proposed: ReadonlyMap<string, number | null>
  /** Whether it is proved that who fits nowhere does. */
  readonly isProved: boolean
}

const inKHz = (megahertz: number) => Math.round(megahertz * 1000)
const holds = (span: { readonly fromMHz: number; readonly toMHz: number }, kHz: number) => inKHz(span.fromMHz) <= kHz && kHz <= inKHz(span.toMHz) // prettier-ignore

function troublesOf(
  transmitter: Transmitter,
  records: RadioRecords,
  set: readonly Transmitter[],
  conflicts: readonly RadioConflict[],
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
  for (const conflict of conflicts) {
    const [victims, sources] = conflict.type === 'spacing' ? [[conflict.a, conflict.b], [conflict.a, conflict.b]] : [[conflict.victim], conflict.type === 'three' ? [conflict.a, conflict.b, conflict.c] : [conflict.a, conflict.b]] // prettier-ignore
    if (!victims.includes(kHz)) continue
    const from = set.filter((other) => other.id !== transmitter.id && sources.includes(inKHz(other.onMHz!)))
    troubles.push({ kind: 'product', conflict, from })
  }
  return troubles
}

/** What disturbs what, what lies outside of what may be used, and where whoever has trouble could go. */
export function radioPlan(records: RadioRecords, rules: RadioRules = RADIO_RULES): RadioPlan {
  const all = Object.values(records.transmitter).toSorted((a, b) =>
    a.name.localeCompare(b.name, 'en', { numeric: true }),
  )
  const set = all.filter(({ onMHz }) => onMHz !== null)
  const conflicts = conflictsOf(set.map(({ onMHz }) => inKHz(onMHz!)), rules) // prettier-ignore
  const of = all.map((transmitter) => ({ transmitter, troubles: troublesOf(transmitter, records, set, conflicts) }))
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
  const wanted = moved.map((transmitter) => ({
    candidatesKHz: gridOf([inKHz(transmitter.fromMHz), inKHz(transmitter.toMHz)], transmitter.stepKHz, stations).filter((kHz) => confirmed.some((band) => holds(band, kHz))), // prettier-ignore
  }))
  const { kHz, isProved } = assignFrequencies(kept, wanted, rules)
  return { of, proposed: new Map(moved.map(({ id }, i) => [id, kHz[i] === null ? null : kHz[i]! / 1000])), isProved }
}
