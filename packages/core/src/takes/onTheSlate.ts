import { byId, type Id, type OrderItem, type Production, type Shot } from '../records/index.ts'
import { slateOf } from '../shotlist/index.ts'
import { slateFor } from './slate.ts'
import type { TakeState } from './takeStates.ts'

/** What is on the slate: a row of the order, a shot called up by its code, or a slate of which nothing is planned. */
export interface Subject {
  /** Names it, on any device and after a reload. */
  readonly key: string
  readonly itemId: Id<'orderItem'> | null
  readonly shots: readonly Shot[]
  readonly slate: string
  /** What the shots are called, which the slate need not be. */
  readonly codes: string
  readonly title: string
  readonly recorderIds: readonly Id<'recorder'>[]
}

/** What somebody chose, and after which take: it holds until the unit has gone on, on whichever phone. */
export interface SlateChoice {
  readonly key: string
  readonly after: string | null
}

const ROW = 'row '
const SHOT = 'shot '
const FREE = 'slate '
/** Names a row of the order. */
export const rowKey = (itemId: string): string => ROW + itemId
/** Names a shot that was called up. */
export const shotKey = (shotId: string): string => SHOT + shotId
/** Names a slate as it was typed. */
export const freeKey = (slate: string): string => FREE + slate

/** What counts for the slate of a unit: the take that rolls, if one does, and the last that was no wild sound. */
export function newestTakes(states: readonly TakeState[]): { rolling?: TakeState; real?: TakeState } {
  const counting = states.filter((state) => !state.struck)
  const newest = counting.at(-1)
  return { rolling: newest?.cutAt === null ? newest : undefined, real: counting.findLast(({ take }) => !take.wild) }
}

/**
 * What is on the slate of a unit: what rolls; else what somebody chose since the last take; else what was shot last,
 * for the shot stays until somebody goes on; else what is next in the order.
 * @param states takes of the unit on that day
 * @param items the day's rows that have shots, in their order
 * @param nextItemId where the order goes on
 */
export function onTheSlate(
  production: Production,
  states: readonly TakeState[],
  items: readonly OrderItem[],
  nextItemId: string | null,
  choice: SlateChoice | null,
): Subject {
  const { rolling, real } = newestTakes(states)
  const key =
    (rolling && !rolling.take.wild ? keyOf(rolling, items) : null) ??
    (choice && choice.after === (real?.take.id ?? null) ? choice.key : null) ??
    (real ? keyOf(real, items) : null) ??
    firstKey(items, nextItemId)
  return subjectOf(production, items, key) ?? subjectOf(production, items, firstKey(items, null))!
}

const firstKey = (items: readonly OrderItem[], nextItemId: string | null): string => {
  const itemId = nextItemId ?? items[0]?.id
  return itemId ? rowKey(itemId) : freeKey('')
}

/** What a take was of. */
function keyOf({ take }: TakeState, items: readonly OrderItem[]): string {
  if (items.some((item) => item.id === take.orderItemId)) return rowKey(take.orderItemId!)
  const [shotId] = take.shotIds
  return shotId && take.shotIds.length === 1 ? shotKey(shotId) : freeKey(take.slate)
}

function subjectOf(production: Production, items: readonly OrderItem[], key: string): Subject | undefined {
  const codesOf = (shots: readonly Shot[]) => slateOf(shots.map((shot) => shot.code))
  if (key.startsWith(ROW)) {
    const item = items.find((one) => one.id === key.slice(ROW.length))
    if (!item) return undefined
    const shots = item.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
    return {
      key,
      itemId: item.id,
      shots,
      slate: slateFor(production, item),
      codes: codesOf(shots),
      title: item.title || (shots[0]?.sees ?? ''),
      recorderIds: item.recorderIds,
    }
  }
  if (key.startsWith(SHOT)) {
    const shot = byId(production.shot, key.slice(SHOT.length) as Id<'shot'>)
    if (!shot) return undefined
    return {
      key,
      itemId: null,
      shots: [shot],
      slate: slateFor(production, { id: null, shotIds: [shot.id] }),
      codes: shot.code,
      title: shot.sees,
      recorderIds: [],
    }
  }
  const typed = key.slice(FREE.length)
  const running = production.production.slateScheme === 'running'
  return {
    key,
    itemId: null,
    shots: [],
    slate: typed || (running ? slateFor(production, { id: null, shotIds: [] }) : '1'),
    codes: typed,
    title: 'Nothing planned for it',
    recorderIds: [],
  }
}
