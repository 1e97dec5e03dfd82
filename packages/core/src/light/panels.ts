/** A generic thing to stand in front of a lamp, or beside a face. Figures are typical; measure your own. */
export interface PanelType {
  readonly key: string
  readonly name: string
  readonly type: 'cloth' | 'flag' | 'board' | 'black'
  readonly widthM: number
  readonly tallM: number
  readonly lossStops: number
  readonly backPct: number
}

const cloth = (name: string, side: number, lossStops: number, backPct: number): PanelType => ({
  key: `cloth-${name}-${side}`,
  name: `${name[0]!.toUpperCase()}${name.slice(1)} cloth, ${side} × ${side} m`,
  type: 'cloth',
  widthM: side,
  tallM: side,
  lossStops,
  backPct,
})

/** Cloths from the thinnest to the heaviest, then what stops light and what sends it back. */
export const PANEL_LIBRARY: readonly PanelType[] = [
  ...[0.6, 1.2, 2.4, 3.6].map((side) => cloth('quarter', side, 0.6, 20)),
  ...[0.6, 1.2, 2.4, 3.6, 6].map((side) => cloth('half', side, 1.2, 30)),
  ...[0.6, 1.2, 2.4, 3.6, 6].map((side) => cloth('full', side, 2, 45)),
  { key: 'flag-45', name: 'Flag, 0.45 × 0.6 m', type: 'flag', widthM: 0.45, tallM: 0.6, lossStops: 0, backPct: 4 },
  { key: 'flag-75', name: 'Flag, 0.75 × 0.9 m', type: 'flag', widthM: 0.75, tallM: 0.9, lossStops: 0, backPct: 4 },
  { key: 'cutter', name: 'Long flag, 0.25 × 1.2 m', type: 'flag', widthM: 1.2, tallM: 0.25, lossStops: 0, backPct: 4 },
  { key: 'black-120', name: 'Black, 1.2 × 1.8 m', type: 'black', widthM: 1.2, tallM: 1.8, lossStops: 0, backPct: 4 },
  { key: 'black-240', name: 'Black, 2.4 × 2.4 m', type: 'black', widthM: 2.4, tallM: 2.4, lossStops: 0, backPct: 4 },
  { key: 'board-60', name: 'White board, 0.6 × 0.9 m', type: 'board', widthM: 0.6, tallM: 0.9, lossStops: 0, backPct: 85 }, // prettier-ignore
  { key: 'board-120', name: 'White board, 1.2 × 2.4 m', type: 'board', widthM: 1.2, tallM: 2.4, lossStops: 0, backPct: 85 }, // prettier-ignore
  { key: 'grey-120', name: 'Grey board, 1.2 × 2.4 m', type: 'board', widthM: 1.2, tallM: 2.4, lossStops: 0, backPct: 40 }, // prettier-ignore
]
