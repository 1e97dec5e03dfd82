import { type DayReport, LOG_COLUMNS, type SetLog } from '@kavrell/core/papers'
import { toCsv } from '@kavrell/core/text'

/** Spreadsheets read letters of all scripts right once the text says what it is. */
const BOM = '\uFEFF'
const thousandths = (seconds: number | null) => (seconds === null ? null : Math.round(seconds * 1000) / 1000)

export const takesCsv = (report: DayReport): string =>
  BOM +
  toCsv(
    ['slate', 'take', 'verdict', 'wild', 'start', 'end', 'seconds', 'cameras', 'sound', 'notes'],
    report.lines.map((l) => [
      l.slate,
      l.take,
      l.verdict,
      l.wild,
      l.start,
      l.end,
      thousandths(l.seconds),
      l.cameras,
      l.sound,
      l.notes,
    ]),
  )

/** A log of the set as a table, a line for each device of each take. */
export function setLogCsv({ kind, lines }: SetLog): string {
  const columns = LOG_COLUMNS[kind]
  return (
    BOM +
    toCsv(
      columns,
      lines.map((line) => columns.map((column) => (column === 'seconds' ? thousandths(line.seconds) : line[column]))),
    )
  )
}
