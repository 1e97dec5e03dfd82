import { type BatteryKind, chargeNight, type ChargePlan, type Night, type Slots } from './night.ts'

/** A night's charging where not all chargers find a socket. */
export interface PluggedPlan {
  readonly plan: ChargePlan
  /** Chargers that stay out, by id. */
  readonly out: ReadonlySet<string>
}

/** So many choices are tried one by one; of more, the charger that is missed least stays out, again and again. */
const MOST_CHOICES = 40

/**
 * As many batteries full in time as can be with the chargers that find a socket, each in one the whole night.
 * @param sockets how many are free; null where nobody said
 */
export function chargeFromSockets(
  kinds: readonly BatteryKind[],
  chargers: readonly Slots[],
  night: Night,
  sockets: number | null,
): PluggedPlan {
  const with_ = (chosen: readonly Slots[]): PluggedPlan => ({
    plan: chargeNight(kinds, chosen, night),
    out: new Set(chargers.filter((one) => !chosen.includes(one)).map(({ id }) => id)),
  })
  if (sockets === null || sockets >= chargers.length) return with_(chargers)
  const best = (choices: readonly (readonly Slots[])[]) => choices.map((chosen) => ({ chosen, ...with_(chosen) })).reduce((a, b) => (isBetter(b.plan, a.plan) ? b : a)) // prettier-ignore
  if (choicesOf(chargers.length, sockets) <= MOST_CHOICES) return best(subsets(chargers, sockets))
  let chosen = chargers
  while (chosen.length > sockets) chosen = best(chosen.map((one) => chosen.filter((other) => other !== one))).chosen
  const found = with_(chosen)
  return { ...found, plan: { ...found.plan, isProven: false } }
}

const shortIn = ({ short }: ChargePlan) => [...short.values()].reduce((a, b) => a + b, 0)
const isBetter = (a: ChargePlan, b: ChargePlan) => shortIn(a) < shortIn(b) || (shortIn(a) === shortIn(b) && a.fullMin < b.fullMin) // prettier-ignore

/** n over k. */
function choicesOf(n: number, k: number): number {
  let choices = 1
  for (let i = 1; i <= k; i++) choices = (choices * (n - k + i)) / i
  return choices
}

function subsets<T>(of: readonly T[], size: number): readonly (readonly T[])[] {
  if (size === 0) return [[]]
  return of.flatMap((first, i) => subsets(of.slice(i + 1), size - 1).map((rest) => [first, ...rest]))
}
