/** How finely light is followed, and with how many rays. */
export interface Effort {
  /** Cells at most. */
  readonly cells: number
  readonly raysPerCell: number
  readonly raysPerReceiver: number
  /** The receiver's rays are cast in so many lots, from whose spread the error is known. */
  readonly lots: number
  /** What cells of one brightness leave out, as a deviation of what is read from them; found by trial on the reference scenes. */
  readonly cellsShare: number
}

export const FINE: Effort = { cells: 4000, raysPerCell: 160, raysPerReceiver: 12_288, lots: 12, cellsShare: 0.0073 }

/** Quick enough to follow a hand: what is returned is within a few per cent. */
export const QUICK: Effort = { cells: 400, raysPerCell: 32, raysPerReceiver: 600, lots: 4, cellsShare: 0.0175 }
