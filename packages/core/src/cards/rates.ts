import type { Camera, Recorder } from '../records/index.ts'

/** A sound track as recorders write it: 48,000 samples a second of 24 bits. */
export const TRACK_MBPS = (48_000 * 24) / 1e6

/** What a device writes, in megabits a second. */
export const rateOfDevice = (device: Camera | Recorder): number =>
  'dataRateMbps' in device ? device.dataRateMbps : device.tracks * TRACK_MBPS
