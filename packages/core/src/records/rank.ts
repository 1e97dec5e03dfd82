import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing'

/**
 * A place in an order as text: between any two there is always room for another, however often, and texts compare as
 * the places do.
 * @source fractional indexing with base-62 digits, package `fractional-indexing`
 */
export type Rank = string

/** Whether a text is such a place. */
export function isRank(text: string): boolean {
  try {
    generateKeyBetween(text, null)
    return /^[0-9A-Za-z]+$/.test(text)
  } catch (cause) {
    if (cause instanceof Error) return false
    throw cause
  }
}

/** A salt never ends in the lowest digit: a place may not. */
const salted = (rank: Rank, after: Rank | null, salt: string): Rank => {
  const whole = rank + salt
  return salt === '' || salt.endsWith('0') || (after !== null && whole >= after) ? rank : whole
}

/**
 * A place after one and before another; null is an end. Two that are equal, as older data has them, count as one.
 * @param salt a few digits by chance, so that two people who put something between the same two at once do not come
 * to the same place
 */
export const rankBetween = (before: Rank | null, after: Rank | null, salt = ''): Rank => {
  const beyond = after !== null && before !== null && after <= before ? null : after
  return salted(generateKeyBetween(before, beyond), beyond, salt)
}

/** So many places in turn between two. */
export const ranksBetween = (before: Rank | null, after: Rank | null, count: number, salt = ''): Rank[] => {
  const beyond = after !== null && before !== null && after <= before ? null : after
  const ranks = generateNKeysBetween(before, beyond, count)
  return ranks.map((rank, i) => salted(rank, ranks[i + 1] ?? beyond, salt))
}

interface Ranked {
  readonly id: string
  readonly rank: Rank
}

/** Puts things in their order; those at one place by age. */
export const byRank = (a: Ranked, b: Ranked): number =>
  a.rank === b.rank ? (a.id < b.id ? -1 : 1) : a.rank < b.rank ? -1 : 1

/** Things of a table in their order. */
export const inOrder = <R extends Ranked>(records: Readonly<Record<string, R>>): R[] =>
  Object.values(records).sort(byRank)

/** The last place that is taken; null where there is none. */
export const lastRank = (things: readonly Ranked[]): Rank | null =>
  things.reduce<Rank | null>((last, { rank }) => (last === null || rank > last ? rank : last), null)

const DIGITS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'
const WIDTH = 11

/**
 * Places were numbers once: the text that stands among texts where the number stood among numbers.
 * @source the bits of an IEEE 754 double compare as the number does once the sign is turned
 */
export function rankOfNumber(number: number): Rank {
  const bits = new DataView(new ArrayBuffer(8))
  bits.setFloat64(0, number === 0 ? 0 : number)
  const raw = bits.getBigUint64(0)
  let rest = raw >> 63n === 1n ? ~raw & 0xffff_ffff_ffff_ffffn : raw | (1n << 63n)
  let digits = ''
  for (let i = 0; i < WIDTH; i++) {
    digits = DIGITS[Number(rest % 62n)]! + digits
    rest /= 62n
  }
  return `a0${digits}`.replace(/0+$/, '') || 'a0'
}
