import type { Models } from '../records/models.ts'
import type { ScanReading } from '@kavrell/contract'
import { seeded } from '@kavrell/core/chance'

/**
 * A receiver that sweeps the bands of a production. A real one would be asked over its cable; it answers with a level for
 * each step.
 */
export interface RadioScanner {
  readonly sweep: (productionId: string, nowMs: number) => Promise<ScanReading>
}

const STEP_KHZ = 25
/** A sweep is cut off here: a receiver has so many steps. */
const MOST_STEPS = 4000
const NOISE_DBM = -104
const OWN_DBM = -46
const STATION_DBM = -71
const STRAY_DBM = -78

interface Span {
  readonly fromMHz: number
  readonly toMHz: number
}

/**
 * The stand-in hears what is set and what is listed, in noise that changes from minute to minute; and one stray carrier
 * that nobody has listed, always the same for a production.
 */
export const standInScanner = (models: Models): RadioScanner => ({
  async sweep(productionId, nowMs) {
    const of = { where: { productionId }, raw: true }
    const [bands, stations, transmitters] = (await Promise.all([
      models.radioBand.findAll(of),
      models.radioStation.findAll(of),
      models.transmitter.findAll(of),
    ])) as unknown as [Span[], Span[], { onMHz: number | null }[]]
    const random = seeded(Math.floor(nowMs / 60_000))
    const noise = () => NOISE_DBM + 2.5 * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const levels: [number, number][] = []
    for (const { fromMHz, toMHz } of bands.toSorted((a, b) => a.fromMHz - b.fromMHz)) {
      const stray = fromMHz * 1000 + seeded(Number.parseInt(productionId.slice(-6), 16))() * (toMHz - fromMHz) * 1000
      for (let kHz = fromMHz * 1000; kHz <= toMHz * 1000 && levels.length < MOST_STEPS; kHz += STEP_KHZ) {
        const isOn = (mhz: number, wideKHz: number) => Math.abs(mhz * 1000 - kHz) <= wideKHz
        const heard = [
          noise(),
          ...(transmitters.some(({ onMHz }) => onMHz !== null && isOn(onMHz, 50)) ? [OWN_DBM + 4 * random()] : []),
          ...(stations.some((one) => kHz >= one.fromMHz * 1000 && kHz <= one.toMHz * 1000) ? [STATION_DBM + 4 * random()] : []), // prettier-ignore
          ...(Math.abs(stray - kHz) <= 60 ? [STRAY_DBM + 3 * random()] : []),
        ]
        levels.push([Math.round(kHz), Math.round(Math.max(...heard) * 10) / 10])
      }
    }
    return { levels }
  },
})
