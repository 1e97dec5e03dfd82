/** A flow and how often it passes each resource. */
export type Passes = ReadonlyMap<number, number>

/**
 * Max-min fair sharing by filling up: all rates rise together; where a resource is full, what passes it stops rising
 * (Bertsekas and Gallager, Data Networks, 6.5.2).
 * @param limits of each resource, units per second
 * @returns a rate for each flow
 */
export function fairShare(limits: readonly number[], flows: readonly Passes[]): number[] {
  const rates = flows.map(() => 0)
  const left = [...limits]
  const rising = new Set(flows.keys())
  while (rising.size) {
    const weights = new Map<number, number>()
    for (const f of rising) for (const [resource, times] of flows[f]!) weights.set(resource, (weights.get(resource) ?? 0) + times) // prettier-ignore
    let rise = Infinity
    for (const [resource, weight] of weights) rise = Math.min(rise, left[resource]! / weight)
    if (rise === Infinity) break
    const full = new Set<number>()
    for (const [resource, weight] of weights) {
      left[resource] = Math.max(0, left[resource]! - rise * weight)
      if (left[resource] <= limits[resource]! * 1e-12) full.add(resource)
    }
    for (const f of [...rising]) {
      rates[f]! += rise
      if ([...flows[f]!.keys()].some((resource) => full.has(resource))) rising.delete(f)
    }
  }
  return rates
}
