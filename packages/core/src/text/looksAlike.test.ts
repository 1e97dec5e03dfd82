import { expect, test } from 'vitest'
import { looksOfName } from './looksAlike.ts'

test.each([
  ['zero width', 'Ada\u200b Brent'],
  ['a soft hyphen', 'Ada Br\u00adent'],
  ['another direction', '\u202eAda Brent\u202c'],
  ['Cyrillic letters', 'Аdа Вrеnt'],
  ['Greek letters', 'Αda Βrεnt'],
  ['case', 'ADA bRENT'],
  ['spaces', '  Ada \u00a0\u2003 Brent '],
  ['full width', 'Ａｄａ Ｂｒｅｎｔ'],
  ['a filler that is not drawn', 'Ada\u3164 Brent\ufe0f'],
])('%s: looks as Ada Brent does', (_, twin) => expect(looksOfName(twin)).toBe(looksOfName('Ada Brent')))

test.each([
  ['Ilya', 'llya'],
  ['Olga', '0lga'],
])('%s and %s look alike', (one, other) => expect(looksOfName(one)).toBe(looksOfName(other)))

test.each([
  ['Ada Brent', 'Ada Brend'],
  ['José', 'Jose'],
  ['山田', '山本'],
  ['أمل', 'أمال'],
  ['Мария', 'Марина'],
])('%s and %s do not', (one, other) => expect(looksOfName(one)).not.toBe(looksOfName(other)))
