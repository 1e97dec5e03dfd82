/** Points between which a smooth light is looked at first. */
const STRIDE = 8
/** What is nearer to a straight line than this share of all the light there is one. */
const STRAIGHT = 0.01

/**
 * Adds what changes smoothly nearly everywhere: looked at in squares, and in smaller ones where it is not straight from
 * corner to corner through the middle.
 */
export function addSmooth(
  lux: Float32Array,
  columns: number,
  rows: number,
  at: (column: number, row: number) => number,
): void {
  const known = new Float64Array(columns * rows).fill(-1)
  const look = (column: number, row: number) => {
    const i = row * columns + column
    if (known[i]! < 0) known[i] = at(column, row)
    return known[i]!
  }
  const square = (c0: number, r0: number, c1: number, r1: number) => {
    if (c1 - c0 < 2 && r1 - r0 < 2) {
      for (const c of [c0, c1]) for (const r of [r0, r1]) look(c, r)
      return
    }
    const [a, b, c, d] = [look(c0, r0), look(c1, r0), look(c0, r1), look(c1, r1)]
    const [cm, rm] = [(c0 + c1) >> 1, (r0 + r1) >> 1]
    const flat = (column: number, row: number) => {
      const u = c1 > c0 ? (column - c0) / (c1 - c0) : 0
      const v = r1 > r0 ? (row - r0) / (r1 - r0) : 0
      return (a * (1 - u) + b * u) * (1 - v) + (c * (1 - u) + d * u) * v
    }
    const isStraight = [
      [cm, rm],
      [cm, r0],
      [c0, rm],
      [cm, r1],
      [c1, rm],
    ].every(([x, y]) => {
      // prettier-ignore
      const truth = look(x!, y!)
      return Math.abs(truth - flat(x!, y!)) <= STRAIGHT * (truth + lux[y! * columns + x!]!)
    })
    if (!isStraight) {
      square(c0, r0, cm, rm)
      square(cm, r0, c1, rm)
      square(c0, rm, cm, r1)
      square(cm, rm, c1, r1)
      return
    }
    for (let row = r0; row <= r1; row++)
      for (let column = c0; column <= c1; column++)
        if (known[row * columns + column]! < 0) known[row * columns + column] = flat(column, row)
  }
  for (let row = 0; row < rows - 1 || row === 0; row += STRIDE)
    for (let column = 0; column < columns - 1 || column === 0; column += STRIDE)
      square(column, row, Math.min(columns - 1, column + STRIDE), Math.min(rows - 1, row + STRIDE))
  for (let i = 0; i < lux.length; i++) lux[i]! += Math.max(0, known[i]!)
}
