/** The newest of something by its key, so many of them. */
export function keptUpTo<T>(most: number): (key: string, make: () => T) => T {
  const kept = new Map<string, T>()
  return (key, make) => {
    const found = kept.get(key) ?? make()
    // Put in anew, so that what is asked for most goes last.
    kept.delete(key)
    kept.set(key, found)
    if (kept.size > most) kept.delete(kept.keys().next().value!)
    return found
  }
}
