/** What rooms are made of, and about how much light comes back from it. */
export interface Surface {
  readonly name: string
  readonly reflectancePct: number
}

const surfaces = (kinds: Readonly<Record<string, number>>): readonly Surface[] =>
  Object.entries(kinds).map(([name, reflectancePct]) => ({ name, reflectancePct }))

/** Typical of their kind, whatever their colour; a meter against a wall and on it tells better. */
export const SURFACES_INSIDE = surfaces({
  'white paint': 82,
  'pale paint': 65,
  'middle-toned paint': 40,
  'dark paint': 12,
  'bare plaster': 55,
  concrete: 35,
  brick: 25,
  stone: 30,
  'pale wood': 45,
  'old boards': 20,
  'dark wood': 15,
  carpet: 15,
  'black drapes': 4,
})
/** What there is underfoot out of doors. */
export const SURFACES_OUTSIDE = surfaces({
  grass: 20,
  'dry sand': 40,
  'dry stone': 30,
  concrete: 35,
  'wet timber': 8,
  asphalt: 8,
  snow: 80,
  water: 7,
})
