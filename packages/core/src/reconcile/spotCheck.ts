/** A recording that somebody should look at, and why just that one. */
export interface SpotCheck<File> {
  readonly file: File
  readonly because: 'the first' | 'the last' | 'the largest' | 'good takes'
}

/**
 * The few recordings of a card to look at before it is let go: the first, the last and the largest of it, and those of
 * good takes. What is looked at says nothing of the others; digests do.
 * @param files in the order in which they were recorded
 * @param isGood the log has a good take in it
 * @param most how many good takes' recordings besides
 */
export function spotChecks<File>(
  files: readonly File[],
  bytesOf: (file: File) => number,
  isGood: (file: File) => boolean = () => false,
  most = 4,
): readonly SpotCheck<File>[] {
  if (files.length === 0) return []
  const largest = files.reduce((a, b) => (bytesOf(b) > bytesOf(a) ? b : a))
  const picked = new Map<File, SpotCheck<File>['because']>([[files[0]!, 'the first']])
  const pick = (file: File, because: SpotCheck<File>['because']) => {
    if (!picked.has(file)) picked.set(file, because)
  }
  pick(files.at(-1)!, 'the last')
  pick(largest, 'the largest')
  for (const file of files.filter((one) => isGood(one) && !picked.has(one)).slice(0, most)) pick(file, 'good takes')
  return files.flatMap((file) => (picked.has(file) ? [{ file, because: picked.get(file)! }] : []))
}
