import { z } from 'zod'
import { MOST_FIGURES, type PlacedFigure, SHOT_SIZES } from '../../optics/index.ts'
import {
  addedLater,
  choice,
  data,
  flag,
  longText,
  minuteOfDay,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
  whole,
} from '../fields.ts'
import { count, height, metres, minutes, plan, rank, ascends, type Rule } from '../tradeFields.ts'

export const LIGHT_WINDOWS = [
  'none',
  'clock',
  'dawn',
  'daylight',
  'golden-evening',
  'dusk',
  'night',
  'high-water',
  'low-water',
] as const
const PLACED_FIGURE = z.strictObject({
  across: z.number().min(0).max(1, 'A figure is between the edges of the frame.'),
  behindM: z.number().min(-100).max(500, 'A figure is at most 500 m behind the focus.'),
  figure: z.enum(['standing', 'seated']),
  looks: z.enum(['left', 'right', 'ahead']),
})

const possibleRate: Rule = ({ fpsNum, fpsDen }) => {
  const fps = typeof fpsNum === 'number' && typeof fpsDen === 'number' ? fpsNum / fpsDen : 25
  return fps < 1 || fps > 2000
    ? { field: 'fpsNum', says: 'A frame rate is between 1 and 2000 frames per second.' }
    : null
}

/** Shots. */
export const SHOTS = {
  shot: plan(
    'a shot',
    {
      sceneId: ref({ label: 'Scene', to: 'scene' }),
      code: pattern({
        label: 'Shot',
        initial: '1A',
        like: /^[0-9A-Z][0-9A-Za-z.-]{0,9}$/,
        says: 'A shot has a code such as 3C: digits and letters, at most ten.',
      }),
      sees: text({ label: 'What we see', most: 400 }),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      personIds: refs({ label: 'Who', to: 'person' }),
      focalLengthMm: number({
        label: 'Lens',
        initial: 35,
        unit: 'mm',
        moreThan: 0,
        most: 2000,
        says: 'A focal length is more than 0 mm and at most 2000 mm, such as 35.',
      }),
      squeeze: number({
        label: 'Squeeze',
        initial: 1,
        least: 1,
        most: 2,
        says: 'A squeeze is between 1 (none) and 2.',
      }),
      tStop: number({
        label: 'Stop',
        initial: 2.8,
        least: 0.7,
        most: 64,
        says: 'A stop is between T0.7 and T64, such as 2.8.',
      }),
      fpsNum: whole({
        label: 'Frame rate',
        initial: 25,
        least: 1,
        most: 2_000_000,
        says: 'A frame rate is more than 0, such as 25, 23.976 or 200.',
      }),
      fpsDen: whole({
        label: 'Frame rate divisor',
        initial: 1,
        least: 1,
        most: 1001,
        says: 'A frame rate is more than 0, such as 25, 23.976 or 200.',
      }),
      shutterDeg: number({
        label: 'Shutter',
        initial: 180,
        unit: '°',
        least: 1,
        most: 360,
        says: 'A shutter angle is between 1° and 360°; 180° is half the frame.',
      }),
      iso: whole({
        label: 'ISO',
        initial: 800,
        least: 25,
        most: 409600,
        says: 'ISO is between 25 and 409600, such as 800.',
      }),
      ndStops: number({
        label: 'ND',
        initial: 0,
        unit: 'stops',
        least: 0,
        most: 20,
        says: 'Neutral density is between 0 and 20 stops.',
      }),
      distanceM: metres('Distance', 2),
      size: choice({
        label: 'Size',
        initial: 'auto',
        of: ['auto', ...SHOT_SIZES, 'unknown'],
        words: { auto: 'as it comes out', unknown: 'not said' },
      }),
      figure: choice({ label: 'Figure', initial: 'standing', of: ['standing', 'seated', 'none'] }),
      figures: data({
        label: 'Figures in the frame',
        initial: [] as PlacedFigure[],
        schema: z.array(PLACED_FIGURE).max(MOST_FIGURES, `At most ${MOST_FIGURES} figures are placed in a frame.`),
      }),
      side: text({ label: 'Side', most: 12 }),
      frameSide: choice({ label: 'In frame', initial: 'centre', of: ['left', 'centre', 'right'] }),
      setupId: optional(ref({ label: 'Light', to: 'setup' })),
      rig: text({ label: 'How', initial: 'sticks', most: 60 }),
      minutes: minutes('Minutes', 20, 'Minutes for a shot are 0 or more, such as 20.'),
      takesExpected: count('Takes', 3, 1, 99),
      modeId: optional(ref({ label: 'Sensor mode', to: 'sensorMode' })),
      lensId: optional(ref({ label: 'Which lens', to: 'lens' })),
      cameraHeightM: height('Camera height', 1.5),
      looks: choice({
        label: 'Looks',
        initial: 'auto',
        of: ['auto', 'left', 'right', 'camera'],
        words: { auto: 'into the frame', camera: 'at the camera' },
      }),
      diffusion: text({ label: 'Diffusion', most: 60 }),
      diffusionStops: number({
        label: 'Diffusion takes',
        initial: 0,
        unit: 'stops',
        least: 0,
        most: 6,
        says: 'Diffusion takes between 0 and 6 stops.',
      }),
      screenHz: optional(
        number({
          label: 'Screen in shot',
          initial: 60,
          unit: 'Hz',
          least: 20,
          most: 500,
          says: 'A screen refreshes between 20 and 500 times a second, such as 60.',
        }),
      ),
      operatorId: optional(ref({ label: 'Operator', to: 'person' })),
      matchId: optional(ref({ label: 'Must match', to: 'shot' })),
      wardrobe: text({ label: 'Wardrobe', most: 200 }),
      props: text({ label: 'Props', most: 200 }),
      notes: longText({ label: 'Notes' }),
      takeSeconds: whole({
        label: 'Take length',
        initial: 60,
        unit: 's',
        least: 1,
        most: 36000,
        says: 'A take lasts between 1 s and 10 hours.',
      }),
      mustHave: flag({ label: 'Must have' }),
      onceOnly: flag({ label: 'Once only' }),
      slowMotion: flag({ label: 'Slow motion' }),
      quiet: flag({ label: 'Needs quiet' }),
      hard: addedLater(flag({ label: 'Hard: while fresh' })),
      pairId: optional(ref({ label: 'Pairs', to: 'shot' })),
      window: choice({
        label: 'Tied to',
        initial: 'none',
        of: LIGHT_WINDOWS,
        words: {
          none: 'no time',
          clock: 'the clock',
          'golden-evening': 'golden evening',
          'high-water': 'high water',
          'low-water': 'low water',
        },
      }),
      windowFromMin: optional(minuteOfDay({ label: 'From', initial: 480 })),
      windowToMin: optional(minuteOfDay({ label: 'Until', initial: 1080 })),
      tideMin: addedLater(minutes('Of the water, within', 45)),
      rank,
    },
    {
      rules: [ascends('windowFromMin', 'windowToMin', 'A window ends after it begins.'), possibleRate],
      named: ['code'],
    },
  ),
} as const
