/*
 * Cameras that are alike, and people who are: which of them is in what state makes no difference to what can still be
 * done. A state is therefore compared with its twins put in order, so that of all the ways in which two tasks can be
 * shared out among five equal cameras one is followed and not twenty.
 */

/** Indices of things that are alike, groups of two or more. */
export function twinsBy<T>(things: readonly T[], likeness: (thing: T) => string): readonly (readonly number[])[] {
  const groups = new Map<string, number[]>()
  for (const [i, thing] of things.entries()) {
    const key = likeness(thing)
    const group = groups.get(key)
    if (group) group.push(i)
    else groups.set(key, [i])
  }
  return [...groups.values()].filter(({ length }) => length > 1)
}

/**
 * States of so many numbers each, one after another, with those of each group put in order: descending by their numbers,
 * the first that differs. The same array where no two are alike.
 */
export function inOrder(states: Int32Array, per: number, groups: readonly (readonly number[])[]): Int32Array {
  if (groups.length === 0) return states
  const ordered = states.slice()
  for (const group of groups)
    for (let k = 1; k < group.length; k++)
      for (let j = k; j > 0 && compare(ordered, per, group[j - 1]!, group[j]!) < 0; j--)
        swap(ordered, per, group[j - 1]!, group[j]!)
  return ordered
}

function swap(states: Int32Array, per: number, a: number, b: number): void {
  for (let n = 0; n < per; n++) {
    const kept = states[a * per + n]!
    states[a * per + n] = states[b * per + n]!
    states[b * per + n] = kept
  }
}

function compare(states: Int32Array, per: number, a: number, b: number): number {
  for (let n = 0; n < per; n++) {
    const apart = states[a * per + n]! - states[b * per + n]!
    if (apart !== 0) return apart
  }
  return 0
}

/** Whether another of its group that stands before it is in the same state. */
export function hasTwinBefore(
  states: Int32Array,
  per: number,
  groups: readonly (readonly number[])[],
  i: number,
): boolean {
  const group = groups.find((of) => of.includes(i))
  return group?.some((other) => other < i && compare(states, per, other, i) === 0) ?? false
}
