import { byId, type Id, type OrderItem, type Production, type Shot } from '../records/index.ts'
import { operatorOf } from './operator.ts'

type Parts<K extends keyof Production> = Pick<Production, K>

/** Who records sound: no shot has them in front of its lens by that. */
const recordists = (production: Parts<'recorder'>): ReadonlySet<string> =>
  new Set(Object.values(production.recorder).flatMap(({ operatorId }) => operatorId ?? []))

/** Who is in front of the lens: those a shot names, without whoever works its camera or records sound. */
export function inFrontOf(production: Parts<'recorder' | 'camera'>, shot: Shot): readonly Id<'person'>[] {
  const working = recordists(production)
  const operator = operatorOf(production, shot)
  return shot.personIds.filter((id) => id !== operator && !working.has(id))
}

/** Who works a device in an entry of the order: the operators of its shots, and whoever records its sound. */
export function workingAt(
  production: Parts<'recorder' | 'camera' | 'person'>,
  shots: readonly Shot[],
  item: OrderItem | undefined,
): Id<'person'>[] {
  const sound = (item?.recorderIds ?? []).map((id) => byId(production.recorder, id)?.operatorId)
  const cameras = shots.map((shot) => operatorOf(production, shot))
  return [...new Set([...cameras, ...sound].flatMap((id) => byId(production.person, id)?.id ?? []))]
}

/** Who must be there for an entry: whom its shots name, who works its devices, and whom it needs besides. */
export function neededAt(
  production: Parts<'recorder' | 'camera' | 'person' | 'shot' | 'orderItem'>,
  itemId: string,
  shotIds: readonly string[],
): Id<'person'>[] {
  const item = byId(production.orderItem, itemId)
  const shots = shotIds.flatMap((id) => byId(production.shot, id) ?? [])
  return [
    ...new Set([
      ...shots.flatMap((shot) => shot.personIds),
      ...workingAt(production, shots, item),
      ...(item?.personIds ?? []),
    ]),
  ]
}
