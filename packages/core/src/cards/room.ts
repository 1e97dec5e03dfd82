import type { Card, Production } from '../records/index.ts'
import { type RunState, runSeconds } from '../takes/index.ts'
import { recordedOn } from './cardHistory.ts'
import { isOnCard } from './expected.ts'

const secondsSoFar = (run: RunState, nowMs: number): number =>
  runSeconds(run) ?? Math.max(0, (nowMs - Date.parse(run.start.at)) / 1000)

/**
 * Minutes of recording that a card still has room for, by its size and what the log says was recorded on it since it
 * was emptied. What nobody logged it cannot know of.
 * @param rateMbps what the device in which it is writes
 */
export function minutesLeft(production: Production, card: Card, rateMbps: number, nowMs: number): number {
  const recorded = recordedOn(production, card.id)
    .runs.filter(isOnCard(card))
    .reduce((sum, run) => sum + secondsSoFar(run, nowMs), 0)
  const whole = (card.capacityGb * 8000) / rateMbps
  return Math.max(0, (whole - recorded) / 60)
}
