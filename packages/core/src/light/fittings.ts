/** Something that goes on a lamp and shapes its light. Figures are typical of the kind; measure your own. */
export interface LampFitting {
  readonly key: string
  readonly family: string
  readonly name: string
  /** What it takes on the axis, stops. */
  readonly lossStops: number
  /** What it makes of the beam, degrees at half the light, and what share of all the light gets out; null where it stays. */
  readonly beam: { readonly deg: number; readonly passes: number } | null
  /** What shines with it, metres from edge to edge. */
  readonly faceM: readonly [wide: number, tall: number] | null
  /** Warmer above 0. */
  readonly mireds: number
  /** Beyond so many degrees, from edge to edge, nothing comes out. */
  readonly cut: { readonly acrossDeg: number; readonly upDeg: number } | null
  /** A honeycomb: light goes down evenly to nothing at the edge of the cut. */
  readonly comb: boolean
  readonly weightKg: number
  /** May hang before glass that burns. */
  readonly heat: boolean
}

type Row = readonly [key: string, name: string, of: Partial<LampFitting>]
const NOTHING = { lossStops: 0, beam: null, faceM: null, mireds: 0, cut: null, comb: false, weightKg: 0.2, heat: true }
const kinds = (family: string, rows: readonly Row[], all: Partial<LampFitting> = {}): LampFitting[] =>
  rows.map(([key, name, of]) => ({ ...NOTHING, ...all, key, family, name, ...of }))

/** A cloth in front makes a face of it that shines into all directions. */
const soft = (wide: number, tall: number, passes: number, weightKg: number): Partial<LampFitting> => ({
  beam: { deg: 120, passes },
  faceM: [wide, tall],
  weightKg,
})
/** A round face as the square of its area. */
const round = (m: number) => Math.round(m * Math.sqrt(Math.PI / 4) * 100) / 100

export const LAMP_FITTINGS: readonly LampFitting[] = [
  ...kinds(
    'Soft',
    [
      ['box-60', 'Soft box, 60 × 60 cm', soft(0.6, 0.6, 0.55, 1.2)],
      ['box-90', 'Soft box, 60 × 90 cm', soft(0.9, 0.6, 0.55, 1.5)],
      ['box-120', 'Soft box, 90 × 120 cm', soft(1.2, 0.9, 0.5, 2)],
      ['strip-120', 'Strip, 30 × 120 cm', soft(0.3, 1.2, 0.5, 1.5)],
      ['dome-60', 'Soft dome, 60 cm', soft(round(0.6), round(0.6), 0.6, 1.2)],
      ['dome-90', 'Soft dome, 90 cm', soft(round(0.9), round(0.9), 0.6, 1.8)],
      ['dome-120', 'Soft dome, 120 cm', soft(round(1.2), round(1.2), 0.55, 2.5)],
      ['dome-150', 'Soft dome, 150 cm', soft(round(1.5), round(1.5), 0.5, 3.5)],
      ['lantern-50', 'Lantern, 50 cm', { beam: { deg: 170, passes: 0.75 }, weightKg: 0.8 }],
      ['lantern-65', 'Lantern, 65 cm', { beam: { deg: 170, passes: 0.75 }, weightKg: 1.1 }],
    ],
    { heat: false },
  ),
  ...kinds('Reflector', [
    ['reflector-55', 'Reflector, 55°', { beam: { deg: 55, passes: 0.9 } }],
    ['reflector-30', 'Narrow reflector, 30°', { beam: { deg: 30, passes: 0.8 } }],
    ['lens-20', 'Lens, 20°', { beam: { deg: 20, passes: 0.6 }, weightKg: 1.5 }],
  ]),
  ...kinds(
    'Honeycomb',
    [60, 40, 30, 20].map((deg): Row => [
      `comb-${deg}`,
      `Honeycomb, ${deg}°`,
      { cut: { acrossDeg: deg, upDeg: deg }, comb: true, lossStops: 0.3 },
    ]),
  ),
  ...kinds('Barn doors', [
    ['doors-60', 'Doors, 60° across', { cut: { acrossDeg: 60, upDeg: 180 } }],
    ['doors-30', 'Doors, 30° across', { cut: { acrossDeg: 30, upDeg: 180 } }],
    ['doors-slit', 'Doors, 30° up and down', { cut: { acrossDeg: 180, upDeg: 30 } }],
    ['doors-square', 'Doors, 30° all round', { cut: { acrossDeg: 30, upDeg: 30 } }],
  ]),
  ...kinds(
    'Cloth on it',
    [
      ['on-quarter', 'Quarter cloth', { lossStops: 0.6 }],
      ['on-half', 'Half cloth', { lossStops: 1.2 }],
      ['on-full', 'Full cloth', { lossStops: 2 }],
    ],
    { weightKg: 0 },
  ),
  ...kinds('Scrim', [
    ['scrim-single', 'Single scrim', { lossStops: 0.5 }],
    ['scrim-double', 'Double scrim', { lossStops: 1 }],
  ]),
  ...kinds(
    'Gel',
    [
      ['warm-full', 'Full warm, +159', { mireds: 159, lossStops: 0.9 }],
      ['warm-half', 'Half warm, +81', { mireds: 81, lossStops: 0.5 }],
      ['warm-quarter', 'Quarter warm, +42', { mireds: 42, lossStops: 0.3 }],
      ['warm-eighth', 'Eighth warm, +20', { mireds: 20, lossStops: 0.2 }],
      ['cool-full', 'Full cool, −137', { mireds: -137, lossStops: 1.5 }],
      ['cool-half', 'Half cool, −78', { mireds: -78, lossStops: 0.9 }],
      ['cool-quarter', 'Quarter cool, −35', { mireds: -35, lossStops: 0.5 }],
    ],
    { weightKg: 0 },
  ),
]

const byKey = new Map(LAMP_FITTINGS.map((fitting) => [fitting.key, fitting]))
/** What is on a lamp, in the order in which it was put there; keys that nobody knows are left out. */
export const fittingsOf = (keys: readonly string[]): LampFitting[] => keys.flatMap((key) => byKey.get(key) ?? [])

/** By what they are, in the library's order. */
export const fittingFamilies = (): readonly (readonly [family: string, fittings: readonly LampFitting[]])[] => {
  const families = new Map<string, LampFitting[]>()
  for (const one of LAMP_FITTINGS) families.set(one.family, [...(families.get(one.family) ?? []), one])
  return [...families]
}

/** What fittings together make of a colour, mireds. */
export const fittingMireds = (fittings: readonly LampFitting[]): number =>
  fittings.reduce((sum, { mireds }) => sum + mireds, 0)
