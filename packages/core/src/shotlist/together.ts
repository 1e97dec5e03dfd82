import {
  byId,
  type Id,
  type OrderItem,
  type PlainChange,
  type Production,
  removeRecord,
  type Shot,
  type Spot,
  updateRecord,
} from '../records/index.ts'

/** Where a shot is taken: the spot of its lighting setup, else of its scene. */
export function spotOfShot(production: Production, shot: Shot): Spot | undefined {
  const setup = byId(production.setup, shot.setupId)
  return byId(production.spot, setup?.spotId ?? production.scene[shot.sceneId]?.spotId)
}

/** The shots of an entry of the order, in its turn; those that are gone are left out. */
export const shotsOfItem = (production: Production, item: Pick<OrderItem, 'shotIds'>): Shot[] =>
  item.shotIds.flatMap((id) => byId(production.shot, id) ?? [])

/** "2A–D" for shots 2A, 2B, 2C, 2D that roll together; "2A + 3C" where no run of letters is shared. */
export function slateOf(codes: readonly string[]): string {
  if (codes.length < 2) return codes[0] ?? ''
  const sorted = [...codes].sort()
  const first = sorted[0]!,
    last = sorted.at(-1)!
  const stem = first.slice(0, -1)
  const run = sorted.every(
    (code, i) =>
      code.slice(0, -1) === stem && code.charCodeAt(code.length - 1) === first.charCodeAt(first.length - 1) + i,
  )
  return run ? `${first}–${last.slice(-1)}` : sorted.join(' + ')
}

/**
 * Changes that make shots one entry of the order: other entries of the same day let go of those that they had, and one
 * that is left with none goes, so that nothing is shot twice.
 */
export function rollTogether(production: Production, item: OrderItem, shotIds: readonly Id<'shot'>[]): PlainChange[] {
  const taken = new Set<string>(shotIds)
  const others = Object.values(production.orderItem).filter(
    (other) => other.id !== item.id && other.dayId === item.dayId && other.shotIds.some((id) => taken.has(id)),
  )
  return [
    updateRecord('orderItem', item.id, { shotIds }),
    ...others.map((other): PlainChange => {
      const left = other.shotIds.filter((id) => !taken.has(id))
      return left.length > 0
        ? updateRecord('orderItem', other.id, { shotIds: left })
        : removeRecord('orderItem', other.id)
    }),
  ]
}
