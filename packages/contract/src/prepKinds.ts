import { z } from 'zod'
import {
  choice,
  data,
  type Field,
  longText,
  minuteOfDay,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
  whole,
} from './fields.ts'
import { bearing, count, metres, money, plan, position } from './tradeFields.ts'

const rank = number({ label: 'Rank', initial: 0, says: 'Rank is a number.' })
const hex = (label: string, initial = '#808080'): Field<string> => ({
  ...pattern({ label, initial, like: /^#[0-9a-f]{6}$/, says: `${label} is written like #27394a.` }),
  input: 'colour',
})
const wallHeight = (label: string, initial: number, least = 0) =>
  number({ label, initial, unit: 'm', least, most: 60, says: `${label} is between ${least} and 60 m.` })
const pixels = (label: string) =>
  whole({ label, initial: 0, unit: 'px', least: 0, most: 50_000, says: `${label} is 0 px or more.` })
const millimetres = (label: string, initial: number, most: number) =>
  number({ label, initial, unit: 'mm', moreThan: 0, most, says: `${label} is more than 0 and at most ${most} mm.` })

/** What a colour of a palette does in the frame. */
export const COLOUR_ROLES = ['', 'key', 'background', 'accent'] as const
export const PALETTE_COLOUR = z.strictObject({
  hex: z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written like #27394a.'),
  name: z.string().max(60),
  role: z.enum(COLOUR_ROLES),
})
export type PaletteColour = z.infer<typeof PALETTE_COLOUR>

/** Things on the plan of a spot. Those on a wall have one; the others stand free. */
export const WALL_FITTINGS = ['window', 'door', 'mirror', 'glass'] as const
export const FREE_FITTINGS = ['socket', 'fixed lamp', 'no-go', 'furniture', 'obstacle'] as const

/** Kinds that brief, scout and shots are planned with. */
export const PREP_KINDS = {
  picture: plan('a picture: a reference, a scout photograph, a board, a continuity picture', {
    fileId: pattern({ label: 'File', like: /^[0-9a-f]{64}$/, says: 'A picture names the file that was uploaded.' }),
    widthPx: pixels('Width'),
    heightPx: pixels('Height'),
    purpose: choice({ label: 'What for', initial: 'reference', of: ['reference', 'scout', 'board', 'continuity'] }),
    caption: text({ label: 'Caption', most: 400 }),
    sceneId: optional(ref({ label: 'Scene', to: 'scene' })),
    shotId: optional(ref({ label: 'Shot', to: 'shot' })),
    spotId: optional(ref({ label: 'Spot', to: 'spot' })),
    xM: optional(position('Across')),
    yM: optional(position('Down')),
    facingDeg: optional(bearing('Looks')),
    colours: data({
      label: 'Colours',
      initial: [] as { hex: string; share: number }[],
      schema: z
        .array(z.strictObject({ hex: z.string().regex(/^#[0-9a-f]{6}$/), share: z.number().min(0).max(1) }))
        .max(12),
    }),
    cropX: number({
      label: 'Crop across',
      initial: 0.5,
      least: 0,
      most: 1,
      says: 'A crop is centred between 0 and 1.',
    }),
    cropY: number({ label: 'Crop down', initial: 0.5, least: 0, most: 1, says: 'A crop is centred between 0 and 1.' }),
    rank,
  }),
  palette: plan('a palette that scenes are held to', {
    name: text({ label: 'Name', initial: 'New palette', least: 1, says: 'Give the palette a name.' }),
    sceneIds: refs({ label: 'Scenes', to: 'scene' }),
    stretch: text({ label: 'Stretch of the story' }),
    colours: data({
      label: 'Colours',
      initial: [] as PaletteColour[],
      schema: z.array(PALETTE_COLOUR).max(12, 'A palette has at most 12 colours.'),
    }),
    note: text({ label: 'Note', most: 400 }),
    rank,
  }),
  lookItem: plan('wardrobe, a prop or a part of the set, with its colour', {
    name: text({ label: 'What', initial: 'New item', least: 1, says: 'Say what it is.' }),
    type: choice({ label: 'Kind', initial: 'wardrobe', of: ['wardrobe', 'prop', 'set'] }),
    personId: optional(ref({ label: 'Worn by', to: 'person' })),
    sceneIds: refs({ label: 'Scenes', to: 'scene' }),
    hex: hex('Colour'),
    note: text({ label: 'Note', most: 400 }),
  }),
  need: plan('one line of what a job without a script needs', {
    text: text({ label: 'We need', initial: '', most: 400 }),
    sceneId: optional(ref({ label: 'Scene', to: 'scene' })),
    shotIds: refs({ label: 'Covered by', to: 'shot' }),
    rank,
  }),
  moneyLine: plan('a line of money', {
    title: text({ label: 'What', initial: 'New line', least: 1, says: 'Say what it is for.' }),
    basis: choice({ label: 'Basis', initial: 'fee', of: ['fee', 'rent', 'own', 'travel', 'place', 'usage', 'other'] }),
    quantity: number({ label: 'How many', initial: 1, least: 0, most: 100_000, says: 'How many is 0 or more.' }),
    days: number({ label: 'Days', initial: 1, least: 0, most: 1000, says: 'Days are 0 or more; half a day is 0.5.' }),
    unit: choice({
      label: 'Unit',
      initial: 'day',
      of: ['day', 'night', 'job', 'piece', 'km', 'hour', 'year and medium'],
    }),
    rateMinor: money('Rate'),
    years: number({ label: 'Years', initial: 1, least: 0, most: 100, says: 'Years are 0 or more.' }),
    media: count('Media', 1, 0, 50),
    growsWith: choice({
      label: 'Grows with',
      initial: '',
      of: ['', 'person', 'camera'],
      words: { '': 'nothing', person: 'each person', camera: 'each camera' },
    }),
    actualMinor: optional(money('Actual')),
    note: text({ label: 'Note', most: 400 }),
    rank,
  }),
  fitting: plan('a window, door, mirror, socket or obstacle on the plan of a spot', {
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
  }),
  noiseSource: plan('something loud at a place, with its times', {
    placeId: ref({ label: 'Place', to: 'place' }),
    name: text({ label: 'What is heard', initial: 'Noise', least: 1, says: 'Say what is heard.' }),
    fromMin: minuteOfDay({ label: 'From', initial: 480 }),
    toMin: minuteOfDay({ label: 'Until', initial: 720 }),
    note: text({ label: 'Note', most: 400 }),
  }),
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
  lens: plan('a lens that is there', {
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
    squeeze: number({ label: 'Squeeze', initial: 1, least: 1, most: 2, says: 'A squeeze is between 1 (none) and 2.' }),
    closeFocusM: number({
      label: 'Close focus',
      initial: 0.45,
      unit: 'm',
      least: 0,
      most: 100,
      says: 'Close focus is between 0 and 100 m.',
    }),
    imageCircleMm: millimetres('Image circle', 43.3, 200),
    note: longText({ label: 'Notes' }),
  }),
} as const
