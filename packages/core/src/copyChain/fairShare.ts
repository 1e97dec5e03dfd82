/** What a flow passes, each resource once, and how often. */
export type Passes = readonly (readonly [resource: number, times: number])[]

/**
 * Max-min fair sharing by filling up: all rates rise together; where a resource is full, what passes it stops rising
 * (Bertsekas and Gallager, Data Networks, 6.5.2).
 * @param limits of each resource, units per second
 * @returns a rate for each flow
 */
export function fairShare(limits: readonly number[], flows: readonly Passes[]): number[] {
  const rates = flows.map(() => 0)
  const left = [...limits]
  const weights = limits.map(() => 0)
  let rising = flows.map((_, f) => f)
  while (rising.length > 0) {
    weights.fill(0)
    for (const f of rising) for (const [resource, times] of flows[f]!) weights[resource]! += times
    let rise = Infinity
    for (let r = 0; r < limits.length; r++) if (weights[r]! > 0) rise = Math.min(rise, left[r]! / weights[r]!)
    if (rise === Infinity) break
    for (let r = 0; r < limits.length; r++) left[r] = Math.max(0, left[r]! - rise * weights[r]!)
    for (const f of rising) rates[f]! += rise
    rising = rising.filter((f) => !flows[f]!.some(([resource]) => left[resource]! <= limits[resource]! * 1e-12))
  }
  return rates
}
