/** A generic kind of lamp. Figures are typical of the kind; measure your own and type them over. */
export interface LampType {
  readonly key: string
  /** What it is one of, for lists. */
  readonly family: string
  readonly name: string
  readonly luxAt1m: number
  readonly beamDeg: number
  readonly watts: number
  /** Warmest and coldest it can be set to; the same where it cannot. */
  readonly cctK: readonly [warm: number, cold: number]
  readonly weightKg: number
  /** Glass and housing burn fingers, cloth and gel for a long time after it is off. */
  readonly hot: boolean
  /** Runs on batteries of its own. */
  readonly battery: boolean
  /** Outside of it there is less than a tenth of the light; null where only the beam is known. */
  readonly fieldDeg: number | null
  /** What shines, metres across and up; 0 by 0 for what is small against its distance. */
  readonly faceM: readonly [wide: number, tall: number]
  /** What its own batteries hold, watt-hours; null on the mains. */
  readonly batteryWh: number | null
}

/** A round face as the square of its area. */
const round = (m: number) => Math.round(m * Math.sqrt(Math.PI / 4) * 100) / 100
const square = (m: number): readonly [number, number] => [m, m]

/** What shines of lamps that are large; all others are points. */
const FACES: Readonly<Record<string, readonly [number, number]>> = {
  'led-300-soft': square(round(0.9)),
  'led-600-soft': square(round(1.2)),
  'led-1200-soft': square(round(1.5)),
  'panel-30': [0.3, 0.3],
  'panel-60': [0.6, 0.3],
  'panel-120': [0.6, 0.6],
  'panel-200': [1.2, 0.6],
  'panel-400': [1.2, 0.6],
  'mat-200': [1.2, 0.6],
  'tube-30': [0.3, 0.05],
  'tube-60': [0.6, 0.05],
  'tube-120': [1.2, 0.05],
  'tube-240': [2.4, 0.05],
  'batten-120': [1.2, 0.1],
}
const FIELDS: Readonly<Record<string, number>> = {
  'led-150-narrow': 21,
  'led-150-wide': 62,
  'led-300-lens-wide': 62,
  'led-profile-200': 29,
  'tungsten-650': 62,
  'tungsten-1000': 62,
  'tungsten-2000': 62,
  'head-spot': 12,
}
const BATTERIES: Readonly<Record<string, number>> = {
  'battery-60': 98,
  'on-camera-10': 14,
  'tube-30': 20,
  'tube-60': 40,
}

type Row = readonly [
  key: string,
  name: string,
  luxAt1m: number,
  beamDeg: number,
  watts: number,
  cct: number | readonly [number, number],
  weightKg: number,
]
const kinds = (family: string, rows: readonly Row[], { hot = false, battery = false } = {}): LampType[] =>
  rows.map(([key, name, luxAt1m, beamDeg, watts, cct, weightKg]) => ({
    key,
    family,
    name,
    luxAt1m,
    beamDeg,
    watts,
    cctK: typeof cct === 'number' ? [cct, cct] : cct,
    weightKg,
    hot,
    battery,
    fieldDeg: FIELDS[key] ?? null,
    faceM: FACES[key] ?? [0, 0],
    batteryWh: BATTERIES[key] ?? null,
  }))
const DAY = 5600
const TUNGSTEN = 3200
const TWO: readonly [number, number] = [2700, 6500]

