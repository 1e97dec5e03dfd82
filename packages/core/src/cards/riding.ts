import type { Id, Production } from '../records/index.ts'

/** Who is in which vehicle on the way: its driver, and who is written down to ride in it. By person. */
export function vehiclesByPerson({
  person,
  vehicle,
}: Pick<Production, 'person' | 'vehicle'>): ReadonlyMap<string, Id<'vehicle'>> {
  const rides = new Map<string, Id<'vehicle'>>()
  const there = new Set<string>(Object.keys(vehicle))
  for (const { id, ridesInId } of Object.values(person)) if (ridesInId && there.has(ridesInId)) rides.set(id, ridesInId)
  // Whoever drives sits in what they drive, whatever else is written down.
  for (const { id, driverId } of Object.values(vehicle)) if (driverId) rides.set(driverId, id)
  return rides
}
