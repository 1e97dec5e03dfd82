import { HASH_NAMES } from '../../checksums/index.ts'
import { DATE_ORDERS } from '../../text/index.ts'
import { addedLater, choice, longText, number, optional, pattern, seconds, text, whole } from '../fields.ts'
import { count, minutes, money, plan, rateParts, rank, dropFrameRate } from '../tradeFields.ts'

const kilohertz = (label: string, initial: number) =>
  number({ label, initial, unit: 'kHz', least: 0, most: 10_000, says: `${label} is between 0 and 10,000 kHz.` })

/** How much a wish for an order counts, in minutes of a later end. */
const weight = (label: string) =>
  number({ label, initial: 0, least: 0, most: 60, says: 'A wish counts for between 0 and 60 minutes.' })

/** Kinds of job; what each begins with is with the beginnings. */
export const JOBS = ['interview', 'ceremony', 'live', 'film', 'table', 'playback', 'nothing'] as const

/** The production: its brief, its house rules, what it delivers and what it costs. */
export const PRODUCTION = {
  production: plan('the production, its brief and its house rules', {
    title: text({ label: 'Title', initial: 'Untitled', least: 1, says: 'Give the production a title.' }),
    job: choice({
      label: 'Kind of job',
      initial: 'nothing',
      of: JOBS,
      words: {
        live: 'live recording',
        film: 'short film',
        table: 'table-top',
        playback: 'music to playback',
        nothing: 'not said',
      },
    }),
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
    placesBeforeWipe: addedLater(count('Different places before a card may be wiped', 0, 0, 9)),
    cardSchool: choice({
      label: 'Cards',
      initial: 'wipe',
      of: ['wipe', 'hold'],
      words: { wipe: 'wipe once safe', hold: 'hold until home' },
    }),
    /** What copies are held against; checksum lists and histories are called by it. */
    hashName: addedLater(choice({ label: 'Digest of copies', initial: 'xxh64', of: HASH_NAMES })),
    handOvers: addedLater(
      choice({
        label: 'Hand-overs count',
        initial: 'said',
        of: ['said', 'both'],
        words: { said: 'once they are said', both: 'once both have said so' },
      }),
    ),
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
    slateLetters: choice({
      label: 'Letters of shots',
      initial: 'no I and O',
      of: ['no I and O', 'all'],
      words: { 'no I and O': 'without I and O', all: 'the whole alphabet' },
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
    radioSpacingKHz: addedLater(kilohertz('Transmitters apart by', 350)),
    radioGuardKHz: addedLater(kilohertz('Products away by', 100)),
    relightMin: minutes('Relight', 25),
    turnMin: minutes('Turn round', 12),
    rigMin: minutes('Change rig', 8),
    moveMin: minutes('Move to another place', 40),
    spotMoveMin: minutes('Move within a place', 15),
    wrapOutMin: minutes('Wrap out', 30),
    waitWeight: addedLater(weight('Less waiting')),
    changeWeight: addedLater(weight('Fewer changes')),
    freshWeight: addedLater(weight('What is hard while fresh')),
    channels: addedLater(longText({ label: 'Walkie channels, a line each' })),
    driveKmh: addedLater(
      number({
        label: 'Vans drive',
        initial: 40,
        unit: 'km/h',
        least: 5,
        most: 130,
        says: 'Vans drive between 5 and 130 km/h on the whole of a way.',
      }),
    ),
    strayLimit: number({
      label: 'A colour strays from',
      initial: 20,
      unit: 'ΔE',
      least: 1,
      most: 100,
      says: 'The difference from which a colour strays is between 1 and 100; 10 is plain to see.',
    }),
    alikeLimit: number({
      label: 'Palettes are alike under',
      initial: 6,
      unit: 'ΔE',
      least: 0,
      most: 50,
      says: 'The difference under which two palettes are alike is between 0 and 50.',
    }),
    currency: pattern({
      label: 'Currency',
      initial: 'EUR',
      like: /^[A-Z]{3}$/,
      says: 'A currency is three capital letters, such as EUR.',
    }),
    budgetMinor: money('Budget'),
    quoteMinor: money('Quote'),
    contingencyPct: number({
      label: 'Kept back',
      initial: 10,
      unit: '%',
      least: 0,
      most: 100,
      says: 'What is kept back is between 0 and 100 %.',
    }),
    scriptName: text({ label: 'Script' }),
    dateOrder: choice({ label: 'Dates', initial: 'day first', of: DATE_ORDERS }),
  }),
  deliverable: plan(
    'a thing to deliver',
    {
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
      runningTimeS: seconds({ label: 'Running time', initial: 180, least: 1, most: 86_400 }),
      shownAt: text({ label: 'Where shown' }),
      rank,
    },
    { rules: [dropFrameRate] },
  ),
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
  acceptance: plan('a snag accepted with a reason', {
    check: text({ label: 'Check', least: 1 }),
    about: text({ label: 'About', least: 1 }),
    evidence: text({ label: 'Evidence', least: 1 }),
    reason: text({ label: 'Reason', least: 3, most: 400, says: 'Say why in a few words.' }),
  }),
} as const
