/** The 16 bits that end a frame, as they are sent. */
export const SYNC_BITS = [0, 0, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 0, 1] as const

export interface LtcLabel {
  readonly hours: number
  readonly minutes: number
  readonly seconds: number
  readonly frames: number
  readonly isDrop: boolean
  /** 8 hexadecimal digits, the last user field first. */
  readonly userBits: string
}

export interface LtcFrame extends LtcLabel {
  /** Where its first bit began and its last one ended as they were heard; samples, with fractions. */
  readonly fromSample: number
  readonly toSample: number
  readonly isBackwards: boolean
}

/** The bits of each figure, lowest first, as ST 12-1 puts them: units and tens. */
const FIGURES = {
  frames: [0, 4, 8, 2],
  seconds: [16, 4, 24, 3],
  minutes: [32, 4, 40, 3],
  hours: [48, 4, 56, 2],
} as const
const USER_FIELDS = [4, 12, 20, 28, 36, 44, 52, 60]
const DROP_BIT = 10

const valueAt = (bits: ArrayLike<number>, from: number, length: number) => {
  let value = 0
  for (let i = 0; i < length; i++) value += bits[from + i]! << i
  return value
}

/** The label in 80 bits as they are sent; null where the figures are none of a clock's. */
export function readFrame(bits: ArrayLike<number>): LtcLabel | null {
  const figure = (name: keyof typeof FIGURES) => {
    const [units, unitBits, tens, tenBits] = FIGURES[name]
    const unit = valueAt(bits, units, unitBits)
    return unit > 9 ? NaN : valueAt(bits, tens, tenBits) * 10 + unit
  }
  const [hours, minutes, seconds, frames] = [figure('hours'), figure('minutes'), figure('seconds'), figure('frames')]
  if (!(hours < 24 && minutes < 60 && seconds < 60 && frames < 60)) return null
  const userBits = USER_FIELDS.map((from) => valueAt(bits, from, 4).toString(16)).reverse().join('') // prettier-ignore
  return { hours, minutes, seconds, frames, isDrop: bits[DROP_BIT] === 1, userBits }
}

/** The 80 bits of a label. The parity bit (27, at 25 frames 59) makes the number of zeros even. */
export function frameBits(
  { hours, minutes, seconds, frames, isDrop, userBits }: LtcLabel,
  isAt25: boolean,
): Uint8Array {
  const bits = new Uint8Array(80)
  const put = (value: number, from: number, length: number) => {
    for (let i = 0; i < length; i++) bits[from + i] = (value >> i) & 1
  }
  for (const [name, value] of Object.entries({ hours, minutes, seconds, frames })) {
    const [units, unitBits, tens, tenBits] = FIGURES[name as keyof typeof FIGURES]
    put(value % 10, units, unitBits)
    put(Math.floor(value / 10), tens, tenBits)
  }
  for (const [i, from] of USER_FIELDS.entries()) put(parseInt(userBits[7 - i] ?? '0', 16) || 0, from, 4)
  bits[DROP_BIT] = isDrop ? 1 : 0
  bits.set(SYNC_BITS, 64)
  const zeros = bits.reduce((count, bit) => count + 1 - bit, 0)
  if (zeros % 2) bits[isAt25 ? 59 : 27] = 1
  return bits
}
