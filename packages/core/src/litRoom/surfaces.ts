/** What rooms are made of, and about how much light comes back from it. */
export interface Surface {
  readonly name: string
  readonly reflectancePct: number
}

/** Typical of their kind, whatever their colour; a meter against a wall and on it tells better. */
export const SURFACES: readonly Surface[] = [
  { name: 'white paint', reflectancePct: 82 },
  { name: 'pale paint', reflectancePct: 65 },
  { name: 'middle-toned paint', reflectancePct: 40 },
  { name: 'dark paint', reflectancePct: 12 },
  { name: 'bare plaster', reflectancePct: 55 },
  { name: 'concrete', reflectancePct: 35 },
  { name: 'brick', reflectancePct: 25 },
  { name: 'stone', reflectancePct: 30 },
  { name: 'pale wood', reflectancePct: 45 },
  { name: 'dark wood', reflectancePct: 15 },
  { name: 'carpet', reflectancePct: 15 },
  { name: 'black drapes', reflectancePct: 4 },
  { name: 'grass', reflectancePct: 20 },
  { name: 'dry sand', reflectancePct: 40 },
  { name: 'snow', reflectancePct: 80 },
  { name: 'water', reflectancePct: 7 },
]
