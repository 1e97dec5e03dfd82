/*
 * A night's charging: batteries of a few kinds, in slots of chargers, changed only by somebody who is awake. Times are
 * minutes; a battery is taken as empty, and what a charger gives is not all that arrives.
 */

/** What arrives of what a charger gives, with the slow end of a charge: measured ones lie between 0.8 and 0.9. */
export const ARRIVES = 0.85

export interface BatteryKind {
  readonly id: string
  readonly wh: number
  readonly count: number
}
export interface Slots {
  readonly id: string
  readonly slots: number
  readonly watts: number
  /** Kinds of batteries that fit. */
  readonly takes: ReadonlySet<string>
}
export interface Night {
  readonly fromMin: number
  readonly untilMin: number
  /** Between these nobody puts another battery in; a battery that is in goes on charging. */
  readonly asleepFromMin: number
  readonly asleepUntilMin: number
}

/** A battery in a slot. */
export interface Charge {
  readonly batteryId: string
  readonly chargerId: string
  /** 0 for the first. */
  readonly slot: number
  readonly startMin: number
  readonly endMin: number
}
export interface ChargePlan {
  readonly charges: readonly Charge[]
  /** Of each kind, how many are not full in time, by kind; kinds with none are left out. */
  readonly short: ReadonlyMap<string, number>
  /** When the last of those that are full in time is. */
  readonly fullMin: number
  /** No plan has fewer that are not full: all were looked at. */
  readonly isProven: boolean
}

/** Minutes that an empty battery takes. */
export const minutesFor = (wh: number, watts: number): number => Math.ceil((60 * wh) / (watts * ARRIVES))

/** When a battery can be put in at the earliest from some minute on. */
const awake = (night: Night, minute: number) =>
  minute >= night.asleepFromMin && minute < night.asleepUntilMin ? night.asleepUntilMin : minute

interface Slot {
  readonly charger: Slots
  readonly slot: number
  readonly freeMin: number
}
/** The charges so far, newest first. */
interface Chain {
  readonly charge: Charge
  readonly before: Chain | null
}
interface State {
  readonly left: readonly number[]
  readonly slots: readonly Slot[]
  readonly chain: Chain | null
}

/** Looked at before it says that it has not looked at all. */
const MOST_STATES = 1_500

const keyOf = ({ left, slots }: State) =>
  `${left.join()}|${slots.map(({ charger, freeMin }) => `${charger.id}:${freeMin}`).sort().join()}` // prettier-ignore

/**
 * As many batteries full in time as can be, and of those plans the one that is done first. All ways of putting kinds into
 * slots one after another are looked at, each state once; where there are more than can be looked at, the best that was
 * seen stands, and it is not called proven. What could be full is put in first, longest before shorter.
 */
export function chargeNight(kinds: readonly BatteryKind[], chargers: readonly Slots[], night: Night): ChargePlan {
  const plans = apart(kinds, chargers).map((part) => chargeTogether(part.kinds, part.chargers, night))
  return {
    charges: plans.flatMap(({ charges }) => charges).toSorted((a, b) => a.startMin - b.startMin),
    short: new Map(plans.flatMap(({ short }) => [...short])),
    fullMin: Math.max(night.fromMin, ...plans.map(({ fullMin }) => fullMin)),
    isProven: plans.every(({ isProven }) => isProven),
  }
}

interface Part {
  readonly kinds: readonly BatteryKind[]
  readonly chargers: readonly Slots[]
}

/** Kinds that share no charger, not even by a third, have nothing to do with one another. */
function apart(kinds: readonly BatteryKind[], chargers: readonly Slots[]): readonly Part[] {
  let parts: readonly Part[] = kinds.map((kind) => ({ kinds: [kind], chargers: [] }))
  for (const charger of chargers) {
    const takes = (part: Part) => part.kinds.some(({ id }) => charger.takes.has(id))
    const joined = parts.filter(takes)
    if (joined.length === 0) continue
    const one = { kinds: joined.flatMap((part) => part.kinds), chargers: [...joined.flatMap((part) => part.chargers), charger] } // prettier-ignore
    parts = [...parts.filter((part) => !takes(part)), one]
  }
  return parts
}

function chargeTogether(kinds: readonly BatteryKind[], chargers: readonly Slots[], night: Night): ChargePlan {
  const wanted = kinds.reduce((sum, { count }) => sum + count, 0)
  const slots = chargers.flatMap((charger) => Array.from({ length: charger.slots }, (_, slot): Slot => ({ charger, slot, freeMin: night.fromMin }))) // prettier-ignore
  let best: { left: number; fullMin: number; state: State } | null = null
  const seen = new Set<string>()
  const order = [...kinds.keys()].sort((a, b) => kinds[b]!.wh - kinds[a]!.wh)
  let isCut = false
  const leftIn = (state: State) => state.left.reduce((sum, count) => sum + count, 0)
  const visit = (state: State, fullMin: number) => {
    const left = leftIn(state)
    if (!best || left < best.left || (left === best.left && fullMin < best.fullMin)) best = { left, fullMin, state }
    if (left === 0) return
    if (seen.size >= MOST_STATES) {
      isCut = true
      return
    }
    // Once all can be full, only sooner counts.
    if (best.left === 0 && fullMin >= best.fullMin) return
    for (const kind of order) {
      if (state.left[kind] === 0) continue
      const tried = new Set<string>()
      const { id, wh } = kinds[kind]!
      const byFree = [...state.slots.keys()].sort((a, b) => state.slots[a]!.freeMin - state.slots[b]!.freeMin)
      for (const at of byFree) {
        const { charger, slot, freeMin } = state.slots[at]!
        if (!charger.takes.has(id) || tried.has(`${charger.id}:${freeMin}`)) continue
        tried.add(`${charger.id}:${freeMin}`)
        const startMin = awake(night, freeMin)
        const endMin = startMin + minutesFor(wh, charger.watts)
        if (endMin > night.untilMin) continue
        const next: State = {
          left: state.left.map((count, i) => (i === kind ? count - 1 : count)),
          slots: state.slots.map((one, i) => (i === at ? { ...one, freeMin: endMin } : one)),
          chain: { charge: { batteryId: id, chargerId: charger.id, slot, startMin, endMin }, before: state.chain },
        }
        const key = keyOf(next)
        if (seen.has(key)) continue
        seen.add(key)
        visit(next, Math.max(fullMin, endMin))
      }
    }
  }
  visit({ left: kinds.map(({ count }) => count), slots, chain: null }, night.fromMin)
  const { state, fullMin } = best! as { state: State; fullMin: number }
  const charges: Charge[] = []
  for (let at = state.chain; at; at = at.before) charges.push(at.charge)
  const short = new Map(kinds.flatMap(({ id }, i) => (state.left[i]! > 0 ? [[id, state.left[i]!]] : [])))
  return { charges: charges.toSorted((a, b) => a.startMin - b.startMin), short, fullMin, isProven: !isCut || wanted === charges.length } // prettier-ignore
}

/** When somebody has to change batteries: all but the first ones in, each moment once. */
export const changesIn = ({ charges }: ChargePlan, { fromMin }: Night): readonly number[] =>
  [...new Set(charges.map(({ startMin }) => startMin).filter((minute) => minute > fromMin))].sort((a, b) => a - b)
