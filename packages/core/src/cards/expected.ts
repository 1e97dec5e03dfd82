import { takeBytes } from '../media/index.ts'
import { byId, type Card, type Production } from '../records/index.ts'
import { type RunState, runSeconds } from '../takes/index.ts'
import { leastMbps, rateOfDevice } from './rates.ts'

/** What a card must hold by the log: files that each recording leaves, and bytes by the rates of what recorded them. */
export interface ExpectedOnCard {
  readonly recordings: number
  readonly seconds: number
  /** By the stated rates, with every track of a recorder. */
  readonly bytes: number
  /** Less than this no camera of its rate and no recorder leaves. */
  readonly leastBytes: number
  /** Letters of the devices, and what they write by the second. */
  readonly from: string
}

export const NOTHING_EXPECTED: ExpectedOnCard = { recordings: 0, seconds: 0, bytes: 0, leastBytes: 0, from: '' }

/** A run that is on this card now; of a log from before there were runs each device's card is its own. */
export const isOnCard =
  (card: Card) =>
  (run: RunState): boolean =>
    run.cardId === card.id ||
    (run.cardId === null && (card.cameraId === run.device.id || card.recorderId === run.device.id))

/** Only runs of which it is known when they stopped; what nobody logged is not expected. */
export function expectedOnCard(
  production: Pick<Production, 'camera' | 'recorder'>,
  card: Card,
  runs: readonly RunState[],
): ExpectedOnCard {
  const begun = new Set<string>()
  const rates = new Map<string, number>()
  let seconds = 0
  let bytes = 0
  let leastBytes = 0
  for (const run of runs.filter(isOnCard(card))) {
    const length = runSeconds(run)
    const { kind, id } = run.device
    const device = kind === 'camera' ? byId(production.camera, id) : byId(production.recorder, id)
    if (length === null || length <= 0 || !device) continue
    const rate = rateOfDevice(device)
    begun.add(run.takeId ?? run.id)
    rates.set(device.letter, rate)
    seconds += length
    bytes += takeBytes(rate, length, 1)
    leastBytes += takeBytes(leastMbps(device), length, 1)
  }
  return {
    recordings: begun.size,
    seconds,
    bytes,
    leastBytes,
    from: Array.from(rates, ([letter, rate]) => `${letter} at ${Math.round(rate)} Mb/s`).join(', '),
  }
}
