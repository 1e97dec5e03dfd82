import { z } from 'zod'
import {
  addedLater,
  choice,
  data,
  flag,
  localDate,
  longText,
  minuteOfDay,
  number,
  optional,
  ref,
  text,
} from '../fields.ts'
import {
  centimetres,
  bearing,
  count,
  metres,
  minutes,
  plan,
  position,
  share,
  wallHeight,
  ascends,
} from '../tradeFields.ts'

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch (cause) {
    if (cause instanceof RangeError) return false
    throw cause
  }
}
/** Things on the plan of a spot. Those on a wall have one; the others stand free. */
export const WALL_FITTINGS = ['window', 'door', 'mirror', 'glass'] as const
export const FREE_FITTINGS = [
  'socket',
  'fixed lamp',
  'no-go',
  'furniture',
  'obstacle',
  'inner wall',
  'roof window',
] as const

/** A point on the map, in degrees. */
export interface Position {
  readonly latitudeDeg: number
  readonly longitudeDeg: number
}

/** Where a place is on the map; null while that is not known, or only half of it. */
export const positionOf = ({
  latitudeDeg,
  longitudeDeg,
}: {
  readonly latitudeDeg: number | null
  readonly longitudeDeg: number | null
}): Position | null => (latitudeDeg === null || longitudeDeg === null ? null : { latitudeDeg, longitudeDeg })

