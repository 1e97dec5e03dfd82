import type { Builder } from './builder.ts'
import { aimAt, lampFields, lampType } from '@kavrell/core/light'
import { asId, rankOfNumber, type RecordFields } from '@kavrell/core/records'

interface LampPlan {
  kind: string
  role: RecordFields<'lamp'>['role']
  at: [x: number, y: number, z: number]
  level: number
  loss?: number
  circuit?: string
  /** The mark that it is turned to; the first where nothing is said. */
  aimAt?: string
}
interface SetupPlan {
  letter: string
  name: string
  spot: string
  parent?: string
  colour: number
  buildMin: number
  ambientLux: number
  more?: Partial<Pick<RecordFields<'setup'>, 'daylight' | 'gustMs' | 'gustFromDeg' | 'hands'>>
  ratio?: [number, number]
  cautions: string[]
  marks: [name: string, x: number, y: number, height: number, facing: number, more?: Partial<RecordFields<'mark'>>][]
  cameras: [camera: string, x: number, y: number, bearing: number][]
  lamps: LampPlan[]
  panels?: Partial<RecordFields<'panel'>>[]
}

const SETUPS: readonly SetupPlan[] = [
  {
    letter: 'A',
    name: 'Dawn, yard',
    spot: 'yard',
    colour: 0,
    buildMin: 20,
    ambientLux: 420,
    cautions: ['water', 'cable'],
    marks: [['Edda', 18, 12, 1.5, 180]],
    cameras: [['A', 17, 20, 5]],
    lamps: [],
  },
  {
    letter: 'B',
    name: 'Shed, planing',
    spot: 'shed',
    colour: 1,
    buildMin: 40,
    ambientLux: 30,
    ratio: [2, 6],
    cautions: ['mains', 'cable'],
    marks: [
      ['Edda', 7, 4.2, 1.5, 200],
      ['Corin', 8.4, 4, 1.5, 220],
    ],
    cameras: [
      ['A', 5.2, 6.9, 35],
      ['B', 10.5, 6.6, 315],
    ],
    lamps: [
      { kind: 'led-600-reflector', role: 'key', at: [3.4, 6.6, 3], level: 40, loss: 2, circuit: 'shed wall' },
      { kind: 'panel-200', role: 'fill', at: [9.8, 7.2, 2.2], level: 30, circuit: 'shed wall' },
      { kind: 'tungsten-650', role: 'edge', at: [13.4, 2.6, 3.4], level: 60, circuit: 'shed wall' },
    ],
  },
  {
    letter: 'C',
    name: 'Steam bend',
    spot: 'shed',
    parent: 'B',
    colour: 2,
    buildMin: 30,
    ambientLux: 30,
    cautions: ['heat', 'mains', 'cable'],
    marks: [
      ['Edda', 10.4, 4.4, 1.5, 220],
      ['Corin', 6.2, 4.1, 1.5, 160, { wantStops: -2 }],
    ],
    cameras: [
      ['A', 8.6, 6.8, 20],
      ['B', 4, 6.2, 60],
      ['C', 1, 1, 120],
      ['D', 13, 7, 300],
    ],
    lamps: [
      { kind: 'led-600-reflector', role: 'key', at: [6.4, 7.2, 3.2], level: 55, loss: 2, circuit: 'loft ring' },
      { kind: 'panel-200', role: 'fill', at: [9.8, 7.2, 2.2], level: 45, circuit: 'loft ring' },
      { kind: 'led-300-reflector', role: 'edge', at: [12.6, 1, 3.4], level: 50, circuit: 'shed wall' },
      // Outside, through the light under the eaves.
      {
        kind: 'led-600-reflector',
        role: 'edge',
        at: [7.5, -2.5, 4.5],
        level: 40,
        circuit: 'loft ring',
        aimAt: 'Corin',
      },
    ],
  },
  {
    letter: 'D',
    name: 'Sail loft interview',
    spot: 'loft',
    colour: 3,
    buildMin: 35,
    ambientLux: 0,
    more: { daylight: 'overcast' },
    ratio: [2, 4],
    cautions: ['cable'],
    marks: [['Chair', 6.4, 5.2, 1.2, 225, { what: 'seated', spectacles: true }]],
    cameras: [
      ['A', 4.6, 7.4, 40],
      ['B', 2.9, 4.6, 100],
    ],
    lamps: [
      { kind: 'led-600-reflector', role: 'key', at: [3.1, 7, 2.3], level: 46, circuit: 'loft ring' },
      { kind: 'panel-60', role: 'fill', at: [7.2, 8.3, 1.8], level: 10, circuit: 'loft ring' },
      { kind: 'tube-120', role: 'edge', at: [6.6, 1.6, 2.9], level: 80, circuit: 'loft ring' },
    ],
    panels: [
      {
        name: 'Half cloth, 1.2 × 1.2',
        type: 'cloth',
        xM: 4.2,
        yM: 6.4,
        heightM: 2,
        lossStops: 1,
        bearingDeg: 61,
        tiltDeg: -18,
      },
      { name: 'Black, 1.2 × 1.8', type: 'black', xM: 7.3, yM: 6, heightM: 1.3, tallM: 1.8, bearingDeg: 312, lossStops: 0, backPct: 4 }, // prettier-ignore
    ],
  },
  {
    letter: 'E',
    name: 'Shavings, macro',
    spot: 'bench',
    parent: 'D',
    colour: 4,
    buildMin: 22,
    ambientLux: 20,
    cautions: ['heat'],
    marks: [['Plane iron', 2.2, 1.8, 0.95, 200, { what: 'thing' }]],
    cameras: [['A', 2, 2.7, 10]],
    lamps: [
      { kind: 'led-300-soft', role: 'key', at: [0.9, 3.1, 1.8], level: 100, circuit: 'loft ring' },
      { kind: 'panel-60', role: 'fill', at: [3.4, 3, 1.4], level: 50, circuit: 'loft ring' },
    ],
  },
  {
    letter: 'F',
    name: 'Dusk, slip',
    spot: 'slipway',
    colour: 5,
    buildMin: 30,
    ambientLux: 60,
    cautions: ['water', 'wind', 'height', 'fire'],
    marks: [
      ['Edda', 14, 8, 1.5, 190],
      ['Corin', 16, 9, 1.5, 200],
    ],
    cameras: [
      ['A', 13, 14, 8],
      ['B', 19, 13, 330],
    ],
    lamps: [
      { kind: 'led-1200-spot', role: 'key', at: [6, 15, 4], level: 100, circuit: 'shed wall' },
      { kind: 'battery-60', role: 'edge', at: [23, 4, 2.5], level: 60 },
    ],
    panels: [
      { name: 'Half cloth, 1.2 × 1.2, at the slip', type: 'cloth', xM: 7.4, yM: 13.8, heightM: 3.5, lossStops: 1.2, backPct: 30, bearingDeg: 49, tiltDeg: -14, bags: 4 }, // prettier-ignore
    ],
    more: { gustMs: 7, gustFromDeg: 250 },
  },
  {
    letter: 'G',
    name: 'Launch, daylight',
    spot: 'quayside',
    colour: 6,
    buildMin: 45,
    ambientLux: 22000,
    cautions: ['water', 'wind', 'moving vehicle'],
    marks: [['Bow', 30, 6, 1.6, 180, { what: 'thing' }]],
    cameras: [
      ['A', 27, 13, 15],
      ['B', 40, 12, 320],
      ['C', 55, 12, 290],
    ],
    lamps: [],
  },
  {
    letter: 'H',
    name: 'Evening thanks',
    spot: 'slipway',
    parent: 'F',
    colour: 7,
    buildMin: 25,
    ambientLux: 120,
    cautions: ['water', 'fire', 'wind', 'height'],
    marks: [['Edda', 14, 8, 1.5, 190]],
    cameras: [['A', 13, 14, 8]],
    lamps: [
      { kind: 'led-1200-spot', role: 'key', at: [8, 13, 4], level: 60, loss: 2.5, circuit: 'shed wall' },
      { kind: 'battery-60', role: 'edge', at: [22, 3, 2.5], level: 100 },
    ],
  },
]

