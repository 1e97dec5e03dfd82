import { z } from 'zod'
import { SKIES } from '../../light/index.ts'
import type { Candelas } from '../../photometry/index.ts'
import {
  addedLater,
  choice,
  data,
  flag,
  longText,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
  whole,
} from '../fields.ts'
import { bearing, count, height, metres, minutes, plan, position, rank, share, ascends } from '../tradeFields.ts'

export const CAUTIONS = ['water', 'mains', 'wind', 'height', 'heat', 'haze', 'cable', 'fire', 'moving vehicle'] as const

/** What is lit at a mark. */
export const MARK_TYPES = ['standing', 'seated', 'thing', 'background'] as const

/** The full angle outside of which there is less than a tenth of the light on the axis. */
const fieldAngle = number({
  label: 'Field',
  initial: 90,
  unit: '°',
  least: 1,
  most: 180,
  says: 'A field angle is between 1° and 180°.',
})
/** What shines, from edge to edge; 0 for what is small against its distance. */
const faceLength = (label: string) =>
  number({ label, initial: 0, unit: 'm', least: 0, most: 10, says: `${label} is between 0 (a point) and 10 m.` })
const batteryWh = number({
  label: 'Battery',
  initial: 150,
  unit: 'Wh',
  moreThan: 0,
  most: 50_000,
  says: 'A battery holds more than 0 Wh.',
})
const kelvinOf = (label: string, initial: number) =>
  number({ label, initial, unit: 'K', least: 1000, most: 20000, says: `${label} is between 1000 and 20000 K.` })
const luxAt1m = number({
  label: 'At 1 m',
  initial: 5000,
  unit: 'lx',
  moreThan: 0,
  most: 5_000_000,
  says: 'Light at 1 m is more than 0 lx.',
})
const beamDeg = number({
  label: 'Beam',
  initial: 60,
  unit: '°',
  least: 1,
  most: 179,
  says: 'A beam angle is between 1° and 179°.',
})
const watts = number({
  label: 'Draws',
  initial: 300,
  unit: 'W',
  least: 0,
  most: 50000,
  says: 'It draws 0 W or more.',
})

const MOST_ANGLES = 181
const MOST_PLANES = 73
const angles = (most: number) => z.array(z.number().min(0).max(360)).min(1).max(most)
/** Candela by direction, as a photometric file has them. */
const candelas = z
  .object({
    gammaDeg: angles(MOST_ANGLES).min(2),
    planesDeg: angles(MOST_PLANES),
    candela: z.array(z.array(z.number().min(0).max(1e9)).max(MOST_ANGLES)).max(MOST_PLANES),
  })
  .refine(
    ({ gammaDeg, planesDeg, candela }) =>
      candela.length === planesDeg.length && candela.every((plane) => plane.length === gammaDeg.length),
    'There is a figure for every angle.',
  )

const NO_CANDELA: Candelas = { gammaDeg: [0, 180], planesDeg: [0], candela: [[0, 0]] }

