import type { Vec } from '../geometry/index.ts'
import { mustBe } from '../outcome/index.ts'
import { type PlacedLuminaire, readPhotometricFile } from '../photometry/index.ts'

/** A luminaire as the rows of the reference vectors place it. */
export interface PlacedRow {
  readonly ies: string
  readonly position: Vec
  readonly aim: Vec
  readonly roll_deg: number
  readonly dimmer: number
  readonly stop_loss: number
}

/** It as the reckoning wants it. @param textOf what a file of the vectors holds */
export const placedRow = (row: PlacedRow, textOf: (name: string) => string): PlacedLuminaire => ({
  light: mustBe(readPhotometricFile(textOf(row.ies))).light,
  at: row.position,
  aimAt: row.aim,
  rollDeg: row.roll_deg,
  level: row.dimmer,
  lossStops: row.stop_loss,
})
