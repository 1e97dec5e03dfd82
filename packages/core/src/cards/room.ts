import type { Camera, Card, Production, Recorder } from '../records/index.ts'
import { type RunState, runSeconds } from '../takes/index.ts'
import { recordedOn } from './cardHistory.ts'

/** A sound track as recorders write it: 48,000 samples a second of 24 bits. */
const TRACK_MBPS = (48_000 * 24) / 1e6

/** What a device writes, in megabits a second. */
export const rateOfDevice = (device: Camera | Recorder): number =>
  'dataRateMbps' in device ? device.dataRateMbps : device.tracks * TRACK_MBPS

const secondsSoFar = (run: RunState, nowMs: number): number =>
  runSeconds(run) ?? Math.max(0, (nowMs - Date.parse(run.start.at)) / 1000)

/**
 * Minutes of recording that a card still has room for, by its size and what the log says was recorded on it since it
 * was emptied. What nobody logged it cannot know of.
 * @param rateMbps what the device in which it is writes
 */
export function minutesLeft(production: Production, card: Card, rateMbps: number, nowMs: number): number {
  // Of a log from before there were runs only the take's cards are known: each device's is its own.
  const isOn = (run: RunState) =>
    run.cardId === card.id ||
    (run.cardId === null && (card.cameraId === run.device.id || card.recorderId === run.device.id))
  const recorded = recordedOn(production, card.id)
    .runs.filter(isOn)
    .reduce((sum, run) => sum + secondsSoFar(run, nowMs), 0)
  const whole = (card.capacityGb * 8000) / rateMbps
  return Math.max(0, (whole - recorded) / 60)
}
