import { countOf } from '../kit/index.ts'
import type { DayPlan } from '../day/index.ts'
import { allItems } from '../day/index.ts'
import { byId, type Production, type RecordOf } from '../records/index.ts'

/** A prop or a piece of wardrobe that a scene of the day needs, and where it travels. */
export interface SceneThing {
  readonly what: string
  readonly is: 'prop' | 'wardrobe'
  /** Codes of the shots that name it. */
  readonly shots: readonly string[]
  /** The thing on the kit list that it is, by its name; null where nothing there is called so. */
  readonly item: RecordOf<'kitItem'> | null
  readonly kitCase: RecordOf<'kitCase'> | null
  readonly vehicle: RecordOf<'vehicle'> | null
}

/** What one scene of the day needs. */
export interface SceneThings {
  readonly scene: RecordOf<'scene'>
  readonly things: readonly SceneThing[]
}

const words = (text: string) => text.split(/[,;\n]/).flatMap((one) => one.trim() || [])
const key = (text: string) => text.trim().toLowerCase()

/**
 * Props and wardrobe of a day by scene: what its shots name, and what the look of a scene lists, each with the case and
 * the vehicle in which it travels, if it is on the kit list under that name.
 */
export function thingsByScene(production: Production, dayPlan: DayPlan): readonly SceneThings[] {
  const items = new Map(Object.values(production.kitItem).filter((item) => countOf(item) > 0).map((item) => [key(item.name), item])) // prettier-ignore
  const cases = new Map(Object.values(production.kitCase).map((one) => [key(one.label), one]))
  const shots = [...new Set(allItems(dayPlan).flatMap(({ shotIds }) => shotIds))].flatMap((id) => byId(production.shot, id) ?? []) // prettier-ignore
  const scenes = [...new Set(shots.flatMap(({ sceneId }) => sceneId ?? []))].flatMap((id) => byId(production.scene, id) ?? []) // prettier-ignore
  return scenes.flatMap((scene): SceneThings[] => {
    const found = new Map<string, { what: string; is: SceneThing['is']; shots: Set<string> }>()
    const note = (what: string, is: SceneThing['is'], code: string | null) => {
      const one = found.get(`${is} ${key(what)}`) ?? { what, is, shots: new Set<string>() }
      found.set(`${is} ${key(what)}`, one)
      if (code !== null) one.shots.add(code)
    }
    for (const shot of shots.filter(({ sceneId }) => sceneId === scene.id)) {
      for (const what of words(shot.props)) note(what, 'prop', shot.code)
      for (const what of words(shot.wardrobe)) note(what, 'wardrobe', shot.code)
    }
    for (const { name, type, sceneIds } of Object.values(production.lookItem))
      if (type !== 'set' && sceneIds.includes(scene.id)) note(name, type, null)
    const things = [...found.values()].map(({ what, is, shots: codes }): SceneThing => {
      const item = items.get(key(what)) ?? null
      const kitCase = item && item.case !== '' ? (cases.get(key(item.case)) ?? null) : null
      return { what, is, shots: [...codes].toSorted(), item, kitCase, vehicle: byId(production.vehicle, kitCase?.vehicleId) ?? null } // prettier-ignore
    })
    return things.length > 0 ? [{ scene, things }] : []
  })
}