const round = (n: number, digits: number) => Number(n.toFixed(digits))

/** What was forgotten before, and must not be on the setups that cannot be had again. */
const STEPS: Readonly<Record<string, readonly string[]>> = {
  C: [
    'Every camera on 25 fps and the day’s clock, seen by two people',
    'Steam box valve and the way to the last clamp clear of stands and cable',
    'C and D rolling by hand: both stop by themselves after 29 minutes',
    'Sandbags on the cloth at the doors',
    'A word from the yard master before the box is opened',
  ],
  D: ['Varnish mirror blacked as seen from A and B', 'Kettle off the circuit', 'Window checked for the hour'],
}

/** What else hangs on the sockets, what the meter said, and what changes within a shot. */
function addRoundAbout(b: Builder): void {
  b.add('load', 'D charger', { setupId: b.id('setup', 'D'), name: 'Battery charger', watts: 120, circuitId: b.id('circuit', 'loft ring') }) // prettier-ignore
  b.add('meterReading', 'D chair', { setupId: b.id('setup', 'D'), markId: b.id('mark', 'D Chair'), lux: 410, predictedLux: 452, note: 'on the scout, same hour' }) // prettier-ignore
  b.add('lightCue', 'C box', {
    setupId: b.id('setup', 'C'),
    name: 'The box is opened',
    personId: b.id('person', 'tobias'),
    levels: { [b.id('lamp', 'C 2')]: 80 },
    rank: rankOfNumber(0),
  })
}

