import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, test } from 'vitest'
import { makePdf, say, table } from './pdf.ts'

/** Names as they are written where they come from. */
const NAMES = {
  Latin: 'Ågot Đỗ Żółć',
  Greek: 'Ελένη Παπαδάκη',
  Cyrillic: 'Юлія Їжакевич',
  Arabic: 'أمل الحداد',
  Hebrew: 'נועה בן־דוד',
  Devanagari: 'श्रीमती क्षमा',
  Thai: 'น้ำผึ้ง ใจดี',
  Chinese: '張偉文',
  Japanese: '山田 ゆき',
  Korean: '김하늘',
  Georgian: 'ნინო ჭავჭავაძე',
  Armenian: 'Անահիտ Սարգսյան',
  Ethiopic: 'አበበ ተስፋዬ',
  Bengali: 'শ্রীমতী ক্ষমা',
  Gujarati: 'ક્ષમા પટેલ',
  Khmer: 'សុភា ចាន់',
  Lao: 'ສົມສັກ ແກ້ວ',
} as const
/** Written with vowels that are drawn before or on both sides of their letter: a paper has them as they are drawn. */
const DRAWN_OTHERWISE = {
  Devanagari: 'ऐश्वर्या त्रिपाठी, ईशान शर्मा',
  Tamil: 'கோமதி செல்வன்',
  Kannada: 'ಶ್ರೀನಿವಾಸ',
  Sinhala: 'ශ්‍රීමා පෙරේරා',
} as const

interface Piece {
  readonly str: string
  readonly dir: string
  readonly transform: readonly number[]
}

/** What a reader of PDF finds on the pages, line by line: pieces that run from right to left are read in that order. */
async function textOf(pdf: Buffer): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise
  const lines: string[] = []
  for (let n = 1; n <= document.numPages; n++) {
    const { items } = await (await document.getPage(n)).getTextContent()
    const byLine = new Map<number, Piece[]>()
    for (const item of items as Piece[]) {
      if (!item.str?.trim()) continue
      const y = item.transform[5]!
      // A mark that is set higher is on the line of its letter.
      const line = [...byLine.keys()].find((other) => Math.abs(other - y) < 8) ?? y
      byLine.set(line, [...(byLine.get(line) ?? []), item])
    }
    for (const pieces of byLine.values()) {
      const fromLeft = pieces.sort((a, b) => a.transform[4]! - b.transform[4]!)
      const ordered: Piece[] = []
      for (const piece of fromLeft) {
        let at = ordered.length
        if (piece.dir === 'rtl') while (at > 0 && ordered[at - 1]!.dir === 'rtl') at--
        ordered.splice(at, 0, piece)
      }
      lines.push(ordered.map((piece) => piece.str).join(' '))
    }
  }
  await document.destroy()
  return lines.join('\n')
}
const letters = (text: string) => [...text.normalize('NFKC')].filter((letter) => /[\p{L}\p{M}\p{N}]/u.test(letter))

test('in a sentence of ours a name from right to left keeps its place, and its words their order', async () => {
  const text = await textOf(await makePdf('A4', 'foot', [say('أمل الحداد: call 07:30 is now 08:00 (B)')]))
  // Of a letter with a mark the file says where the mark begins, too.
  expect(text.replace(/\p{Cc}/gu, '').replace(/\s+/g, ' ')).toMatch(/^أمل الحداد : call 07:30 is now 08:00 \(B\)/)
})

test('only the letters that are used are in the file', async () => {
  const pdf = await makePdf('A4', 'foot', [say(Object.values(NAMES).join(', '))])
  expect(pdf.length).toBeLessThan(350_000)
})

test('names of every script stand in one table of a call sheet, each in its row', async () => {
  const rows = Object.values(NAMES).map((name, i) => [say(name, { bold: true }), say(`07:${i}0`)])
  const lines = (await textOf(await makePdf('A4', 'foot', [table(['*', 60], ['who', 'call'], rows)]))).split('\n')
  for (const [i, name] of Object.values(NAMES).entries())
    expect(lines.map((line) => letters(line).join(''))).toContain(`${letters(name).join('')}07${i}0`)
})

/** Letters of an alphabet, each in a word of its own so that none is joined to the next. */
const alphabet = (from: number, to: number, after = '') =>
  Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i))
    .filter((letter) => /\p{L}/u.test(letter))
    .map((letter) => letter + after)
test.each([
  ['Hebrew', alphabet(0x5d0, 0x5ea)],
  // First, within and last in a word, where the shapes differ.
  ['Arabic', [...alphabet(0x621, 0x63a), ...alphabet(0x641, 0x64a), ...'پچژگکیٹڈڑںےہ'].flatMap((l) => [l, `م${l}م`])],
  ['Devanagari', alphabet(0x905, 0x939)],
  ['Bengali', alphabet(0x985, 0x9b9)],
  ['Gujarati', alphabet(0xa85, 0xab9)],
  ['Thai', alphabet(0xe01, 0xe2e, 'า')],
  ['Khmer', alphabet(0x1780, 0x17a2)],
  ['Georgian', alphabet(0x10d0, 0x10f0)],
  ['Armenian', alphabet(0x531, 0x556)],
  ['Ethiopic', alphabet(0x1200, 0x1357)],
  ['Greek', alphabet(0x391, 0x3c9)],
  ['Cyrillic', alphabet(0x410, 0x45f)],
])('%s: every letter of the alphabet is read back as itself', async (_, words) => {
  const found = (await textOf(await makePdf('A4', 'foot', [say(words.join(' '))]))).split(/\s+/)
  expect(words.filter((word) => !found.includes(word))).toEqual([])
})

describe.each(Object.entries(NAMES))('%s', (_, name) => {
  test('a name is found again in the paper, letter by letter', async () => {
    const text = await textOf(await makePdf('A4', 'foot', [say(name, { fontSize: 14 })]))
    expect(letters(text).join('')).toContain(letters(name).join(''))
  })
})

test.each(Object.entries(DRAWN_OTHERWISE))(
  '%s: all letters of a name are there, in the order they are drawn',
  async (_, name) => {
    const pdf = await makePdf('A4', 'foot', [say(name, { fontSize: 14 })])
    const found = letters((await textOf(pdf)).split('\n')[0]!)
      .join('')
      .normalize('NFD')
    expect([...found].sort()).toEqual([...letters(name).join('').normalize('NFD')].sort())
  },
)
