import { asId, type Change, createRecord, JOBS, ranksBetween, type RecordFields } from '../records/index.ts'
import { type Pattern, PATTERNS } from '../shotlist/index.ts'

/** What usually belongs to one kind of job; every line of it can go. */
interface Beginning {
  readonly name: string
  /** What is there, in one sentence. */
  readonly says: string
  readonly rules: Partial<RecordFields<'production'>>
  /** What the client wants to see, where there is no script. */
  readonly needs: readonly string[]
  readonly scenes: readonly Pick<RecordFields<'scene'>, 'title' | 'inOut'>[]
  /** Ways of covering that are usual for it, by their keys: they stand first. */
  readonly patterns: readonly string[]
  /** What its parts are called; a script has scenes. */
  readonly part: 'scene' | 'part'
  readonly cameras: number
  readonly recorders: number
}

const inside = (title: string) => ({ title, inOut: 'inside' }) as const
const outside = (title: string) => ({ title, inOut: 'outside' }) as const
const either = (title: string) => ({ title, inOut: '' }) as const

export const BEGINNINGS = {
  interview: {
    name: 'Interview',
    says: 'two cameras cut against each other, every voice recorded twice, pictures of what is spoken of',
    rules: { onceOnlyPictures: 2, onceOnlySounds: 2 },
    needs: [
      'The answers, each begun anew where it stumbles',
      'The place without people',
      'Hands and things that are spoken of',
      'Room tone',
    ],
    scenes: [inside('Interview'), either('What is spoken of')],
    patterns: ['interview-2', 'process', 'establishing'],
    part: 'part',
    cameras: 2,
    recorders: 2,
  },
  ceremony: {
    name: 'Ceremony',
    says: 'moments that happen once, three pictures and two sounds of each',
    rules: { onceOnlyPictures: 3, onceOnlySounds: 2, copiesBeforeWipe: 3 },
    needs: ['The arrival', 'The words that are given', 'The people who watch', 'The speeches, whole'],
    scenes: [
      either('Getting ready'),
      either('Arrival'),
      inside('Ceremony'),
      outside('Pictures together'),
      inside('Meal and speeches'),
      inside('Evening'),
    ],
    patterns: ['event', 'establishing', 'table'],
    part: 'part',
    cameras: 3,
    recorders: 2,
  },
  live: {
    name: 'Live recording',
    says: 'fixed cameras and one that walks, sound from the desk and from the room',
    rules: { onceOnlyPictures: 3, onceOnlySounds: 2 },
    needs: [
      'The whole, without a gap, from at least one place',
      'Each soloist close',
      'The listeners',
      'The hall before it fills',
    ],
    scenes: [inside('Rehearsal'), inside('First half'), inside('Second half')],
    patterns: ['event', 'establishing'],
    part: 'part',
    cameras: 4,
    recorders: 2,
  },
  film: {
    name: 'Short film',
    says: 'scenes from a script, one camera, light that is turned with it',
    rules: { onceOnlyPictures: 2, onceOnlySounds: 1 },
    needs: [],
    scenes: [],
    patterns: ['dialogue-2', 'dialogue-3', 'table'],
    part: 'scene',
    cameras: 1,
    recorders: 1,
  },
  table: {
    name: 'Table-top',
    says: 'one thing, close and slow, with inserts that must match',
    rules: { onceOnlyPictures: 1, onceOnlySounds: 0, relightMin: 40, turnMin: 6 },
    needs: [
      'The thing, whole',
      'Its material, close',
      'The movement that shows what it does, slow',
      'The pack, with its name to be read',
    ],
    scenes: [inside('The thing'), inside('Details'), inside('Pack')],
    patterns: ['process'],
    part: 'part',
    cameras: 1,
    recorders: 0,
  },
  playback: {
    name: 'Music to playback',
    says: 'passes over the whole track and inserts by its bars',
    rules: { onceOnlyPictures: 1, onceOnlySounds: 1 },
    needs: ['The whole track, once from every side', 'Hands on the instruments', 'Something to cut away to'],
    scenes: [either('Performance'), either('Story'), either('Inserts')],
    patterns: ['playback', 'establishing'],
    part: 'part',
    cameras: 2,
    recorders: 1,
  },
  nothing: {
    name: 'Nothing in it',
    says: 'the usual house rules, and an empty list of everything',
    rules: {},
    needs: [],
    scenes: [],
    patterns: [],
    part: 'scene',
    cameras: 0,
    recorders: 0,
  },
} as const satisfies Readonly<Record<(typeof JOBS)[number], Beginning>>

/** Ways of covering, those that are usual for a kind of job first. */
export function patternsFor(job: BeginningName): readonly Pattern[] {
  const first: readonly string[] = BEGINNINGS[job].patterns
  const place = ({ key }: Pattern) => (first.includes(key) ? first.indexOf(key) : first.length)
  return [...PATTERNS].sort((a, b) => place(a) - place(b))
}

export type BeginningName = keyof typeof BEGINNINGS

/**
 * The records that one kind of job begins with, beside the production itself.
 * @param newId gives ids
 */
export function beginningOf(name: BeginningName, newId: () => string): readonly Change[] {
  const { needs, scenes, cameras, recorders }: Beginning = BEGINNINGS[name]
  const needRanks = ranksBetween(null, null, needs.length)
  const sceneRanks = ranksBetween(null, null, scenes.length)
  return [
    ...scenes.map((scene, i) =>
      createRecord('scene', { ...scene, number: String(i + 1), rank: sceneRanks[i] }, asId(newId())),
    ),
    ...needs.map((text, i) => createRecord('need', { text, rank: needRanks[i] }, asId(newId()))),
    ...Array.from({ length: cameras }, (_, i) => createRecord('camera', { letter: 'ABCD'[i]! }, asId(newId()))),
    ...Array.from({ length: recorders }, (_, i) =>
      createRecord('recorder', { letter: i === 0 ? 'R' : `R${i + 1}` }, asId(newId())),
    ),
  ]
}
