import {
  addedLater,
  choice,
  flag,
  instant,
  localDate,
  longText,
  number,
  optional,
  pattern,
  ref,
  text,
  whole,
} from '../fields.ts'
import {
  batteryMinutes,
  count,
  kilograms,
  money,
  packed,
  plan,
  pixels,
  serial,
  millimetres,
  ascends,
} from '../tradeFields.ts'

/** Cameras, lenses, recorders and what else is carried. */
export const GEAR = {
  camera: plan(
    'a camera of the production',
    {
      letter: pattern({
        label: 'Letter',
        initial: 'A',
        like: /^[A-Z]{1,2}$/,
        says: 'A camera has one or two capital letters, such as A.',
      }),
      name: text({ label: 'Name', initial: '4K, 36 × 24 sensor' }),
      sensorWidthMm: number({
        label: 'Sensor width',
        initial: 36,
        unit: 'mm',
        moreThan: 1,
        most: 80,
        says: 'Sensor width is between 1 and 80 mm.',
      }),
      sensorHeightMm: number({
        label: 'Sensor height',
        initial: 20.25,
        unit: 'mm',
        moreThan: 1,
        most: 80,
        says: 'Sensor height is between 1 and 80 mm.',
      }),
      dataRateMbps: number({
        label: 'Data rate',
        initial: 400,
        unit: 'Mb/s',
        moreThan: 0,
        most: 40000,
        says: 'Data rate is more than 0 Mb/s, such as 400.',
      }),
      nativeIso: whole({
        label: 'Native ISO',
        initial: 800,
        least: 25,
        most: 100000,
        says: 'ISO is between 25 and 100000.',
      }),
      mostIso: whole({
        label: 'Clean up to ISO',
        initial: 3200,
        least: 25,
        most: 409600,
        says: 'ISO is between 25 and 409600.',
      }),
      operatorId: optional(ref({ label: 'Operator', to: 'person' })),
      batteryMin: addedLater(batteryMinutes),
      /** What a vision mixer puts out, recorded: it has no lens, stands nowhere, and is no picture more. */
      lineCut: addedLater(flag({ label: 'Line cut' })),
      stopsItselfMin: addedLater(
        optional(
          number({
            label: 'Stops by itself after',
            initial: 0,
            unit: 'min',
            moreThan: 0,
            most: 1440,
            says: 'A camera stops by itself after more than 0 and at most 1440 minutes, such as 29.98.',
          }),
        ),
      ),
      soundInputs: addedLater(count('Sound inputs', 2, 0, 16)),
      /** It is linked, and says itself when it stops: no thumb has to be there. */
      tellsItself: addedLater(flag({ label: 'Tells itself when it stops' })),
      ...packed,
    },
    { named: ['letter'] },
  ),
  sensorMode: plan('a part of a camera’s sensor that it can record', {
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    name: text({ label: 'Mode', initial: 'Full width', least: 1, says: 'Give the mode a name.' }),
    widthMm: millimetres('Sensor width', 36, 80),
    heightMm: millimetres('Sensor height', 20.25, 80),
    widthPx: pixels('Pixels across'),
    heightPx: pixels('Pixels down'),
    mostFps: number({
      label: 'Up to',
      initial: 60,
      unit: 'fps',
      moreThan: 0,
      most: 5000,
      says: 'A mode records at least one frame per second.',
    }),
  }),
  lens: plan(
    'a lens that is there',
    {
      name: text({ label: 'Lens', initial: '50 mm', least: 1, says: 'Give the lens a name.' }),
      focalLengthMm: millimetres('Shortest', 50, 2000),
      longestMm: millimetres('Longest', 50, 2000),
      tStop: number({
        label: 'Opens to T',
        initial: 2,
        least: 0.7,
        most: 64,
        says: 'A lens opens to between T0.7 and T64.',
      }),
      squeeze: number({
        label: 'Squeeze',
        initial: 1,
        least: 1,
        most: 2,
        says: 'A squeeze is between 1 (none) and 2.',
      }),
      closeFocusM: number({
        label: 'Close focus',
        initial: 0.45,
        unit: 'm',
        least: 0,
        most: 100,
        says: 'Close focus is between 0 and 100 m.',
      }),
      imageCircleMm: millimetres('Image circle', 43.3, 200),
      ...packed,
      note: longText({ label: 'Notes' }),
    },
    {
      rules: [
        ascends(
          'focalLengthMm',
          'longestMm',
          'The longest is not shorter than the shortest; the same for a fixed lens.',
          true,
        ),
      ],
    },
  ),
  recorder: plan(
    'a sound recorder',
    {
      letter: pattern({
        label: 'Letter',
        initial: 'R',
        like: /^[A-Z]{1,2}\d?$/,
        says: 'A recorder has a short label, such as R or R2.',
      }),
      name: text({ label: 'Name', initial: 'Sound recorder' }),
      tracks: count('Tracks', 4, 1, 64),
      operatorId: optional(ref({ label: 'Recordist', to: 'person' })),
      batteryMin: addedLater(batteryMinutes),
      ...packed,
    },
    { named: ['letter'] },
  ),
  timecodeBox: plan('a box that keeps the time of day for all devices', {
    name: text({ label: 'Name', initial: 'Box 1', least: 1, says: 'Give the box a name.' }),
    offsetMs: number({
      label: 'Set ahead of the clock',
      initial: 0,
      unit: 'ms',
      says: 'Set ahead of the clock is in milliseconds.',
    }),
    driftPpm: number({
      label: 'Drift',
      initial: 0,
      unit: 'ppm',
      least: -100,
      most: 100,
      says: 'Drift is between −100 and 100 parts in a million.',
    }),
    setAt: instant({ label: 'Set at' }),
  }),
  kitItem: plan(
    'a thing owned, rented, borrowed or brought by the client',
    {
      name: text({ label: 'Name', initial: 'New item', least: 1, says: 'Give the item a name.' }),
      answersTo: text({ label: 'Answers to' }),
      owned: count('Owned', 0),
      rented: count('Rented', 0),
      borrowed: addedLater(count('Borrowed', 0)),
      case: text({ label: 'Case' }),
      kg: addedLater(kilograms('Weighs')),
      /** Of one battery; 0 where it is none. */
      wh: addedLater(number({ label: 'A battery of', initial: 0, unit: 'Wh', least: 0, most: 5000, says: 'A battery holds between 0 and 5000 Wh.' })), // prettier-ignore
      note: text({ label: 'Note', most: 400 }),
      ndStops: addedLater(
        number({
          label: 'A filter that takes',
          initial: 0,
          unit: 'stops',
          least: 0,
          most: 16,
          says: 'A filter takes between 0 and 16 stops.',
        }),
      ),
      serial,
      /** Whom it goes back to; empty where it is one's own. */
      from: addedLater(text({ label: 'From', most: 80 })),
      outOn: addedLater(optional(localDate({ label: 'Out on', initial: '2026-05-14' }))),
      backOn: addedLater(optional(localDate({ label: 'Back by', initial: '2026-05-16' }))),
      returnedOn: addedLater(optional(localDate({ label: 'Went back on', initial: '2026-05-16' }))),
      dayRateMinor: addedLater(money('A day costs')),
      valueMinor: addedLater(money('Is worth')),
      insurance: addedLater(text({ label: 'Insured', most: 80 })),
      /** Of what is used up; nothing for what is there again on the next day. */
      perDay: addedLater(
        optional(
          number({
            label: 'Used up in a day',
            initial: 1,
            moreThan: 0,
            most: 999,
            says: 'What is used up in a day is more than 0.',
          }),
        ),
      ),
      state: addedLater(
        choice({
          label: 'State',
          initial: 'fine',
          of: ['fine', 'worn', 'does not work', 'gone'],
        }),
      ),
      /** What a head, gimbal, slider, arm or stand takes; nobody knows where it is not said. */
      carriesKg: addedLater(
        optional(
          number({
            label: 'Takes up to',
            initial: 8,
            unit: 'kg',
            moreThan: 0,
            most: 2000,
            says: 'What it takes is more than 0 and at most 2000 kg.',
          }),
        ),
      ),
      ridesCamera: addedLater(flag({ label: 'Sits on the camera' })),
      /** Letters of cameras, rigs and codes of shots; empty where it is on all of them. */
      ridesWith: addedLater(text({ label: 'On the camera for', most: 120 })),
    },
    {
      rules: [
        ({ outOn, backOn }) =>
          typeof outOn === 'string' && typeof backOn === 'string' && backOn < outOn
            ? { field: 'backOn', says: 'It goes back no earlier than it went out.' }
            : null,
        ({ outOn, returnedOn }) =>
          typeof outOn === 'string' && typeof returnedOn === 'string' && returnedOn < outOn
            ? { field: 'returnedOn', says: 'It cannot have gone back before it went out.' }
            : null,
      ],
    },
  ),
} as const
