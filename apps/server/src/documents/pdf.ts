import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { FACES, HAN, HAN_FACES } from './faces.ts'
import { say } from './setText.ts'

export { say } from './setText.ts'

pdfmake.setFonts(structuredClone(FACES) as never)
// Fonts are the only files a document may read.
const policies = pdfmake as unknown as {
  setUrlAccessPolicy: (allow: (url: string) => boolean) => void
  setLocalAccessPolicy: (allow: (file: string) => boolean) => void
}
policies.setUrlAccessPolicy(() => false)
policies.setLocalAccessPolicy((file) => file.includes('@fontsource') || file.startsWith('/usr/share/fonts/'))

export const label = (text: string): Content => say(text, { fontSize: 7.5, color: '#555555', margin: [0, 0, 0, 1] })

export const heading = (text: string): Content => say(text, { fontSize: 12, bold: true, margin: [0, 12, 0, 3] })

/** A box to tick. Laid out in place: each needs one of its own. */
export const tickBox = (): Content => ({
  svg: '<svg width="9" height="9"><rect x="0.5" y="0.5" width="8" height="8" fill="none" stroke="#000000"/></svg>',
  width: 13,
})

/** Labels side by side with lines to cut along. */
export const labelGrid = (cells: readonly Content[], across: number): Content => ({
  table: {
    widths: Array<string>(across).fill('*'),
    dontBreakRows: true,
    body: Array.from({ length: Math.ceil(cells.length / across) }, (_, row) =>
      Array.from({ length: across }, (__, column): Content => cells[row * across + column] ?? say('')),
    ),
  },
  layout: { hLineWidth: () => 0.4, vLineWidth: () => 0.4, hLineColor: () => '#bbbbbb', vLineColor: () => '#bbbbbb' },
})

/** A table with hairlines under its rows, its head repeated on every page. */
export const table = (
  widths: (string | number)[],
  head: readonly string[],
  rows: readonly (readonly Content[])[],
): Content => ({
  table: {
    headerRows: 1,
    widths,
    dontBreakRows: true,
    body: [head.map((text) => label(text)), ...rows.map((row) => [...row])],
  },
  layout: {
    hLineWidth: (i: number) => (i === 0 ? 0 : i === 1 ? 1 : 0.4),
    vLineWidth: () => 0,
    hLineColor: (i: number) => (i === 1 ? '#000000' : '#bbbbbb'),
    paddingLeft: () => 0,
    paddingRight: () => 8,
    paddingTop: () => 3,
    paddingBottom: () => 3,
  },
})

/** Every run of text in a document. */
function* runsIn(content: unknown): Generator<{ text: string; font?: string }> {
  if (Array.isArray(content)) for (const part of content) yield* runsIn(part)
  else if (content !== null && typeof content === 'object') {
    const { text, font } = content as { text?: unknown; font?: string }
    if (typeof text === 'string' && font !== undefined) yield content as { text: string; font: string }
    else for (const part of Object.values(content)) yield* runsIn(part)
  }
}

/** Gives Chinese characters the shapes of the language that the rest of the paper is in, as far as it tells. */
function settleHan(content: readonly Content[]): void {
  const han = [...runsIn(content)].filter((run) => run.font === HAN)
  const all = han.map((run) => run.text).join('')
  const of = /[\u3040-\u30ff]/.test(all)
    ? 'jp'
    : /[\uac00-\ud7a3]/.test(all) && !/\p{Script=Han}/u.test(all)
      ? 'kr'
      : 'sc'
  // Letters of Korean are in no other shape.
  for (const run of han) run.font = /[\uac00-\ud7a3\u1100-\u11ff]/.test(run.text) ? HAN_FACES.kr : HAN_FACES[of]
}

/** Points of what is read, of what has no size of its own. */
const BODY_POINTS = 9.5
/** So much larger is large print: what is read is 16 points. */
export const LARGE_PRINT = 16 / BODY_POINTS

/** The same with every size of letters so many times as large. */
function enlarged<T>(content: T, times: number): T {
  if (Array.isArray(content)) return content.map((part: unknown) => enlarged(part, times)) as T
  if (content === null || typeof content !== 'object') return content
  return Object.fromEntries(
    Object.entries(content).map(([key, value]: [string, unknown]) => [
      key,
      key === 'fontSize' && typeof value === 'number' ? value * times : typeof value === 'function' ? value : enlarged(value, times), // prettier-ignore
    ]),
  ) as T
}

/**
 * Bytes of a PDF on A4 or Letter, black on white, with a line at the foot of each page.
 * @param times as large as usual all letters are
 */
export async function makePdf(
  paper: 'A4' | 'Letter',
  foot: string,
  asked: Content[],
  lies: 'portrait' | 'landscape' = 'portrait',
  times = 1,
): Promise<Buffer> {
  const content = times === 1 ? asked : enlarged(asked, times)
  const footing = say(foot, { fontSize: 7.5 * times })
  settleHan([...content, footing])
  const definition: TDocumentDefinitions = {
    pageSize: paper === 'A4' ? 'A4' : 'LETTER',
    pageOrientation: lies,
    pageMargins: [42, 40, 42, 44 + (times - 1) * 14],
    defaultStyle: { font: 'Archivo', fontSize: BODY_POINTS * times, lineHeight: 1.15 },
    footer: (page, pages) => ({
      columns: [
        structuredClone(footing),
        { text: `page ${page} of ${pages}`, alignment: 'right', fontSize: 7.5 * times, width: 90 * times },
      ],
      margin: [42, 12, 42, 0],
    }),
    content,
  }
  return pdfmake.createPdf(definition).getBuffer()
}
