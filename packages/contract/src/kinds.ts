import { z } from 'zod'
import {
  choice,
  data,
  type Field,
  flag,
  instant,
  localDate,
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

type Fields = Readonly<Record<string, Field<never>>> | Readonly<Record<string, Field<unknown>>>

/** A kind of record. A ledger's entries are only ever added. */
export interface Kind<F> {
  readonly says: string
  readonly ledger: boolean
  readonly fields: F
}

const plan = <F extends Fields>(says: string, fields: F): Kind<F> => ({ says, ledger: false, fields })
const ledger = <F extends Fields>(says: string, fields: F): Kind<F> => ({ says, ledger: true, fields })

const minutes = (label: string, initial: number, says = `${label} is a number of minutes, 0 or more.`) =>
  number({ label, initial, unit: 'min', least: 0, most: 1440, says })
const metres = (label: string, initial: number, most = 2000) =>
  number({ label, initial, unit: 'm', moreThan: 0, most, says: `${label} is more than 0 m and at most ${most} m.` })
const position = (label: string) =>
  number({
    label,
    initial: 1,
    unit: 'm',
    least: -50,
    most: 2000,
    says: `${label} is a distance in metres from the corner of the plan.`,
  })
const height = (label: string, initial: number) =>
  number({ label, initial, unit: 'm', least: 0, most: 40, says: `${label} is between 0 and 40 m above the floor.` })
const bearing = (label: string, initial = 0) =>
  number({ label, initial, unit: '°', least: 0, most: 360, says: `${label} is between 0° and 360°.` })
const count = (label: string, initial: number, least = 0, most = 999) =>
  whole({ label, initial, least, most, says: `${label} is between ${least} and ${most}.` })
const rateParts = (what: string) => ({
  rateNum: whole({
    label: `${what} (numerator)`,
    initial: 25,
    least: 1,
    most: 1_000_000,
    says: `${what} is more than 0, such as 25 or 23.976.`,
  }),
  rateDen: whole({
    label: `${what} (denominator)`,
    initial: 1,
    least: 1,
    most: 1001,
    says: `${what} is more than 0, such as 25 or 23.976.`,
  }),
  dropFrame: flag({ label: 'Drop-frame' }),
})
const timecode = (label: string) =>
  pattern({
    label,
    like: /^$|^([01]\d|2[0-3]):[0-5]\d:[0-5]\d[:;]\d{2}$/,
    says: `${label} is a label such as 09:33:07:14.`,
  })

/** What the clock of the device said when it logged; the moment beside it is by the clock that all share. */
const deviceAt = optional(instant({ label: 'By the device’s clock' }))

export const CAUTIONS = ['water', 'mains', 'wind', 'height', 'heat', 'haze', 'cable', 'fire', 'moving vehicle'] as const
export const SIDES = ['', 'in', 'out', 'N', 'E', 'S', 'W'] as const
export const LIGHT_WINDOWS = ['none', 'clock', 'dawn', 'daylight', 'golden-evening', 'dusk', 'night'] as const

/** Every kind of record of a production. The tables, the door and the types all follow from this. */
export const KINDS = {
  production: plan('the production, its brief and its house rules', {
    title: text({ label: 'Title', initial: 'Untitled', least: 1, says: 'Give the production a title.' }),
    client: text({ label: 'Client' }),
    message: longText({ label: 'What it must say' }),
    feel: longText({ label: 'What it should feel like' }),
    units: choice({ label: 'Units', initial: 'metric', of: ['metric', 'feet'] }),
    paper: choice({ label: 'Paper', initial: 'A4', of: ['A4', 'Letter'] }),
    mainsHz: whole({
      label: 'Mains',
      initial: 50,
      unit: 'Hz',
      least: 50,
      most: 60,
      says: 'Mains frequency is 50 or 60 Hz.',
    }),
    mainsVolts: number({
      label: 'Mains voltage',
      initial: 230,
      unit: 'V',
      least: 90,
      most: 260,
      says: 'Mains voltage is between 90 and 260 V.',
    }),
    copiesBeforeWipe: count('Copies before a card may be wiped', 3, 1, 9),
    checkedBeforeWipe: count('Checked copies before a card may be wiped', 3, 1, 9),
    holdersBeforeWipe: count('Different holders before a card may be wiped', 2, 1, 9),
    cardSchool: choice({
      label: 'Cards',
      initial: 'wipe',
      of: ['wipe', 'hold'],
      words: { wipe: 'wipe once safe', hold: 'hold until home' },
    }),
    longestDayMin: minutes('Longest day', 660),
    shortestRestMin: minutes('Shortest rest', 660),
    mealEveryMin: minutes('Meal within', 360),
    shutterSchool: choice({
      label: 'Shutter',
      initial: 'half',
      of: ['half', 'free'],
      words: { half: 'twice the frame rate', free: 'free, per shot' },
    }),
    slateScheme: choice({
      label: 'Slate',
      initial: 'scene-shot',
      of: ['scene-shot', 'running'],
      words: { 'scene-shot': 'scene and shot', running: 'running number' },
    }),
    circuitHeadroomPct: number({
      label: 'Circuits to',
      initial: 80,
      unit: '%',
      least: 10,
      most: 100,
      says: 'Circuits can be loaded to between 10 and 100 % of their rating.',
    }),
    onceOnlyPictures: count('Pictures of a once-only moment', 3, 1, 20),
    onceOnlySounds: count('Sounds of a once-only moment', 2, 0, 20),
    relightMin: minutes('Relight', 25),
    turnMin: minutes('Turn round', 12),
    rigMin: minutes('Change rig', 8),
    moveMin: minutes('Move to another place', 40),
    spotMoveMin: minutes('Move within a place', 15),
    wrapOutMin: minutes('Wrap out', 30),
  }),
  deliverable: plan('a thing to deliver', {
    name: text({ label: 'Name', initial: 'Film', least: 1, says: 'Give the deliverable a name.' }),
    aspect: number({
      label: 'Frame shape',
      initial: 1.78,
      unit: ': 1',
      least: 0.3,
      most: 4,
      says: 'Frame shape is width over height, such as 2.39 or 0.5625.',
    }),
    rasterWidthPx: whole({
      label: 'Width',
      initial: 3840,
      unit: 'px',
      least: 16,
      most: 20000,
      says: 'Width is between 16 and 20000 px.',
    }),
    rasterHeightPx: whole({
      label: 'Height',
      initial: 2160,
      unit: 'px',
      least: 16,
      most: 20000,
      says: 'Height is between 16 and 20000 px.',
    }),
    ...rateParts('Frame rate'),
    runningTimeS: whole({
      label: 'Running time',
      initial: 180,
      unit: 's',
      least: 1,
      most: 86400,
      says: 'Running time is at least one second, such as 180 s.',
    }),
  }),
  place: plan('a place to shoot at', {
    name: text({ label: 'Name', initial: 'New place', least: 1, says: 'Give the place a name.' }),
    address: text({ label: 'Address', most: 400 }),
    latitudeDeg: number({
      label: 'Latitude',
      initial: 0,
      unit: '°',
      least: -90,
      most: 90,
      says: 'Latitude is between −90 (south) and 90 (north).',
    }),
    longitudeDeg: number({
      label: 'Longitude',
      initial: 0,
      unit: '°',
      least: -180,
      most: 180,
      says: 'Longitude is between −180 (west) and 180 (east).',
    }),
    timeZone: {
      ...text({ label: 'Time zone', initial: 'Europe/London' }),
      schema: z.string().refine(isTimeZone, 'Time zone is a name such as Europe/London.'),
    },
    opensMin: optional(minuteOfDay({ label: 'Open from', initial: 480 })),
    closesMin: optional(minuteOfDay({ label: 'Open until', initial: 1080 })),
    directions: longText({ label: 'Directions' }),
    parking: longText({ label: 'Parking and walk' }),
    noise: longText({ label: 'Noise' }),
    shelter: longText({ label: 'Shelter, toilets, food' }),
    hospital: longText({ label: 'Nearest hospital' }),
    hazards: longText({ label: 'Hazards' }),
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
    note: longText({ label: 'Notes' }),
  }),
  scene: plan('a scene', {
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
    rank: number({ label: 'Rank', initial: 0, says: 'Rank is a number.' }),
  }),
  person: plan('somebody on the production', {
    name: text({ label: 'Name', initial: 'New person', least: 1, says: 'Give the person a name.' }),
    role: text({ label: 'Role' }),
    phone: pattern({
      label: 'Phone',
      like: /^$|^\+?[\d\s()-]{5,24}$/,
      says: 'A phone number is digits, spaces and a leading +, such as +44 7700 900114.',
    }),
    email: pattern({
      label: 'Mail',
      like: /^$|^[^@\s]+@[^@\s]+\.[^@\s]+$/,
      says: 'A mail address looks like name@example.org.',
    }),
    needed: choice({
      label: 'Needed',
      initial: 'all-day',
      of: ['all-day', 'by-shots'],
      words: { 'all-day': 'all day', 'by-shots': 'by their shots' },
    }),
    leadMin: minutes('Before their start', 0),
    note: text({ label: 'Note', most: 400 }),
  }),
  camera: plan('a camera of the production', {
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
  }),
  recorder: plan('a sound recorder', {
    letter: pattern({
      label: 'Letter',
      initial: 'R',
      like: /^[A-Z]{1,2}\d?$/,
      says: 'A recorder has a short label, such as R or R2.',
    }),
    name: text({ label: 'Name', initial: 'Sound recorder' }),
    tracks: count('Tracks', 4, 1, 64),
  }),
  day: plan('a shoot day', {
    title: text({ label: 'Title', initial: 'Day 1', least: 1, says: 'Give the day a title.' }),
    date: localDate({ label: 'Date', initial: '2026-05-14' }),
    placeId: ref({ label: 'Main place', to: 'place' }),
    callMin: minuteOfDay({ label: 'Unit call', initial: 480 }),
    outByMin: optional(minuteOfDay({ label: 'Out by', initial: 1080 })),
    note: longText({ label: 'Notes for the call sheet' }),
    weather: text({ label: 'Weather as read', most: 400 }),
  }),
  attendance: plan('a person being there on a day', {
    personId: ref({ label: 'Person', to: 'person' }),
    dayId: ref({ label: 'Day', to: 'day' }),
  }),
  setup: plan('a lighting setup', {
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
      schema: z.array(z.enum(CAUTIONS)) as unknown as z.ZodType<string[]>,
    }),
    note: longText({ label: 'Notes' }),
  }),
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
  shot: plan('a shot', {
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
    squeeze: number({ label: 'Squeeze', initial: 1, least: 1, most: 2, says: 'A squeeze is between 1 (none) and 2.' }),
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
    figure: choice({ label: 'Figure', initial: 'standing', of: ['standing', 'seated', 'none'] }),
    side: text({ label: 'Side', most: 12 }),
    frameSide: choice({ label: 'In frame', initial: 'centre', of: ['left', 'centre', 'right'] }),
    setupId: optional(ref({ label: 'Light', to: 'setup' })),
    rig: text({ label: 'How', initial: 'sticks', most: 60 }),
    minutes: minutes('Minutes', 20, 'Minutes for a shot are 0 or more, such as 20.'),
    takesExpected: count('Takes', 3, 1, 99),
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
    pairId: optional(ref({ label: 'Pairs', to: 'shot' })),
    window: choice({
      label: 'Tied to',
      initial: 'none',
      of: LIGHT_WINDOWS,
      words: { none: 'no time', clock: 'the clock', 'golden-evening': 'golden evening' },
    }),
    windowFromMin: optional(minuteOfDay({ label: 'From', initial: 480 })),
    windowToMin: optional(minuteOfDay({ label: 'Until', initial: 1080 })),
    rank: number({ label: 'Rank', initial: 0, says: 'Rank is a number.' }),
  }),
  orderItem: plan('an entry of the running order', {
    dayId: ref({ label: 'Day', to: 'day' }),
    rank: number({ label: 'Rank', initial: 0, says: 'Rank is a number.' }),
    type: choice({ label: 'Type', initial: 'shots', of: ['shots', 'meal', 'fixed'] }),
    shotIds: refs({ label: 'Shots', to: 'shot' }),
    recorderIds: refs({ label: 'Sound', to: 'recorder' }),
    title: text({ label: 'Title' }),
    minutes: optional(minutes('Minutes', 45)),
    fixedAtMin: optional(minuteOfDay({ label: 'Fixed at', initial: 720 })),
  }),
  fixedEvent: plan('something the day cannot move', {
    dayId: ref({ label: 'Day', to: 'day' }),
    title: text({ label: 'What', initial: 'High water', least: 1, says: 'Say what happens.' }),
    startMin: minuteOfDay({ label: 'At', initial: 720 }),
    endMin: optional(minuteOfDay({ label: 'Until', initial: 780 })),
  }),
  kitItem: plan('a thing owned or rented', {
    name: text({ label: 'Name', initial: 'New item', least: 1, says: 'Give the item a name.' }),
    answersTo: text({ label: 'Answers to' }),
    owned: count('Owned', 0),
    rented: count('Rented', 0),
    case: text({ label: 'Case' }),
    note: text({ label: 'Note', most: 400 }),
  }),
  card: plan('a card or other original medium', {
    label: pattern({
      label: 'Label',
      initial: 'A1',
      like: /^[A-Za-z0-9_-]{1,12}$/,
      says: 'A card has a label of letters and digits, such as A1.',
    }),
    cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
    recorderId: optional(ref({ label: 'Recorder', to: 'recorder' })),
    capacityGb: number({
      label: 'Size',
      initial: 256,
      unit: 'GB',
      moreThan: 0,
      most: 100000,
      says: 'A size is more than 0 GB.',
    }),
    folder: pattern({
      label: 'Folder',
      like: /^[A-Za-z0-9_-]{0,40}$/,
      says: 'The folder is the name under which the reader shows the card: letters, digits, - and _.',
    }),
  }),
  drive: plan('a drive that copies go to', {
    label: pattern({
      label: 'Label',
      initial: 'S1',
      like: /^[A-Za-z0-9_-]{1,12}$/,
      says: 'A drive has a label of letters and digits, such as S1.',
    }),
    capacityGb: number({
      label: 'Size',
      initial: 2000,
      unit: 'GB',
      moreThan: 0,
      most: 1_000_000,
      says: 'A size is more than 0 GB.',
    }),
    speed: choice({ label: 'Speed', initial: 'fast', of: ['fast', 'slow'] }),
    folder: pattern({
      label: 'Folder',
      like: /^[A-Za-z0-9_-]{0,40}$/,
      says: 'The folder is the name under which the drive is mounted: letters, digits, - and _.',
    }),
  }),
  plannedCopy: plan('a copy of a card that is to be made', {
    cardId: ref({ label: 'Card', to: 'card' }),
    driveId: ref({ label: 'Drive', to: 'drive' }),
  }),
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
  acceptance: plan('a snag accepted with a reason', {
    check: text({ label: 'Check', least: 1 }),
    about: text({ label: 'About', least: 1 }),
    evidence: text({ label: 'Evidence', least: 1 }),
    reason: text({ label: 'Reason', least: 3, most: 400, says: 'Say why in a few words.' }),
  }),

  take: ledger('a take, logged as it starts', {
    dayId: ref({ label: 'Day', to: 'day' }),
    orderItemId: optional(ref({ label: 'Order', to: 'orderItem' })),
    slate: text({ label: 'Slate', least: 1, most: 40 }),
    number: count('Take', 1, 0, 9999),
    shotIds: refs({ label: 'Shots', to: 'shot' }),
    cameraIds: refs({ label: 'Cameras', to: 'camera' }),
    recorderIds: refs({ label: 'Sound', to: 'recorder' }),
    cardIds: refs({ label: 'Cards', to: 'card' }),
    startTimecode: timecode('Start'),
    ...rateParts('Timecode rate'),
    wild: flag({ label: 'Wild sound' }),
    startedAt: instant({ label: 'Started' }),
    deviceAt,
  }),
  takeEvent: ledger('what happened to a take: cut, good, no good, a note', {
    takeId: ref({ label: 'Take', to: 'take' }),
    type: choice({ label: 'What', initial: 'note', of: ['cut', 'good', 'no-good', 'note'] }),
    timecode: timecode('At'),
    text: text({ label: 'Note', most: 1000 }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  copyRun: ledger('one run of copying a card to a drive', {
    cardId: ref({ label: 'Card', to: 'card' }),
    driveId: ref({ label: 'Drive', to: 'drive' }),
    folder: text({ label: 'Folder', most: 400 }),
    files: count('Files', 0, 0, 10_000_000),
    bytes: number({ label: 'Bytes', initial: 0, least: 0, says: 'Bytes are 0 or more.' }),
    afterSeq: whole({
      label: 'Newest edit when it began',
      initial: 0,
      least: 0,
      says: 'The number of an edit is 0 or more.',
    }),
    outcome: choice({ label: 'Outcome', initial: 'complete', of: ['complete', 'incomplete'] }),
    problems: data({ label: 'Problems', initial: [] as string[], schema: z.array(z.string().max(2000)).max(1000) }),
    hashName: choice({ label: 'Hash', initial: 'xxh64', of: ['xxh64', 'md5'] }),
    startedAt: instant({ label: 'Started' }),
    endedAt: instant({ label: 'Ended' }),
  }),
  copyCheck: ledger('a copy read back from its drive and compared', {
    copyRunId: ref({ label: 'Copy', to: 'copyRun' }),
    files: count('Files', 0, 0, 10_000_000),
    outcome: choice({ label: 'Outcome', initial: 'same', of: ['same', 'different'] }),
    fromMedium: flag({ label: 'Read from the medium itself' }),
    problems: data({ label: 'Problems', initial: [] as string[], schema: z.array(z.string().max(2000)).max(1000) }),
    checkedAt: instant({ label: 'Checked' }),
  }),
  custody: ledger('who holds a drive from a moment on', {
    driveId: ref({ label: 'Drive', to: 'drive' }),
    personId: ref({ label: 'Holder', to: 'person' }),
    place: text({ label: 'Where' }),
    since: instant({ label: 'Since' }),
    deviceAt,
  }),
  wipe: ledger('a card wiped after the rule was met', {
    cardId: ref({ label: 'Card', to: 'card' }),
    reason: text({ label: 'Reason', most: 1000 }),
    wipedAt: instant({ label: 'Wiped' }),
    deviceAt,
  }),
  sentSheet: ledger('a call sheet as it was sent', {
    dayId: ref({ label: 'Day', to: 'day' }),
    number: count('Number', 1, 1, 999),
    fingerprint: text({ label: 'Fingerprint' }),
    sentAt: instant({ label: 'Sent' }),
    content: data({
      label: 'Content',
      initial: {} as Record<string, unknown>,
      schema: z.record(z.string(), z.unknown()),
    }),
  }),
  delivery: ledger('what became of a sheet sent to a person', {
    sentSheetId: ref({ label: 'Sheet', to: 'sentSheet' }),
    personId: ref({ label: 'Person', to: 'person' }),
    status: choice({ label: 'Status', initial: 'sent', of: ['sent', 'delivered', 'read', 'bounced'] }),
    says: text({ label: 'Says', most: 400 }),
    happenedAt: instant({ label: 'At' }),
  }),
} as const

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch (cause) {
    if (cause instanceof RangeError) return false
    throw cause
  }
}

export type KindName = keyof typeof KINDS
export const KIND_NAMES = Object.keys(KINDS) as KindName[]
export const isKindName = (name: string): name is KindName => Object.hasOwn(KINDS, name)
