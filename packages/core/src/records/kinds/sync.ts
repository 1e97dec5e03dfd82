import { choice, instant, number, optional, text } from '../fields.ts'
import { ledger } from '../tradeFields.ts'

const seconds = (label: string, least = -604_800) =>
  number({ label, initial: 0, unit: 's', least, most: 604_800, says: `${label} is within a week.` })
const millionths = (label: string) =>
  number({ label, initial: 0, unit: 'ppm', least: -10_000, most: 10_000, says: `${label} is in millionths.` })

/** Where recordings lie on one another. */
export const SYNC = {
  syncPlace: ledger('where a recording was believed to lie', {
    file: text({ label: 'Recording', least: 1, most: 400 }),
    /** The recording on whose clock it lies; its own name where it is that one. */
    reference: text({ label: 'Laid on', least: 1, most: 400 }),
    seconds: seconds('Length', 0),
    by: choice({
      label: 'By',
      initial: 'sound',
      of: ['reference', 'sound', 'clap', 'timecode', 'hand', 'nothing'],
      words: { reference: 'the reference', sound: 'what was heard', clap: 'claps', hand: 'somebody’s hand' },
    }),
    /** Seconds after the reference begins; nothing where it was not found. */
    atS: optional(seconds('Begins at')),
    withinS: optional(seconds('Sure to', 0)),
    driftPpm: optional(millionths('Drift')),
    /** How far its timecode lies from that. */
    apartS: optional(seconds('Timecode is off by')),
    keptAt: instant({ label: 'At' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
} as const
