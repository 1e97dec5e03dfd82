import { z } from 'zod'
import { choice, data, longText, number, optional, pattern, ref, text, whole } from '../fields.ts'
import { bearing, height, minutes, plan, position, ascends } from '../tradeFields.ts'

export const CAUTIONS = ['water', 'mains', 'wind', 'height', 'heat', 'haze', 'cable', 'fire', 'moving vehicle'] as const

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
      cautions: data({
        label: 'Take care',
        initial: [] as string[],
        schema: z.array(z.enum(CAUTIONS)),
      }),
      note: longText({ label: 'Notes' }),
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
    luxAt1m: number({
      label: 'At 1 m',
      initial: 5000,
      unit: 'lx',
      moreThan: 0,
      most: 5_000_000,
      says: 'Light at 1 m is more than 0 lx.',
    }),
    beamDeg: number({
      label: 'Beam',
      initial: 60,
      unit: '°',
      least: 1,
      most: 179,
      says: 'A beam angle is between 1° and 179°.',
    }),
    watts: number({
      label: 'Draws',
      initial: 300,
      unit: 'W',
      least: 0,
      most: 50000,
      says: 'A lamp draws 0 W or more.',
    }),
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
  }),
  mark: plan('where somebody stands or sits in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    name: text({ label: 'Name', initial: 'Mark', least: 1, says: 'Give the mark a name.' }),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Face height', 1.5),
    facingDeg: bearing('Faces', 180),
  }),
  cameraPosition: plan('where a camera stands in a setup', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    xM: position('Across'),
    yM: position('Down'),
    heightM: height('Height', 1.5),
    bearingDeg: bearing('Looks'),
  }),
} as const
