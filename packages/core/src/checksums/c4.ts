const BASE58 = '123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz'

/**
 * The identifier of SMPTE ST 2114: `c4` and a SHA-512 in base 58, 90 characters in all.
 * @param sha512 128 hexadecimal digits
 */
export function c4Id(sha512: string): string {
  let value = BigInt(`0x${sha512}`)
  let digits = ''
  for (; value > 0n; value /= 58n) digits = BASE58[Number(value % 58n)]! + digits
  return `c4${digits.padStart(88, BASE58[0])}`
}
