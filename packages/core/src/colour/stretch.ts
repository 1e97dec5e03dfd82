/** A scene as far as a stretch of the story has to find it. */
export interface NumberedScene<Id extends string = string> {
  readonly id: Id
  readonly number: string
  readonly rank: string
}

/**
 * Ids of the scenes in a stretch of the story as people write it: "2-5", "2 to 5", "1, 4A, 7–9", "from 6".
 * A range runs in the order of the script, whichever end is named first. What names no scene ("the morning")
 * is a name only and adds none.
 */
export function scenesInStretch<Id extends string>(stretch: string, scenes: readonly NumberedScene<Id>[]): Id[] {
  const inOrder = [...scenes].sort((a, b) => (a.rank < b.rank ? -1 : 1))
  const placeOf = (number: string) => inOrder.findIndex((s) => s.number.toUpperCase() === number.toUpperCase())
  const found = new Set<Id>()
  for (const part of stretch.replace(/\bscenes?\b/gi, ' ').split(/,|;|\band\b|\+/i)) {
    const range = /^\s*(?:from\s+)?(\w+)\s*(?:(?:-|–|—|\bto\b)\s*(\w+))?\s*$/i.exec(part)
    if (!range) continue
    const from = placeOf(range[1]!)
    const open = /^\s*from\b/i.test(part) && !range[2]
    const to = open ? inOrder.length - 1 : range[2] ? placeOf(range[2]) : from
    if (from < 0 || to < 0) continue
    for (const scene of inOrder.slice(Math.min(from, to), Math.max(from, to) + 1)) found.add(scene.id)
  }
  return inOrder.filter((s) => found.has(s.id)).map((s) => s.id)
}

/** Every scene that is held to a palette: those chosen one by one and those of its stretch. */
export function scenesOfPalette<Id extends string>(
  scenes: readonly NumberedScene<Id>[],
  palette: { readonly sceneIds: readonly Id[]; readonly stretch: string },
): Id[] {
  return [...new Set([...palette.sceneIds, ...scenesInStretch(palette.stretch, scenes)])]
}
