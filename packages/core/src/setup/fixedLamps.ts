import { asId, blank, byId, type Fitting, type PlacedLamp, type Production, type Setup } from '../records/index.ts'
import { ALL_ROUND } from './lampKind.ts'

/** A matt opening that shines down: half of its light at half of this. */
const DOWN_BEAM_DEG = 120

/** Lamps that hang in a setup's spot for good, house and street lamps, also those of which nobody said what they give. */
export const fixedFittings = (production: Production, setup: Setup): Fitting[] =>
  Object.values(production.fitting)
    .filter((f) => f.spotId === setup.spotId && f.type === 'fixed lamp')
    .sort((a, b) => (a.id < b.id ? -1 : 1))

/** Those of which nobody said what they give, nor that they are off in a setup. */
export const unknownFixed = (production: Production, setup: Setup): Fitting[] =>
  fixedFittings(production, setup).filter((f) => f.lumens === 0 && !setup.darkIds.includes(f.id))

/** Candela straight out of a lamp of so many lumens. @source lumens over 4π all round, over π below a matt face */
const candelaOf = ({ lumens, throws }: Fitting) => lumens / (throws === 'down' ? Math.PI : 4 * Math.PI)

/**
 * What shines in a spot whether the crew comes or not, as lamps that fill: those that are on in this setup and of which
 * it was said what they give.
 */
export function fixedLamps(production: Production, setup: Setup): PlacedLamp[] {
  const spot = byId(production.spot, setup.spotId)
  return fixedFittings(production, setup)
    .filter((f) => f.lumens > 0 && !setup.darkIds.includes(f.id))
    .map((f) => ({
      ...blank('lamp'),
      id: asId<'lamp'>(f.id),
      version: f.version,
      setupId: setup.id,
      name: f.name || f.type,
      role: 'fill',
      libraryKey: f.throws === 'down' ? '' : ALL_ROUND,
      luxAt1m: candelaOf(f),
      beamDeg: DOWN_BEAM_DEG,
      tiltDeg: -90,
      watts: 0,
      cctK: f.cctK,
      xM: f.xM,
      yM: f.yM,
      // In the ceiling it would be behind it.
      heightM: spot && !spot.outdoors ? Math.min(f.headM, spot.heightM - 0.05) : f.headM,
    }))
}