/** Setups, and what stands in them. */
export const LIGHT = {
  setup: plan(
    'a lighting setup',
    {
      letter: pattern({
        label: 'Letter',
        initial: 'A',
        like: /^[A-Z]{1,2}$/,
        says: 'A setup has one or two capital letters, such as A.',
      }),
      name: text({ label: 'Name', initial: 'New setup' }),
      spotId: ref({ label: 'Spot', to: 'spot' }),
      parentId: optional(ref({ label: 'Made from', to: 'setup' })),
      colour: whole({ label: 'Colour', initial: 0, least: 0, most: 9, says: 'A setup has one of ten colours.' }),
      buildMin: minutes('Build', 25),
      ambientLux: number({
        label: 'Light already there',
        initial: 0,
        unit: 'lx',
        least: 0,
        most: 150000,
        says: 'Light already there is between 0 and 150000 lx.',
      }),
      ratioLeast: optional(
        number({
          label: 'Ratio at least',
          initial: 2,
          unit: ': 1',
          least: 1,
          most: 1000,
          says: 'A ratio is 1 : 1 or more.',
        }),
      ),
      ratioMost: optional(
        number({
          label: 'Ratio at most',
          initial: 8,
          unit: ': 1',
          least: 1,
          most: 1000,
          says: 'A ratio is 1 : 1 or more.',
        }),
      ),
      ambientK: addedLater(
        number({
          label: 'Its colour',
          initial: 5600,
          unit: 'K',
          least: 1000,
          most: 20000,
          says: 'Colour temperature is between 1000 and 20000 K.',
        }),
      ),
      daylight: addedLater(choice({ label: 'Daylight', initial: 'left out', of: ['left out', ...SKIES] })),
      gustMs: addedLater(
        optional(
          number({
            label: 'Gusts',
            initial: 8,
            unit: 'm/s',
            least: 0,
            most: 60,
            says: 'Gusts are between 0 and 60 m/s.',
          }),
        ),
      ),
      coloursMeet: addedLater(flag({ label: 'Colours meet on purpose' })),
      cautions: data({
        label: 'Take care',
        initial: [] as string[],
        schema: z.array(z.enum(CAUTIONS)),
      }),
      note: longText({ label: 'Notes' }),
      steps: addedLater(longText({ label: 'Before its first take, a line each' })),
      gustFromDeg: addedLater(optional(bearing('Gusts come from, by compass'))),
      hands: addedLater(count('Hands to build it', 2, 1, 30)),
      planBOf: addedLater(optional(ref({ label: 'Plan B of', to: 'setup' }))),
      ratioOf: addedLater(choice({ label: 'Ratio of', initial: 'key to fill', of: ['key to fill', 'cheek to cheek'] })),
      darkIds: addedLater(refs({ label: 'Lamps of the spot that are off', to: 'fitting' })),
      staysUp: addedLater(flag({ label: 'Stays up while we work elsewhere' })),
    },
    {
      rules: [ascends('ratioLeast', 'ratioMost', 'The most is not less than the least.', true)],
      named: ['letter', 'name'],
    },
  ),
  lamp: plan('a lamp of a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'Name', initial: 'Lamp', least: 1, says: 'Give the lamp a name.' }),
    libraryKey: text({ label: 'Kind' }),
    role: choice({ label: 'Does', initial: 'key', of: ['key', 'fill', 'edge', 'background', 'practical'] }),
    luxAt1m,
    beamDeg,
    watts,
    cctK: number({
      label: 'Colour',
      initial: 5600,
      unit: 'K',
      least: 1000,
      most: 20000,
      says: 'Colour temperature is between 1000 and 20000 K.',
    }),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Height', 2.2),
    bearingDeg: bearing('Turn'),
    tiltDeg: number({
      label: 'Tilt',
      initial: -15,
      unit: '°',
      least: -90,
      most: 90,
      says: 'Tilt is between −90° (down) and 90° (up).',
    }),
    levelPct: number({
      label: 'Level',
      initial: 100,
      unit: '%',
      least: 0,
      most: 100,
      says: 'Level is between 0 and 100 %.',
    }),
    lossStops: number({
      label: 'Cloth and gel',
      initial: 0,
      unit: 'stops',
      least: 0,
      most: 12,
      says: 'Cloth and gel take between 0 and 12 stops.',
    }),
    circuitId: optional(ref({ label: 'Circuit', to: 'circuit' })),
    gelMireds: addedLater(
      number({
        label: 'Gel, warmer +',
        initial: 0,
        unit: 'mired',
        least: -250,
        most: 350,
        says: 'A gel is between −250 (cooler) and 350 (warmer) mireds.',
      }),
    ),
    ownLampId: addedLater(optional(ref({ label: 'As measured', to: 'ownLamp' }))),
    fittings: addedLater(
      data({
        label: 'On it',
        initial: [] as string[],
        schema: z.array(z.string().max(60)).max(8, 'A lamp carries at most eight things.'),
      }),
    ),
    fieldDeg: addedLater(optional(fieldAngle)),
    faceWidthM: addedLater(faceLength('Shining face, wide')),
    faceTallM: addedLater(faceLength('Shining face, tall')),
    bags: addedLater(count('Bags on it', 0, 0, 40)),
    hangs: addedLater(flag({ label: 'Hangs, no stand' })),
    armM: addedLater(
      number({
        label: 'Out on an arm',
        initial: 0,
        unit: 'm',
        least: 0,
        most: 8,
        says: 'An arm is between 0 and 8 m.',
      }),
    ),
    batteryWh: addedLater(optional(batteryWh)),
  }),
  mark: plan('where somebody stands or sits in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'Name', initial: 'Mark', least: 1, says: 'Give the mark a name.' }),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Face height', 1.5),
    facingDeg: bearing('Faces', 180),
    wantStops: addedLater(
      number({
        label: 'Wanted',
        initial: 0,
        unit: 'stops',
        least: -8,
        most: 4,
        says: 'What is wanted is between 8 stops under and 4 over.',
      }),
    ),
    judged: addedLater(flag({ label: 'Judge its light', initial: true })),
    what: addedLater(
      choice({ label: 'Is', initial: 'standing', of: MARK_TYPES, words: { standing: 'somebody standing', seated: 'somebody seated', thing: 'a thing', background: 'a background' } }), // prettier-ignore
    ),
    spectacles: addedLater(flag({ label: 'Wears spectacles' })),
  }),
  panel: plan('a cloth, flag, board or black that stands in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'Name', initial: 'Cloth', least: 1, says: 'Give it a name.' }),
    type: choice({ label: 'What', initial: 'cloth', of: ['cloth', 'flag', 'board', 'black'] }),
    widthM: metres('Width', 1.2, 20),
    tallM: metres('Tall', 1.2, 20),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Height', 1.8),
    bearingDeg: bearing('Faces'),
    tiltDeg: number({
      label: 'Tilt',
      initial: 0,
      unit: '°',
      least: -90,
      most: 90,
      says: 'Tilt is between −90° (down) and 90° (up).',
    }),
    lossStops: number({
      label: 'Takes',
      initial: 1.5,
      unit: 'stops',
      least: 0,
      most: 10,
      says: 'A cloth takes between 0 and 10 stops.',
    }),
    backPct: share('Sends back', 40),
    bags: addedLater(count('Bags on it', 0, 0, 40)),
  }),
  cameraPosition: plan('where a camera stands in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Height', 1.5),
    bearingDeg: bearing('Looks'),
  }),
  ownLamp: plan('a lamp as somebody measured it', {
    name: text({ label: 'Name', initial: 'My lamp', least: 1, says: 'Give the lamp a name.' }),
    luxAt1m,
    beamDeg,
    fieldDeg: optional(fieldAngle),
    watts,
    warmK: kelvinOf('Warmest', 5600),
    coldK: kelvinOf('Coldest', 5600),
    weightKg: number({ label: 'Weighs', initial: 3, unit: 'kg', least: 0, most: 500, says: 'It weighs 0 kg or more.' }),
    faceWidthM: faceLength('Shining face, wide'),
    faceTallM: faceLength('Shining face, tall'),
    batteryWh: optional(batteryWh),
    hot: flag({ label: 'Burns fingers' }),
    candelas: optional(data<Candelas>({ label: 'Candela', initial: NO_CANDELA, schema: candelas })),
    note: text({ label: 'Measured how', most: 400 }),
  }),
  load: plan('something else of a setup that draws current', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'What', initial: 'Charger', least: 1, says: 'Say what it is.' }),
    watts,
    circuitId: optional(ref({ label: 'Circuit', to: 'circuit' })),
  }),
  lightCue: plan('a cue of light in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'When', initial: 'Cue', least: 1, says: 'Say when it comes, such as: the door opens.' }),
    shotId: optional(ref({ label: 'In shot', to: 'shot' })),
    personId: optional(ref({ label: 'Worked by', to: 'person' })),
    levels: data({
      label: 'Levels',
      initial: {},
      schema: z.record(z.string().max(60), z.number().min(0).max(100)),
    }),
    meant: flag({ label: 'Too dark or bright on purpose' }),
    rank,
  }),
  meterReading: plan('what the meter said at a mark', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    markId: ref({ label: 'At', to: 'mark' }),
    lampId: optional(ref({ label: 'Of', to: 'lamp' })),
    lux: number({
      label: 'Meter said',
      initial: 100,
      unit: 'lx',
      moreThan: 0,
      most: 500_000,
      says: 'The meter said more than 0 lx.',
    }),
    predictedLux: number({
      label: 'Plan said',
      initial: 0,
      unit: 'lx',
      least: 0,
      most: 10_000_000,
      says: 'The plan said 0 lx or more.',
    }),
    note: text({ label: 'Note', most: 400 }),
  }),
} as const
