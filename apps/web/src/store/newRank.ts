import { type Rank, rankBetween, ranksBetween } from '@kavrell/core/records'

const GRAINS = '123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'

/** Three digits by chance: somebody else may put something at the same place at the same moment. */
const salt = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(3)), (byte) => GRAINS[byte % GRAINS.length]!).join('')

/** A place between two others for something that is put there here; null is an end. */
export const newRank = (before: Rank | null, after: Rank | null = null): Rank => rankBetween(before, after, salt())
/** So many places in turn. */
export const newRanks = (before: Rank | null, after: Rank | null, count: number): Rank[] =>
  ranksBetween(before, after, count, salt())
