import { colourName, nearestInPalette, paletteDifference, scenesOfPalette } from '../colour/index.ts'
import { removeRecord, type LookItem, type Palette, type Production, updateRecord, inOrder } from '../records/index.ts'
import type { Finding } from './finding.ts'

const palettesInOrder = (production: Production): Palette[] => inOrder(production.palette)
const hexes = (palette: Palette) => palette.colours.map((colour) => colour.hex)

/** Does wardrobe, a prop or a part of the set stray from the palette of a scene it is in? */
export function checkColours(production: Production): Finding[] {
  const limit = production.production.strayLimit
  const palettes = palettesInOrder(production).filter((palette) => palette.colours.length > 0)
  return Object.values(production.lookItem).flatMap((item) =>
    palettes.flatMap((palette) => {
      const scenes = scenesOfPalette(Object.values(production.scene), palette).filter((id) =>
        item.sceneIds.includes(id),
      )
      const nearest = nearestInPalette(hexes(palette), item.hex)
      if (scenes.length === 0 || !nearest || nearest.difference <= limit) return []
      const named = palette.colours.find((colour) => colour.hex === nearest.hex)!
      return [
        {
          check: 'brief.colour-strays',
          severity: 'watch',
          stage: 'brief',
          rule: 'strayLimit',
          about: { kind: 'lookItem', id: item.id },
          says: `${item.name} (${colourName(item.hex)}) strays from ${palette.name}: ${nearest.difference.toFixed(0)} from its nearest colour, ${named.name || colourName(named.hex)}.`,
          evidence: [
            {
              label: 'difference',
              value: nearest.difference,
              unit: 'ΔE',
              from: `CIEDE2000, ${item.hex} to ${nearest.hex}`,
            },
            { label: 'strays from', value: limit, unit: 'ΔE', from: 'house rule' },
          ],
          fixes: [
            {
              says: `Change it to ${named.name || colourName(named.hex)}`,
              changes: [updateRecord('lookItem', item.id, { hex: nearest.hex })],
            },
            ...(palette.colours.length < 12 ? [takeIn(palette, item)] : []),
          ],
        } satisfies Finding,
      ]
    }),
  )
}

const takeIn = (palette: Palette, item: LookItem) => ({
  says: `Take its colour into ${palette.name}`,
  changes: [
    updateRecord('palette', palette.id, {
      colours: [...palette.colours, { hex: item.hex, name: colourName(item.hex), role: 'accent' }],
    }),
  ],
})

/** Are two palettes so alike that nobody would see which scene they are in? */
export function checkPalettes(production: Production): Finding[] {
  const limit = production.production.alikeLimit
  const palettes = palettesInOrder(production).filter((palette) => palette.colours.length > 0)
  return palettes.flatMap((one, i) =>
    palettes.slice(i + 1).flatMap((other) => {
      const difference = paletteDifference(hexes(one), hexes(other))
      if (difference >= limit) return []
      return [
        {
          check: 'brief.palettes-alike',
          severity: 'watch',
          stage: 'brief',
          rule: 'alikeLimit',
          about: { kind: 'palette', id: other.id },
          says: `${one.name} and ${other.name} are too alike to tell apart: ${difference.toFixed(1)} between their colours.`,
          evidence: [
            {
              label: 'difference',
              value: difference,
              unit: 'ΔE',
              from: 'mean CIEDE2000 to the nearest colour, both ways',
            },
            { label: 'alike under', value: limit, unit: 'ΔE', from: 'house rule' },
          ],
          fixes: [
            {
              says: `Use ${one.name} for both`,
              changes: [
                updateRecord('palette', one.id, { sceneIds: [...new Set([...one.sceneIds, ...other.sceneIds])] }),
                removeRecord('palette', other.id),
              ],
            },
          ],
        } satisfies Finding,
      ]
    }),
  )
}