/** Where it is shot, and what is on the plan of a place. */
export const PLACES = {
  place: plan(
    'a place to shoot at',
    {
      name: text({ label: 'Name', initial: 'New place', least: 1, says: 'Give the place a name.' }),
      address: text({ label: 'Address', most: 400 }),
      latitudeDeg: optional(
        number({
          label: 'Latitude',
          initial: 0,
          unit: '°',
          least: -90,
          most: 90,
          says: 'Latitude is between −90 (south) and 90 (north).',
        }),
      ),
      longitudeDeg: optional(
        number({
          label: 'Longitude',
          initial: 0,
          unit: '°',
          least: -180,
          most: 180,
          says: 'Longitude is between −180 (west) and 180 (east).',
        }),
      ),
      timeZone: {
        ...text({ label: 'Time zone', initial: 'Europe/London' }),
        schema: z.string().refine(isTimeZone, 'Time zone is a name such as Europe/London.'),
      },
      opensMin: optional(minuteOfDay({ label: 'Open from', initial: 480 })),
      closesMin: optional(minuteOfDay({ label: 'Open until', initial: 1080 })),
      directions: longText({ label: 'Directions' }),
      parking: longText({ label: 'Parking and walk' }),
      noise: longText({ label: 'Noise' }),
      shelter: longText({ label: 'Shelter' }),
      toilets: text({ label: 'Toilets', most: 400 }),
      food: text({ label: 'Food and water', most: 400 }),
      lockable: text({ label: 'Lockable room', most: 400 }),
      others: text({ label: 'Others there', most: 400 }),
      phoneSignal: text({ label: 'Phone coverage', most: 400 }),
      vanAccess: text({ label: 'Access for the van', most: 400 }),
      permission: text({ label: 'Permission', most: 400 }),
      hospital: longText({ label: 'Nearest hospital' }),
      hazards: longText({ label: 'Hazards' }),
      loadInMin: addedLater(minutes('Load in', 0)),
      loadOutMin: addedLater(minutes('Load out', 0)),
      settleMin: addedLater(minutes('Settle before anybody sits', 0)),
      /** The narrowest way to where things are wanted. */
      doorWideCm: addedLater(optional(centimetres('Narrowest door, wide'))),
      doorHighCm: addedLater(optional(centimetres('Lowest door, high'))),
      rampKg: addedLater(
        optional(
          number({
            label: 'A ramp or lift there takes',
            initial: 300,
            unit: 'kg',
            moreThan: 0,
            most: 40_000,
            says: 'What a ramp takes is more than 0 and at most 40,000 kg.',
          }),
        ),
      ),
    },
    { rules: [ascends('opensMin', 'closesMin', 'Closing comes after opening; past midnight write 00:30 +1.')] },
  ),
  journey: plan('a way from one place to another', {
    fromPlaceId: ref({ label: 'From', to: 'place' }),
    toPlaceId: ref({ label: 'To', to: 'place' }),
    minutes: minutes('Drive', 20),
    note: text({ label: 'Note', most: 400 }),
  }),
  tide: plan('a high or low water at a place', {
    placeId: ref({ label: 'Place', to: 'place' }),
    date: localDate({ label: 'Date', initial: '2026-05-14' }),
    atMin: minuteOfDay({ label: 'At', initial: 360 }),
    type: choice({ label: 'Water', initial: 'high', of: ['high', 'low'] }),
    heightM: optional(
      number({
        label: 'Height',
        initial: 0,
        unit: 'm',
        least: -20,
        most: 20,
        says: 'A height of water is between −20 and 20 m.',
      }),
    ),
  }),
  circuit: plan('an electrical circuit of a place', {
    placeId: ref({ label: 'Place', to: 'place' }),
    name: text({ label: 'Name', initial: 'Circuit', least: 1, says: 'Give the circuit a name.' }),
    ratingA: number({
      label: 'Rating',
      initial: 16,
      unit: 'A',
      moreThan: 0,
      most: 1000,
      says: 'A rating is more than 0 A, such as 13 or 16.',
    }),
    otherLoadW: number({
      label: 'Already on it',
      initial: 0,
      unit: 'W',
      least: 0,
      most: 100000,
      says: 'What already hangs on it is 0 W or more.',
    }),
    otherLoadNote: text({ label: 'What that is' }),
  }),
  spot: plan('a room or an outdoor area of a place', {
    placeId: ref({ label: 'Place', to: 'place' }),
    name: text({ label: 'Name', initial: 'New spot', least: 1, says: 'Give the spot a name.' }),
    widthM: metres('Width', 6, 500),
    depthM: metres('Depth', 5, 500),
    heightM: metres('Height', 2.7, 100),
    outdoors: flag({ label: 'Outdoors' }),
    upBearingDeg: bearing('Top of the plan faces'),
    outline: data({
      label: 'Walls',
      initial: [] as [number, number][],
      schema: z
        .array(
          z.tuple(
            [z.number().min(-50).max(2000), z.number().min(-50).max(2000)],
            'A corner is two measures in metres.',
          ),
        )
        .max(60, 'A room has at most 60 corners.')
        .refine((corners) => corners.length === 0 || corners.length >= 3, 'A room has at least three corners.'),
    }),
    wallPct: addedLater(share('Walls send back', 50)),
    ceilingPct: addedLater(share('Ceiling sends back', 70)),
    floorPct: addedLater(share('Floor sends back', 20)),
    wallsPct: addedLater(
      data({
        label: 'Walls that send back otherwise',
        initial: [] as (number | null)[],
        schema: z.array(z.number().min(0).max(100).nullable()).max(60, 'A room has at most 60 walls.'),
      }),
    ),
    note: longText({ label: 'Notes' }),
  }),
  fitting: plan(
    'a window, door, mirror, socket or obstacle on the plan of a spot',
    {
      spotId: ref({ label: 'Spot', to: 'spot' }),
      type: choice({ label: 'What', initial: 'window', of: [...WALL_FITTINGS, ...FREE_FITTINGS] }),
      name: text({ label: 'Name', most: 60 }),
      wall: count('Wall', 0, 0, 59),
      alongM: number({
        label: 'Along the wall',
        initial: 1,
        unit: 'm',
        least: -50,
        most: 2000,
        says: 'Along the wall is a distance in metres from its first corner.',
      }),
      xM: position('Across'),
      yM: position('Down'),
      widthM: metres('Width', 1.2, 500),
      depthM: metres('Depth', 0.6, 500),
      turnDeg: bearing('Turn'),
      sillM: wallHeight('Sill', 0.9),
      headM: wallHeight('Head', 2.1),
      groundBelowM: number({
        label: 'Ground outside below the floor',
        initial: 0,
        unit: 'm',
        least: -20,
        most: 100,
        says: 'The ground outside is between 20 m above and 100 m below the floor.',
      }),
      circuitId: optional(ref({ label: 'Circuit', to: 'circuit' })),
      note: text({ label: 'Note', most: 400 }),
      openPct: addedLater(
        number({
          label: 'Stands open',
          initial: 0,
          unit: '%',
          least: 0,
          most: 100,
          says: 'A door stands open by 0 to 100 %.',
        }),
      ),
      curtainStops: addedLater(
        number({
          label: 'Curtain takes',
          initial: 0,
          unit: 'stops',
          least: 0,
          most: 12,
          says: 'A curtain takes between 0 and 12 stops.',
        }),
      ),
      hiddenPct: addedLater(
        number({
          label: 'Sky hidden by what stands opposite',
          initial: 0,
          unit: '%',
          least: 0,
          most: 100,
          says: 'Between 0 and 100 % of its sky is hidden.',
        }),
      ),
      lumens: addedLater(
        number({
          label: 'A fixed lamp gives',
          initial: 0,
          unit: 'lm',
          least: 0,
          most: 200000,
          says: 'A fixed lamp gives between 0 (not known) and 200000 lm.',
        }),
      ),
      cctK: addedLater(
        number({
          label: 'Its colour',
          initial: 2700,
          unit: 'K',
          least: 1000,
          most: 20000,
          says: 'Colour temperature is between 1000 and 20000 K.',
        }),
      ),
      throws: addedLater(choice({ label: 'It shines', initial: 'all round', of: ['all round', 'down'] })),
    },
    { rules: [ascends('sillM', 'headM', 'The head is above the sill.')] },
  ),
  noiseSource: plan(
    'something loud at a place, with its times',
    {
      placeId: ref({ label: 'Place', to: 'place' }),
      name: text({ label: 'What is heard', initial: 'Noise', least: 1, says: 'Say what is heard.' }),
      fromMin: minuteOfDay({ label: 'From', initial: 480 }),
      toMin: minuteOfDay({ label: 'Until', initial: 720 }),
      note: text({ label: 'Note', most: 400 }),
    },
    { rules: [ascends('fromMin', 'toMin', 'It ends after it begins; past midnight write 00:30 +1.')] },
  ),
} as const
