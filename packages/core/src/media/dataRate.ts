/** Megabits per second at a capture rate: cameras hold the data per frame, so faster frames cost in proportion. */
export const recordingRateMbps = (dataRateMbps: number, captureFps: number, baseFps: number): number =>
  dataRateMbps * (captureFps / baseFps)

/** Bytes that takes of a length fill on the card. */
export const takeBytes = (rateMbps: number, takeSeconds: number, takes: number): number =>
  (rateMbps * 1e6 * takeSeconds * takes) / 8
