import { minutesLeft, rateOfDevice } from '../cards/index.ts'
import { allItems, dayPlans } from '../day/index.ts'
import type { Camera, Card, Production, Recorder } from '../records/index.ts'
import { shotMarks, shotsClosed, takeStates } from '../takes/index.ts'
import { bytesOf, learntOf } from './cardForecast.ts'

/** Cards that a device wants beside its own to the end of the job, in each of the two schools. */
export interface CardsWanted {
  readonly device: Camera | Recorder
  /** Where each card is wiped before the next day: by its worst day. */
  readonly wiping: number
  /** Where no card is wiped until home: by all that is still to come. */
  readonly keeping: number
  /** Of one card more, as large as its largest, in the smallest unit of the currency; null where nobody has said. */
  readonly priceMinor: number | null
}

const GB = 1e9
const roomOf = ({ capacityGb }: Card) => capacityGb * GB
/** Whole cards for what has no place; a rest smaller than a byte is rounding. */
const cardsFor = (bytes: number, size: number) => Math.max(0, Math.ceil((bytes - 1) / size))

/**
 * Whether it is cheaper to wipe or to keep: how many cards more each of the two wants to the end of the job. By the plan,
 * and by how much longer takes have run so far. A device without cards, or with nothing to come, is not in it.
 * @param fromDate the first day that counts, as its people write it
 * @param nowMs only for what rolls at this moment
 */
export function cardsWanted(production: Production, fromDate: string, nowMs: number): readonly CardsWanted[] {
  const plans = dayPlans(production).filter(({ day }) => day.date >= fromDate)
  const { runsLonger } = learntOf(production)
  const devices: readonly (Camera | Recorder)[] = [...Object.values(production.camera), ...Object.values(production.recorder)].sort((a, b) => (a.letter < b.letter ? -1 : 1)) // prettier-ignore
  return devices.flatMap((device): CardsWanted[] => {
    const own = Object.values(production.card).filter((card) => card.cameraId === device.id || card.recorderId === device.id) // prettier-ignore
    const [largest] = own.toSorted((a, b) => b.capacityGb - a.capacityGb || b.valueMinor - a.valueMinor)
    if (!largest) return []
    const rate = rateOfDevice(device)
    const left = own.map((card) => minutesLeft(production, card, rate, nowMs) * 60 * ((rate * 1e6) / 8))
    const days = plans.map((plan) => {
      const closed = shotsClosed(takeStates(production, plan.day.id), shotMarks(production.shotMark, plan.day.id))
      return allItems(plan).reduce((sum, item) => sum + bytesOf(production, item, device, closed) * runsLonger, 0)
    })
    const all = days.reduce((sum, bytes) => sum + bytes, 0)
    if (all === 0) return []
    const sum = (amounts: readonly number[]) => amounts.reduce((total, amount) => total + amount, 0)
    // Today's cards hold what is on them until tonight; from tomorrow on they are empty.
    const wiping = Math.max(...days.map((bytes, i) => cardsFor(bytes - (i === 0 ? sum(left) : sum(own.map(roomOf))), roomOf(largest)))) // prettier-ignore
    const keeping = cardsFor(all - sum(left), roomOf(largest))
    return [{ device, wiping, keeping, priceMinor: largest.valueMinor > 0 ? largest.valueMinor : null }]
  })
}
