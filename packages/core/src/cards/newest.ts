/** The last of some entries by the numbers of their edits: clocks of devices differ, numbers do not. */
export const newest = <T extends { readonly version: number }>(entries: readonly T[]): T | undefined =>
  entries.reduce<T | undefined>((best, one) => (best && best.version > one.version ? best : one), undefined)
