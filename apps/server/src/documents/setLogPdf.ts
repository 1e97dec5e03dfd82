import { sayDate } from './callSheetPdf.ts'
import { makePdf, say, table } from './pdf.ts'
import { LOG_COLUMNS, type SetLog, type SetLogLine } from '@kavrell/core/papers'

type Column = keyof SetLogLine
const HEADS: Readonly<Record<Column, readonly [head: string, width: number | string]>> = {
  unit: ['unit', 40],
  scene: ['scene', 26],
  shot: ['shot', 34],
  slate: ['slate', 36],
  take: ['take', 20],
  device: ['on', 16],
  card: ['card', 26],
  start: ['start', 50],
  stop: ['stop', 50],
  seconds: ['length', 30],
  captureFps: ['fps', 24],
  lens: ['lens', 32],
  tStop: ['stop', 26],
  filter: ['filter', 40],
  operator: ['operator', 50],
  verdict: ['verdict', 42],
  known: ['known by', 40],
  note: ['note', '*'],
}
const NAMES = { camera: 'Camera report', sound: 'Sound report', editor: 'Log for the editor' } as const

const length = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`
const shown = (line: SetLogLine, column: Column): string =>
  column === 'seconds' ? (line.seconds === null ? '' : length(line.seconds)) : String(line[column] ?? '')

/** A log of the set typeset for paper, on its side. Columns in which nothing stands are left out. */
export function setLogPdf({ kind, title, day, date, only, lines }: SetLog, paper: 'A4' | 'Letter'): Promise<Buffer> {
  const columns = LOG_COLUMNS[kind].filter((column) => lines.some((line) => shown(line, column) !== ''))
  const name = `${NAMES[kind]}${only ? `, ${only}` : ''}`
  const recorded = lines.reduce((sum, line) => sum + (line.seconds ?? 0), 0)
  return makePdf(
    paper,
    `${title}, ${day}, ${name}.`,
    [
      say(name, { fontSize: 18, bold: true }),
      say(`${title}: ${day}, ${sayDate(date)}`, { margin: [0, 2, 0, 2] }),
      say(`${lines.length} ${lines.length === 1 ? 'line' : 'lines'}, ${length(recorded)} recorded`, {
        margin: [0, 0, 0, 8],
      }),
      ...(lines.length === 0
        ? [say('Nothing was logged.')]
        : [
            table(
              columns.map((column) => HEADS[column][1]),
              columns.map((column) => HEADS[column][0]),
              lines.map((line) =>
                columns.map((column) => say(shown(line, column), { fontSize: 8, bold: column === 'slate' })),
              ),
            ),
          ]),
    ],
    'landscape',
  )
}
