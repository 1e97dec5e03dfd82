import { createRequire } from 'node:module'
import path from 'node:path'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js'

const require = createRequire(import.meta.url)
const fontFile = (subset: string, weight: number) =>
  path.join(
    path.dirname(require.resolve('@fontsource/archivo/package.json')),
    `files/archivo-${subset}-${weight}-normal.woff`,
  )
const face = (subset: string) => ({
  normal: fontFile(subset, 400),
  bold: fontFile(subset, 700),
  italics: fontFile(subset, 400),
  bolditalics: fontFile(subset, 700),
})

pdfmake.setFonts({ Archivo: face('latin'), ArchivoExtended: face('latin-ext') })
// Fonts are the only files a document may read.
const policies = pdfmake as unknown as {
  setUrlAccessPolicy: (allow: (url: string) => boolean) => void
  setLocalAccessPolicy: (allow: (file: string) => boolean) => void
}
policies.setUrlAccessPolicy(() => false)
policies.setLocalAccessPolicy((file) => file.includes('@fontsource'))

/** Letters the basic Latin subset of the font has; all others are set from the extended one. */
const BASIC = /[\u0020-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2212]+/g

/** A text as runs of the font subset that has its letters. */
export function say(text: string, style: object = {}): Content {
  const runs: Content[] = []
  let end = 0
  for (const match of text.matchAll(BASIC)) {
    if (match.index > end) runs.push({ text: text.slice(end, match.index), font: 'ArchivoExtended' })
    runs.push({ text: match[0] })
    end = match.index + match[0].length
  }
  if (end < text.length) runs.push({ text: text.slice(end), font: 'ArchivoExtended' })
  return { text: runs, ...style }
}

export const label = (text: string): Content => say(text, { fontSize: 7.5, color: '#555555', margin: [0, 0, 0, 1] })

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

/** Bytes of a PDF on A4 or Letter, black on white, with a line at the foot of each page. */
export async function makePdf(paper: 'A4' | 'Letter', foot: string, content: Content[]): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: paper === 'A4' ? 'A4' : 'LETTER',
    pageMargins: [42, 40, 42, 44],
    defaultStyle: { font: 'Archivo', fontSize: 9.5, lineHeight: 1.15 },
    footer: (page, pages) => ({
      columns: [say(foot, { fontSize: 7.5 }), { text: `page ${page} of ${pages}`, alignment: 'right', fontSize: 7.5 }],
      margin: [42, 12, 42, 0],
    }),
    content,
  }
  return pdfmake.createPdf(definition).getBuffer()
}