// prettier-ignore
export const LAMP_LIBRARY: readonly LampType[] = [
  ...kinds('LED lamp', [
    ['led-60-bare', '60 W daylight lamp, bare', 1_800, 120, 75, DAY, 1.5],
    ['led-120-bare', '120 W daylight lamp, bare', 3_600, 120, 145, DAY, 2.5],
    ['led-120-bicolour', '120 W two-colour lamp, reflector', 9_800, 60, 140, [2700, 6500], 2.6],
    ['led-200-reflector', '200 W daylight lamp, reflector', 19_000, 55, 240, DAY, 4],
    ['led-300-bare', '300 W daylight lamp, bare', 9_000, 120, 350, DAY, 6],
    ['led-300-reflector', '300 W daylight lamp, reflector', 28_000, 55, 350, DAY, 6.5],
    ['led-300-soft', '300 W daylight lamp, 90 cm soft dome', 5_200, 100, 350, DAY, 8.5],
    ['led-300-lantern', '300 W daylight lamp, 65 cm lantern', 2_200, 170, 350, DAY, 7.5],
    ['led-600-bare', '600 W daylight lamp, bare', 18_000, 120, 720, DAY, 12],
    ['led-600-reflector', '600 W daylight lamp, reflector', 58_000, 55, 720, DAY, 12.5],
    ['led-600-soft', '600 W daylight lamp, 120 cm soft dome', 9_800, 100, 720, DAY, 16],
    ['led-1200-bare', '1200 W daylight lamp, bare', 38_000, 120, 1_350, DAY, 20],
    ['led-1200-reflector', '1200 W daylight lamp, reflector', 115_000, 55, 1_350, DAY, 21],
    ['led-1200-spot', '1200 W daylight lamp, narrow reflector', 185_000, 25, 1_350, DAY, 21],
    ['led-1200-soft', '1200 W daylight lamp, 150 cm soft dome', 19_000, 100, 1_350, DAY, 26],
  ]),
  ...kinds('LED lamp', [
    ['battery-60', '60 W battery lamp, reflector', 6_000, 55, 70, DAY, 2.2],
    ['on-camera-10', 'On-camera lamp, 10 W', 350, 70, 10, TWO, 0.3],
  ], { battery: true }),
  ...kinds('Soft panel', [
    ['panel-30', '30 W soft panel, 30 × 30 cm', 720, 110, 35, TWO, 1.6],
    ['panel-60', '60 W soft panel, 30 × 60 cm', 1_500, 110, 65, 4300, 2.8],
    ['panel-120', '120 W soft panel, 60 × 60 cm', 2_900, 110, 135, TWO, 6],
    ['panel-200', '200 W soft panel, 60 × 120 cm', 5_000, 110, 220, DAY, 11],
    ['panel-400', '400 W soft panel, 60 × 120 cm', 9_500, 110, 430, TWO, 14],
    ['mat-200', '200 W soft mat, 60 × 120 cm', 4_600, 130, 220, TWO, 3.5],
  ]),
  ...kinds('Light tube', [
    ['tube-30', 'Light tube, 0.3 m', 120, 120, 9, TWO, 0.4],
    ['tube-60', 'Light tube, 0.6 m', 300, 120, 20, TWO, 0.8],
  ], { battery: true }),
  ...kinds('Light tube', [
    ['tube-120', 'Light tube, 1.2 m', 620, 120, 40, DAY, 1.5],
    ['tube-240', 'Light tube, 2.4 m', 1_250, 120, 85, TWO, 3],
  ]),
  ...kinds('Lensed spot', [
    ['led-150-narrow', '150 W LED lens spot, narrow', 42_000, 14, 180, DAY, 7],
    ['led-150-wide', '150 W LED lens spot, wide', 8_000, 50, 180, DAY, 7],
    ['led-300-lens-wide', '300 W LED lens spot, wide', 17_000, 50, 340, TWO, 10],
    ['led-profile-200', '200 W LED profile, 26°', 34_000, 26, 220, DAY, 9],
  ]),
  ...kinds('Tungsten', [
    ['tungsten-150', '150 W tungsten lens spot', 3_000, 45, 150, TUNGSTEN, 1.6],
    ['tungsten-300', '300 W tungsten lens spot', 6_500, 45, 300, TUNGSTEN, 2.6],
    ['tungsten-650', '650 W tungsten fresnel', 15_000, 45, 650, TUNGSTEN, 3.5],
    ['tungsten-1000', '1 kW tungsten fresnel', 25_000, 45, 1_000, TUNGSTEN, 6],
    ['tungsten-2000', '2 kW tungsten fresnel', 55_000, 45, 2_000, TUNGSTEN, 11],
    ['tungsten-open-800', '800 W tungsten, open face', 18_000, 75, 800, TUNGSTEN, 2.4],
    ['par-1000-narrow', '1 kW tungsten can, narrow', 230_000, 12, 1_000, TUNGSTEN, 3],
  ], { hot: true }),
  ...kinds('Daylight discharge', [
    ['discharge-200', '200 W daylight discharge, wide', 9_000, 50, 250, DAY, 4],
    ['discharge-575', '575 W daylight discharge, wide', 26_000, 50, 700, DAY, 9],
    ['discharge-1200', '1.2 kW daylight discharge, wide', 55_000, 50, 1_450, DAY, 17],
    ['discharge-1800-narrow', '1.8 kW daylight discharge, reflector', 400_000, 14, 2_100, DAY, 20],
    ['discharge-4000', '4 kW daylight discharge, wide', 190_000, 50, 4_600, DAY, 36],
  ], { hot: true }),
  ...kinds('Balloon', [
    ['balloon-1000', '1 kW LED balloon, 1.6 m', 2_600, 170, 1_050, TWO, 14],
  ]),
  ...kinds('Practical', [
    ['bulb-40', 'Practical bulb, 40 W look', 40, 170, 6, 2700, 0.1],
    ['bulb-60', 'Practical bulb, 60 W look', 65, 170, 9, 2700, 0.1],
    ['bulb-100', 'Practical bulb, 100 W look', 120, 170, 14, 2700, 0.1],
    ['batten-120', 'Ceiling batten, 1.2 m', 300, 120, 36, 4000, 2],
  ]),
  ...kinds('Practical', [
    ['candle', 'Candle', 1, 170, 0, 1900, 0.1],
  ], { hot: true, battery: true }),
  ...kinds('Stage head', [
    ['head-wash', 'LED wash head, zoomed out', 9_000, 45, 350, [2700, 8000], 12],
    ['head-spot', 'LED spot head, zoomed in', 90_000, 10, 550, 7000, 24],
  ]),
]

/** The kind of lamp of that key, if the library has it. */
export const lampType = (key: string): LampType | undefined => LAMP_LIBRARY.find((type) => type.key === key)

/** What a lamp of a kind is set to at first: daylight, or as near to it as it gets. */
export const usualCctK = ({ cctK: [warm, cold] }: LampType): number => Math.min(cold, Math.max(warm, DAY))

/** A lamp of a kind as it is put up: what a record of it begins with. */
export function lampFields(type: LampType) {
  const { key, name, luxAt1m, beamDeg, fieldDeg, watts, batteryWh } = type
  const [faceWidthM, faceTallM] = type.faceM
  return { libraryKey: key, name, luxAt1m, beamDeg, fieldDeg, watts, batteryWh, faceWidthM, faceTallM, cctK: usualCctK(type) } // prettier-ignore
}

/** The library by what its lamps are, in its own order. */
export const lampFamilies = (): readonly (readonly [family: string, kinds: readonly LampType[]])[] => {
  const families = new Map<string, LampType[]>()
  for (const type of LAMP_LIBRARY) families.set(type.family, [...(families.get(type.family) ?? []), type])
  return [...families]
}
