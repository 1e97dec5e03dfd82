import { fail, ok, type Outcome } from '../outcome/index.ts'

/** A band as a table has it. Whether it may be used here, somebody has to find out. */
export interface BandRow {
  readonly name: string
  readonly fromMHz: number
  readonly toMHz: number
}

const MOST_ROWS = 500
const SPAN = /^(\d+(?:[.,]\d+)?)\s*(?:-|–|—|to|bis|à)\s*(\d+(?:[.,]\d+)?)\s*(?:mhz)?$/i
const EDGE = /^(\d+(?:[.,]\d+)?)\s*(?:mhz)?$/i

/**
 * Bands out of the cells of a table: two ends in MHz, or one cell "606–614", and the rest is the name. Rows that are none
 * are named; nothing is taken as allowed.
 */
export function readBandTable(
  rows: readonly (readonly string[])[],
): Outcome<{ readonly bands: readonly BandRow[]; readonly unread: readonly string[] }, string> {
  if (rows.length > MOST_ROWS) return fail(`A table of at most ${MOST_ROWS} rows is read.`)
  const bands: BandRow[] = []
  const unread: string[] = []
  const number = (text: string) => Number(text.replace(',', '.'))
  for (const [i, row] of rows.entries()) {
    const cells = row.map((cell) => cell.normalize('NFKC').trim()).filter(Boolean)
    if (cells.length === 0) continue
    const span = cells.map((cell) => SPAN.exec(cell)).find(Boolean)
    const edges = cells.filter((cell) => EDGE.test(cell))
    const ends = span ? [number(span[1]!), number(span[2]!)] : edges.length >= 2 ? edges.slice(0, 2).map((cell) => number(EDGE.exec(cell)![1]!)) : null // prettier-ignore
    if (!ends) {
      if (i > 0) unread.push(`Row ${i + 1}: no two frequencies in “${cells.join(' ').slice(0, 60)}”.`)
      continue
    }
    const [fromMHz, toMHz] = ends as [number, number]
    if (toMHz <= fromMHz || fromMHz <= 0 || toMHz > 100_000) {
      unread.push(`Row ${i + 1}: from ${fromMHz} to ${toMHz} MHz is no band.`)
      continue
    }
    const name = cells.filter((cell) => !SPAN.test(cell) && !EDGE.test(cell)).join(', ').slice(0, 120) // prettier-ignore
    bands.push({ name: name || `${fromMHz} to ${toMHz} MHz`, fromMHz, toMHz })
  }
  return bands.length === 0 && unread.length === 0 ? fail('There is no band in it.') : ok({ bands, unread })
}
