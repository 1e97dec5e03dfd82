import { broadcastWave } from './media/broadcastWave.ts'
import { bandPicture, quickTimeMovie } from './media/quickTime.ts'
import { DEMO_CAMERAS } from './production.ts'
import { COLD_RUN, TAKES, WILD_SOUND } from './takes.ts'
import { mustBe } from '@kavrell/core/outcome'
import { parseTimecode } from '@kavrell/core/timecode'

export interface DemoFile {
  readonly path: string
  readonly bytes: Buffer
}

/** A stand-in holds a thousandth of what it stands for: nobody waits for the demo as one waits for a night of copies. */
const STANDS_FOR = 1000
const volume = (medium: string, rest: object = {}) => ({ bytesStandFor: STANDS_FOR, medium, ...rest })

/** How the stand-ins for the demo's drives behave. */
export const DEMO_VOLUMES: Readonly<Record<string, object>> = {
  S1: volume('drive S1', { capacityBytes: 400e6, bytesPerSecond: 40e6 }),
  S2: volume('drive S2', { capacityBytes: 400e6, bytesPerSecond: 40e6 }),
  H1: volume('drive H1', { capacityBytes: 400e6, bytesPerSecond: 6e6 }),
}
/** Of its cards, which are as fast as the machine. */
export const DEMO_CARD_VOLUME = (label: string): object => volume(`card ${label}`)

const RATE = { num: 25, den: 1, drop: false }
type Clip = readonly [start: string, seconds: number]
/** What was recorded and never logged. */
const UNLOGGED: Readonly<Record<string, readonly Clip[]>> = {
  C1: [['07:31:00', 80]],
  D1: [['07:31:05', 76]],
}
/** Recorded after the card had been copied, when it was back in its camera, and never logged either. */
const RECORDED_LATE: Readonly<Record<string, readonly Clip[]>> = { D1: [['08:52:40', 33]] }
const MBPS: Readonly<Record<string, number>> = Object.fromEntries(
  DEMO_CAMERAS.map((camera) => [camera.letter, camera.dataRateMbps]),
)
const coldRunOn = (label: string): readonly Clip[] =>
  COLD_RUN.runs.flatMap(({ card, start, seconds }): Clip[] => (card === label ? [[start, seconds]] : []))
const clipsOn = (label: string): readonly Clip[] => [
  ...[
    ...TAKES.flatMap(([start, seconds, , , , card]): Clip[] => (card === label ? [[start, seconds]] : [])),
    ...coldRunOn(label),
    ...(UNLOGGED[label] ?? []),
  ].sort(([a], [b]) => (a < b ? -1 : 1)),
  ...(RECORDED_LATE[label] ?? []),
]
const COLOURS: Readonly<Record<string, [number, number, number]>> = {
  A: [52, 78, 104],
  B: [122, 84, 48],
  C: [70, 96, 80],
  D: [96, 70, 90],
}

/** Sound of the demo, as long as the log says. */
const soundOn = (): readonly Clip[] => [
  ...TAKES.flatMap(([start, seconds, , , , , sound]): Clip[] => (sound ? [[start, seconds]] : [])),
  ...coldRunOn('R1'),
  WILD_SOUND,
]

/** As long as the log says, in a fortieth of the bytes. */
const SOUND_RATE = 1200

/** The files on a card of the demo: those that it is copied with, and those that came after. */
export function demoCard(label: string): { readonly copied: readonly DemoFile[]; readonly late: readonly DemoFile[] } {
  const files = demoCardFiles(label)
  const from = files.length - (RECORDED_LATE[label]?.length ?? 0)
  return { copied: files.slice(0, from), late: files.slice(from) }
}

/** All of them, made on the spot: clips with a timecode track, or Broadcast Wave. */
export function demoCardFiles(label: string): DemoFile[] {
  if (label === 'R1')
    return [...soundOn()]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([time, seconds], i) => ({
        path: `260514/R1_T${String(i + 1).padStart(2, '0')}.wav`,
        bytes: broadcastWave({
          description: `T${i + 1}`,
          date: '2026-05-14',
          time,
          rate: SOUND_RATE,
          samplesSinceMidnight: mustBe(parseTimecode(`${time}:00`, RATE)) * (SOUND_RATE / 25),
          seconds,
          toneHz: 220,
        }),
      }))
  const colour = COLOURS[label[0]!]!
  return clipsOn(label).map(([start, seconds], i) => ({
    path: `CLIPS/${label[0]}00${label[1]}C${String(i + 1).padStart(3, '0')}.mov`,
    bytes: quickTimeMovie({
      rate: RATE,
      startFrame: mustBe(parseTimecode(`${start}:00`, RATE)),
      frames: seconds * 25,
      width: 192,
      height: 80,
      pictures: [0, 1, 2, 3].map((k) => bandPicture(192, 80, colour, (0.2 + k * 0.2 + i * 0.1) % 1)),
      bytes: Math.round((seconds * MBPS[label[0]!]! * 1e6) / 8 / STANDS_FOR),
    }),
  }))
}
