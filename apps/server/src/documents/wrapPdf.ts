import { sayDate } from './callSheetPdf.ts'
import { label, makePdf, say, table } from './pdf.ts'
import { CARDS_NOT_SEEN, type DayReport } from '@kavrell/core/papers'
import { sayBytes } from '@kavrell/core/text'

const figure = (name: string, value: string) => [label(name), say(value, { fontSize: 16, bold: true })]
const duration = (seconds: number | null) =>
  seconds === null ? '' : `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`

/** The day's report typeset for paper. */
export function wrapPdf(title: string, report: DayReport, paper: 'A4' | 'Letter'): Promise<Buffer> {
  return makePdf(paper, `${title}, report of ${report.title}.`, [
    say(`${title}: ${report.title}`, { fontSize: 20, bold: true }),
    say(sayDate(report.date), { margin: [0, 2, 0, 10] }),
    {
      columns: [
        figure('shots good', `${report.shotsDone} of ${report.shotsPlanned}`),
        figure('takes', `${report.takes}, ${report.goodTakes} good`),
        figure('recorded', duration(report.recordedSeconds)),
        figure('copied', sayBytes(report.bytesCopied)),
      ],
      margin: [0, 0, 0, 8],
    },
    {
      columns: [
        figure('first take', report.firstTake ?? 'none'),
        figure('last cut', report.lastCut ?? 'none'),
        figure('planned wrap', report.plannedWrap),
        figure('cards copied by the rule', `${report.cardsCopied} of ${report.cards}`),
      ],
      margin: [0, 0, 0, 12],
    },
    ...(report.cards > 0 ? [say(`Cards: ${CARDS_NOT_SEEN}`, { margin: [0, 0, 0, 10] })] : []),
    say(report.missing.length + report.missingShots.length === 0 ? 'Nothing is missing.' : 'Missing', {
      bold: true,
      fontSize: 12,
      margin: [0, 0, 0, 3],
    }),
    ...report.missing.map((line) => say(line)),
    ...report.missingShots.map((shot) => say(`${shot.code} ${shot.sees}${shot.mustHave ? ' (must have)' : ''}`)),
    { text: ' ' },
    table(
      [44, 26, 42, 62, 62, 34, 40, 34, '*'],
      ['slate', 'take', 'verdict', 'start', 'end', 'length', 'cameras', 'sound', 'notes'],
      report.lines.map((line) => [
        say(line.wild ? `${line.slate} wild` : line.slate, { bold: true }),
        say(String(line.take)),
        say(line.verdict),
        say(line.start),
        say(line.end),
        say(duration(line.seconds)),
        say(line.cameras),
        say(line.sound),
        say(line.notes),
      ]),
    ),
  ])
}
