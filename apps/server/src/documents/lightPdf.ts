import type { Content } from 'pdfmake/interfaces.js'
import { makePdf, say, table } from './pdf.ts'
import { CAUTION_LINES, LOCAL_RULES } from '@kavrell/core/callSheets'
import { lightSheet, planDrawing } from '@kavrell/core/papers'
import { byId, type Production, type Setup } from '@kavrell/core/records'

/** What a page leaves for the drawing. */
const DRAWING = { widthPt: 510, heightPt: 290 }

const heading = (text: string): Content => say(text, { fontSize: 11, bold: true, margin: [0, 9, 0, 2] })

/** The light of every setup on paper: its plan to scale, lamps, what is put up, light at the marks, cues and what to take care of. */
export function lightPlansPdf(production: Production): Promise<Buffer> {
  const { title, paper } = production.production
  const setups = Object.values(production.setup).sort((a, b) =>
    a.letter.localeCompare(b.letter, 'en', { numeric: true }),
  )
  const content = setups.flatMap((setup, i) => pageOf(production, setup, i > 0))
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, light plans.`, content.length > 0 ? content : [say('No setup is planned yet.')]) // prettier-ignore
}

function pageOf(production: Production, setup: Setup, isNext: boolean): Content[] {
  const spot = byId(production.spot, setup.spotId)
  const place = byId(production.place, spot?.placeId)
  const sheet = lightSheet(production, setup)
  const drawing = planDrawing(production, setup, DRAWING)
  const head: Content = {
    columns: [
      say(`${setup.letter}  ${setup.name}`, { fontSize: 18, bold: true }),
      say([spot?.name, place?.name].filter(Boolean).join(', '), { alignment: 'right', margin: [0, 8, 0, 0] }),
    ],
    ...(isNext ? { pageBreak: 'before' as const } : {}),
  }
  const content: Content[] = [head, say(`Built in ${setup.buildMin} min by ${setup.hands} hands.`, { margin: [0, 0, 0, 4] })] // prettier-ignore
  if (drawing)
    content.push(
      { svg: drawing.svg, width: drawing.widthPt, height: drawing.heightPt, alignment: 'center' },
      say(`1 : ${drawing.scale} on this paper, printed without fitting to the page.`, { fontSize: 7.5, alignment: 'right' }), // prettier-ignore
    )
  if (sheet.lamps.length > 0)
    content.push(
      heading('Lamps'),
      table(
        [12, '*', 50, 50, 60, 42, 72, 20],
        ['', 'lamp', 'level', 'height', 'turned', 'colour', 'power', 'bags'],
        sheet.lamps.map((l) => [say(l.number, { bold: true }), ...[l.what, l.level, l.height, l.aimed, l.colour, l.power, l.bags].map((text) => say(text))]), // prettier-ignore
      ),
    )
  if (sheet.panels.length > 0)
    content.push(
      heading('Put up'),
      table(
        ['*', 90, 60, 110],
        ['what', 'size', 'height', 'bags'],
        sheet.panels.map((p) => [p.what, p.size, p.height, p.bags].map((text) => say(text))),
      ),
    )
  if (sheet.marks.length > 0)
    content.push(
      heading('Light'),
      table(
        [90, '*', 60],
        ['mark', 'planned', 'key : fill'],
        sheet.marks.map((m) => [m.name, m.light, m.ratio].map((text) => say(text))),
      ),
      ...(sheet.shots.length > 0
        ? [say(sheet.shots.map(({ code, set, comes }) => `${code} at ${set}: ${comes}`).join('.  '), { margin: [0, 3, 0, 0] })] // prettier-ignore
        : []),
    )
  if (sheet.cues.length > 0) content.push(heading('Cues'), ...sheet.cues.map((cue, i) => say(`${i + 1}  ${cue}`)))
  const packed = [sheet.cables && `Cables: ${sheet.cables}.`, sheet.loads && `Also plugged in: ${sheet.loads}.`, sheet.there && `There already: ${sheet.there}.`].filter(Boolean) // prettier-ignore
  if (packed.length > 0) content.push(say(packed.join(' '), { margin: [0, 6, 0, 0] }))
  if (setup.note) content.push(say(setup.note, { margin: [0, 6, 0, 0] }))
  const cautions = setup.cautions.flatMap((key) => CAUTION_LINES[key] ?? [])
  content.push(...[...cautions, LOCAL_RULES].map((line) => say(line, { fontSize: 8, margin: [0, 3, 0, 0] })))
  return content
}
