import { broadcastWave } from './media/broadcastWave.ts'
import { bandPicture, quickTimeMovie } from './media/quickTime.ts'
import { mustBe } from '@kavrell/core/outcome'
import { parseTimecode } from '@kavrell/core/timecode'

export interface DemoFile {
  readonly path: string
  readonly bytes: Buffer
}

/** How the stand-ins for the demo's drives behave; cards are as fast as the machine. */
export const DEMO_VOLUMES: Readonly<Record<string, { capacityBytes: number; bytesPerSecond: number; medium: string }>> =
  {
    S1: { capacityBytes: 400e6, bytesPerSecond: 40e6, medium: 'drive S1' },
    S2: { capacityBytes: 400e6, bytesPerSecond: 40e6, medium: 'drive S2' },
    H1: { capacityBytes: 400e6, bytesPerSecond: 6e6, medium: 'drive H1' },
  }

const RATE = { num: 25, den: 1, drop: false }
const CLIPS: Readonly<Record<string, readonly (readonly [name: string, start: string])[]>> = {
  A1: [
    ['A001C001', '05:04:12:00'],
    ['A001C002', '05:09:40:00'],
    ['A001C006', '05:49:48:00'],
  ],
  A2: [
    ['A002C001', '07:20:03:00'],
    ['A002C003', '07:31:10:00'],
  ],
  B1: [
    ['B001C001', '07:52:33:00'],
    ['B001C002', '08:15:00:00'],
    ['B001C003', '08:19:22:00'],
  ],
  C1: [['C001C001', '07:31:00:00']],
  D1: [['D001C001', '07:31:05:00']],
}
const COLOURS: Readonly<Record<string, [number, number, number]>> = {
  A: [52, 78, 104],
  B: [122, 84, 48],
  C: [70, 96, 80],
  D: [96, 70, 90],
}

/** The files on one card of the demo, made on the spot: short clips with a timecode track, or Broadcast Wave. */
export function demoCardFiles(label: string): DemoFile[] {
  if (label === 'R1')
    return [
      ['1', '07:31:10', 27070],
      ['2', '08:30:15', 30615],
    ].map(([n, time, second]) => ({
      path: `260514/R1_T0${n}.wav`,
      bytes: broadcastWave({
        description: `T0${n}`,
        date: '2026-05-14',
        time: time as string,
        samplesSinceMidnight: (second as number) * 48000,
        seconds: 3,
        toneHz: 220,
      }),
    }))
  const colour = COLOURS[label[0]!]!
  return (CLIPS[label] ?? []).map(([name, start], i) => ({
    path: `CLIPS/${name}.mov`,
    bytes: quickTimeMovie({
      rate: RATE,
      startFrame: mustBe(parseTimecode(start, RATE)),
      frames: 75,
      width: 192,
      height: 80,
      pictures: [0, 1, 2, 3].map((k) => bandPicture(192, 80, colour, (0.2 + k * 0.2 + i * 0.1) % 1)),
    }),
  }))
}
