import { type CardContents, contentsOf } from '../cards/index.ts'
import { byId, type Production } from '../records/index.ts'
import { labelKey } from './packing.ts'

/** What would be gone with one vehicle: all that is known of these recordings is packed in it. */
export interface GoneWith {
  readonly vehicleId: string
  readonly name: string
  readonly contents: readonly CardContents[]
}

/**
 * Recordings whose checked copies, and card if they are still on it, are all packed in one vehicle. By the packing list
 * alone: of a drive or a card in no case, or a case in no vehicle, nobody knows where it travels, and then nothing is
 * said of what it holds, neither that it is safe nor that it is not. Copies that were not read
 * back count for nothing, and what has no checked copy is not told here: it is on its card alone wherever that goes.
 */
export function goneWith(production: Production): readonly GoneWith[] {
  const vehicleOf = new Map(Object.values(production.kitCase).map(({ label, vehicleId }) => [labelKey(label), vehicleId])) // prettier-ignore
  const packedIn = (label: string | undefined): string | null => (label ? (vehicleOf.get(labelKey(label)) ?? null) : null) // prettier-ignore
  // Nothing is asked of the ledgers where no drive is known to travel.
  const travelling = new Set(Object.values(production.drive).map((drive) => packedIn(drive.case)))
  const vehicles = Object.values(production.vehicle).filter(({ id }) => travelling.has(id))
  if (vehicles.length === 0) return []
  const all = contentsOf(production)
  return vehicles.flatMap(({ id, name }): GoneWith[] => {
    const contents = all.filter(({ card, isOnCard, copies }) => {
      const kept = copies.map(({ driveId }) => packedIn(byId(production.drive, driveId)?.case))
      if (isOnCard) kept.push(packedIn(card.case))
      return copies.length > 0 && kept.every((vehicleId) => vehicleId === id)
    })
    return contents.length > 0 ? [{ vehicleId: id, name, contents }] : []
  })
}
