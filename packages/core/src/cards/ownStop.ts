import { byId, type Production, type RecordOf } from '../records/index.ts'
import type { RunState } from '../takes/index.ts'
import { rateOfDevice } from './rates.ts'
import { minutesLeft } from './room.ts'

/** When a device that records now stops although nobody stops it, and why. */
export interface OwnStop {
  readonly atMs: number
  readonly how: Extract<RecordOf<'runStop'>['how'], 'by itself' | 'card full'>
}

/**
 * When a run that goes on ends by what its device is known to do: it stops by itself after so many minutes, or its
 * card is full, whichever comes first.
 * @returns null for a run that has stopped, and where neither is known
 */
export function ownStop(production: Production, run: RunState): OwnStop | null {
  if (run.stop) return null
  const startMs = Date.parse(run.start.at)
  const { kind, id } = run.device
  const device = kind === 'camera' ? byId(production.camera, id) : byId(production.recorder, id)
  if (!device) return null
  const limitMin = 'stopsItselfMin' in device ? device.stopsItselfMin : null
  const card = byId(production.card, run.cardId)
  const leftMin = card ? minutesLeft(production, card, rateOfDevice(device), startMs) : null
  const first = Math.min(limitMin ?? Infinity, leftMin ?? Infinity)
  if (first === Infinity) return null
  return { atMs: startMs + first * 60_000, how: first === leftMin && first !== limitMin ? 'card full' : 'by itself' }
}