export function addSetups(b: Builder): void {
  for (const plan of SETUPS) {
    const setupId = b.add('setup', plan.letter, {
      letter: plan.letter,
      name: plan.name,
      spotId: b.id('spot', plan.spot),
      parentId: plan.parent ? b.id('setup', plan.parent) : null,
      colour: plan.colour,
      buildMin: plan.buildMin,
      ambientLux: plan.ambientLux,
      ...plan.more,
      ratioLeast: plan.ratio?.[0] ?? null,
      ratioMost: plan.ratio?.[1] ?? null,
      cautions: plan.cautions,
      steps: (STEPS[plan.letter] ?? []).join('\n'),
    })
    for (const [name, xM, yM, heightM, facingDeg, more] of plan.marks)
      b.add('mark', `${plan.letter} ${name}`, { setupId: asId(setupId), name, xM, yM, heightM, facingDeg, ...more })
    for (const panel of plan.panels ?? [])
      b.add('panel', `${plan.letter} ${panel.name}`, { setupId: asId(setupId), ...panel })
    for (const [camera, xM, yM, bearingDeg] of plan.cameras)
      b.add('cameraPosition', `${plan.letter} ${camera}`, {
        setupId: asId(setupId),
        cameraId: b.id('camera', camera),
        xM,
        yM,
        heightM: 1.5,
        bearingDeg,
      })
    plan.lamps.forEach((lamp, i) => {
      const [, x, y, z] = plan.marks.find(([name]) => name === lamp.aimAt) ?? plan.marks[0]!
      const type = lampType(lamp.kind)!
      const [xM, yM, zM] = lamp.at
      const aim = aimAt({ xM, yM, zM }, { xM: x, yM: y, zM: z })
      b.add('lamp', `${plan.letter} ${i}`, {
        setupId: asId(setupId),
        ...lampFields(type),
        role: lamp.role,
        xM,
        yM,
        heightM: zM,
        bearingDeg: round(aim.bearingDeg, 1),
        tiltDeg: round(aim.tiltDeg, 1),
        levelPct: lamp.level,
        lossStops: lamp.loss ?? 0,
        circuitId: lamp.circuit ? b.id('circuit', lamp.circuit) : null,
      })
    })
  }
  addRoundAbout(b)
}
