import type { Models } from '../records/models.ts'
import type { BoxReading } from '@kavrell/contract'
import { boxAheadMs } from '@kavrell/core/timecode'

/**
 * The box that keeps the time of day for all devices of a production. A real one would be asked over its
 * cable or radio; it answers with its name and how far it is ahead of the server's clock right now.
 */
export interface TimecodeBox {
  readonly read: (productionId: string, nowMs: number) => Promise<BoxReading | null>
}

/** The stand-in: a clock that is set, and drifts, as the production's box record says. */
export const standInBox = (models: Models): TimecodeBox => ({
  async read(productionId, nowMs) {
    const box = (await models.timecodeBox.findOne({ where: { productionId }, raw: true })) as unknown as {
      name: string
      offsetMs: number
      driftPpm: number
      setAt: Date
    } | null
    return box && { name: box.name, aheadMs: boxAheadMs({ ...box, setAtMs: box.setAt.getTime() }, nowMs) }
  },
})
