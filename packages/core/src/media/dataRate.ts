/** Megabits per second at a capture rate: cameras hold the data per frame, so faster frames cost in proportion. */
export const recordingRateMbps = (dataRateMbps: number, captureFps: number, baseFps: number): number =>
  dataRateMbps * (captureFps / baseFps)

/** Bytes that takes of a length fill on the card. */
export const takeBytes = (rateMbps: number, takeSeconds: number, takes: number): number =>
  (rateMbps * 1e6 * takeSeconds * takes) / 8

/** Value and decimal unit to print bytes with: 1 GB is 10⁹ bytes, as on the label of the card. */
export function formatBytesParts(bytes: number): { value: number; unit: 'B' | 'kB' | 'MB' | 'GB' | 'TB' } {
  const units = ['B', 'kB', 'MB', 'GB', 'TB'] as const
  const power = bytes < 1000 ? 0 : Math.min(4, Math.floor(Math.log10(bytes) / 3))
  return { value: bytes / 1000 ** power, unit: units[power]! }
}
