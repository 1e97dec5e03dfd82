import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { expect, test } from 'vitest'
import { callSheet } from '@kavrell/core/callSheets'
import { planDay } from '@kavrell/core/day'
import { productionWith } from '@kavrell/core/testing'
import { callSheetPdf } from './callSheetPdf.ts'

interface Piece {
  readonly str: string
  readonly transform: readonly number[]
}

/** Every piece of text on all pages, with how large it is and how far right it goes. */
async function piecesOf(pdf: Buffer) {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise
  const pages = await Promise.all(Array.from({ length: document.numPages }, (_, i) => document.getPage(i + 1)))
  const [, , right] = pages[0]!.view as [number, number, number, number]
  const found = await Promise.all(pages.map(async (page) => (await page.getTextContent()).items as (Piece & { width: number })[])) // prettier-ignore
  return { pages: pages.length, right, pieces: found.flat().filter(({ str }) => str?.trim()) }
}

const NAMES = ['Bartholomew Featherstonehaugh-Cholmondeley', 'أمل الحداد', '山田 ゆき', 'Їжакевич Юлія']
const sheet = () => {
  const production = productionWith({
    person: Object.fromEntries(NAMES.map((name, i) => [`p${i}`, { name, role: 'first assistant director', phone: '+44 7700 900114' }])),
    attendance: Object.fromEntries(NAMES.map((_, i) => [`a${i}`, { personId: `p${i}` }])),
    shot: Object.fromEntries(Array.from({ length: 24 }, (_, i) => [`s${i}`, { code: `${i}A`, sees: 'Wide of the yard with everybody in it', minutes: 20 }])),
    orderItem: Object.fromEntries(Array.from({ length: 24 }, (_, i) => [`s${i}`, { shotIds: [`s${i}`] }])),
  }) // prettier-ignore
  return callSheet(production, planDay(production, 'day')!)
}

test.each(['A4', 'Letter'] as const)(
  'in large print on %s everything is there, no letter under 12 points, what is read 16, and nothing runs off the page',
  async (paper) => {
    // prettier-ignore
    const printed = sheet()
    const usual = await piecesOf(await callSheetPdf(printed, paper, 2, []))
    const large = await piecesOf(await callSheetPdf(printed, paper, 2, [], true))
    const sizes = large.pieces.map(({ transform }) => Math.abs(transform[3]!))
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(12)
    const byCount = [...new Set(sizes.map(Math.round))].map((size) => ({ size, count: sizes.filter((one) => Math.round(one) === size).length })) // prettier-ignore
    expect(byCount.sort((a, b) => b.count - a.count)[0]!.size).toBe(16)
    expect(large.pages).toBeGreaterThan(usual.pages)
    for (const { str, transform, width } of large.pieces) expect(transform[4]! + width, str).toBeLessThanOrEqual(large.right - 36) // prettier-ignore
    const words = (pieces: readonly Piece[]) => [...pieces.map(({ str }) => str).join(' ').replace(/page \d+ of \d+/g, '').matchAll(/[\p{L}\p{M}\d:+]+/gu)].map(([word]) => word) // prettier-ignore
    const there = new Set(words(large.pieces))
    expect(words(usual.pieces).filter((word) => !there.has(word))).toEqual([])
  },
)
