import type { Id, RecordFields } from '../records/index.ts'
import type { Taking } from '../optics/index.ts'
import { distanceForSize, type ShotSize } from './size.ts'

/** A shot of a pattern, its people by their place in the list that is chosen. */
interface PatternShot {
  readonly sees: (names: readonly string[]) => string
  readonly who: readonly number[]
  readonly size: ShotSize | null
  readonly lens: number
  readonly side: string
  readonly frameSide: 'left' | 'centre' | 'right'
  readonly minutes: number
  readonly takes?: number
  readonly figure?: 'standing' | 'seated'
  readonly rig?: string
  readonly camera?: number
  readonly distanceM?: number
  readonly once?: boolean
  readonly must?: boolean
  readonly quiet?: boolean
  /** Position in the pattern of the shot it is cut against. */
  readonly pairs?: number
  readonly takeSeconds?: number
}

export interface Pattern {
  readonly key: string
  readonly name: string
  readonly says: string
  /** People it is made for. */
  readonly people: number
  readonly shots: readonly PatternShot[]
}

const all = (names: readonly string[]) => names.join(' and ')

/** Ways of covering a scene that are common enough to start from. */
export const PATTERNS: readonly Pattern[] = [
  {
    key: 'dialogue-2',
    name: 'Dialogue for two',
    says: 'A master, a two-shot, over each shoulder, a close of each.',
    people: 2,
    shots: [
      {
        sees: (n) => `${all(n)}, master`,
        who: [0, 1],
        size: 'full',
        lens: 35,
        side: 'S',
        frameSide: 'centre',
        minutes: 30,
        must: true,
      },
      {
        sees: (n) => `${all(n)}, two-shot`,
        who: [0, 1],
        size: 'medium',
        lens: 50,
        side: 'S',
        frameSide: 'centre',
        minutes: 20,
      },
      {
        sees: (n) => `${n[0]}, over ${n[1]}’s shoulder`,
        who: [0, 1],
        size: 'medium close',
        lens: 50,
        side: 'E',
        frameSide: 'left',
        minutes: 20,
        pairs: 3,
      },
      {
        sees: (n) => `${n[1]}, over ${n[0]}’s shoulder`,
        who: [1, 0],
        size: 'medium close',
        lens: 50,
        side: 'W',
        frameSide: 'right',
        minutes: 20,
        pairs: 2,
      },
      {
        sees: (n) => `${n[0]}, close`,
        who: [0],
        size: 'close',
        lens: 85,
        side: 'E',
        frameSide: 'left',
        minutes: 15,
        must: true,
        pairs: 5,
      },
      {
        sees: (n) => `${n[1]}, close`,
        who: [1],
        size: 'close',
        lens: 85,
        side: 'W',
        frameSide: 'right',
        minutes: 15,
        must: true,
        pairs: 4,
      },
    ],
  },
  {
    key: 'dialogue-3',
    name: 'Dialogue for three',
    says: 'A master, two facing one, a close of each.',
    people: 3,
    shots: [
      {
        sees: (n) => `${all(n)}, master`,
        who: [0, 1, 2],
        size: 'full',
        lens: 28,
        side: 'S',
        frameSide: 'centre',
        minutes: 35,
        must: true,
      },
      {
        sees: (n) => `${n[0]} and ${n[1]}, past ${n[2]}`,
        who: [0, 1, 2],
        size: 'medium',
        lens: 40,
        side: 'E',
        frameSide: 'left',
        minutes: 20,
      },
      {
        sees: (n) => `${n[2]}, past ${n[0]}`,
        who: [2, 0],
        size: 'medium close',
        lens: 50,
        side: 'W',
        frameSide: 'right',
        minutes: 20,
      },
      {
        sees: (n) => `${n[0]}, close`,
        who: [0],
        size: 'close',
        lens: 85,
        side: 'E',
        frameSide: 'left',
        minutes: 15,
        must: true,
        pairs: 5,
      },
      {
        sees: (n) => `${n[1]}, close`,
        who: [1],
        size: 'close',
        lens: 85,
        side: 'E',
        frameSide: 'left',
        minutes: 15,
        pairs: 5,
      },
      {
        sees: (n) => `${n[2]}, close`,
        who: [2],
        size: 'close',
        lens: 85,
        side: 'W',
        frameSide: 'right',
        minutes: 15,
        must: true,
        pairs: 3,
      },
    ],
  },
  {
    key: 'table',
    name: 'Table of people',
    says: 'The table wide from two sides, singles all from inside one half, hands.',
    people: 4,
    shots: [
      {
        sees: () => 'The table, wide',
        who: [0, 1, 2, 3],
        size: 'wide',
        lens: 24,
        side: 'S',
        frameSide: 'centre',
        minutes: 35,
        must: true,
        figure: 'seated',
      },
      {
        sees: () => 'The table, from its end',
        who: [0, 1, 2, 3],
        size: 'full',
        lens: 35,
        side: 'E',
        frameSide: 'centre',
        minutes: 25,
        figure: 'seated',
      },
      {
        sees: (n) => `${n[0]}, single`,
        who: [0],
        size: 'medium close',
        lens: 65,
        side: 'S',
        frameSide: 'left',
        minutes: 12,
        figure: 'seated',
      },
      {
        sees: (n) => `${n[1]}, single`,
        who: [1],
        size: 'medium close',
        lens: 65,
        side: 'S',
        frameSide: 'left',
        minutes: 12,
        figure: 'seated',
      },
      {
        sees: (n) => `${n[2]}, single`,
        who: [2],
        size: 'medium close',
        lens: 65,
        side: 'S',
        frameSide: 'right',
        minutes: 12,
        figure: 'seated',
      },
      {
        sees: (n) => `${n[3]}, single`,
        who: [3],
        size: 'medium close',
        lens: 65,
        side: 'S',
        frameSide: 'right',
        minutes: 12,
        figure: 'seated',
      },
      {
        sees: () => 'Hands and what lies on the table',
        who: [],
        size: null,
        lens: 100,
        side: 'S',
        frameSide: 'centre',
        minutes: 15,
        distanceM: 1,
      },
    ],
  },
  {
    key: 'interview-2',
    name: 'Interview, two cameras',
    says: 'One camera beside the questioner, a second wider from the same side, room tone and details.',
    people: 1,
    shots: [
      {
        sees: (n) => `${n[0]} interview, close`,
        who: [0],
        size: 'close',
        lens: 85,
        side: 'N',
        frameSide: 'left',
        minutes: 45,
        takes: 1,
        takeSeconds: 1500,
        figure: 'seated',
        quiet: true,
        must: true,
      },
      {
        sees: (n) => `${n[0]} interview, wide`,
        who: [0],
        size: 'medium',
        lens: 50,
        side: 'N',
        frameSide: 'left',
        minutes: 0,
        takes: 1,
        takeSeconds: 1500,
        figure: 'seated',
        quiet: true,
        camera: 1,
      },
      {
        sees: (n) => `${n[0]} listens, for cutaways`,
        who: [0],
        size: 'medium close',
        lens: 85,
        side: 'N',
        frameSide: 'left',
        minutes: 8,
        figure: 'seated',
      },
      {
        sees: () => 'Hands',
        who: [],
        size: null,
        lens: 100,
        side: 'N',
        frameSide: 'centre',
        minutes: 8,
        distanceM: 1.2,
      },
      {
        sees: () => 'The room, establishing',
        who: [],
        size: null,
        lens: 24,
        side: 'N',
        frameSide: 'centre',
        minutes: 10,
        distanceM: 4,
      },
    ],
  },
  {
    key: 'process',
    name: 'A process, wide to detail',
    says: 'Where it happens, who does it, the hands, the detail, the face, the result.',
    people: 1,
    shots: [
      {
        sees: () => 'The place, before anything moves',
        who: [],
        size: null,
        lens: 24,
        side: 'S',
        frameSide: 'centre',
        minutes: 15,
        distanceM: 6,
      },
      {
        sees: (n) => `${n[0]} at work, full`,
        who: [0],
        size: 'full',
        lens: 35,
        side: 'S',
        frameSide: 'centre',
        minutes: 20,
        must: true,
      },
      {
        sees: (n) => `${n[0]} at work, medium`,
        who: [0],
        size: 'medium',
        lens: 50,
        side: 'E',
        frameSide: 'right',
        minutes: 15,
      },
      {
        sees: () => 'Hands and tool',
        who: [],
        size: null,
        lens: 85,
        side: 'E',
        frameSide: 'centre',
        minutes: 15,
        distanceM: 1.4,
        must: true,
      },
      {
        sees: () => 'The detail, macro',
        who: [],
        size: null,
        lens: 100,
        side: 'E',
        frameSide: 'centre',
        minutes: 20,
        distanceM: 0.5,
        rig: 'macro slider',
      },
      {
        sees: (n) => `${n[0]}’s face`,
        who: [0],
        size: 'close',
        lens: 85,
        side: 'E',
        frameSide: 'right',
        minutes: 15,
        must: true,
      },
      {
        sees: () => 'What came of it',
        who: [],
        size: null,
        lens: 50,
        side: 'S',
        frameSide: 'centre',
        minutes: 15,
        distanceM: 2,
      },
    ],
  },
  {
    key: 'event',
    name: 'An event, once',
    says: 'A locked wide that never stops, a roaming camera, a long lens on faces, the crowd.',
    people: 1,
    shots: [
      {
        sees: () => 'Everything, locked wide',
        who: [],
        size: null,
        lens: 24,
        side: 'S',
        frameSide: 'centre',
        minutes: 45,
        takes: 1,
        takeSeconds: 2400,
        once: true,
        must: true,
        distanceM: 12,
      },
      {
        sees: (n) => `${n[0]}, roaming`,
        who: [0],
        size: 'medium',
        lens: 35,
        side: 'E',
        frameSide: 'centre',
        minutes: 45,
        takes: 1,
        takeSeconds: 2400,
        once: true,
        must: true,
        rig: 'handheld',
        camera: 1,
      },
      {
        sees: () => 'Faces, long lens',
        who: [],
        size: null,
        lens: 200,
        side: 'W',
        frameSide: 'centre',
        minutes: 45,
        takes: 1,
        takeSeconds: 2400,
        once: true,
        camera: 2,
        distanceM: 10,
      },
      {
        sees: () => 'The crowd arrives',
        who: [],
        size: null,
        lens: 35,
        side: 'S',
        frameSide: 'centre',
        minutes: 15,
        distanceM: 6,
      },
      {
        sees: () => 'Details before anyone is there',
        who: [],
        size: null,
        lens: 85,
        side: 'S',
        frameSide: 'centre',
        minutes: 20,
        distanceM: 1.5,
      },
    ],
  },
  {
    key: 'playback',
    name: 'Performance to playback',
    says: 'The whole piece wide, again closer from both sides, again for hands and face.',
    people: 1,
    shots: [
      {
        sees: (n) => `${n[0]}, whole piece, wide`,
        who: [0],
        size: 'full',
        lens: 35,
        side: 'S',
        frameSide: 'centre',
        minutes: 25,
        takes: 2,
        takeSeconds: 240,
        must: true,
      },
      {
        sees: (n) => `${n[0]}, whole piece, from the left`,
        who: [0],
        size: 'medium',
        lens: 50,
        side: 'W',
        frameSide: 'right',
        minutes: 20,
        takes: 2,
        takeSeconds: 240,
      },
      {
        sees: (n) => `${n[0]}, whole piece, from the right`,
        who: [0],
        size: 'medium',
        lens: 50,
        side: 'E',
        frameSide: 'left',
        minutes: 20,
        takes: 2,
        takeSeconds: 240,
      },
      {
        sees: (n) => `${n[0]}, face`,
        who: [0],
        size: 'close',
        lens: 85,
        side: 'S',
        frameSide: 'centre',
        minutes: 20,
        takes: 2,
        takeSeconds: 240,
        must: true,
      },
      {
        sees: () => 'Hands and instrument',
        who: [],
        size: null,
        lens: 100,
        side: 'S',
        frameSide: 'centre',
        minutes: 20,
        takes: 2,
        takeSeconds: 240,
        distanceM: 1.5,
      },
    ],
  },
  {
    key: 'establishing',
    name: 'Establishing set',
    says: 'A place for the cut: wide from four sides, a way in, three details. Ten seconds and handles each.',
    people: 0,
    shots: [
      ...(['N', 'E', 'S', 'W'] as const).map((side): PatternShot => ({
        sees: () => `Wide from ${{ N: 'the north', E: 'the east', S: 'the south', W: 'the west' }[side]}`,
        who: [],
        size: null,
        lens: 24,
        side,
        frameSide: 'centre',
        minutes: 10,
        takes: 2,
        takeSeconds: 20,
        distanceM: 12,
      })),
      {
        sees: () => 'The way in',
        who: [],
        size: null,
        lens: 35,
        side: 'S',
        frameSide: 'centre',
        minutes: 10,
        takes: 3,
        takeSeconds: 20,
        rig: 'gimbal',
        distanceM: 5,
      },
      ...['First', 'Second', 'Third'].map((nth): PatternShot => ({
        sees: () => `${nth} detail`,
        who: [],
        size: null,
        lens: 85,
        side: '',
        frameSide: 'centre',
        minutes: 6,
        takes: 2,
        takeSeconds: 15,
        distanceM: 1.5,
      })),
    ],
  },
]

