import type { Content } from 'pdfmake/interfaces.js'
import { makePdf, say, table, tickBox } from './pdf.ts'
import { lineMinor } from '@kavrell/core/money'
import { frameDrawing } from '@kavrell/core/optics'
import {
  byId,
  fieldsOf,
  type KindName,
  nameOf,
  type Names,
  type Production,
  type RecordOf,
  byRank,
  inOrder,
} from '@kavrell/core/records'
import { masterDeliverable, SHOT_COLUMNS, shotCell, takingOfShot } from '@kavrell/core/shotlist'
import { lengthText, frameRateText, toCsv } from '@kavrell/core/text'

type Shot = RecordOf<'shot'>
/** A board's picture, cropped to a frame's shape; null where there is none. */
export type BoardOf = (board: RecordOf<'picture'>, aspect: number) => Promise<Buffer | null>

const paperOf = (production: Production): 'A4' | 'Letter' =>
  production.production.paper === 'Letter' ? 'Letter' : 'A4'

/** The computed frame as a drawing in grey, fit for a printer without colour. */
function frameSvg(production: Production, shot: Shot, width: number): string {
  const { aspect, used } = takingOfShot(production, shot)
  const { height, paths, hasFigure, widthM } = frameDrawing(shot, used, aspect, width)
  const fill = { floor: '#e6e6e6', figure: '#555555' }
  // One in front of another is told from it by its edge.
  const several = shot.figures.length > 1
  const measure = hasFigure
    ? ''
    : `<path d="M 4 ${height * 0.62} H ${width - 4}" stroke="#555555"/><text x="${width / 2}" y="${height * 0.5}" font-size="8" text-anchor="middle" fill="#333333">${widthM < 1 ? `${Math.round(widthM * 100)} cm` : `${widthM.toFixed(1)} m`}</text>`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><defs><clipPath id="f"><rect width="${width}" height="${height}"/></clipPath></defs><rect width="${width}" height="${height}" fill="#f4f4f4"/><g clip-path="url(#f)">${paths.map(({ d, part }) => `<path d="${d}" fill="${fill[part]}"${part === 'figure' && several ? ' stroke="#f4f4f4" stroke-width="0.8"' : ''}/>`).join('')}${measure}</g><rect x="0.4" y="0.4" width="${width - 0.8}" height="${height - 0.8}" fill="none" stroke="#000000" stroke-width="0.8"/></svg>`
}

const people = (production: Production, shot: Shot) =>
  shot.personIds.flatMap((id) => byId(production.person, id)?.name.split(' ')[0] ?? []).join(', ')
const marks = (shot: Shot) =>
  [shot.mustHave && 'must', shot.onceOnly && 'once', shot.quiet && 'quiet', shot.slowMotion && 'slow']
    .filter(Boolean)
    .join(', ')

/** The shot list with its frames, scene by scene. */
export function shotListPdf(production: Production): Promise<Buffer> {
  const { title, units } = production.production
  const scenes = Object.values(production.scene).sort(byRank)
  const shots = inOrder(production.shot)
  return makePdf(paperOf(production), `${title}, shot list, ${shots.length} shots.`, [
    say(title, { fontSize: 20, bold: true }),
    say(`${shots.length} shots, ${shots.filter((s) => s.mustHave).length} must-have`, { margin: [0, 2, 0, 8] }),
    ...scenes.flatMap((scene): Content[] => {
      const own = shots.filter((s) => s.sceneId === scene.id)
      if (own.length === 0) return []
      return [
        say(`Scene ${scene.number}  ${scene.title || scene.heading}`, {
          fontSize: 12,
          bold: true,
          margin: [0, 8, 0, 2],
        }),
        table(
          [92, 30, '*', 60, 66, 30, 70],
          ['frame', 'shot', 'what we see', 'lens, stop', 'rate, shutter', 'light', 'how, minutes'],
          own.map((shot) => [
            { svg: frameSvg(production, shot, 84) },
            say(shot.code, { bold: true }),
            {
              stack: [
                say(shot.sees),
                say([people(production, shot), marks(shot)].filter(Boolean).join(' · '), {
                  fontSize: 7.5,
                  color: '#444444',
                }),
              ],
            },
            say(`${shot.focalLengthMm} mm T${shot.tStop}\n${lengthText(shot.distanceM, units)}`),
            say(`${frameRateText(shot.fpsNum, shot.fpsDen)} fps\n${shot.shutterDeg}° ISO ${shot.iso}`),
            say(byId(production.setup, shot.setupId)?.letter ?? ''),
            say(`${shot.rig}\n${shot.minutes} min${shot.side ? `, ${shot.side}` : ''}`),
          ]),
        ),
      ]
    }),
  ])
}

/** A list for the pocket: two columns of boxes to tick, narrow enough to fold. */
export function pocketPdf(production: Production): Promise<Buffer> {
  const { title, units } = production.production
  const shots = inOrder(production.shot)
  const line = (shot: Shot): Content => ({
    columns: [
      tickBox(),
      say(shot.code, { bold: true, width: 30, fontSize: 9 }),
      {
        stack: [
          say(`${shot.sees}${shot.mustHave ? ' (must)' : ''}`, { fontSize: 8.5 }),
          say(
            `${shot.focalLengthMm} T${shot.tStop} ${lengthText(shot.distanceM, units)} ${frameRateText(shot.fpsNum, shot.fpsDen)} fps ${byId(production.setup, shot.setupId)?.letter ?? ''} ${shot.side}`.trim(),
            { fontSize: 7, color: '#444444' },
          ),
        ],
      },
    ],
    margin: [0, 0, 0, 4],
    unbreakable: true,
  })
  const half = Math.ceil(shots.length / 2)
  return makePdf(paperOf(production), `${title}, pocket checklist. Fold along the middle.`, [
    say(title, { fontSize: 13, bold: true, margin: [0, 0, 0, 6] }),
    {
      columns: [{ stack: shots.slice(0, half).map(line) }, { stack: shots.slice(half).map(line) }],
      columnGap: 24,
    },
  ])
}

const BOARD_WIDTH = 240

/** Boards two abreast: the picture where there is one, cropped to the delivered shape, else the computed frame. */
export async function boardsPdf(production: Production, boardOf: BoardOf): Promise<Buffer> {
  const aspect = masterDeliverable(production)?.aspect ?? 16 / 9
  const boards = new Map(
    Object.values(production.picture)
      .filter((p) => p.purpose === 'board' && p.shotId)
      .sort(byRank)
      .map((p) => [p.shotId!, p] as const),
  )
  const cells: Content[] = []
  for (const shot of inOrder(production.shot)) {
    const board = boards.get(shot.id)
    const bytes = board && (await boardOf(board, aspect))
    const picture: Content = bytes
      ? {
          image: `data:image/jpeg;base64,${bytes.toString('base64')}`,
          width: BOARD_WIDTH,
        }
      : { svg: frameSvg(production, shot, BOARD_WIDTH) }
    cells.push({
      stack: [picture, say(`${shot.code}  ${shot.sees}`, { fontSize: 8.5, margin: [0, 2, 0, 8] })],
      unbreakable: true,
    })
  }
  const rows: Content[] = []
  for (let i = 0; i < cells.length; i += 2)
    rows.push({ columns: [cells[i]!, cells[i + 1] ?? { text: '' }], columnGap: 14, unbreakable: true })
  return makePdf(paperOf(production), `${production.production.title}, boards.`, [
    say(`${production.production.title}: boards`, { fontSize: 16, bold: true, margin: [0, 0, 0, 8] }),
    ...rows,
  ])
}

/** Every field of every shot; reads back as it was. */
export function shotsCsv(production: Production): string {
  const known = new Map<string, Names>()
  const names = (field: string): Names => {
    const found = known.get(field) ?? namesFor(field)
    known.set(field, found)
    return found
  }
  const namesFor = (field: string): Names => {
    const column = fieldsOf('shot')[field]!.column
    const kind = (column.ref ?? column.refs) as KindName | undefined
    if (!kind) return new Map()
    const records = (production as unknown as Record<string, Record<string, RecordOf<'shot'>>>)[kind] ?? {}
    return new Map(Object.values(records).map((record) => [record.id, nameOf(kind, record)]))
  }
  const context = { names, units: production.production.units }
  return toCsv(
    SHOT_COLUMNS.map((c) => c.head),
    inOrder(production.shot).map((shot) => SHOT_COLUMNS.map((c) => shotCell(shot, c, context))),
  )
}

/** Lines of money with what each comes to, amounts in whole units with a point. */
export function moneyCsv(production: Production): string {
  const amount = (minor: number | null) => (minor === null ? null : minor / 100)
  return toCsv(
    ['what', 'basis', 'how many', 'days', 'unit', 'rate', 'years', 'media', 'planned', 'actual', 'note', 'currency'],
    Object.values(production.moneyLine)
      .sort(byRank)
      .map((line) => [
        line.title,
        line.basis,
        line.quantity,
        line.days,
        line.unit,
        amount(line.rateMinor),
        line.years,
        line.media,
        amount(lineMinor(line)),
        amount(line.actualMinor),
        line.note,
        production.production.currency,
      ]),
  )
}
