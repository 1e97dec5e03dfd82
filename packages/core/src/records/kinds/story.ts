import { z } from 'zod'
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
import { bearing, plan, position, hex, pixels, rank } from '../tradeFields.ts'

/** What a colour of a palette does in the frame. */
export const COLOUR_ROLES = ['', 'key', 'background', 'accent'] as const
export const PALETTE_COLOUR = z.strictObject({
  hex: z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written like #27394a.'),
  name: z.string().max(60),
  role: z.enum(COLOUR_ROLES),
})
export type PaletteColour = z.infer<typeof PALETTE_COLOUR>

/** The script, what a job without one needs, and how it is to look. */
export const STORY = {
  scene: plan(
    'a scene',
    {
      number: text({
        label: 'Number',
        initial: '1',
        least: 1,
        most: 8,
        says: 'A scene needs a number of up to 8 letters, such as 12 or 12A.',
      }),
      title: text({ label: 'Title' }),
      note: longText({ label: 'Notes' }),
      spotId: optional(ref({ label: 'Where', to: 'spot' })),
      rank,
      heading: text({ label: 'Heading', most: 300 }),
      inOut: choice({
        label: 'Inside or outside',
        initial: '',
        of: ['', 'inside', 'outside', 'both'],
        words: { '': 'not said' },
      }),
      timeOfDay: text({ label: 'Time of day', most: 40 }),
      eighths: whole({
        label: 'Eighths of a page',
        initial: 0,
        least: 0,
        most: 800,
        says: 'Eighths of a page are a whole number, 0 or more.',
      }),
      estimatedS: whole({
        label: 'Estimated length',
        initial: 0,
        unit: 's',
        least: 0,
        most: 86400,
        says: 'An estimated length is 0 s or more.',
      }),
      characters: data({
        label: 'Characters',
        initial: [] as string[],
        schema: z.array(z.string().max(60)).max(60),
      }),
      scriptText: text({ label: 'Script', most: 60_000 }),
      dropped: flag({ label: 'Left out of the newest draft' }),
    },
    { named: ['number', 'title'] },
  ),
  need: plan('one line of what a job without a script needs', {
    text: text({ label: 'We need', initial: '', most: 400 }),
    sceneId: optional(ref({ label: 'Scene', to: 'scene' })),
    shotIds: refs({ label: 'Covered by', to: 'shot' }),
    rank,
  }),
  picture: plan('a picture: a reference, a scout photograph, a board, a continuity picture', {
    fileId: pattern({ label: 'File', like: /^[0-9a-f]{64}$/, says: 'A picture names the file that was uploaded.' }),
    widthPx: pixels('Width'),
    heightPx: pixels('Height'),
    purpose: choice({
      label: 'What for',
      initial: 'reference',
      of: ['reference', 'scout', 'board', 'continuity', 'fault', 'display'],
    }),
    caption: text({ label: 'Caption', most: 400 }),
    sceneId: optional(ref({ label: 'Scene', to: 'scene' })),
    shotId: optional(ref({ label: 'Shot', to: 'shot' })),
    spotId: optional(ref({ label: 'Spot', to: 'spot' })),
    faultId: optional(addedLater(ref({ label: 'Fault', to: 'fault' }))),
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
} as const
