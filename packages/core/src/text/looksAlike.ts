/**
 * Letters of other alphabets, and figures, that look like a Latin letter in most faces.
 * @source Unicode Technical Standard 39, confusables, those of names: Cyrillic and Greek letters, figures
 */
const ALIKE: readonly (readonly [string, string])[] = [
  ['a', 'аαɑ'],
  ['b', 'ЬвβΒ'],
  ['c', 'сϲ'],
  ['d', 'ԁ'],
  ['e', 'еεє'],
  ['g', 'ɡ'],
  ['h', 'һнΗ'],
  // What is a small letter of one case is a figure or a capital of another.
  ['l', 'iіɩιӏ1|І'],
  ['j', 'ј'],
  ['k', 'кκ'],
  ['m', 'мΜ'],
  ['n', 'ոΝ'],
  ['o', 'оοσ0օ'],
  ['p', 'рρ'],
  ['q', 'ԛ'],
  ['s', 'ѕ'],
  ['t', 'тτ'],
  ['u', 'υս'],
  ['v', 'νѵ'],
  ['w', 'ԝω'],
  ['x', 'хχ'],
  ['y', 'уγү'],
  ['z', 'Ζ'],
]
const LATIN = new Map(
  ALIKE.flatMap(([latin, others]) =>
    [...others].flatMap((letter) => [letter, letter.toLowerCase()].map((l) => [l, latin] as const)),
  ),
)

/**
 * What a name looks like: two that give the same text are one to a reader. Case, widths, spaces, marks that are not
 * drawn and letters of other alphabets that look the same make no difference.
 */
export const looksOfName = (name: string): string =>
  [
    ...name
      .normalize('NFKC')
      .replace(/[\p{Cf}\p{Cc}\p{Default_Ignorable_Code_Point}]/gu, '')
      .toLowerCase(),
  ]
    .map((letter) => LATIN.get(letter) ?? letter)
    .join('')
    .replace(/\s+/gu, ' ')
    .trim()
