import { fail, ok, type Outcome } from '../outcome/index.ts'
import type { RecordFields } from '../records/index.ts'
import { type DateOrder, parseClock, readDate } from '../text/index.ts'

/** A high or low water out of a table. */
export type TideRow = Pick<RecordFields<'tide'>, 'date' | 'atMin' | 'type' | 'heightM'>

/** What a table of tides says, and which of its rows could not be read. */
export interface TideTable {
  readonly tides: readonly TideRow[]
  readonly unread: readonly string[]
}

const HIGH = /^(h|hw|high|high\s*(water|tide)?|hoch\S*)$/i
const LOW = /^(l|lw|low|low\s*(water|tide)?|niedrig\S*)$/i
const HEIGHT = /^([-−]?\d{1,2}(?:[.,]\d+)?)\s*(m|ft|feet|')?$/i
const FOOT_M = 0.3048
/** A year of tides, four a day. */
const MOST_ROWS = 2000

interface Read {
  readonly date: string
  readonly atMin: number
  readonly type: 'high' | 'low' | null
  readonly heightM: number | null
}

/** One row by what its cells look like: a date, a time, a height, and whether it is high or low. */
function readRow(cells: readonly string[], before: string, order: DateOrder, isFeet: boolean): Read | null {
  let date: string | null = null
  let atMin: number | null = null
  let type: Read['type'] = null
  let heightM: number | null = null
  const parts = cells.flatMap((cell) => {
    // A moment in one cell: 2026-05-14 06:12 or 2026-05-14T06:12.
    const both = /^(\d{4}-\d{2}-\d{2})[T ](\d{1,2}:\d{2})(?::\d{2})?$/.exec(cell)
    return both ? [both[1]!, both[2]!] : [cell]
  })
  for (const cell of parts) {
    if (cell === '') continue
    if (HIGH.test(cell)) type = 'high'
    else if (LOW.test(cell)) type = 'low'
    else if (atMin === null && /^\d{1,2}:\d{2}(:\d{2})?$/.test(cell))
      atMin = parseClock(cell.split(':').slice(0, 2).join(':'))
    else if (date === null && readDate(cell, before, order) !== null && !/^\d+[.,]\d+$/.test(cell))
      date = readDate(cell, before, order)
    else {
      const height = HEIGHT.exec(cell)
      if (!height || heightM !== null) continue
      const value = Number(height[1]!.replace(',', '.').replace('−', '-'))
      const inFeet = height[2] ? !/^m$/i.test(height[2]) : isFeet
      heightM = Math.round(value * (inFeet ? FOOT_M : 1) * 100) / 100
    }
  }
  return atMin === null ? null : { date: date ?? before, atMin, type, heightM }
}

/**
 * High and low waters out of the cells of a table: a date, a time, and what each is, by its word or by its height against
 * those before and after it. A row without a date is of the date above it.
 * @param rows cells as a table has them; a row of heads is passed over
 * @param beforeIso the date that a year which is left out is taken from
 */
export function readTideTable(
  rows: readonly (readonly string[])[],
  beforeIso: string,
  order: DateOrder,
): Outcome<TideTable, string> {
  if (rows.length > MOST_ROWS) return fail(`A table of at most ${MOST_ROWS} rows is read: take the weeks of the job.`)
  const unread: string[] = []
  const read: Read[] = []
  let date = ''
  const head = rows[0]?.join(' ') ?? ''
  const isFeet = /\b(ft|feet)\b/i.test(head)
  for (const [i, row] of rows.entries()) {
    const cells = row.map((cell) => cell.trim())
    if (cells.every((cell) => cell === '')) continue
    const found = readRow(cells, date || beforeIso, order, isFeet)
    const hasDate = cells.some(
      (cell) => readDate(cell.slice(0, 10), beforeIso, order) !== null || readDate(cell, beforeIso, order) !== null,
    )
    if (!found || (date === '' && !hasDate)) {
      if (i > 0 || found)
        unread.push(`Row ${i + 1}: no ${found ? 'date' : 'time'} in “${cells.filter(Boolean).join(' ').slice(0, 60)}”.`)
      continue
    }
    date = found.date
    read.push(found)
  }
  read.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.atMin - b.atMin))
  const tides = read.flatMap((one, i): TideRow[] => {
    const type = one.type ?? byHeight(read, i)
    if (!type) {
      unread.push(
        `${one.date}, ${Math.floor(one.atMin / 60)}:${String(one.atMin % 60).padStart(2, '0')}: high or low is not said, and its height does not tell.`,
      )
      return []
    }
    return [{ date: one.date, atMin: one.atMin, type, heightM: one.heightM }]
  })
  return tides.length === 0 && unread.length === 0 ? fail('There is no time in it.') : ok({ tides, unread })
}

/** Higher than those before and after it is high water; where it is higher than one and lower than the other, neither. */
function byHeight(read: readonly Read[], i: number): Read['type'] {
  const own = read[i]!.heightM
  const others = [read[i - 1]?.heightM, read[i + 1]?.heightM].flatMap((height) => height ?? [])
  if (own === null || others.length === 0) return null
  return others.every((height) => own > height) ? 'high' : others.every((height) => own < height) ? 'low' : null
}
