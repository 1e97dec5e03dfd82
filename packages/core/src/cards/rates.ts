import type { Camera, Recorder } from '../records/index.ts'

/** A sound track as recorders write it: 48,000 samples a second of 24 bits. */
const TRACK_MBPS = (48_000 * 24) / 1e6

/**
 * Pictures that hardly move are packed to a fraction of the stated rate; what is below a fifth of it was not recorded
 * here, or not at that rate.
 */
const LEAST_SHARE = 0.2

/** The least a device leaves of a second, in megabits: of a recorder one track is armed. */
export const leastMbps = (device: Camera | Recorder): number =>
  'dataRateMbps' in device ? device.dataRateMbps * LEAST_SHARE : TRACK_MBPS / 2

/** What a device writes, in megabits a second. */
export const rateOfDevice = (device: Camera | Recorder): number =>
  'dataRateMbps' in device ? device.dataRateMbps : device.tracks * TRACK_MBPS
