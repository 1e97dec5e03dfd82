import type { OrderItem, Production } from '../records/index.ts'
import { shotsOfItem, slateOf } from '../shotlist/index.ts'

/**
 * What goes on the slate for an item of the order. By scene and shot it is the shots' codes. With a running
 * number, each thing that is set up and shot gets the next number of the whole production and keeps it for
 * all its takes.
 */
export function slateFor(
  production: Production,
  item: { readonly id: OrderItem['id'] | null; readonly shotIds: OrderItem['shotIds'] },
): string {
  const codes = slateOf(shotsOfItem(production, item).map((shot) => shot.code))
  if (production.production.slateScheme === 'scene-shot') return codes
  const takes = Object.values(production.take).filter((take) => !take.wild)
  const running = (slate: string) => /^\d+$/.test(slate)
  const own = takes.find(
    (take) =>
      running(take.slate) &&
      ((item.id !== null && take.orderItemId === item.id) || sameShots(take.shotIds, item.shotIds)),
  )
  if (own) return own.slate
  return String(1 + takes.reduce((most, take) => (running(take.slate) ? Math.max(most, Number(take.slate)) : most), 0))
}

const sameShots = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id) => b.includes(id))
