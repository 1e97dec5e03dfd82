import type { RecordOf } from '../records/index.ts'
import type { PackedCase } from './packing.ts'

/** Why a case does not get where it is to go. */
export type Stuck = 'door' | 'ramp'

/** Room that hands and a trolley need beside a case, centimetres. */
export const DOOR_ROOM_CM = 4

type Case = Pick<PackedCase, 'kg'> & { readonly record: Pick<RecordOf<'kitCase'>, 'longCm' | 'wideCm' | 'highCm'> }
type Way = Pick<RecordOf<'place'>, 'doorWideCm' | 'doorHighCm' | 'rampKg'>

/**
 * What keeps a case from going in: a door through which it fits on no side, or a ramp that carries less. A case goes
 * through a door lengthwise or not: two of its sides have to fit, upright or laid down. Nothing is said of what nobody
 * measured.
 */
export function stuckAt({ record, kg }: Case, { doorWideCm, doorHighCm, rampKg }: Way): readonly Stuck[] {
  const sides = [record.longCm, record.wideCm, record.highCm]
  const isMeasured = sides.every((side) => side !== null)
  const stuck: Stuck[] = []
  if (isMeasured && (doorWideCm !== null || doorHighCm !== null)) {
    // Through an opening goes what its two shorter sides let through; the longer of them stands where there is more room.
    const [least, middle] = sides.toSorted((a, b) => a - b) as [number, number, number]
    const [wide, high] = [(doorWideCm ?? Infinity) - DOOR_ROOM_CM, (doorHighCm ?? Infinity) - DOOR_ROOM_CM]
    if (least > Math.min(wide, high) || middle > Math.max(wide, high)) stuck.push('door')
  }
  if (rampKg !== null && kg > rampKg) stuck.push('ramp')
  return stuck
}
