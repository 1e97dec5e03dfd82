import type { Content } from 'pdfmake/interfaces.js'
import type { Production } from '@kavrell/core/records'
import { labelGrid, makePdf, say } from './pdf.ts'

/** What is stuck on a thing: how it is called, what it is, and where in the program it is found. */
interface StuckLabel {
  readonly label: string
  readonly says: string
  readonly stage: 'offload' | 'kit' | 'patch'
  readonly id: string
}

const named = (a: StuckLabel, b: StuckLabel) => a.label.localeCompare(b.label, 'en', { numeric: true })

function labelsOf(production: Production): StuckLabel[] {
  const sized = (gb: number, serial: string) => [`${gb} GB`, serial].filter(Boolean).join(', ')
  const { card, drive, cardReader, kitCase, camera, recorder } = production
  return [
    ...Object.values(card).map((one): StuckLabel => ({ label: one.label, says: `card, ${sized(one.capacityGb, one.serial)}`, stage: 'offload', id: one.id })).sort(named), // prettier-ignore
    ...Object.values(drive).map((one): StuckLabel => ({ label: one.label, says: `drive, ${sized(one.capacityGb, one.serial)}`, stage: 'offload', id: one.id })).sort(named), // prettier-ignore
    ...Object.values(cardReader).map((one): StuckLabel => ({ label: one.name, says: ['reader', one.serial].filter(Boolean).join(', '), stage: 'offload', id: one.id })).sort(named), // prettier-ignore
    ...Object.values(kitCase).map((one): StuckLabel => ({ label: one.label, says: ['case', one.name].filter(Boolean).join(', '), stage: 'kit', id: one.id })).sort(named), // prettier-ignore
    ...[...Object.values(camera), ...Object.values(recorder)].map((one): StuckLabel => ({ label: one.letter, says: one.name, stage: 'patch', id: one.id })).sort(named), // prettier-ignore
  ]
}

const ACROSS = 3

/**
 * Labels for cards, drives, readers, cases and devices, each with a square that a phone reads and that opens the program
 * where the thing is.
 * @param at where the program is reached, such as `http://127.0.0.1:4310`
 */
export function labelsPdf(production: Production, at: string): Promise<Buffer> {
  const { title, paper, id } = production.production
  const cells = labelsOf(production).map(({ label, says, stage, id: thing }): Content => ({
    columns: [
      { qr: `${at}/p/${id}/${stage}#${thing}`, fit: 92, width: 84 },
      {
        stack: [
          say(label, { fontSize: label.length > 4 ? 13 : 20, bold: true }),
          say(says, { fontSize: 7.5 }),
          say(title, { fontSize: 6.5, color: '#555555' }),
        ],
        margin: [6, 4, 0, 0],
      },
    ],
    margin: [9, 7, 0, 7],
  }))
  const sheet =
    cells.length === 0
      ? say('There is no card, drive, reader, case or device on the lists yet.')
      : labelGrid(cells, ACROSS)
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, labels. Cut along the lines.`, [sheet])
}
