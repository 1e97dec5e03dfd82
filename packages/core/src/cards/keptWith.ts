/**
 * What is worked out of something that never changes in place is kept with it: a ledger is gone through once, and not
 * for every card that is asked about.
 */
export function keptWith<Of extends object, Found>(work: (of: Of) => Found): (of: Of) => Found {
  const kept = new WeakMap<Of, { readonly found: Found }>()
  return (of) => {
    const before = kept.get(of)
    if (before) return before.found
    const found = work(of)
    kept.set(of, { found })
    return found
  }
}

/** Lists of things by each of what they name. */
export function listed<Thing>(
  things: Iterable<Thing>,
  names: (thing: Thing) => Iterable<string>,
): ReadonlyMap<string, readonly Thing[]> {
  const found = new Map<string, Thing[]>()
  for (const thing of things)
    for (const name of names(thing)) {
      const list = found.get(name)
      if (list) list.push(thing)
      else found.set(name, [thing])
    }
  return found
}
