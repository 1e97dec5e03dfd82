import type { Production } from '../records/index.ts'

/** Somebody who speaks in the script, and in which scenes. */
export interface Character {
  readonly name: string
  readonly scenes: readonly string[]
}

const firstWord = (name: string) => name.toLocaleUpperCase().split(/\s+/)[0]!

/** Whether a person is a character, by their name or by what they do: "Ada Quist, plays Maren" is MAREN. */
export const isCharacter = (
  { name, role }: { readonly name: string; readonly role: string },
  character: string,
): boolean =>
  `${name} ${role}`
    .toLocaleUpperCase()
    .split(/[\s,;()]+/)
    .includes(firstWord(character))

/** Who speaks in scenes that are still in the script and is nobody of the crew list yet, by the number of their scenes. */
export function charactersToCast({ scene, person }: Pick<Production, 'scene' | 'person'>): readonly Character[] {
  const people = Object.values(person)
  const scenes = new Map<string, string[]>()
  for (const { characters, number, dropped } of Object.values(scene))
    if (!dropped) for (const name of characters) scenes.set(name, [...(scenes.get(name) ?? []), number])
  return [...scenes]
    .filter(([name]) => !people.some((one) => isCharacter(one, name)))
    .map(([name, numbers]) => ({ name, scenes: numbers }))
    .sort((a, b) => b.scenes.length - a.scenes.length)
}

/** A name as it is written in a list of people; scripts write it in capitals. */
export const inSmallLetters = (name: string): string =>
  name
    .toLocaleLowerCase()
    .replace(/(^|[\s'’-])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toLocaleUpperCase())
