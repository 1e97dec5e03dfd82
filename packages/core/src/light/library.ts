/** A generic kind of lamp. Figures are typical of the kind; measure your own and type them over. */
export interface LampType {
  readonly key: string
  readonly name: string
  readonly luxAt1m: number
  readonly beamDeg: number
  readonly watts: number
  readonly cctK: number
}

export const LAMP_LIBRARY: readonly LampType[] = [
  {
    key: 'led-300-reflector',
    name: '300 W daylight lamp, reflector',
    luxAt1m: 28000,
    beamDeg: 55,
    watts: 350,
    cctK: 5600,
  },
  {
    key: 'led-300-soft',
    name: '300 W daylight lamp, 90 cm soft dome',
    luxAt1m: 5200,
    beamDeg: 100,
    watts: 350,
    cctK: 5600,
  },
  {
    key: 'led-600-reflector',
    name: '600 W daylight lamp, reflector',
    luxAt1m: 58000,
    beamDeg: 55,
    watts: 720,
    cctK: 5600,
  },
  {
    key: 'led-1200-spot',
    name: '1200 W daylight lamp, narrow reflector',
    luxAt1m: 185000,
    beamDeg: 25,
    watts: 1350,
    cctK: 5600,
  },
  {
    key: 'led-120-bicolour',
    name: '120 W two-colour lamp, reflector',
    luxAt1m: 9800,
    beamDeg: 60,
    watts: 140,
    cctK: 4300,
  },
  { key: 'panel-60', name: '60 W soft panel, 30 × 60 cm', luxAt1m: 1500, beamDeg: 110, watts: 65, cctK: 4300 },
  { key: 'panel-200', name: '200 W soft panel, 60 × 120 cm', luxAt1m: 5000, beamDeg: 110, watts: 220, cctK: 5600 },
  { key: 'tube-120', name: 'Light tube, 1.2 m', luxAt1m: 620, beamDeg: 120, watts: 40, cctK: 5600 },
  { key: 'tungsten-650', name: '650 W tungsten fresnel', luxAt1m: 15000, beamDeg: 45, watts: 650, cctK: 3200 },
  { key: 'tungsten-1000', name: '1 kW tungsten fresnel', luxAt1m: 25000, beamDeg: 45, watts: 1000, cctK: 3200 },
  { key: 'bulb-60', name: 'Practical bulb, 60 W look', luxAt1m: 65, beamDeg: 170, watts: 9, cctK: 2700 },
  { key: 'battery-60', name: '60 W battery lamp, reflector', luxAt1m: 6000, beamDeg: 55, watts: 70, cctK: 5600 },
]

/** The kind of lamp of that key, if the library has it. */
export const lampType = (key: string): LampType | undefined => LAMP_LIBRARY.find((type) => type.key === key)
