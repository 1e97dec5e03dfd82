import { FRAME_RATES, type FrameRate } from '../timecode/index.ts'
import type { ImageHead } from './head.ts'

/** A label counts no more in a second. */
const MOST_FRAMES = 60

/** A label as its four bytes have it, hours in the highest; null where they are none. */
export function labelOfBits(bits: number): ImageHead['label'] {
  const pair = (shift: number, mask: number) => {
    const byte = (bits >>> shift) & mask
    return (byte >> 4) * 10 + (byte & 0xf) + ((byte & 0xf) > 9 ? 1000 : 0)
  }
  const [hours, minutes, seconds, frames] = [pair(24, 0x3f), pair(16, 0x7f), pair(8, 0x7f), pair(0, 0x3f)] as const
  if (hours > 23 || minutes > 59 || seconds > 59 || frames >= MOST_FRAMES) return null
  return { hours, minutes, seconds, frames, isDrop: (bits & 0x40) !== 0 }
}

/** A rate as a decimal figure or as a fraction, as the rate it stands for; null where it is none that pictures have. */
export function rateOfFigure(perSecond: number, isDrop: boolean): FrameRate | null {
  if (!(perSecond >= 1 && perSecond <= 1000)) return null
  const known = FRAME_RATES.filter((rate) => Math.abs(rate.num / rate.den - perSecond) < 0.004)
  const rate = known.find(({ drop }) => drop === isDrop) ?? known[0]
  return rate ?? { num: Math.round(perSecond * 1000), den: 1000, drop: false }
}