/** Fields of a shot that a pattern makes; `pairs` is the position of another in the same list. */
export interface MadeShot {
  readonly fields: Partial<RecordFields<'shot'>>
  readonly pairs: number | null
}

/**
 * The shots of a pattern for these people, with distances that give their sizes on this sensor. People that a
 * pattern wants and the list lacks are left out of its shots.
 * @param people in the order in which the pattern names them
 */
export function shotsOfPattern(
  pattern: Pattern,
  people: readonly { readonly id: Id<'person'>; readonly name: string }[],
  cameras: readonly { readonly id: Id<'camera'>; readonly taking: Taking }[],
  fallback: Taking,
): MadeShot[] {
  const names = Array.from(
    { length: Math.max(pattern.people, people.length) },
    (_, i) => (people[i]?.name ?? `Person ${i + 1}`).split(/\s+/)[0]!,
  )
  return pattern.shots.map((shot) => {
    const camera = cameras[Math.min(shot.camera ?? 0, cameras.length - 1)]
    const figure = shot.size === null ? 'none' : (shot.figure ?? 'standing')
    const distanceM =
      shot.distanceM ??
      (shot.size &&
        distanceForSize(camera?.taking ?? fallback, shot.lens, shot.size, figure === 'none' ? 'standing' : figure)) ??
      2
    return {
      pairs: shot.pairs ?? null,
      fields: {
        sees: shot.sees(names),
        personIds: shot.who.flatMap((i) => people[i]?.id ?? []),
        cameraId: camera?.id ?? null,
        focalLengthMm: shot.lens,
        distanceM,
        figure,
        side: shot.side,
        frameSide: shot.frameSide,
        minutes: shot.minutes,
        takesExpected: shot.takes ?? 3,
        takeSeconds: shot.takeSeconds ?? 60,
        rig: shot.rig ?? 'sticks',
        mustHave: shot.must ?? false,
        onceOnly: shot.once ?? false,
        quiet: shot.quiet ?? false,
      },
    }
  })
}
