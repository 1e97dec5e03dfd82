import { DateTime } from 'luxon'
import type { Content } from 'pdfmake/interfaces.js'
import { label, LARGE_PRINT, makePdf, say, table } from './pdf.ts'
import type { PrintedCallSheet, CallSheetChange } from '@kavrell/core/callSheets'

/** More would push what people look for first off the page's top. */
const MOST_CHANGES = 8

export const sayDate = (iso: string) => DateTime.fromISO(iso).setLocale('en-GB').toFormat('cccc d LLLL yyyy')

/** Widths of the columns of the day and of its people, points. */
const WIDTHS = { day: [34, 56, '*', 24, 110, 26], people: ['*', 100, 110, 60], head: 130 }
const LARGE_WIDTHS = { day: [52, 74, '*', 34, 104, 36], people: ['*', 96, 150, 74], head: 190 }

/** A call sheet typeset for paper. `version` is null for a draft nobody has been sent. @param large in large print, 16 points */
export function callSheetPdf(
  sheet: PrintedCallSheet,
  paper: 'A4' | 'Letter',
  version: number | null,
  changes: readonly CallSheetChange[],
  large = false,
): Promise<Buffer> {
  const widths = large ? LARGE_WIDTHS : WIDTHS
  const state = version === null ? 'Draft, not sent' : `Version ${version}`
  const lines = [sheet.sun, ...sheet.fixedEvents].filter(Boolean).join('. ')
  const content: Content[] = [
    {
      columns: [
        [
          say(sheet.title, { fontSize: 20, bold: true }),
          say(`${sheet.day}, ${sayDate(sheet.date)}`, { margin: [0, 2, 0, 4] }),
          say(`${lines}.`),
          ...(sheet.weather ? [say(`Weather: ${sheet.weather}`)] : []),
        ],
        {
          width: widths.head,
          stack: [
            label('Unit call'),
            say(sheet.unitCall, { fontSize: 28, bold: true }),
            say(
              [
                sheet.firstShot ? `first shot ${sheet.firstShot}` : '',
                ...sheet.meals.map((meal) => `meal ${meal}`),
                sheet.wrap ? `wrap ${sheet.wrap}` : '',
              ]
                .filter(Boolean)
                .join(', '),
              { fontSize: 8.5 },
            ),
          ],
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 4, x2: 511, y2: 4, lineWidth: 1.2 }], margin: [0, 0, 0, 8] },
    ...(changes.length > 0
      ? [
          {
            stack: [
              say('Changed since the version before', { bold: true }),
              ...changes.slice(0, MOST_CHANGES).map((c) => say(`${c.what}: ${c.was && `${c.was} is now `}${c.now}`)),
              ...(changes.length > MOST_CHANGES ? [say(`and ${changes.length - MOST_CHANGES} more below.`)] : []),
            ],
            margin: [0, 0, 0, 8] as [number, number, number, number],
          },
        ]
      : []),
    ...sheet.places.map((place) => ({
      stack: [
        say(place.name, { bold: true, fontSize: 11 }),
        ...[place.address, place.directions, place.parking, place.shelter].filter(Boolean).map((text) => say(text)),
        ...(place.hospital ? [say(`Nearest hospital: ${place.hospital}`, { bold: true })] : []),
      ],
      margin: [0, 0, 0, 6] as [number, number, number, number],
    })),
    {
      table: {
        widths: ['*'],
        body: [
          [
            {
              stack: [say('Take care', { bold: true }), ...sheet.cautions.map((line) => say(line))],
              margin: [4, 3, 4, 3],
            },
          ],
        ],
      },
      margin: [0, 2, 0, 10],
    },
    table(
      widths.day,
      ['time', 'shot', 'what', 'light', 'with', 'min'],
      sheet.rows.map((row) => [
        say(row.time),
        say(row.shot, { bold: true }),
        say(row.what, row.shot ? {} : { color: '#555555' }),
        say(row.setup),
        say(row.who),
        say(String(row.minutes), { alignment: 'right' }),
      ]),
    ),
    { text: ' ' },
    table(
      widths.people,
      ['who', 'does', 'phone', 'call'],
      sheet.people.map((p) => [say(p.name, { bold: true }), say(p.role), say(p.phone), say(p.call, { bold: true })]),
    ),
    ...(sheet.kit.length > 0 ? [say('Kit', { bold: true, margin: [0, 10, 0, 2] }), say(sheet.kit.join(', '))] : []),
    ...(sheet.note ? [say(sheet.note, { margin: [0, 8, 0, 0] })] : []),
  ]
  return makePdf(paper, `${sheet.title}, ${sheet.day}. ${state}.`, content, 'portrait', large ? LARGE_PRINT : 1)
}
