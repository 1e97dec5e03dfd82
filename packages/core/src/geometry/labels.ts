/** A word at a thing on a drawing: what it is beside, and how large it is, in the drawing's own points. */
export interface WantedLabel {
  readonly id: string
  readonly x: number
  readonly y: number
  /** From the middle of the thing to where its sign ends. */
  readonly clear: number
  readonly width: number
  readonly height: number
  /** It may stand on its thing, which is large enough to hold it. */
  readonly within?: boolean
}
/** From the middle of the thing to the middle of its word. */
export interface LabelPlace {
  readonly dx: number
  readonly dy: number
}
/** A stretch of a drawing. */
export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

const GAP = 3
const overlapOf = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left)) *
  Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top))
const boxOf = (x: number, y: number, width: number, height: number): Box => ({
  left: x - width / 2,
  top: y - height / 2,
  right: x + width / 2,
  bottom: y + height / 2,
})

/** Right, below, above, left, then the corners; the same again further out. */
const SIDES: readonly (readonly [number, number])[] = [
  [1, 0],
  [0, 1],
  [0, -1],
  [-1, 0],
  [1, -1],
  [1, 1],
  [-1, -1],
  [-1, 1],
]

/**
 * Puts each word beside its thing where it covers the least of other words, of other things and of what lies outside
 * the drawing. In turn, so that those named first stand best. @param avoid what else should stay free, as walls. Greedy over eight sides at three distances (after
 * Christensen, Marks and Shieber 1995): not the best there is, and steady while one thing is moved.
 */
export function placeLabels(
  labels: readonly WantedLabel[],
  size: { readonly width: number; readonly height: number },
  avoid: readonly Box[] = [],
): ReadonlyMap<string, LabelPlace> {
  const placed = new Map<string, LabelPlace>()
  const words: Box[] = []
  const signs = labels.map((l) => ({ id: l.id, box: boxOf(l.x, l.y, 2 * l.clear, 2 * l.clear) }))
  for (const label of labels) {
    let best = null as { readonly cost: number; readonly place: LabelPlace; readonly box: Box } | null
    const consider = (place: LabelPlace, asked: number) => {
      const box = boxOf(label.x + place.dx, label.y + place.dy, label.width, label.height)
      const inside = overlapOf(box, { left: 0, top: 0, right: size.width, bottom: size.height })
      const cost =
        words.reduce((sum, word) => sum + 4 * overlapOf(box, word), 0) +
        signs.reduce((sum, sign) => sum + (sign.id === label.id ? 0 : 2 * overlapOf(box, sign.box)), 0) +
        avoid.reduce((sum, kept) => sum + overlapOf(box, kept), 0) +
        6 * (label.width * label.height - inside) +
        asked
      if (!best || cost < best.cost) best = { cost, place, box }
    }
    if (label.within) consider({ dx: 0, dy: 0 }, 0)
    for (const [further, distance] of [0, 12, 26].entries())
      for (const [turn, [sx, sy]] of SIDES.entries()) {
        const corner = sx !== 0 && sy !== 0 ? 0.75 : 1
        consider(
          {
            dx: sx * (label.clear * corner + GAP + distance + label.width / 2),
            dy: sy * (label.clear * corner + GAP + distance + label.height / 2),
          },
          further * 4 + turn * 0.1 + 0.1,
        )
      }
    placed.set(label.id, best!.place)
    words.push(best!.box)
  }
  return placed
}
