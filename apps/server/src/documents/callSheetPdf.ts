import { DateTime } from 'luxon'
import type { Content } from 'pdfmake/interfaces.js'
import { label, LARGE_PRINT, makePdf, say, table } from './pdf.ts'
import type { PrintedCallSheet, CallSheetChange, SheetSketch } from '@kavrell/core/callSheets'

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
        say(row.time && String(row.minutes), { alignment: 'right' }),
      ]),
    ),
    { text: ' ' },
    table(
      widths.people,
      ['who', 'does', 'phone', 'call'],
      sheet.people.map((p) => [say(p.name, { bold: true }), say(p.role), say(p.phone), say(p.call, { bold: true })]),
    ),
    ...sketches(sheet.sketches ?? [], large),
    ...besideOneAnother([titled('Walkie channels', sheet.channels ?? []), titled('The next day', sheet.advance ?? [])].flat(), large), // prettier-ignore
    ...(sheet.kit.length > 0 ? [say('Kit', { bold: true, margin: [0, 10, 0, 2] }), say(sheet.kit.join(', '))] : []),
    ...(sheet.note ? [say(sheet.note, { margin: [0, 8, 0, 0] })] : []),
  ]
  return makePdf(paper, `${sheet.title}, ${sheet.day}. ${state}.`, content, 'portrait', large ? LARGE_PRINT : 1)
}

const titled = (title: string, lines: readonly string[]): Content[] =>
  lines.length === 0 ? [] : [{ stack: [say(title, { bold: true }), ...lines.map((line) => say(line))], margin: [0, 8, 0, 0] }] // prettier-ignore

/** In large print one below the other: half a page across holds too few letters. */
const besideOneAnother = (blocks: Content[], large: boolean): Content[] =>
  large || blocks.length < 2 ? blocks : [{ columns: blocks, columnGap: 16 }]

/** A sketch is so wide and so high at the most, points; so many stand beside one another. */
const SKETCH_PT = { wide: 74, high: 56 }
const BESIDE = 5
const LARGE_BESIDE = 2

/** The spots that are worked at, from above, all to one scale, with their doors and where north is. */
function sketches(spots: readonly SheetSketch[], large: boolean): Content[] {
  if (spots.length === 0) return []
  const sides = spots.map(({ outline }) => boxOf(outline))
  const scale = Math.min(...sides.map(({ wide, high }) => Math.min(SKETCH_PT.wide / wide, SKETCH_PT.high / high)))
  const beside = large ? LARGE_BESIDE : BESIDE
  const rows = Array.from({ length: Math.ceil(spots.length / beside) }, (_, i) => spots.slice(i * beside, (i + 1) * beside)) // prettier-ignore
  return [
    say('Where we work', { bold: true, margin: [0, 10, 0, 4] }),
    ...rows.map((row): Content => ({
      unbreakable: true,
      columns: [
        ...row.map((spot) => ({ stack: [drawn(spot, scale), say(spot.spot, { bold: true, fontSize: 8.5 }), say(`${spot.place}${spot.outdoors ? ', outdoors' : ''}`, { fontSize: 7.5 })] })), // prettier-ignore
        ...Array.from({ length: beside - row.length }, () => ({ text: '' })),
      ],
      columnGap: 12,
      margin: [0, 0, 0, 8],
    })),
  ]
}

const boxOf = (outline: SheetSketch['outline']) => {
  const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)]
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { left, top, wide: Math.max(0.1, Math.max(...xs) - left), high: Math.max(0.1, Math.max(...ys) - top) }
}

const NORTH_PT = 9

function drawn({ outline, doors, northDeg, outdoors }: SheetSketch, scale: number): Content {
  const { left, top, wide } = boxOf(outline)
  const at = ([x, y]: readonly [number, number]) => ({ x: (x - left) * scale, y: (y - top) * scale })
  const turn = (northDeg * Math.PI) / 180
  const [dx, dy] = [Math.sin(turn), -Math.cos(turn)]
  const middle = { x: Math.min(wide * scale + 12, SKETCH_PT.wide + 8), y: NORTH_PT + 1 }
  const tip = { x: middle.x + dx * NORTH_PT, y: middle.y + dy * NORTH_PT }
  const tail = { x: middle.x - dx * NORTH_PT, y: middle.y - dy * NORTH_PT }
  const side = (by: 1 | -1) => ({ x: tip.x - dx * 4 + by * dy * 3, y: tip.y - dy * 4 - by * dx * 3 })
  return {
    canvas: [
      { type: 'polyline', points: outline.map(at), closePath: true, lineWidth: outdoors ? 0.5 : 1.2, ...(outdoors ? { dash: { length: 3 } } : {}) }, // prettier-ignore
      ...doors.map(at).map(({ x, y }) => ({ type: 'ellipse' as const, x, y, r1: 2.4, r2: 2.4, color: '#000000' })),
      { type: 'line', x1: tail.x, y1: tail.y, x2: tip.x, y2: tip.y, lineWidth: 0.8 },
      { type: 'polyline', points: [side(1), tip, side(-1)], lineWidth: 0.8 },
    ],
    margin: [0, 0, 0, 3],
  }
}
